import * as Comlink from 'comlink'
import {
  type CompiledMeasure,
  type Simulation,
  simulate,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'

Comlink.expose({
  simulate(
    measures: readonly CompiledMeasure[],
    sources: readonly NamedSource[],
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
