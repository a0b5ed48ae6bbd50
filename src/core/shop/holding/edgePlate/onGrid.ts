import { type PlanePoint, point, type Point } from '../../../ground/geometry'
import { LEAST_PITCH_MM } from '../ownPlace'
import { type EdgePlateHolding } from './parameters'

/** A grid of holes that a plate has already and that is used: threads, and dowel holes in the middles between them. */
export interface OnGrid {
  readonly pitchMm: number
  /** Dowels and rests stand in it too, not only screws. */
  readonly hasDowels: boolean
  /** Nought of its dowel holes in the setup: the middle of the dowel at the end, and the line of those at the back. */
  readonly from: PlanePoint
}

/** What of a grid is used; in a plate with pockets nothing but its threads. */
export function gridUsed({
  dowel,
  grid,
  stop,
  uses = 'no',
  wall,
}: EdgePlateHolding): OnGrid | undefined {
  const pitchMm = grid?.mm ?? 0
  if (pitchMm < LEAST_PITCH_MM || uses === 'no') return undefined
  const radius = dowel.mm / 2
  return {
    pitchMm,
    hasDowels: uses === 'threads and dowels' && !wall?.mm,
    from: { x: stop === 'left' ? -radius : radius, y: radius },
  }
}

/**
 * Places put where a row has holes, each as near as it can be to where it was, no two in one hole.
 *
 * @param from - where one hole of the row is.
 * @param between - none is put outside of these while holes inside are enough.
 */
export function intoRow(
  places: readonly number[],
  { from, pitchMm }: { readonly from: number; readonly pitchMm: number },
  between: readonly [number, number],
): readonly number[] {
  const [least, most] = [
    Math.ceil((between[0] - from) / pitchMm - 1e-9),
    Math.floor((between[1] - from) / pitchMm + 1e-9),
  ]
  const order = places.map((_, i) => i).sort((a, b) => (places[a] ?? 0) - (places[b] ?? 0))
  let before = -Infinity
  const put = new Map<number, number>()
  order.forEach((i, nth) => {
    const nearest = Math.round(((places[i] ?? 0) - from) / pitchMm)
    const last = most - (order.length - 1 - nth)
    before = Math.max(before + 1, least + nth, Math.min(last, nearest))
    put.set(i, before)
  })
  return places.map((_, i) => from + (put.get(i) ?? 0) * pitchMm)
}

type Flat = Record<'low' | 'high', PlanePoint>

/** What stands along the work or under it does so at least so far inside its ends, mm (common practice, no source). */
export const INSIDE_MM = 4
const along = ({ high, low }: Flat): readonly [number, number] => [
  low.x + INSIDE_MM,
  high.x - INSIDE_MM,
]
const deep = ({ high, low }: Flat): readonly [number, number] => [
  low.y + INSIDE_MM,
  high.y - INSIDE_MM,
]

/** Two dowels behind the work and one at its end, as near as holes of the grid are to where they would stand. */
export function dowelsIn(
  { from, pitchMm }: OnGrid,
  flat: Flat,
  back: readonly [Point<'setup'>, Point<'setup'>],
  end: Point<'setup'>,
): { readonly back: typeof back; readonly end: Point<'setup'> } {
  const xs = intoRow([back[0].x, back[1].x], { from: from.x, pitchMm }, along(flat))
  const [y = end.y] = intoRow([end.y], { from: from.y, pitchMm }, deep(flat))
  return {
    back: [point(xs[0] ?? 0, back[0].y, 0), point(xs[1] ?? 0, back[1].y, 0)],
    end: point(end.x, y, 0),
  }
}

/** Three rests, two behind and one in front of them. */
export function restsIn(
  { from, pitchMm }: OnGrid,
  flat: Flat,
  [left, right, front]: readonly [Point<'setup'>, Point<'setup'>, Point<'setup'>],
): readonly [Point<'setup'>, Point<'setup'>, Point<'setup'>] {
  const across = { from: from.x, pitchMm }
  const [a = 0, b = 0] = intoRow([left.x, right.x], across, along(flat))
  const [middle = 0] = intoRow([front.x], across, along(flat))
  const [y = 0, behind = 0] = intoRow([front.y, left.y], { from: from.y, pitchMm }, deep(flat))
  return [point(a, behind, 0), point(b, behind, 0), point(middle, y, 0)]
}

/**
 * Screws of clamps in front: in a row of threads, those of one line a whole number of pitches apart. Where the dowels
 * are in the grid too its threads lie between those, so that the clamps stand back by up to a pitch.
 */
export function screwsIn(
  { from, hasDowels, pitchMm }: OnGrid,
  flat: Flat,
  xs: readonly number[],
  y: number,
): readonly Point<'setup'>[] {
  const half = pitchMm / 2
  const row = { from: hasDowels ? from.x + half : (xs[0] ?? 0), pitchMm }
  const back = from.y - half
  const line = hasDowels ? back - Math.ceil((back - y) / pitchMm - 1e-9) * pitchMm : y
  return intoRow(xs, row, along(flat)).map((x) => point(x, line, 0))
}

/** The next whole number of pitches: so far parts follow each other on a grid that is used, mm. */
export const wholeSteps = (mm: number, { pitchMm }: Pick<OnGrid, 'pitchMm'>): number =>
  Math.ceil(mm / pitchMm - 1e-9) * pitchMm
