import {
  type Best,
  freeOf,
  type Held,
  least,
  lookFrom,
  lowestOf,
  type Scaled,
  scaleOf,
  type Seen,
  stepped,
} from './fit'
import { leastSquares } from './least'
import { type Measured, outsideWith, type PartInCasting } from './model'

/** What of the smallest slack may be given up for balance, mm: the solver's own grain. */
const GIVE_MM = 1e-7
const ROUNDS = 6
const SETTLED_MM = 1e-6
/** So many of the tightest points hold a step back; all others are looked at after it. */
const MOST_ROWS = 400

/**
 * Among all places of the part that are as good at the tightest point: the one at which every surface has about what
 * it should have, by least squares. Points count so that every surface counts alike, by its weight.
 */
export function balance(
  points: readonly Measured[],
  held: Held,
  best: Best,
  from: PartInCasting,
): Best {
  const scaled = scaleOf(points)
  const wanted = aims(points, from)
  const free = freeOf(held).flatMap((is, k) => (is ? [k] : []))
  let { motion } = best
  for (let round = 0; round < ROUNDS; round++) {
    const seen = lookFrom(motion, points, scaled)
    const step = balancingStep(points, seen, wanted, free, best)
    const next = step && kept(points, motion, step, best, scaled)
    if (!next) break
    motion = next.motion
    if (next.longest < SETTLED_MM) break
  }
  const { slack, upper } = lookFrom(motion, points, scaled)
  return { motion, smallestMm: least(slack), overMm: Math.max(0, -least(upper)) }
}

/** What should be outside at every point, and how much it counts. */
interface Wanted {
  readonly aims: Float64Array
  readonly weights: Float64Array
}

function aims(points: readonly Measured[], from: PartInCasting): Wanted {
  const outside = outsideWith(from)
  const counts = new Map<string, number>()
  for (const { on } of points) counts.set(on.id, (counts.get(on.id) ?? 0) + 1)
  return {
    aims: Float64Array.from(points, (one) => one.on.aimMm ?? outside(one).mm),
    weights: Float64Array.from(points, ({ on }) => (on.weight ?? 1) / (counts.get(on.id) ?? 1)),
  }
}

function balancingStep(
  points: readonly Measured[],
  seen: Seen,
  { aims: wanted, weights }: Wanted,
  free: readonly number[],
  { overMm, smallestMm }: Best,
): readonly number[] | undefined {
  const gain = (j: number, k: number): number => seen.gains[6 * j + k] as number
  const squares = free.map(() => free.map(() => 0))
  const aim = free.map(() => 0)
  points.forEach(({ on }, j) => {
    const off = (seen.slack[j] as number) + on.leastMm - (wanted[j] as number)
    const weight = weights[j] as number
    free.forEach((k, a) => {
      aim[a] = (aim[a] as number) - weight * off * gain(j, k)
      const row = squares[a] as number[]
      free.forEach((l, b) => (row[b] = (row[b] as number) + weight * gain(j, k) * gain(j, l)))
    })
  })
  // What nothing measures stays where it is.
  squares.forEach((row, a) => (row[a] = (row[a] as number) + 1e-6))
  const rows = [
    ...lowestOf(seen.slack, MOST_ROWS).map((j) => ({
      of: free.map((k) => gain(j, k)),
      least: smallestMm - GIVE_MM / 2 - (seen.slack[j] as number),
    })),
    ...lowestOf(seen.upper, MOST_ROWS).map((j) => ({
      of: free.map((k) => -gain(j, k)),
      least: -overMm - GIVE_MM / 2 - (seen.upper[j] as number),
    })),
  ]
  const x = leastSquares(squares, aim, rows)?.x
  return x && [0, 1, 2, 3, 4, 5].map((k) => x[free.indexOf(k)] ?? 0)
}

/** As much of a step as keeps the smallest slack, made exactly. */
function kept(
  points: readonly Measured[],
  motion: PartInCasting,
  step: readonly number[],
  best: Best,
  scaled: Scaled,
): { readonly motion: PartInCasting; readonly longest: number } | undefined {
  for (let share = 1; share > 1e-3; share /= 2) {
    const x = step.map((mm) => mm * share)
    const next = stepped(motion, x, scaled)
    const { slack, upper } = lookFrom(next, points, scaled)
    if (least(slack) >= best.smallestMm - GIVE_MM && -least(upper) <= best.overMm + GIVE_MM)
      return { motion: next, longest: Math.max(...x.map(Math.abs)) }
  }
  return undefined
}
