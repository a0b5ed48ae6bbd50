import { type Way } from '../../plan/way'
import { pieceState } from './entries'
import { type RunEntry } from './log'
import { type RunStep } from './steps'

/** How long a setup took on a piece, and on the others of its run. */
export interface SetupTime {
  readonly setup: string
  readonly name: string
  readonly minutes: number
  /** The mean of the pieces before it that went through the setup; nothing where there are none. */
  readonly usual: number | undefined
  /** In words, as it stands on the check sheet. */
  readonly words: string
}

/** The time of each setup on a piece, pauses left out, beside what the pieces before it took. */
export function timesOf(
  { setups }: Way,
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): readonly SetupTime[] {
  const before = [...new Set(entries.map((one) => one.piece))].filter((one) => one < piece)
  const others = before.map((one) => pieceState(steps, entries, one).seconds)
  const own = pieceState(steps, entries, piece).seconds
  return setups.map(({ id, name }, i): SetupTime => {
    const known = others.flatMap((seconds) => seconds.get(id) ?? [])
    const minutes = (own.get(id) ?? 0) / 60
    const usual =
      known.length > 0 ? known.reduce((sum, one) => sum + one, 0) / known.length / 60 : undefined
    const beside = usual === undefined ? '' : `, before ${Math.round(usual)} min`
    const words = `${i + 1} ${name}: ${Math.round(minutes)} min${beside}`
    return { setup: id, name, minutes, usual, words }
  })
}
