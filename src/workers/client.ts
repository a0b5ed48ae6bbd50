import * as Comlink from 'comlink'
import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'
import { type Cures } from '@/core/foreman/cures'
import { type Footing } from '@/core/foreman/footings'
import {
  type CuresWorker,
  type FitWorker,
  type SimulateWorker,
  type SolidWorker,
  type SteerWorker,
} from './messages'

export { type PickedMesh, type PicturedMesh, type SkinnedMesh, type Steering } from './messages'
export { type MetalReport, type WantedLook } from '@/kernel'

let solidWorker: Comlink.Remote<SolidWorker> | undefined

/** The worker in which solids are made; it is kept for the next one. */
export const solids = (): Comlink.Remote<SolidWorker> =>
  (solidWorker ??= Comlink.wrap<SolidWorker>(
    new Worker(new URL('./solid.worker.ts', import.meta.url), { type: 'module' }),
  ))

let fitWorker: Comlink.Remote<FitWorker> | undefined

/** The worker in which parts are fitted into castings; it is kept for the next one. */
export const fits = (): Comlink.Remote<FitWorker> =>
  (fitWorker ??= Comlink.wrap<FitWorker>(
    new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' }),
  ))

let steerWorker: Comlink.Remote<SteerWorker> | undefined

/** The worker in which what was measured is taken in; it is kept for the next one. */
export const steering = (): Comlink.Remote<SteerWorker> =>
  (steerWorker ??= Comlink.wrap<SteerWorker>(
    new Worker(new URL('./steer.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** What is looked for in a worker of its own, which is ended when it is done or cancelled. */
export interface Running<Found> {
  readonly result: Promise<Found>
  cancel(): void
}

function inCuresWorker<Found>(
  task: (worker: Comlink.Remote<CuresWorker>) => Promise<Found>,
): Running<Found> {
  const worker = new Worker(new URL('./cures.worker.ts', import.meta.url), { type: 'module' })
  const result = task(Comlink.wrap<CuresWorker>(worker)).finally(() => worker.terminate())
  return { result, cancel: () => worker.terminate() }
}

/** Looks for what would improve a link. */
export const startCures = (...args: Parameters<CuresWorker['cures']>): Running<Cures | undefined> =>
  inCuresWorker((worker) => worker.cures(...args))

/** Tries every kind of holding in one setup. */
export const startFootings = (
  ...args: Parameters<CuresWorker['footings']>
): Running<readonly Footing[]> => inCuresWorker((worker) => worker.footings(...args))

/** Simulates pieces in a worker of its own, which is ended when it is done or cancelled. */
export function startSimulation(
  measures: readonly CompiledMeasure[],
  sources: readonly NamedSource[],
  options: SimulationOptions,
  onProgress: (done: number) => void,
): Running<Simulation> {
  const worker = new Worker(new URL('./simulate.worker.ts', import.meta.url), { type: 'module' })
  const remote = Comlink.wrap<SimulateWorker>(worker)
  const result = remote
    .simulate(measures, sources, options, Comlink.proxy(onProgress))
    .finally(() => worker.terminate())
  return { result, cancel: () => worker.terminate() }
}
