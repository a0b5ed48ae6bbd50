import * as Comlink from 'comlink'
import { type Part } from '@/core/work/part'
import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'
import { type SolidMesh } from '@/kernel'
import { type Cures } from '@/core/foreman/cures'
import { type CuresWorker, type SimulateWorker, type SolidWorker } from './messages'

export { type SolidMesh } from '@/kernel'

let solidWorker: Comlink.Remote<SolidWorker> | undefined

/** The solid of the finished part, made in a worker that is kept for the next one. */
export function solidOf(part: Part): Promise<SolidMesh> {
  solidWorker ??= Comlink.wrap<SolidWorker>(
    new Worker(new URL('./solid.worker.ts', import.meta.url), { type: 'module' }),
  )
  return solidWorker.solid(part)
}

export interface RunningCures {
  readonly result: Promise<Cures | undefined>
  cancel(): void
}

/** Looks for what would improve a link, in a worker of its own, which is ended when it is done or cancelled. */
export function startCures(...args: Parameters<CuresWorker['cures']>): RunningCures {
  const worker = new Worker(new URL('./cures.worker.ts', import.meta.url), { type: 'module' })
  const result = Comlink.wrap<CuresWorker>(worker)
    .cures(...args)
    .finally(() => worker.terminate())
  return { result, cancel: () => worker.terminate() }
}

export interface RunningSimulation {
  readonly result: Promise<Simulation>
  cancel(): void
}

/** Simulates pieces in a worker of its own, which is ended when it is done or cancelled. */
export function startSimulation(
  measures: readonly CompiledMeasure[],
  sources: readonly NamedSource[],
  options: SimulationOptions,
  onProgress: (done: number) => void,
): RunningSimulation {
  const worker = new Worker(new URL('./simulate.worker.ts', import.meta.url), { type: 'module' })
  const remote = Comlink.wrap<SimulateWorker>(worker)
  const result = remote
    .simulate(measures, sources, options, Comlink.proxy(onProgress))
    .finally(() => worker.terminate())
  return { result, cancel: () => worker.terminate() }
}
