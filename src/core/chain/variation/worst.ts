import { type Atoms, type Shape, valueOf } from './atoms'
import { worstRadius, worstRange } from './combine'
import { type CompiledCheck, type CompiledMeasure } from './compile'
import { type Prepared } from './prepare'
import { type NamedSource } from './source'

/** How many corners are climbed from, and how often. */
const STARTS = 6
const CLIMBS = 6
/** Linear readings that are looked at, those that reach farthest first. */
const MOST_LOOKED_AT = 48

/**
 * The largest excess with every source within its stated ends. Without a free motion or a touch: exact,
 * the farthest vertex of the zonotope. Otherwise the excess is looked at where each linear reading is
 * worst and climbed from there, each source moved to the end to which the excess rises; a source that
 * a touch takes back may be left in its middle.
 */
export function worstExcess(prepared: Prepared): number {
  const { measure, sources } = prepared
  const isPlain = measure.steps.length === 0 && measure.gauges.every((g) => g.motions === 0)
  if (isPlain) {
    let worst = -Infinity
    for (const gauge of measure.gauges)
      for (const check of gauge.checks)
        worst = Math.max(worst, plainWorst(measure, check, sources, worst))
    return worst
  }
  return climbed(prepared)
}

function plainWorst(
  { forms }: CompiledMeasure,
  check: CompiledCheck,
  sources: readonly NamedSource[],
  over: number,
): number {
  const form = (index: number) => forms[index] as CompiledMeasure['forms'][number]
  if (check.kind === 'between') {
    const [low, high] = worstRange(form(check.value.form), sources)
    const plus = check.plus ? worstRange(form(check.plus.form), sources)[1] : 0
    return Math.max(high - check.upper, check.lower - low) + plus
  }
  const { bonus, diameter, factor } = check
  let gained = 0
  if (bonus) {
    const [least, most] = worstRange(form(bonus.size.form), sources)
    const size = bonus.direction === 1 ? least : most
    gained = Math.min(bonus.most, Math.max(0, bonus.direction * (size - bonus.limit)))
  }
  const radius = worstRadius(
    form(check.first.form),
    form(check.second.form),
    sources,
    (over + diameter + gained) / factor,
  )
  return factor * radius - diameter - gained
}

const END: Readonly<Record<Shape, readonly [number, number]>> = {
  normal: [-3, 3],
  uniform: [-1, 1],
  half: [0, 3],
}

function climbed({ events, figures, measure, reader, single: atoms }: Prepared): number {
  const forms = measure.forms.length
  const values = new Float64Array(reader.room)
  const slopes = new Float64Array(reader.room)
  const put = (corner: Float64Array): void => {
    for (let k = 0; k < forms; k++)
      values[k] =
        (atoms.centre[k] as number) + valueOf(atoms.forms[k] as Atoms['forms'][number], corner)
  }
  const towards = (weights: Float64Array): Float64Array =>
    weights.map((w, j) => {
      const [low, high] = END[atoms.shapes[j] as Shape]
      return Math.abs(w) < 1e-12 ? (low < 0 ? 0 : low) : w > 0 ? high : low
    })
  const weightsOf = ({ at, by }: Prepared['events'][number]): Float64Array => {
    const weights = new Float64Array(atoms.count)
    at.forEach((index, n) => {
      const figure = figures[index]
      figure?.at.forEach((k, i) => {
        const factor = (by[n] as number) * (figure.by[i] as number)
        addForm(weights, atoms.forms[k] as Atoms['forms'][number], factor)
      })
    })
    return weights
  }
  const starts = [...events]
    .sort((a, b) => b.mean + 3 * b.sigma - a.mean - 3 * a.sigma)
    .slice(0, MOST_LOOKED_AT)
    .map((event) => {
      const corner = towards(weightsOf(event))
      put(corner)
      return { corner, excess: reader.read(values) }
    })
    .sort((a, b) => b.excess - a.excess)
    .slice(0, STARTS)
  let worst = starts[0]?.excess ?? stillWorst()
  for (const start of starts) {
    let { corner, excess } = start
    for (let climb = 0; climb < CLIMBS; climb++) {
      put(corner)
      reader.readWithSlopes(values, slopes)
      const weights = new Float64Array(atoms.count)
      for (let k = 0; k < forms; k++)
        addForm(weights, atoms.forms[k] as Atoms['forms'][number], slopes[k] as number)
      const next = towards(weights)
      put(next)
      const reached = reader.read(values)
      if (reached <= excess * (1 + 1e-9)) break
      ;[corner, excess] = [next, reached]
    }
    worst = Math.max(worst, excess)
  }
  return worst

  function stillWorst(): number {
    put(new Float64Array(atoms.count))
    return reader.read(values)
  }
}

function addForm(
  target: Float64Array,
  { coefficients, indices }: Atoms['forms'][number],
  factor: number,
): void {
  if (factor === 0) return
  for (let i = 0; i < indices.length; i++) {
    const atom = indices[i] as number
    target[atom] = (target[atom] as number) + factor * (coefficients[i] as number)
  }
}
