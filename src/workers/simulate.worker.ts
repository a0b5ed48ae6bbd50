import * as Comlink from 'comlink'
import {
  type CompiledMeasure,
  type Simulation,
  simulate,
  type SimulationOptions,
  type Source,
} from '@/core/variation'

Comlink.expose({
  simulate(
    measures: readonly CompiledMeasure[],
    sources: readonly Source[],
    options: SimulationOptions,
    progress: (done: number) => void,
  ): Simulation {
    const steps = simulate(measures, sources, options)
    for (;;) {
      const step = steps.next()
      if (step.done) return step.value
      progress(step.value)
    }
  },
})
