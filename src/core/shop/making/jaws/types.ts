import { type PlanePoint } from '../../../ground/geometry'
import { type Region, type RegionKernel, type Ring } from '../../../ground/outline'
import { type Recipe } from '../../../ground/recipe'
import { type Cutter, type JawBlank, type Vise } from '../../workshop'

/** What designing jaws needs of a kernel: areas, and of the part in the setup its shadow and its sections. */
export interface JawKernel extends RegionKernel {
  /** What of it lies between two heights, seen from above. */
  shadow(fromZ: number, toZ: number): Region
  section(z: number): Region
}

export type Half = 'fixed' | 'moving'

/** An upright rectangle, in X and Y of the setup. */
export interface PlaneBounds {
  readonly low: PlanePoint
  readonly high: PlanePoint
}

/** Metal taken out of a corner that the cutter's radius would leave, in X and Y of the setup. */
export interface Relief {
  readonly half: Half
  /** The corner of the pocket, or the middle of an arc too tight for the cutter. */
  readonly corner: PlanePoint
  /** The cutter goes from one place to the other, and back. */
  readonly from: PlanePoint
  readonly to: PlanePoint
  readonly radiusMm: number
}

/** A round pocket in the floor for a drill that comes through, in X and Y of the setup. */
export interface UnderHole {
  readonly at: PlanePoint
  readonly radiusMm: number
  readonly deepMm: number
}

/** A pin in the floor, in X and Y of the setup. */
export interface JawPin {
  readonly at: PlanePoint
  readonly shankMm: number
  readonly headMm: number
  /** Its hole below the floor, mm. */
  readonly deepMm: number
}

/** One half of a pair of soft jaws; all in the setup, X and Y as seen from above. */
export interface JawHalf extends PlaneBounds {
  readonly half: Half
  /** What of the blank stands over the floor of the step. */
  readonly profile: readonly Ring[]
  /** The groove along the foot of its walls. */
  readonly groove: readonly Ring[]
  /** Channels across the floor to the gap, so deep, for coolant and chips. */
  readonly channels: readonly Ring[]
  readonly reliefs: readonly Relief[]
  /** Under holes that come through while the part is held so: into its floor, so deep. */
  readonly under: readonly UnderHole[]
  /** Where a pin stands in its floor: its shank there, and what of it is in the part. */
  readonly pins: readonly JawPin[]
  readonly body: Recipe<'setup'>
  /** Where the part's outline and this half's walls face each other, mm; reliefs left out of the most. */
  readonly leastGapMm: number
  readonly mostGapMm: number
  /** Length along which they touch, mm. */
  readonly bearsMm: number
}

/** What is cut into the jaws, in its order. */
export interface JawCut {
  readonly what: string
  readonly cutter: string
  /** Below the top of the jaws, mm. */
  readonly depthMm: number
  readonly halves: 'both' | Half
}

/** Something that keeps these jaws from being made or from holding. */
export interface JawTrouble {
  readonly code: 'cutter' | 'holding' | 'nothing-in-step' | 'no-contact'
  readonly sentence: string
}

export interface JawDesign {
  readonly vise: Vise
  readonly blank: JawBlank
  readonly cutter: Cutter
  readonly clearMm: number
  readonly mouthMm: number
  /** Where the two halves end at the gap: the fixed one, the moving one. */
  readonly gapY: readonly [number, number]
  /** What keeps the halves apart while they are cut: as wide as the gap, over the vise's screw, its top well below the floor. */
  readonly slug: { readonly diameterMm: number; readonly topZ: number }
  /** Faces at the walls, in Y of the setup, and how high the work stands. */
  readonly walls: { readonly fixed: number; readonly moving: number }
  readonly workTopZ: number
  /** What those walls lean, in by so much for each mm down to the floor, mm/mm. */
  readonly leans: { readonly fixed: number; readonly moving: number; readonly end: number }
  readonly stepMm: number
  /** Height of flat contact at the walls, less the mouth, mm. */
  readonly gripMm: number
  readonly floorZ: number
  readonly topZ: number
  /** Of the part below the top of the jaws, seen from above, in the setup. */
  readonly outline: readonly Ring[]
  /** How far each of the parts side by side is shifted along X, the first not at all, mm. */
  readonly shifts: readonly number[]
  readonly fixed: JawHalf
  readonly moving: JawHalf
  readonly cuts: readonly JawCut[]
  /** What is to be done to the work itself, so that it sits down. */
  readonly edges: string
  /** Where the jaws' own zero is, in the setup: end wall, wall of the fixed half, floor. */
  readonly zero: {
    readonly x: number
    readonly y: number
    readonly z: number
    readonly words: string
  }
  readonly troubles: readonly JawTrouble[]
}
