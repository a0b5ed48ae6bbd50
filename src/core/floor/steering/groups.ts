import { type Explained } from '../../chain/belief'
import { type Suspect } from './suspect'

/** Two that differ by less than so many standard deviations in all that was measured are not told apart. */
const APART = 2
/** However little was seen of them: what is less alike than this is not the same. */
const ALIKE = 0.85
const MOST_CAUSES = 6
/** A cause is told from this probability on. */
const TOLD = 0.02

/** Suspects that show the same. */
export interface Group {
  /** Suspects by their numbers, the likeliest first. */
  readonly members: readonly number[]
  readonly probability: number
}

/** Suspects that show the same, as one; the likeliest group first. */
export function grouped(suspects: readonly Suspect[], explained: Explained): readonly Group[] {
  const { alike, blame } = explained
  const order = Array.from(suspects.keys()).sort(
    (a, b) => (blame[b] as number) - (blame[a] as number),
  )
  const taken = new Set<number>()
  const groups: Group[] = []
  for (const lead of order) {
    if (groups.length >= MOST_CAUSES) break
    if (taken.has(lead) || (blame[lead] as number) === 0) continue
    // How many standard deviations of it there are, and how much of that another would leave unexplained.
    const seen = Math.abs(sizeOf(lead, explained)) / (explained.sigma[lead] as number)
    const members = order.filter((j) => {
      const like = Math.abs(alike(lead, j))
      return (
        !taken.has(j) &&
        (j === lead || (like > ALIKE && seen * Math.sqrt(Math.max(0, 1 - like * like)) < APART))
      )
    })
    for (const j of members) taken.add(j)
    const probability = members.reduce((sum, j) => sum + (blame[j] as number), 0)
    groups.push({ members, probability: Math.min(1, probability) })
  }
  return groups
    .sort((a, b) => b.probability - a.probability)
    .filter(({ probability }, i) => i === 0 || probability > TOLD)
}

/** A suspect's size in the likeliest explanation that has it. */
export function sizeOf(suspect: number, { explanations }: Explained): number {
  const best = explanations.find(({ of }) => of.includes(suspect))
  return best?.sizes[best.of.indexOf(suspect)] ?? 0
}
