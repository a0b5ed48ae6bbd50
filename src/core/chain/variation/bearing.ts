import { type CompiledMeasure } from './compile'
import { prepare } from './prepare'
import { figuresOf, type NamedSource } from './source'
import { type Sparse, sparseFrom } from './sparse'
import { type Bearing, knownPart } from './stack'

/** Linear readings for which the worst six are looked for: those that reach farthest. */
const LOOKED_AT = 12

/**
 * A measure with the unknowns of redundantly held setups filled in by the six contacts that, bearing,
 * let its tightest reading wander most. For each reading the setups are gone through from the last to
 * the first, since what a later one stands on was cut in an earlier; in each, every six that hold are
 * compared by the reading's own spread, which needs no new propagation.
 */
export function worstBearing(
  measure: CompiledMeasure,
  bearings: readonly Bearing[],
  sources: readonly NamedSource[],
): CompiledMeasure {
  const known = sources.length
  const isOpen = measure.forms.some(({ indices }) => (indices[indices.length - 1] ?? 0) >= known)
  if (!isOpen) return measure
  const closed = { ...measure, forms: measure.forms.map((form) => knownPart(form, known)) }
  const { events, figures } = prepare(closed, sources)
  const looked = [...events]
    .sort((a, b) => b.mean + 3 * b.sigma - a.mean - 3 * a.sigma)
    .slice(0, LOOKED_AT)
  const total = known + 6 * bearings.length
  let worst: { readonly reach: number; readonly choices: readonly Fill[] } | undefined
  for (const { at, by, constant } of looked) {
    const form = new Float64Array(total)
    let fixed = constant
    at.forEach((index, n) => {
      const figure = figures[index]
      fixed += (by[n] as number) * (figure?.constant ?? 0)
      figure?.at.forEach((k, i) =>
        addForm(form, measure.forms[k] as Sparse, (by[n] as number) * (figure.by[i] as number)),
      )
    })
    const choices = worstChoices(form, bearings, sources)
    const reach = fixed + reachOf(form, sources)
    if (!worst || reach > worst.reach) worst = { reach, choices }
  }
  const fills = worst?.choices ?? []
  return {
    ...measure,
    forms: measure.forms.map((form) => {
      const dense = new Float64Array(total)
      addForm(dense, form, 1)
      for (const fill of fills) putIn(dense, fill)
      return sparseFrom(
        Array.from({ length: known }, (_, i): [number, number] => [i, dense[i] as number]).filter(
          ([, c]) => c !== 0,
        ),
      )
    }),
  }
}

/** A setup's unknowns as forms: six of the contacts bear. */
interface Fill {
  readonly bearing: Bearing
  /** Per contact, what it adds to each of the six unknowns. */
  readonly weights: readonly (readonly number[])[]
}

/** The worst six for one reading, last setup first; the reading's form is filled in as it goes. */
function worstChoices(
  form: Float64Array,
  bearings: readonly Bearing[],
  sources: readonly NamedSource[],
): readonly Fill[] {
  const fills: Fill[] = []
  for (const bearing of [...bearings].reverse()) {
    const { gaps, held, unknown } = bearing
    const c = [0, 1, 2, 3, 4, 5].map((k) => form[unknown + k] as number)
    if (c.every((v) => Math.abs(v) < 1e-12)) continue
    const spread = gapSpread(bearing, sources)
    const along = gaps.map((gap) => covariance(form, gap, sources))
    let best:
      { readonly gain: number; readonly weights: readonly (readonly number[])[] } | undefined
    for (const { indices, inverse } of held.choices) {
      const weights = gaps.map((_, j) => {
        const place = indices.indexOf(j)
        return inverse.map(
          (row, k) => (place < 0 ? 0 : (row[place] ?? 0)) - (held.inverse[k]?.[j] ?? 0),
        )
      })
      const w = weights.map((row) => row.reduce((sum, v, k) => sum + v * (c[k] as number), 0))
      let gain = 0
      w.forEach((a, i) => {
        gain += 2 * a * (along[i] as number)
        w.forEach((b, j) => (gain += a * b * (spread[i * w.length + j] as number)))
      })
      if (!best || gain > best.gain) best = { gain, weights }
    }
    if (!best) continue
    const fill = { bearing, weights: best.weights }
    fills.push(fill)
    putIn(form, fill)
  }
  return fills
}

/** Replaces a setup's unknowns in a form by what the contacts' gaps make of them. */
function putIn(form: Float64Array, { bearing, weights }: Fill): void {
  const { gaps, unknown } = bearing
  gaps.forEach((gap, j) => {
    const factor = (weights[j] ?? []).reduce((sum, v, k) => sum + v * (form[unknown + k] ?? 0), 0)
    if (factor !== 0) addForm(form, gap, factor)
  })
  for (let k = 0; k < 6; k++) form[unknown + k] = 0
}

const spreads = new WeakMap<Bearing, Float64Array>()

/** Covariance of a setup's gaps with each other, worked out once. */
function gapSpread(bearing: Bearing, sources: readonly NamedSource[]): Float64Array {
  const known = spreads.get(bearing)
  if (known) return known
  const { gaps } = bearing
  const n = gaps.length
  const spread = new Float64Array(n * n)
  const dense = new Float64Array(sources.length)
  gaps.forEach((gap, i) => {
    dense.fill(0)
    addForm(dense, knownPart(gap, sources.length), 1)
    gaps.forEach((other, j) => (spread[i * n + j] = covariance(dense, other, sources)))
  })
  spreads.set(bearing, spread)
  return spread
}

function covariance(form: Float64Array, other: Sparse, sources: readonly NamedSource[]): number {
  const { sigma } = figuresOf(sources)
  const { coefficients, indices } = knownPart(other, sources.length)
  let sum = 0
  for (let i = 0; i < indices.length; i++) {
    const index = indices[i] as number
    sum += (form[index] as number) * (coefficients[i] as number) * (sigma[index] as number) ** 2
  }
  return sum
}

function reachOf(form: Float64Array, sources: readonly NamedSource[]): number {
  const { mean, sigma } = figuresOf(sources)
  let [middle, square] = [0, 0]
  for (let i = 0; i < sources.length; i++) {
    middle += (form[i] as number) * (mean[i] as number)
    square += ((form[i] as number) * (sigma[i] as number)) ** 2
  }
  return middle + 3 * Math.sqrt(square)
}

function addForm(target: Float64Array, { coefficients, indices }: Sparse, factor: number): void {
  for (let i = 0; i < indices.length; i++) {
    const index = indices[i] as number
    target[index] = (target[index] as number) + factor * (coefficients[i] as number)
  }
}
