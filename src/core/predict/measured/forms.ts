import { decompose, dot } from '../../ground/linalg'
import {
  type Check,
  compileMeasure,
  figuresOf,
  knownPart,
  type Measure,
  type NamedSource,
  normalStream,
  type Reading,
  seededUniform,
  type Sparse,
  sparseFrom,
  plusForm,
} from '../../chain/variation'
import { type Requirement } from '../../work/part'
import { measureOf, type WayChain } from '../prediction'

/** A reading as a form over the sources. */
export interface Formed {
  readonly form: Sparse
  /** Where it touches is not known beforehand: how far on the mean the highest place is over their middle, and the variance of that. */
  readonly more: number
  readonly variance: number
}

/** What a datum’s touch leaves open, as a source of its own. */
const TOUCH_LINK = 'touch of a datum'
const touchKey = (requirement: string, step: number): string =>
  `touch ${step + 1} of ${requirement}`

/** Whether a source only tells where a datum touches: that is nobody's fault. */
export const isTouch = ({ link }: NamedSource): boolean => link === TOUCH_LINK

const touchesOf = new WeakMap<readonly NamedSource[], ReadonlyMap<string, number>>()

function touchOf(sources: readonly NamedSource[], key: string): number | undefined {
  const known =
    touchesOf.get(sources) ??
    new Map(sources.flatMap((source, i) => (isTouch(source) ? [[source.key, i] as const] : [])))
  touchesOf.set(sources, known)
  return known.get(key)
}

/** What is not known of where the datums of a requirement touch, as sources; one for each touch. */
export function touchSources(chain: WayChain, requirement: Requirement): readonly NamedSource[] {
  const { model, plan } = chain
  const measured = measureOf(plan.part, requirement, plan.surfaces, model)
  if (!measured.ok) return []
  const { steps } = measured.value.measure
  if (steps.some(({ kind }) => kind === 'pins')) return []
  return steps.map((_, k): NamedSource => {
    const own: Reading = { rows: [], terms: [], steps: [{ value: k, coefficient: 1 }] }
    const [formed] = formsOf(chain, requirement.id, [own], steps)
    return {
      key: touchKey(requirement.id, k),
      cause: 'where the datum touches',
      link: TOUCH_LINK,
      distribution: 'normal',
      offset: 0,
      plusMinus: 3 * Math.sqrt(formed?.variance ?? 0),
    }
  })
}

/** Readings as forms, without what follows from steps. */
function plainForms({ model, stacked }: WayChain, all: readonly Reading[]): readonly Sparse[] {
  const { sources } = model.stack
  const checks = all.map(({ rows, terms }): Check => ({
    kind: 'between',
    value: { rows, terms },
    moves: [],
    lower: -1,
    upper: 1,
  }))
  const measure: Measure = {
    kind: 'limits',
    allowed: 1,
    steps: [],
    gauges: [{ motions: 0, checks }],
  }
  const plain = compileMeasure(measure, stacked.surfaces, sources, 6 * stacked.bearings.length)
  return (plain.gauges[0]?.checks ?? []).map((check) =>
    knownPart(
      plain.forms[check.kind === 'between' ? check.value.form : 0] ?? EMPTY,
      sources.length,
    ),
  )
}

/** Readings as forms; where one follows the highest of several places, their mean stands for it. */
export function formsOf(
  chain: WayChain,
  requirement: string,
  read: readonly Reading[],
  steps: Measure['steps'],
): readonly Formed[] {
  const { sources } = chain.model.stack
  const forms = plainForms(chain, [
    ...read,
    ...steps.flatMap((step) => (step.kind === 'highest' ? step.of : [])),
  ])
  const middles: Formed[] = []
  const withSteps = (reading: Reading, form: Sparse): Formed =>
    (reading.steps ?? []).reduce(
      (sum, { coefficient, value }): Formed => {
        const middle = middles[value]
        return middle
          ? {
              form: plusForm(sum.form, middle.form, coefficient),
              more: sum.more + coefficient * middle.more,
              variance: sum.variance + coefficient ** 2 * middle.variance,
            }
          : sum
      },
      { form, more: 0, variance: 0 },
    )
  let at = read.length
  for (const step of steps) {
    if (step.kind !== 'highest') continue
    const places = step.of.map((reading) => withSteps(reading, forms[at++] ?? EMPTY))
    const form = meanOf(places.map((place) => place.form))
    const over = highestOver(
      places.map((place) => plusForm(place.form, form, -1)),
      sources,
    )
    const touch = touchOf(sources, touchKey(requirement, middles.length))
    middles.push({
      form: touch === undefined ? form : plusForm(form, sparseFrom([[touch, 1]]), 1),
      more: over.mean + Math.max(...places.map(({ more }) => more)),
      // Shared by all readings of the requirement where the chain has it as a source.
      variance: touch === undefined ? over.variance : 0,
    })
  }
  return read.map((reading, i) => withSteps(reading, forms[i] ?? EMPTY))
}

export const EMPTY = sparseFrom([])

export const meanOf = (forms: readonly Sparse[]): Sparse =>
  forms.reduce((sum, form) => plusForm(sum, form, 1 / forms.length), EMPTY)

/** Draws by which the highest of several places is found: its mean to a few parts in a hundred. */
const DRAWS = 2000

/** Mean and variance of the highest of several figures about their middle. */
function highestOver(
  differences: readonly Sparse[],
  sources: WayChain['model']['stack']['sources'],
): { readonly mean: number; readonly variance: number } {
  const { sigma } = figuresOf(sources)
  const used = [...new Set(differences.flatMap(({ indices }) => [...indices]))]
  const places = new Map(used.map((index, k) => [index, k]))
  const rows = differences.map(({ coefficients, indices }) => {
    const row = new Float64Array(used.length)
    indices.forEach((index, i) => {
      const k = places.get(index) as number
      row[k] = (coefficients[i] as number) * (sigma[index] as number)
    })
    return row
  })
  // The figures lean together: they need no more draws than they have directions.
  const { rightVectors, rank } = decompose(
    rows.map((row) => [...row]),
    used.length,
  )
  const along = rows.map((row) =>
    Float64Array.from({ length: rank }, (_, way) => dot(row, rightVectors[way] ?? [])),
  )
  const normal = normalStream(seededUniform(1))
  const z = new Float64Array(rank)
  let [sum, square] = [0, 0]
  for (let draw = 0; draw < DRAWS; draw++) {
    for (let k = 0; k < rank; k++) z[k] = normal()
    let most = -Infinity
    for (const row of along) most = Math.max(most, dot(row, z))
    sum += most
    square += most * most
  }
  const mean = sum / DRAWS
  return { mean, variance: Math.max(0, square / DRAWS - mean * mean) }
}
