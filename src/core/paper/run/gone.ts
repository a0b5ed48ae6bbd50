import { type Anew, type Moved } from '../../predict/measured'
import { type RunEntry } from './log'
import { type RunStep } from './steps'

/** Where a part was seated and zero found anew in the middle of a setup, and when. */
export type SeatedAt = Anew & { readonly at: number }

/** What of a setup is still to be cut. */
export type ToCut = Pick<Moved, 'only' | 'roughed'>

/** What is done by a log, what has to be done again, and where that changed how the part sits in the middle of a setup. */
export function goneThrough(
  steps: readonly RunStep[],
  log: readonly RunEntry[],
): {
  readonly done: ReadonlySet<string>
  readonly skipped: ReadonlyMap<string, string>
  readonly fallen: ReadonlySet<string>
  readonly anew: readonly SeatedAt[]
} {
  const done = new Set<string>()
  const skipped = new Map<string, string>()
  const fallen = new Set<string>()
  const anew: SeatedAt[] = []
  const isOver = ({ id }: RunStep): boolean => done.has(id) || skipped.has(id)
  for (const { at, body } of log)
    if (body.kind === 'done') {
      done.add(body.step)
      fallen.delete(body.step)
      skipped.delete(body.step)
    } else if (body.kind === 'skipped') skipped.set(body.step, body.why)
    else if (body.kind === 'changed') {
      for (const { falls, id, setup } of steps)
        if (falls && setup === body.setup && done.delete(id)) fallen.add(id)
      const { only, roughed } = toCutIn(steps, body.setup, isOver)
      if (only && only.length > 0)
        anew.push({ setup: body.setup, only, ...(roughed && { roughed }), at })
    }
  return { anew, done, fallen, skipped }
}

/** What of a setup is still to be cut, and what of that is roughed; nothing is said where all of it is. */
export function toCutIn(
  steps: readonly RunStep[],
  setup: string,
  isOver: (step: RunStep) => boolean,
): ToCut {
  const cuts = steps.filter((one) => one.setup === setup && one.kind === 'cut')
  const over = cuts.filter(isOver)
  if (over.length === 0) return {}
  const only = featuresOf(cuts.filter((one) => !isOver(one)))
  const roughed = featuresOf(over).filter((feature) => only.includes(feature))
  return { only, ...(roughed.length > 0 && { roughed }) }
}

/** What some steps cut, each once. */
export const featuresOf = (steps: readonly RunStep[]): string[] => [
  ...new Set(steps.flatMap(({ cuts }) => cuts?.feature ?? [])),
]
