import { type MeasuredPiece } from '../../predict/measured'
import { featuresOf, type SeatedAt } from './gone'
import { type RunEntry, standing } from './log'
import { type RunStep } from './steps'

export type Moves = NonNullable<MeasuredPiece['moved']>

/** A correction as it counts for a piece. */
export interface KeptMove {
  readonly move: Moves[number]
  readonly isFollowing: boolean
  /** Zero was not found anew since: then it is in the offset no more. */
  readonly isKeyedIn: boolean
}

/** Corrections that count for a piece: its own, and those of pieces before that stay keyed in, for the whole of their setups now. */
export function movesOf(
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
  anew: readonly SeatedAt[],
): readonly KeptMove[] {
  const pieces = [...new Set(entries.map((one) => one.piece))].filter((one) => one <= piece)
  const log = pieces.sort((a, b) => a - b).flatMap((one) => standing(entries, one))
  const voided = ({ at, move }: { readonly at: number; readonly move: Moves[number] }) =>
    log.filter((one) => one.body.kind === 'changed' && one.body.setup === move.setup && one.at > at)
  return log.flatMap(({ at, body, piece: of }): readonly KeptMove[] => {
    if (body.kind !== 'moved' || !body.taken) return []
    const isFollowing = body.following === true
    const { only: _only, roughed: _roughed, ...whole } = body.move
    const move: Moves[number] = of === piece ? body.move : whole
    if (of !== piece && !isFollowing) return []
    const since = move.axis ? voided({ at, move }) : []
    if (since.length === 0) return [{ move, isFollowing, isKeyedIn: true }]
    // An offset that was found anew is as it was found: what was cut before has it, what comes after has not.
    if (since.some((one) => one.piece < piece)) return []
    const later = anew.find((one) => one.setup === move.setup && one.at > at)?.only
    const before = later
      ? (move.only ?? ownersIn(steps, move.setup)).filter((o) => !later.includes(o))
      : []
    return before.length > 0
      ? [{ move: { ...move, only: before }, isFollowing, isKeyedIn: false }]
      : []
  })
}

/** What a setup cuts, each once. */
const ownersIn = (steps: readonly RunStep[], setup: string): readonly string[] =>
  featuresOf(steps.filter((one) => one.setup === setup && one.kind === 'cut'))

/** Corrections of the same thing as one; what cancels is gone. */
export function summed(kept: readonly KeptMove[]): Moves {
  const found = new Map<string, Moves[number]>()
  for (const {
    move: { axis, by, feature, setup },
  } of kept) {
    const key = `${setup} ${axis ?? ''} ${feature ?? ''}`
    const sum = by + (found.get(key)?.by ?? 0)
    found.set(key, { setup, by: sum, ...(axis && { axis }), ...(feature && { feature }) })
  }
  return [...found.values()].filter(({ by }) => Math.abs(by) > 1e-6)
}
