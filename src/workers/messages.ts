import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'
import { type Part } from '@/core/work/part'
import { type SolidMesh } from '@/kernel'

export interface SolidWorker {
  solid(part: Part): Promise<SolidMesh>
}

export interface SimulateWorker {
  /** Runs to its end; the caller stops it by ending the worker. */
  simulate(
    measures: readonly CompiledMeasure[],
    sources: readonly NamedSource[],
    options: SimulationOptions,
    progress: (done: number) => void,
  ): Promise<Simulation>
}
