import { type Part } from '../../../work/part'
import { type Lies, type ReturnsBy } from '../../holding'

/** A place in the plate's own corner, low and left as seen from above, mm. */
export interface Place {
  readonly x: number
  readonly y: number
}

/** Where one of the parts lies on the plate. */
export interface PlatePlace {
  /** From the left and from the front, from 1. */
  readonly column: number
  readonly row: number
  /** How far its zero lies from that of the first, and where its own corner is. */
  readonly shift: Place
  readonly corner: Place
  readonly lies: Lies
}

export interface PlatePin {
  readonly kind: 'round' | 'relieved'
  /** The part's hole that sits on it. */
  readonly hole: string
  readonly at: Place
  readonly holeMm: number
  readonly headMm: number
  readonly playMm: number
  /** Dowel that stands in the plate, reamed H7 for it. */
  readonly shankMm: number
  /** Width of each of its two lands, and the direction of the middle of one, from X; whole where it is round. */
  readonly landMm?: number
  readonly landRad?: number
}

export interface PlateScrew {
  readonly hole: string
  readonly at: Place
  readonly thread: string
  /** Through the part into the plate, or up through the plate into a thread of the part. */
  readonly from: 'above' | 'below'
  readonly engagedMm: number
  readonly lengthMm: number
}

/** Another size of the work on the plate: where its corner lies, and its zero from that of the first place, mm. */
export interface SizedPlace {
  readonly longMm: number
  readonly deepMm: number
  readonly corner: Place
  readonly shift: Place
}

/** A pocket in the plate that a part lies in. */
export interface PocketCut {
  readonly at: Place
  readonly widthMm: number
  readonly depthMm: number
  /** From the top of the plate to its floor, where the rests stand. */
  readonly deepMm: number
  /** Left in its corners by the cutter, within the reliefs. */
  readonly cornerMm: number
  readonly reliefMm: number
  /** Middles of the reliefs: its corners. */
  readonly corners: readonly Place[]
}

/** Holes that a plate has already: threads, the first half a pitch from its corner, and dowel holes in the middles between them. */
export interface Grid {
  readonly pitchMm: number
  readonly uses: 'no' | 'threads' | 'threads and dowels'
}

/** What holes of the grid serve for at all places. */
export interface GridUsed {
  readonly name: string
  readonly as: 'thread' | 'dowel'
  /** Which ones: a letter for the column from the left, a number for the row from the front. */
  readonly holes: readonly (Place & { readonly name: string })[]
}

/** How parts on a plate that lie the same way round follow each other, mm. */
export interface PlateGrid {
  readonly columns: number
  readonly rows: number
  readonly step: Place
  readonly lies: Lies
}

/** What holds the plate itself, screws into the table's slots, and what it comes back by. */
export interface TablePlace {
  readonly by: ReturnsBy
  readonly screws: readonly Place[]
  readonly dowels: readonly Place[]
  /** Middles of keys let into the underside along X. */
  readonly keys: readonly Place[]
  /** A bore that is indicated. */
  readonly bore?: Place
}

/** A fixture plate designed for a setup: a part of its own, and what goes into it. */
export interface PlateDesign {
  readonly part: Part
  /** Pins, screws, rests and reliefs of the first place; each further one has its own, as `atPlace` puts them. */
  readonly pins: readonly PlatePin[]
  readonly screws: readonly PlateScrew[]
  /** Dowels that the first lies against, and at which of its sides; and the edge clamps that push it there. */
  readonly stops: readonly (Place & {
    readonly diameterMm: number
    readonly at: 'back' | 'left' | 'right'
  })[]
  readonly clamps: readonly (Place & { readonly thread: string; readonly headMm: number })[]
  /** The pocket of the first, by its low corner; its corners are relieved by holes, so that the work goes in. */
  readonly pocket?: PocketCut
  /** Rest buttons, all ground to one height over the plate. */
  readonly rests: readonly Place[]
  readonly restMm: number
  readonly table: TablePlace
  /** The parts on it, the first at its front left; and the outline of the first, seen from above. */
  readonly places: readonly PlatePlace[]
  readonly outline: readonly Place[]
  /** Further sizes that lie to the right, each with what stands in the plate for it. */
  readonly sizes?: readonly SizedPlace[]
  /** Threads beside the pins, for screws that lift the part off them. */
  readonly lifts: readonly (Place & { readonly thread: string })[]
  /** A thread from below under the part, for air. */
  readonly air: readonly (Place & { readonly thread: string })[]
  /** Under holes that come through; those without a depth go through the plate. */
  readonly reliefs: readonly (Place & { readonly diameterMm: number; readonly deepMm?: number })[]
  /** Of two pins: how far they stand apart, and how far the centres of holes and pins may be off each other along their line, ± mm. */
  readonly betweenPinsMm?: number
  readonly offMm?: number
  readonly zero: Place & { readonly z: number; readonly words: string }
  /** The grid of holes that the plate has already, and which of them serve: those are not drilled. */
  readonly grid?: Grid & { readonly used: readonly GridUsed[] }
  readonly weightKg: number
  /** Another setup of the part to the right of it on the same plate: its own design, and where its corner lies. */
  readonly beside?: { readonly name: string; readonly design: PlateDesign; readonly shift: Place }
  readonly troubles: readonly string[]
}

/** Where something of the first place lies at another one: shifted with its zero, turned about it or mirrored in it too. */
export function atPlace(
  { zero }: Pick<PlateDesign, 'zero'>,
  { lies, shift }: Pick<PlatePlace, 'lies' | 'shift'>,
  { x, y }: Place,
): Place {
  return {
    x: tidy(zero.x + shift.x + (lies.x ? -1 : 1) * (x - zero.x)),
    y: tidy(zero.y + shift.y + (lies.y ? -1 : 1) * (y - zero.y)),
  }
}

/** Lengths of a plate without the dust of sums, mm. */
export const tidy = (mm: number): number => Math.round(mm * 1e6) / 1e6
