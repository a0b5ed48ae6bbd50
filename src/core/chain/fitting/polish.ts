import { leastEigenvalue } from '../../ground/linalg'
import {
  type Best,
  freeOf,
  type Held,
  least,
  lookFrom,
  lowestOf,
  meritOf,
  type Scaled,
  scaleOf,
  type Seen,
  stepped,
} from './fit'
import { type AtLeast, leastSquares } from './least'
import { type Measured, type PartInCasting } from './model'

const ROUNDS = 40
/** How far apart the slopes are taken of which the bending is found, as a share of the size. */
const APART = 1e-4
/** What is bent less than this is taken as bent so much, that there is one answer: per mm. */
const LEAST_BENDING = 1e-7
const MOST_ROWS = 120
const SETTLED_MM = 1e-9
/** By how much more is taken as bent after a step that gained nothing, at first and at the most, per mm. */
const [FIRST_HOLD, MOST_HOLD] = [1e-5, 1e3]

/** A limit at a point, with what it counts. */
interface Bound {
  readonly point: number
  readonly sign: 1 | -1
  readonly dual: number
}

/**
 * The last steps to the best place. Where it lies between corners of the linear programs, steps that know how the
 * slacks bend come to it at once: quadratic programs with what bound in the one before, as it counted there.
 */
export function polished(points: readonly Measured[], held: Held, best: Best): Best {
  const scaled = scaleOf(points)
  const free = freeOf(held).flatMap((is, k) => (is ? [k] : []))
  let { motion } = best
  let seen = lookFrom(motion, points, scaled)
  let bounds: readonly Bound[] = []
  let hold = FIRST_HOLD
  for (let round = 0; round < ROUNDS && hold < MOST_HOLD; round++) {
    const bent = bendingAt(points, bounds, motion, free, scaled)
    const step = stepFrom(seen, bent, hold, free)
    if (!step) break
    const next = stepped(motion, step.x, scaled)
    const there = lookFrom(next, points, scaled)
    const isBetter = meritOf(there) > meritOf(seen)
    const isSettled = Math.max(...step.x.map(Math.abs)) < SETTLED_MM
    // The first program has nothing to go by yet: what it bends it has only found out.
    const hadBounds = bounds.length > 0
    bounds = step.bounds
    if (isBetter) {
      ;[motion, seen] = [next, there]
      hold /= 10
    } else if (hadBounds) hold = Math.max(hold * 10, FIRST_HOLD)
    if (isSettled) break
  }
  return { motion, smallestMm: least(seen.slack), overMm: Math.max(0, -least(seen.upper)) }
}

function stepFrom(
  seen: Seen,
  bent: readonly (readonly number[])[],
  hold: number,
  free: readonly number[],
): { readonly x: readonly number[]; readonly bounds: readonly Bound[] } | undefined {
  const smallest = least(seen.slack)
  const over = Math.max(0, -least(seen.upper))
  const gains = (j: number, sign: number): number[] =>
    free.map((k) => sign * (seen.gains[6 * j + k] as number))
  const lower = lowestOf(seen.slack, MOST_ROWS)
  const upper = lowestOf(seen.upper, MOST_ROWS)
  const rows: AtLeast[] = [
    ...lower.map((j) => ({
      of: [...gains(j, 1), -1],
      least: smallest - (seen.slack[j] as number),
    })),
    ...upper.map((j) => ({ of: [...gains(j, -1), 0], least: -(seen.upper[j] as number) - over })),
  ]
  const squares = [
    ...bent.map((row, a) => [...row.map((value, b) => (a === b ? value + hold : value)), 0]),
    [...free.map(() => 0), 1e-9],
  ]
  const found = leastSquares(squares, [...free.map(() => 0), 1], rows)
  if (!found) return undefined
  const bounds = [...lower, ...upper].map((point, i): Bound => ({
    point,
    sign: i < lower.length ? 1 : -1,
    dual: found.duals[i] ?? 0,
  }))
  return {
    x: [0, 1, 2, 3, 4, 5].map((k) => found.x[free.indexOf(k)] ?? 0),
    bounds: bounds.filter(({ dual }) => dual > 1e-9),
  }
}

/** How what binds bends with a step, as it counts: second derivatives of the free unknowns, made convex. */
function bendingAt(
  points: readonly Measured[],
  bounds: readonly Bound[],
  motion: PartInCasting,
  free: readonly number[],
  scaled: Scaled,
): readonly (readonly number[])[] {
  const bound = bounds.map(({ point }) => points[point] as Measured)
  const by = APART * scaled.sizeMm
  const slopes = (k: number, sign: number): Float64Array => {
    const step = [0, 1, 2, 3, 4, 5].map((i) => (i === k ? sign * by : 0))
    return lookFrom(stepped(motion, step, scaled), bound, scaled).gains
  }
  const found = free.map((k) => {
    const [after, before] = [slopes(k, 1), slopes(k, -1)]
    return free.map((l) =>
      bounds.reduce((sum, { dual, sign }, j) => {
        const change = ((after[6 * j + l] as number) - (before[6 * j + l] as number)) / (2 * by)
        return sum - sign * dual * change
      }, 0),
    )
  })
  const even = found.map((row, a) => row.map((value, b) => (value + (found[b]?.[a] ?? 0)) / 2))
  const lift = Math.max(0, LEAST_BENDING - leastEigenvalue(even))
  return even.map((row, a) => row.map((value, b) => (a === b ? value + lift : value)))
}
