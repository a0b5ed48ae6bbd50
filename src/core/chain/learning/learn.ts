import { decompose } from '../../ground/linalg'
import { studentAt } from '../../ground/statistics'
import { type Batch, figuresUnder, type Laid, layOut } from './layout'
import { type PieceApart, Scoring, type SharedGear } from './scoring'

/** What is learnt of a figure: how much wider or tighter it is than the book has it. */
export interface LearntSpread {
  readonly path: string
  /** In parts of what the book says: the most probable, and that its logarithm is known to (one sigma). */
  readonly ratio: number
  readonly sigmaLog: number
  /** Between these with 95 %. */
  readonly low: number
  readonly high: number
  /** From so many draws it would be known as well, the book left aside. */
  readonly draws: number
  /** In how many pieces something was measured that hangs on it. */
  readonly pieces: number
}

/** What was learnt from pieces. */
export interface Learning {
  readonly spreads: readonly LearntSpread[]
  /** By batch: gear that is the same in all its pieces, as it seems to be; one sigma, in the source’s own unit. */
  readonly gear: readonly (readonly SharedGear[])[]
  /** Squares of what was measured less what the book lets expect, weighed: as many as there are values where the book is right. */
  readonly surprise: number
  readonly values: number
  /** By batch and piece: how far it is off what the others let expect, squared and weighed, and of how many values. */
  readonly apart: readonly (readonly PieceApart[])[]
}

/** What the book says is right within a factor, one sigma of its logarithm (no source). */
export const BOOK_SIGMA_LOG = 0.5
const STEPS = 40
const MOST_STEP = 0.7

/**
 * Learns from pieces how wide the figures of a shop really are: the most probable spreads by Fisher scoring of
 * the marginal likelihood, each figure's logarithm with a normal prior about what the book says. Variance
 * components: Searle, Casella and McCulloch, "Variance Components", 1992, chapter 6 (from memory). What is the
 * same in all pieces (the gear's own error) is integrated out with its own spread. The information that one
 * piece has about another through that is left out, so that an interval is rather too wide than too narrow.
 */
export function learnSpreads(batches: readonly Batch[]): Learning {
  const paths = figuresUnder(batches)
  const figureOf = new Map(paths.map((path, i) => [path, i]))
  const laid = batches.map((batch) => layOut(batch, figureOf))
  const prior = BOOK_SIGMA_LOG ** -2
  let logs = paths.map(() => 0)
  const first = scored(laid, logs)
  let now = first
  for (let step = 0; step < STEPS; step++) {
    const wanted = solved(
      now.information.map((row, i) => row.map((v, j) => (i === j ? v + prior : v))),
      now.slope.map((slope, i) => slope - prior * (logs[i] as number)),
    )
    const moves = wanted.map((by) => Math.max(-MOST_STEP, Math.min(MOST_STEP, by)))
    logs = logs.map((log, i) => log + (moves[i] as number))
    now = scored(laid, logs)
    if (Math.max(0, ...moves.map(Math.abs)) < 1e-6) break
  }
  const known = inverted(now.known.map((row, i) => row.map((v, j) => (i === j ? v + prior : v))))
  return {
    spreads: paths.map((path, i): LearntSpread => {
      const variance = Math.max(1e-12, known[i]?.[i] ?? 0)
      const draws = Math.max(0, 1 / variance - prior) / 2
      // Of few draws a spread is known less well than its curvature at the top tells: as with Student’s t.
      const by = studentAt(0.975, draws + prior / 2) * Math.sqrt(variance)
      const [ratio, low, high] = [0, -by, by].map((off) => Math.exp((logs[i] as number) + off))
      return {
        path,
        ratio: ratio ?? 1,
        low: low ?? 0,
        high: high ?? Infinity,
        sigmaLog: Math.sqrt(variance),
        draws,
        pieces: laid.reduce(
          (sum, { layouts }) =>
            sum +
            layouts.reduce(
              (n, { parts, places }) =>
                n + (parts.some(({ figure }) => figure === i) ? places.length : 0),
              0,
            ),
          0,
        ),
      }
    }),
    gear: now.gear,
    surprise: first.surprise,
    values: laid.reduce(
      (sum, { layouts }) => sum + layouts.reduce((n, one) => n + one.size * one.places.length, 0),
      0,
    ),
    apart: now.apart,
  }
}

interface Scored {
  /** Slope of the likelihood’s logarithm along each figure’s, and what is known of it by the values. */
  readonly slope: readonly number[]
  readonly information: readonly (readonly number[])[]
  /** As far as it may be relied on. */
  readonly known: readonly (readonly number[])[]
  readonly surprise: number
  readonly gear: Learning['gear']
  readonly apart: Learning['apart']
}

function scored(laid: readonly Laid[], logs: readonly number[]): Scored {
  const slope = new Float64Array(logs.length)
  const [information, known] = [0, 1].map(() => logs.map(() => new Float64Array(logs.length))) as [
    Float64Array[],
    Float64Array[],
  ]
  let surprise = 0
  const apart: (readonly PieceApart[])[] = []
  const gear = laid.map((batch) => {
    const found = new Scoring(batch, logs)
    found.add(slope, information, known)
    surprise += found.surprise
    apart.push(found.apart())
    return found.gear()
  })
  return {
    slope: [...slope],
    information: information.map((row) => [...row]),
    known: known.map((row) => [...row]),
    surprise,
    gear,
    apart,
  }
}

const inverted = (rows: readonly (readonly number[])[]): readonly (readonly number[])[] =>
  rows.length === 0 ? [] : decompose(rows, rows.length).inverse

const solved = (
  rows: readonly (readonly number[])[],
  values: readonly number[],
): readonly number[] =>
  inverted(rows).map((row) => row.reduce((sum, v, i) => sum + v * (values[i] ?? 0), 0))
