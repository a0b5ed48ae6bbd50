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

/** Looks for what would improve a link. */
export function startCures(...args: Parameters<CuresWorker['cures']>): Running<Cures | undefined> {
  const worker = new Worker(new URL('./cures.worker.ts', import.meta.url), { type: 'module' })
  const result = Comlink.wrap<CuresWorker>(worker)
    .cures(...args)
    .finally(() => worker.terminate())
  return { result, cancel: () => worker.terminate() }
}

let footingsWorker: Comlink.Remote<CuresWorker> | undefined
let footingsBefore: Promise<unknown> = Promise.resolve()

/** Tries every kind of holding in one setup, in a worker that is kept: one after another, what is cancelled while it waits is not begun. */
export function startFootings(
  ...args: Parameters<CuresWorker['footings']>
): Running<readonly Footing[]> {
  const worker = (footingsWorker ??= Comlink.wrap<CuresWorker>(
    new Worker(new URL('./cures.worker.ts', import.meta.url), { type: 'module' }),
  ))
  let isWanted = true
  const result = footingsBefore.then(() => (isWanted ? worker.footings(...args) : []))
  footingsBefore = result.catch(() => undefined)
  return {
    result,
    cancel: () => {
      isWanted = false
    },
  }
}

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
