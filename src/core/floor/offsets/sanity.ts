import { applyMotion, AXES, type Point, point, subtract } from '../../ground/geometry'
import { markedCornerSeen } from '../../plan/drilling'
import { axisOf, markedCorner, oppositeOf, planeOf, type Side } from '../../work/part'
import { uppermost } from '../../shop/holding'
import { axisName, driven, type PlannedSetup, zeroPoint } from '../../plan/planning'
import { levelNow } from '../../work/stock'
import { printLength } from '../../handbook/units'

/** A place to drive to before the first cut, and what must be seen there. */
export interface SanityPlace {
  /** What the axes read from zero, mm. */
  readonly at: Point<'setup'>
  /** The same place in the frame of the setup, for the picture. */
  readonly inSetup: Point<'setup'>
  readonly drive: string
  readonly see: string
}

/** Height over the top that the tip is brought to, mm: a 10 mm bar just goes under. */
const OVER_MM = 10
/** A corner nearer to zero than this would not show a wrong sign, mm. */
const APART_MM = 5

/**
 * A corner of the work as it stands, 10 mm over its top: the marked one, or the one across from it
 * when zero itself is there, since a place at zero shows no wrong sign.
 */
export function sanityPlace(planned: PlannedSetup): SanityPlace {
  const { part } = planned
  const { before, standing } = planned
  const towards = standing.words.guided
  const zero = zeroPoint(planned)
  const [u, v] = planeOf(uppermost(standing))
  const corner = markedCorner(part)
  const marked: readonly [Side, Side] = [corner[u], corner[v]]
  const across: readonly [Side, Side] = [oppositeOf(marked[0]), oppositeOf(marked[1])]
  const seen = markedCornerSeen(planned)
  const placeOf = (sides: readonly [Side, Side]): Point<'setup'> => {
    const at = { ...seen }
    for (const side of sides) {
      const axis = axisOf(side)
      at[axis] = levelNow(part, before, side)
    }
    return applyMotion(standing.setupFromPart, at)
  }
  const least = (sides: readonly [Side, Side]): number => {
    const p = placeOf(sides)
    return Math.min(Math.abs(p.x - zero.x), Math.abs(p.y - zero.y))
  }
  const corners: readonly (readonly [Side, Side])[] = [
    marked,
    across,
    [marked[0], across[1]],
    [across[0], marked[1]],
  ]
  const sides =
    corners.find((c) => least(c) > APART_MM) ??
    corners.reduce((a, b) => (away(placeOf(b), zero) > away(placeOf(a), zero) ? b : a))
  const place = placeOf(sides)
  // Where the part leans under the spindle its top is no level: the tip stands over the corner itself.
  const isLevel = standing.faceAt.up !== undefined
  const over = isLevel ? standing.high.z : place.z
  const inSetup = point<'setup'>(place.x, place.y, over + OVER_MM)
  const at = driven(planned, subtract(inSetup, zero))
  const length = (mm: number): string => printLength(mm, part.unit)
  const names = sides.map((side) => part.faces[side].name).join(' and ')
  const ways = [
    ...(Math.abs(at.x) > APART_MM ? [at.x > 0 ? 'to the right' : 'to the left'] : []),
    ...(Math.abs(at.y) > APART_MM
      ? [at.y > 0 ? `towards ${towards}` : `away from ${towards}`]
      : []),
  ]
  return {
    at,
    inSetup,
    drive: AXES.map((axis) => `${axisName(planned, axis)} ${length(at[axis])}`).join('  '),
    see: `The tip stands over the corner of ${names}${sides === marked ? ', the marked one' : ''}, ${length(OVER_MM)} above ${isLevel ? 'the top' : 'it'}: a bar of that size just goes under. From zero it went ${ways.join(' and ')}; if not, a sign is wrong.`,
  }
}

const away = (p: Point<'setup'>, zero: Point<'setup'>): number =>
  Math.hypot(p.x - zero.x, p.y - zero.y)
