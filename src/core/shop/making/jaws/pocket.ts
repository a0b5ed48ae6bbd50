import { type PlanePoint } from '../../../ground/geometry'
import { edgesOf, filled, type Region, regionArea, ringsOfRegion } from '../../../ground/outline'
import { type InSoftJaws, shiftsOf } from '../../holding'
import { type Half, type JawKernel } from './types'

/** The jaw's outside corners, at the part's re-entrant ones, are rounded by this, mm (common practice, no source). */
const ROUNDED_MM = 3
/** A flat shorter than this is none to bear on, mm. */
const LEAST_FLAT_MM = 1
/** A wall goes on so far past the end of a flat, mm. */
const PAST_END_MM = 2
const SAME_MM = 1e-3
const FAR_MM = 5000

/** What a half leaves free for the part, before its corners are relieved. */
export interface Pocket {
  readonly region: Region
  readonly part: Region
  /** Left free where nothing locates. */
  readonly clearMm: number
  /** Where walls that bear end. */
  readonly wallEnds: readonly PlanePoint[]
}

export function pocketsOf(
  own: InSoftJaws,
  kernel: JawKernel,
  shadow: Region,
): Readonly<Record<Half, Pocket>> {
  const closed = closedBy(kernel, shadow)
  const shifts = shiftsOf(own)
  const { end, fixed, gapY, holding, moving } = own
  const clear = holding.clear.mm
  const pocket = (clearMm: number, walls: Region): Pocket => ({
    region: filled(kernel.cut(kernel.grow(closed, clearMm, 'sharp'), walls)),
    part: shadow,
    clearMm,
    wallEnds: walls.flat(),
  })
  if (own.bored) {
    const { radius, x } = own.bored
    const bore = (sign: 1 | -1): Region => shifts.flatMap((by) => boreWall(x + by, radius, sign))
    return { fixed: pocket(clear, bore(1)), moving: pocket(clear, bore(-1)) }
  }
  return {
    fixed: pocket(clear, [
      ...wallsAt(closed, { axis: 'y', at: fixed.at, sign: 1, clear }),
      ...(end
        ? shifts.flatMap((by) =>
            wallsAt(closed, {
              far: between(by, holding.stop === 'left' ? -1 : 1, shifts, own),
              axis: 'x',
              at: end.at + by,
              sign: holding.stop === 'left' ? -1 : 1,
              clear,
              // The end wall stands in the fixed half alone.
              above: (gapY[0] + gapY[1]) / 2,
            }),
          )
        : []),
    ]),
    // Wider lengthwise, or the halves fight over the ends.
    moving: pocket(
      2 * clear,
      wallsAt(closed, { axis: 'y', at: moving.at, sign: -1, clear: 2 * clear }),
    ),
  }
}

/**
 * Re-entrant corners and slots too narrow for the jaw are filled. It is not united with what it came from:
 * edges that are one but for rounding would spoil all that is made of them.
 */
const closedBy = (kernel: JawKernel, shadow: Region): Region =>
  filled(kernel.grow(filled(kernel.grow(shadow, ROUNDED_MM, 'sharp')), -ROUNDED_MM, 'round'))

/** Where the part's flats bear: along an axis, at a place, facing that way. */
interface WallAt {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly sign: 1 | -1
  readonly clear: number
  /** No further out than this: another part lies beyond. */
  readonly far?: number
  /** Only what lies over this in Y. */
  readonly above?: number
}

/** A wall that bears goes over into one that is clear by a ramp so many times as long as it is deep. */
const RAMP = 12

/**
 * What lies beyond the part's flats, where the jaw is not to be cut away. Past a flat's end it goes on where
 * the part falls back; where the part stands out it ends before, by a ramp that any cutter can follow.
 */
function wallsAt(closed: Region, wall: WallAt): Region {
  const { above = -FAR_MM, at, axis, clear, sign } = wall
  const along = axis === 'x' ? 'y' : 'x'
  return ringsOfRegion(closed).flatMap((ring) => {
    const edges = edgesOf(ring)
    return edges.flatMap((edge, i): Region => {
      const isThere =
        edge.kind === 'line' &&
        [edge.from, edge.to].every((p) => Math.abs(p[axis] - at) < SAME_MM) &&
        Math.abs(edge.to[along] - edge.from[along]) > LEAST_FLAT_MM
      if (!isThere) return []
      const [before, after] = [
        edges[(i + edges.length - 1) % edges.length],
        edges[(i + 1) % edges.length],
      ]
      const ends = [
        { at: edge.from[along], next: before?.from ?? edge.from },
        { at: edge.to[along], next: after?.to ?? edge.to },
      ]
        .sort((a, b) => a.at - b.at)
        .map((end) => ({ at: end.at, fallsBack: (end.next[axis] - at) * sign < -SAME_MM }))
      return beyond(wall, ends, along === 'y' ? above : -FAR_MM, Math.min(RAMP * clear, 40))
    })
  })
}

/** How far the end wall of one of several may go: half of what is between it and the next. */
function between(
  by: number,
  sign: 1 | -1,
  shifts: readonly number[],
  { high, holding, low }: InSoftJaws,
): number {
  const [first = 0, last = 0] = [shifts[0], shifts.at(-1)]
  if (by === (sign < 0 ? first : last)) return FAR_MM
  const step = (shifts[1] ?? 0) - first
  return Math.max(holding.clear.mm, (step - (high.x - low.x)) / 2)
}

/** So far to both sides of the direction in which it closes a half bears on a round, rad (common practice, no source). */
const BORE_REACH_RAD = (65 * Math.PI) / 180
/** A bore is drawn by edges that touch it from outside, rad apart. */
const BORE_STEP_RAD = Math.PI / 360

/** All that lies beyond a round about an axis in X, towards one half. */
function boreWall(x: number, radius: number, sign: 1 | -1): Region {
  const count = Math.ceil((2 * BORE_REACH_RAD) / BORE_STEP_RAD)
  // Corners of edges that touch the round: no edge cuts into it.
  const out = radius / Math.cos(BORE_REACH_RAD / count)
  const at = (angle: number, r: number): PlanePoint => ({
    x: x + r * Math.sin(angle),
    y: sign * r * Math.cos(angle),
  })
  const arc = Array.from({ length: count + 1 }, (_, i) =>
    at(-BORE_REACH_RAD + (2 * BORE_REACH_RAD * i) / count, out),
  )
  // Straight out, so that it does not come over what lies beside it.
  const ends = [1, -1].map((side) => ({
    x: x + side * out * Math.sin(BORE_REACH_RAD),
    y: sign * FAR_MM,
  }))
  const corners = [...arc, ...ends]
  return [regionArea([corners]) > 0 ? corners : [...corners].reverse()]
}

/** All that lies beyond one flat. */
function beyond(
  { at, axis, clear, far: reach = FAR_MM, sign }: WallAt,
  ends: readonly { readonly at: number; readonly fallsBack: boolean }[],
  above: number,
  rampMm: number,
): Region {
  const [first, last] = ends
  if (!first || !last) return []
  const ramp = Math.min(rampMm, (last.at - first.at) / 3)
  const from = Math.max(above, first.fallsBack ? first.at - PAST_END_MM : first.at)
  const to = last.fallsBack ? last.at + PAST_END_MM : last.at
  if (to - from < LEAST_FLAT_MM) return []
  const [out, far] = [at + sign * clear, at + sign * reach]
  const low =
    first.fallsBack || above > first.at
      ? [[at, from]]
      : [
          [out, from],
          [at, from + ramp],
        ]
  const high = last.fallsBack
    ? [[at, to]]
    : [
        [at, to - ramp],
        [out, to],
      ]
  const corners = [...low, ...high, [far, to], [far, from]].map(([a = 0, b = 0]) =>
    axis === 'x' ? { x: a, y: b } : { x: b, y: a },
  )
  return [regionArea([corners]) > 0 ? corners : [...corners].reverse()]
}
