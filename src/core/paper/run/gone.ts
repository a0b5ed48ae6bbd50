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
      const clamping = steps.find(({ setup }) => setup === body.setup)?.clamping
      for (const { falls, id, setup } of steps)
        if (falls && (setup === body.setup || setup === clamping) && done.delete(id)) fallen.add(id)
      const next = seatedNext(steps, body.setup, isOver)
      if (next) anew.push({ ...next, at })
    }
  return { anew, done, fallen, skipped }
}

/** Where a part that is seated anew is cut next in the same clamping, and what; nothing where nothing was cut in it before, or nothing is left. */
function seatedNext(
  steps: readonly RunStep[],
  setup: string,
  isOver: (step: RunStep) => boolean,
): Anew | undefined {
  const clamping = steps.find((one) => one.setup === setup)?.clamping
  const cuts = steps.filter((one) => one.kind === 'cut' && one.clamping === clamping)
  const from = cuts.findIndex((one) => one.setup === setup)
  const left = cuts.filter((one, i) => i >= from && !isOver(one))
  const [first] = left
  if (!first || !cuts.some(isOver)) return undefined
  const { only, roughed } = toCutIn(steps, first.setup, isOver)
  return {
    setup: first.setup,
    only: only ?? featuresOf(left.filter((one) => one.setup === first.setup)),
    ...(roughed && { roughed }),
  }
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
