import {
  type CompiledMeasure,
  type Simulation,
  type SimulationOptions,
  type NamedSource,
} from '@/core/chain/variation'
import { type LinkShare } from '@/core/chain/variation'
import {
  type Advice,
  type Diagnosis,
  type NextMeasurement,
  type Steered,
} from '@/core/floor/steering'
import { type Cures } from '@/core/foreman/cures'
import { type Footing } from '@/core/foreman/footings'
import { type Way } from '@/core/plan/way'
import { type MeasuredPiece } from '@/core/predict/measured'
import { type JawDesign } from '@/core/shop/making'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { type PartInCasting } from '@/core/chain/fitting'
import { type Result } from '@/core/ground/issues'
import { type Casting, type CastingFit, type ScanPair, type ThinnedScan } from '@/core/work/casting'
import { type Look, type Looking } from '@/core/paper/picture'
import { type MetalReport, type WantedLook } from '@/kernel'
import { type Frame } from '@/core/ground/geometry'
import { type Mesh, type RayBoxes } from '@/core/ground/mesh'
import { type Recipe } from '@/core/ground/recipe'
import { type PartState, type Skin, type SkinEdge } from '@/core/work/stock'

/** Triangles with the edges at which they turn: six figures a piece, mm; none drawn of very many triangles. */
export type PicturedMesh = Mesh & { readonly creases: Float32Array }

/** What is picked: by boxes over its triangles. */
export type PickedMesh = PicturedMesh & { readonly boxes: RayBoxes }

/** Triangles of a part that know which of its surfaces they lie on. */
export type SkinnedMesh = PickedMesh & Skin & { readonly edges: readonly SkinEdge[] }

export interface SolidWorker {
  /** The finished part: the body of its file where it came from one that is here, else what its features leave. */
  solid(part: Part): Promise<SkinnedMesh>
  /** What is left of the part in a state. */
  left(part: Part, state: PartState): Promise<SkinnedMesh>
  /** What is seen of a part, finished or in states. */
  looks(part: Part, wanted: readonly WantedLook[]): Promise<readonly Look[]>
  /** What is left after every cut of a way, and what the metal has to say of it. */
  metal(documents: {
    readonly workshop: Workshop
    readonly part: Part
    readonly way: Way
  }): Promise<MetalReport>
  /** Soft jaws for a setup that is held in them. */
  jaws(
    documents: { readonly workshop: Workshop; readonly part: Part; readonly way: Way },
    index: number,
  ): Promise<JawDesign | undefined>
  /** Any solid by its recipe, in the frame in which the recipe is. */
  recipe(of: Recipe<Frame>): Promise<PicturedMesh>
  /** A body of a file that is kept, as it was drawn; none where the file is not here. */
  body(digest: string, body: number): Promise<PickedMesh | undefined>
}

export interface FitWorker {
  /** Fits a part into a casting as it was measured. */
  fit(part: Part, casting: Casting): Promise<Result<CastingFit>>
  /** Thins a scan (STL, or a point cloud as text) to the points that a fit needs. */
  scan(
    part: Part,
    file: { readonly name: string; readonly bytes: ArrayBuffer; readonly times: number },
    pairs: readonly ScanPair[],
    progress: (share: number) => void,
  ): Promise<Result<ThinnedScan>>
  /** The casting as it lies about the part, and the part. */
  looks(
    part: Part,
    motion: PartInCasting,
    looking: Looking,
  ): Promise<{ readonly cast: Look; readonly part: Look }>
}

export interface CuresWorker {
  /** Each kind of holding tried in one setup. */
  footings(
    documents: { readonly workshop: Workshop; readonly part: Part; readonly way: Way },
    index: number,
  ): Promise<readonly Footing[]>
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

/** What is believed of pieces by what was measured, as a page shows it. */
export interface Steering {
  readonly diagnosis: Diagnosis
  readonly pieces: readonly {
    readonly id: string
    readonly advice: Advice
    readonly next: readonly NextMeasurement[]
    readonly requirements: readonly Pick<
      Steered,
      'title' | 'isSettled' | 'standing' | 'before' | 'after'
    >[]
    readonly doubts: readonly string[]
  }[]
}

/** Conditions a way by what was measured, and says what is best moved. */
export interface SteerWorker {
  steer(
    workshop: Workshop,
    part: Part,
    way: Way,
    pieces: readonly MeasuredPiece[],
  ): Promise<Steering | undefined>
}
