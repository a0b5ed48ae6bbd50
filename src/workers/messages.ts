import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'
import { type LinkShare } from '@/core/chain/variation'
import { type Cures } from '@/core/foreman/cures'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { type SolidMesh } from '@/kernel'

export interface SolidWorker {
  solid(part: Part): Promise<SolidMesh>
}

export interface CuresWorker {
  /** What would improve a link; what is found within its time. */
  cures(
    documents: { readonly workshop: Workshop; readonly part: Part; readonly way: Way },
    requirement: string,
    link: Pick<LinkShare, 'setup' | 'share'>,
  ): Promise<Cures | undefined>
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
