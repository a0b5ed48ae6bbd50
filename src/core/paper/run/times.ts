import { type Prediction } from '../../predict/prediction'
import { pieceState } from './entries'
import { type RunEntry } from './log'
import { costOf, plannedTimes } from './planned'
import { type RunStep } from './steps'

/** How long a setup took on a piece, and on the others of its run. */
export interface SetupTime {
  readonly setup: string
  readonly name: string
  readonly minutes: number
  /** What the plan says. */
  readonly planned: number
  /** The mean of the pieces before it that went through the setup; nothing where there are none. */
  readonly usual: number | undefined
  /** What it cost and was to cost, where the machine has a figure for an hour, in the shop's own money. */
  readonly cost: { readonly taken: number; readonly planned: number } | undefined
  /** In words, as it stands on the check sheet. */
  readonly words: string
}

/** The time of each setup on a piece, pauses left out, beside what the pieces before it took. */
export function timesOf(
  prediction: Prediction,
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): readonly SetupTime[] {
  const before = [...new Set(entries.map((one) => one.piece))].filter((one) => one < piece)
  const others = before.map((one) => pieceState(steps, entries, one).seconds)
  const own = pieceState(steps, entries, piece).seconds
  const plans = plannedTimes(prediction)
  return prediction.plan.setups.map(({ machine, setup: { id, name } }, i): SetupTime => {
    const known = others.flatMap((seconds) => seconds.get(id) ?? [])
    const minutes = (own.get(id) ?? 0) / 60
    const usual =
      known.length > 0 ? known.reduce((sum, one) => sum + one, 0) / known.length / 60 : undefined
    const planned = plans[i]?.minutes ?? 0
    const [spent, meant] = [costOf(machine.hourRate, minutes), plans[i]?.cost]
    const cost =
      spent === undefined || meant === undefined ? undefined : { taken: spent, planned: meant }
    const words = [
      `${i + 1} ${name}: ${Math.round(minutes)} min`,
      `planned ${Math.round(planned)}`,
      ...(usual === undefined ? [] : [`before ${Math.round(usual)} min`]),
      ...(cost ? [`cost ${cost.taken.toFixed(2)} of ${cost.planned.toFixed(2)}`] : []),
    ].join(', ')
    return { setup: id, name, minutes, planned, usual, cost, words }
  })
}

/** All setups of a piece together, in words. */
export function timeInAll(times: readonly SetupTime[]): string {
  const sum = (of: (one: SetupTime) => number): number =>
    times.reduce((total, one) => total + of(one), 0)
  const costs = times.flatMap(({ cost }) => cost ?? [])
  const cost =
    costs.length === times.length && costs.length > 0
      ? `; cost ${sum((one) => one.cost?.taken ?? 0).toFixed(2)} of ${sum((one) => one.cost?.planned ?? 0).toFixed(2)}`
      : ''
  return `In all ${Math.round(sum((one) => one.minutes))} min of ${Math.round(sum((one) => one.planned))} planned (rule of thumb)${cost}.`
}
