import { lazily, type Program, type Row, type Solve } from '../fitting'

/** A figure that must stay under 0, and what moving each knob by one does to it. */
export interface Limit {
  /** Which requirement it is of: all limits of one are one margin. */
  readonly of: number
  /** Where it reaches with nothing moved: under 0 it holds. */
  readonly reach: number
  /** What is allowed there: margins are counted in parts of it. */
  readonly allowed: number
  readonly slopes: readonly number[]
}

export interface KnobRange {
  readonly low: number
  readonly high: number
  /** What it costs to move it, against the others. */
  readonly weight: number
}

/** So often the next smallest margin is made large, once those that bind are as good as they get. */
const ROUNDS = 4
/** No margin is so many times what is allowed: without a limit, few of the rows would have no answer. */
const MOST = 1e4
/** What counts as the same margin, in parts of what is allowed. */
const NEAR = 0.005

/**
 * How far to move each knob so that the smallest margin, in parts of what is allowed, is as large as can be, and
 * then the next smallest; of all ways that come near to it the one that moves least. Linear programs throughout.
 *
 * @returns nothing where there is nothing to move, or the solver finds no answer.
 */
export function steer(
  limits: readonly Limit[],
  knobs: readonly KnobRange[],
  solve: Solve,
):
  { readonly moves: readonly number[]; readonly margins: ReadonlyMap<number, number> } | undefined {
  const n = knobs.length
  if (n === 0 || limits.length === 0) return undefined
  const solved = lazily(solve)
  const settled = new Map<number, number>()
  const groups = new Set(limits.map(({ of }) => of))
  let moves: readonly number[] | undefined
  for (let round = 0; round < ROUNDS && settled.size < groups.size; round++) {
    const best = solved({
      aim: [...knobs.map(() => 0), 1],
      rows: rowsOf(limits, settled),
      low: [...knobs.map(({ low }) => low), -Infinity],
      high: [...knobs.map(({ high }) => high), MOST],
    })
    const margin = best?.x[n]
    if (!best || margin === undefined) break
    moves = best.x.slice(0, n)
    const before = settled.size
    limits.forEach(({ of }, i) => {
      if (!settled.has(of) && (best.duals[i] ?? 0) > 1e-9) settled.set(of, margin)
    })
    if (settled.size === before) break
  }
  if (!moves) return undefined
  return { moves: leastMoves(limits, knobs, settled, solved) ?? moves, margins: settled }
}

/** Each limit with the margin as a last unknown; those that are settled keep theirs. */
const rowsOf = (limits: readonly Limit[], settled: ReadonlyMap<number, number>): readonly Row[] =>
  limits.map(({ allowed, of, reach, slopes }): Row => {
    const margin = settled.get(of)
    return margin === undefined
      ? { of: [...slopes, allowed], high: -reach }
      : { of: [...slopes, 0], high: -reach - (margin - NEAR) * allowed }
  })

/** The least that has to be moved for the margins that were found: every move split into its two directions. */
function leastMoves(
  limits: readonly Limit[],
  knobs: readonly KnobRange[],
  settled: ReadonlyMap<number, number>,
  solve: Solve,
): readonly number[] | undefined {
  const n = knobs.length
  const least = Math.min(...settled.values())
  const weights = knobs.map(({ weight }) => -weight)
  const program: Program = {
    aim: [...weights, ...weights],
    rows: limits.map(({ allowed, of, reach, slopes }): Row => ({
      of: [...slopes, ...slopes.map((slope) => -slope)],
      // What was not settled is no worse off than the worst that was.
      high: -reach - ((settled.get(of) ?? least) - NEAR) * allowed,
    })),
    low: new Array<number>(2 * n).fill(0),
    high: [
      ...knobs.map(({ high }) => Math.max(0, high)),
      ...knobs.map(({ low }) => Math.max(0, -low)),
    ],
  }
  const found = solve(program)
  return found && knobs.map((_, k) => (found.x[k] ?? 0) - (found.x[n + k] ?? 0))
}
