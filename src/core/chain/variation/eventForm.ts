import { type CompiledMeasure } from './compile'
import { type Event } from './events'
import { prepare, type Prepared } from './prepare'
import { type NamedSource } from './source'
import { FormBuilder, ROUNDING, type Sparse } from './sparse'

/** An event as a form over the sources. */
export function formOfEvent(
  { at, by }: Event,
  { figures, measure, sources }: Pick<Prepared, 'figures' | 'measure' | 'sources'>,
): Sparse {
  const form = new FormBuilder(sources.length)
  at.forEach((index, n) => {
    const figure = figures[index]
    figure?.at.forEach((k, i) =>
      form.addForm(measure.forms[k] as Sparse, (by[n] as number) * (figure.by[i] as number)),
    )
  })
  return form.take(ROUNDING)
}

/** How a requirement comes to fail: a linear figure over the sources that then goes over 0. */
export interface Reach {
  /** Mean and standard deviation, in the terms of what is predicted. */
  readonly mean: number
  readonly sigma: number
  /** What one unit of all sources of each group that was asked for adds. */
  readonly slopes: readonly number[]
}

/** All the ways in which a measure comes to fail, and what some groups of sources add to each. */
export function reachesOf(
  measure: CompiledMeasure,
  sources: readonly NamedSource[],
  asked: readonly (readonly number[])[],
): readonly Reach[] {
  const { events, figures } = prepare(measure, sources)
  const places = new Map(asked.flatMap((group, k) => group.map((index) => [index, k])))
  // What is asked of each form, and of each figure over them: events only add these up.
  const ofForms = measure.forms.map(({ coefficients, indices }) => {
    const own = new Float64Array(asked.length)
    indices.forEach((index, i) => {
      const k = places.get(index)
      if (k !== undefined) own[k] = (own[k] as number) + (coefficients[i] as number)
    })
    return own
  })
  const ofFigures = figures.map(({ at, by }) => added(at, by, ofForms, asked.length))
  return events.map(({ at, by, mean, sigma }) => ({
    mean,
    sigma,
    slopes: added(at, by, ofFigures, asked.length),
  }))
}

function added(
  at: Int32Array,
  by: Float64Array,
  of: readonly ArrayLike<number>[],
  length: number,
): readonly number[] {
  const sum = new Array<number>(length).fill(0)
  at.forEach((index, i) => {
    const own = of[index]
    if (own)
      for (let k = 0; k < length; k++)
        sum[k] = (sum[k] as number) + (by[i] as number) * (own[k] as number)
  })
  return sum
}

/**
 * The figure by which a measure most nearly fails.
 *
 * @param over - the measure over whose forms it is told, where that is another of the same shape.
 */
export function tightestOf(
  measure: CompiledMeasure,
  sources: readonly NamedSource[],
  over: CompiledMeasure = measure,
): { readonly form: Sparse; readonly mean: number; readonly sigma: number } | undefined {
  const prepared = prepare(measure, sources)
  const reach = ({ mean, sigma }: Event): number => mean + 3 * sigma
  const [first, ...rest] = prepared.events
  if (!first) return undefined
  const event = rest.reduce((most, one) => (reach(one) > reach(most) ? one : most), first)
  const { mean, sigma } = event
  return { form: formOfEvent(event, { ...prepared, measure: over }), mean, sigma }
}
