import { type PlanePoint, point, type Point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { type Side } from '../../../work/part'
import { type Plate } from '../../workshop'
import { clampId, rowAlong, sharesAlong } from '../alongX'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, type Work } from '../work'
import { dowelsIn, gridUsed, type OnGrid, restsIn, screwsIn } from './onGrid'
import { type EdgePlateHolding, type PlateSize } from './parameters'

/**
 * A part against dowels on a plate. Setup frame: X along the dowels with 0 at the end stop, Y back with 0 at the dowels
 * there, Z up with 0 at the top of the rests.
 */
export interface AgainstDowels extends Placed {
  readonly work: Work
  readonly holding: EdgePlateHolding
  readonly plate: Plate
  /** Middles of the two dowels at the back, and of the one at the end. */
  readonly back: readonly [Point<'setup'>, Point<'setup'>]
  readonly end: Point<'setup'>
  /** Middles of the screws of the edge clamps. */
  readonly screws: readonly Point<'setup'>[]
  /** Where the three rests stand under it. */
  readonly rests: readonly Point<'setup'>[]
  /** What of a grid that the plate has is used. */
  readonly onGrid: OnGrid | undefined
  /** A strip between work and clamps, where they stand in threads further in front; 0: none, mm. */
  readonly stripMm: number
  /** The pocket that it lies in, where its walls are what it lies against: then there are no dowels. */
  readonly pocket: PlatePocket | undefined
  /** Dowels and clamps reach so far over the rests: under the top of the work, mm. */
  readonly reachMm: number
  readonly clamps: readonly Clamp[]
}

/** A pocket in a plate, from wall to wall in the setup; its floor is that of the rests. */
export interface PlatePocket {
  readonly low: PlanePoint
  readonly high: PlanePoint
  /** Its walls stand so far over the rests, mm. */
  readonly wallMm: number
  /** What it is wider than the work, and longer, mm. */
  readonly clearMm: number
}

/** What a pocket leaves in front and at the free end, beside what the work may be larger, mm (common practice, no source). */
const CLEAR_MM = 0.5

/** An edge clamp: a screw of M8 with a head that stands off its middle (common practice, no source). */
export const EDGE_CLAMP = { thread: 'M8', headMm: 20, pushesMm: 0.8 } as const
/** Dowels stand so far inside the ends of the work, as a share of its length. */
const INSIDE = 0.15
/** Dowels and clamps reach so far up the work, and no further than, mm (common practice, no source). */
const [UP, MOST_UP_MM] = [0.5, 12]

export function againstDowels(holding: EdgePlateHolding, work: Work): AgainstDowels {
  const isLeft = holding.stop === 'left'
  const block = placed(work, (low, high) => point(isLeft ? -low.x : -high.x, -high.y, -low.z))
  const { high, low } = block
  const wallMm = holding.wall?.mm ?? 0
  const pocket = wallMm > 0 ? pocketOf(block, work, isLeft, wallMm) : undefined
  const reachMm = wallMm + Math.min(MOST_UP_MM, UP * Math.max(0, high.z - wallMm))
  const onGrid = gridUsed(holding)
  const screws = screwsOf(
    onGrid,
    block,
    rowAlong(holding, block, sharesAlong(block, holding.clamps)),
  )
  return {
    ...block,
    work,
    holding,
    plate: byId(work.workshop.plates, holding.plate),
    ...stopsOf(holding, block, onGrid),
    screws,
    rests: restsUnder(block, pocket !== undefined, onGrid),
    onGrid,
    stripMm: stripOf(block, screws),
    pocket,
    reachMm,
    clamps: screws.map((at, i): Clamp => ({
      name: 'edge clamp',
      id: clampId(i),
      foot: point(at.x, low.y, reachMm),
      shape: round({ ...at, z: wallMm }, point(at.x, at.y, reachMm), EDGE_CLAMP.headMm / 2),
    })),
  }
}

/** Walls at the back and at the stop bear; in front and at the free end there is room for the largest that may come. */
function pocketOf(
  { faceAt, high, low }: Placed,
  { before, part }: Work,
  isLeft: boolean,
  wallMm: number,
): PlatePocket {
  const mayBe = (side: Side): number => (before.cut.has(side) ? 0 : part.faces[side].spread.mm)
  const clearMm =
    CLEAR_MM +
    Math.max(mayBe(faceAt.left) + mayBe(faceAt.right), mayBe(faceAt.guide) + mayBe(faceAt.away))
  return {
    low: { x: low.x - (isLeft ? 0 : clearMm), y: low.y - clearMm },
    high: { x: high.x + (isLeft ? clearMm : 0), y: high.y },
    wallMm,
    clearMm,
  }
}

/** The work as it lies, seen from above. */
type Flat = Record<'low' | 'high', PlanePoint>

/** Screws of the clamps: in front of the work by half a head, or in the grid. */
function screwsOf(
  onGrid: OnGrid | undefined,
  flat: Flat,
  xs: readonly number[],
): readonly Point<'setup'>[] {
  const y = flat.low.y - EDGE_CLAMP.headMm / 2
  return onGrid ? screwsIn(onGrid, flat, xs, y) : xs.map((x) => point(x, y, 0))
}

/** What is between the work and heads of clamps further in front, mm. */
const stripOf = ({ low }: Flat, [first]: readonly Point<'setup'>[]): number =>
  first ? Math.max(0, low.y - EDGE_CLAMP.headMm / 2 - first.y) : 0

/** Where it lies against dowels, or walls: middles of two behind it and of one at its end. */
function stopsOf(
  { dowel, stop, wall }: EdgePlateHolding,
  flat: Flat,
  onGrid: OnGrid | undefined,
): Pick<AgainstDowels, 'back' | 'end'> {
  const { high, low } = flat
  const radius = dowel.mm / 2
  // At a wall the place itself; a dowel stands off it by its radius.
  const off = wall?.mm ? 0 : radius
  const [length, middleY] = [high.x - low.x, (low.y + high.y) / 2]
  const inside = Math.min(length / 2 - 0.1, Math.max(radius, length * INSIDE))
  const back = [
    point<'setup'>(low.x + inside, off, 0),
    point<'setup'>(high.x - inside, off, 0),
  ] as const
  const end = point<'setup'>(stop === 'left' ? -off : off, middleY, 0)
  return onGrid?.hasDowels ? dowelsIn(onGrid, flat, back, end) : { back, end }
}

/** Rests lie so far inside the outline, as part of the size; in a pocket at least so far that they keep clear of what relieves its corners, mm, and never past so much. */
const [INSET, LEAST_INSET_MM, MOST_INSET] = [0.12, 10, 0.4]

/** Where the three rests stand under work of a size. */
function restsUnder(
  flat: Flat,
  isInPocket: boolean,
  onGrid: OnGrid | undefined,
): readonly Point<'setup'>[] {
  const { high, low } = flat
  const inside = (length: number): number =>
    Math.min(MOST_INSET * length, Math.max(INSET * length, isInPocket ? LEAST_INSET_MM : 0))
  const [dx, dy] = [inside(high.x - low.x), inside(high.y - low.y)]
  const rests = [
    point<'setup'>(low.x + dx, high.y - dy, 0),
    point<'setup'>(high.x - dx, high.y - dy, 0),
    point<'setup'>((low.x + high.x) / 2, low.y + dy, 0),
  ] as const
  return onGrid?.hasDowels ? restsIn(onGrid, flat, rests) : rests
}

/** What stands on the plate for another size of the work, its corner at the stops in nought. */
export type SizedWork = Flat &
  Pick<AgainstDowels, 'back' | 'end' | 'screws' | 'pocket' | 'rests' | 'stripMm'>

/** Another size against the same kind of stops, with as many clamps and as much room in a pocket. */
export function sizedWork(
  { holding, onGrid, pocket }: AgainstDowels,
  { deep, long }: PlateSize,
): SizedWork {
  const isLeft = holding.stop === 'left'
  const flat: Flat = {
    low: { x: isLeft ? 0 : -long.mm, y: -deep.mm },
    high: { x: isLeft ? long.mm : 0, y: 0 },
  }
  const clear = pocket?.clearMm ?? 0
  const screws = screwsOf(onGrid, flat, sharesAlong(flat, holding.clamps))
  return {
    ...flat,
    ...stopsOf(holding, flat, onGrid),
    rests: restsUnder(flat, pocket !== undefined, onGrid),
    screws,
    stripMm: stripOf(flat, screws),
    pocket: pocket && {
      ...pocket,
      low: { x: flat.low.x - (isLeft ? 0 : clear), y: flat.low.y - clear },
      high: { x: flat.high.x + (isLeft ? clear : 0), y: 0 },
    },
  }
}
