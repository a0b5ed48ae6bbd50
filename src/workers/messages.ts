import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/variation'
import { type Part } from '@/core/part'

/** Triangles of a solid: three coordinates a vertex, three vertices a triangle, mm. */
export interface SolidMesh {
  readonly positions: Float32Array
  readonly triangles: Uint32Array
  readonly volumeMm3: number
}

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
