import { type CompiledMeasure } from './compile'
import { type Event } from './events'
import { prepare, type Prepared } from './prepare'
import { type NamedSource } from './source'
import { type Sparse, sparseFrom } from './sparse'

/** An event as a form over the sources. */
export function formOfEvent({ at, by }: Event, { figures, measure }: Prepared): Sparse {
  const sums = new Map<number, number>()
  at.forEach((index, n) => {
    const figure = figures[index]
    figure?.at.forEach((k, i) => {
      const factor = (by[n] as number) * (figure.by[i] as number)
      const form = measure.forms[k] as Sparse
      form.indices.forEach((source, j) =>
        sums.set(source, (sums.get(source) ?? 0) + factor * (form.coefficients[j] as number)),
      )
    })
  })
  const most = Math.max(0, ...[...sums.values()].map(Math.abs))
  return sparseFrom(
    [...sums].filter(([, c]) => Math.abs(c) > 1e-12 * most).sort(([i], [j]) => i - j),
  )
}

/** How a requirement comes to fail: a linear figure over the sources that then goes over 0. */
export interface Reach {
  /** Mean and standard deviation, in the terms of what is predicted. */
  readonly mean: number
  readonly sigma: number
  readonly form: Sparse
}

/** All the ways in which a measure comes to fail. */
export function reachesOf(
  measure: CompiledMeasure,
  sources: readonly NamedSource[],
): readonly Reach[] {
  const prepared = prepare(measure, sources)
  return prepared.events.map((event) => ({
    mean: event.mean,
    sigma: event.sigma,
    form: formOfEvent(event, prepared),
  }))
}
