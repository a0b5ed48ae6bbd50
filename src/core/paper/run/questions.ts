import { type RunEntry, standing } from './log'

/** A question to whoever ordered the part or answers for the drawing, with what came back. */
export interface Question {
  readonly id: string
  readonly text: string
  readonly who: string
  readonly at: number
  /** The last answer counts; none while it is open. */
  readonly answer: { readonly text: string; readonly who: string; readonly at: number } | undefined
}

/** The questions of a log, those that are open first, then in the order in which they were asked. */
export function questionsOf(entries: readonly RunEntry[]): readonly Question[] {
  const pieces = [...new Set(entries.map(({ piece }) => piece))]
  const log = pieces.flatMap((piece) => standing(entries, piece))
  const found = log.flatMap(({ at, body, id, who }): readonly Question[] => {
    if (body.kind !== 'question') return []
    const last = log.findLast((one) => one.body.kind === 'answer' && one.body.entry === id)
    const answer =
      last?.body.kind === 'answer'
        ? { text: last.body.text, who: last.who, at: last.at }
        : undefined
    return [{ id, text: body.text, who, at, answer }]
  })
  return found.sort(
    (a, b) => Number(a.answer !== undefined) - Number(b.answer !== undefined) || a.at - b.at,
  )
}
