import {
  type Bonus,
  type Check,
  formOf,
  type Gauge,
  type Measure,
  type Reading,
  type StepUse,
} from './measure'
import { type NamedSource } from './source'
import { FormBuilder, type Sparse } from './sparse'
import { type Deviation } from './stack'

/** A reading by the number of its form, and what it takes of the steps' figures. */
export interface Line {
  readonly form: number
  readonly uses: readonly StepUse[]
}

export interface MovedLine {
  readonly first: Line
  readonly second: Line
  readonly moves: readonly (readonly [number, number])[]
}

export type CompiledStep =
  | { readonly kind: 'highest'; readonly of: readonly Line[] }
  | { readonly kind: 'pins'; readonly motions: number; readonly pins: readonly MovedLine[] }

export type CompiledBonus = Omit<Bonus, 'size'> & { readonly size: Line }

export type CompiledCheck =
  | {
      readonly kind: 'between'
      readonly value: Line
      readonly moves: readonly number[]
      readonly lower: number
      readonly upper: number
      readonly plus: Line | undefined
      readonly label?: string | undefined
    }
  | (MovedLine & {
      readonly kind: 'round'
      readonly factor: 1 | 2
      readonly diameter: number
      readonly bonus: CompiledBonus | undefined
    })

export interface CompiledGauge {
  readonly motions: number
  readonly checks: readonly CompiledCheck[]
  readonly bounds: readonly CompiledCheck[]
}

/** A measure over its linear forms; plain data, so that a worker can take it. */
export interface CompiledMeasure {
  readonly kind: Measure['kind']
  readonly allowed: number
  readonly forms: readonly Sparse[]
  readonly steps: readonly CompiledStep[]
  readonly gauges: readonly CompiledGauge[]
}

/** How many figures the steps of a measure give. */
export const stepFigures = (steps: readonly CompiledStep[]): number =>
  steps.reduce((sum, step) => sum + (step.kind === 'pins' ? step.motions : 1), 0)

/** Makes the forms of a measure over the surfaces as propagated, each once. */
export function compileMeasure(
  measure: Measure,
  surfaces: ReadonlyMap<string, Deviation>,
  sources: readonly NamedSource[],
  unknowns = 0,
): CompiledMeasure {
  // Room for the unknowns of setups with more contacts than bear at once.
  const builder = new FormBuilder(sources.length + unknowns)
  const forms: Sparse[] = []
  const known = new Map<Reading, Line>()
  let empty = -1
  const line = (reading: Reading): Line => {
    const before = known.get(reading)
    if (before) return before
    const form = formOf(reading, surfaces, builder)
    let index = forms.length
    if (form.indices.length > 0) forms.push(form)
    else if (empty < 0) empty = forms.push(form) - 1
    if (form.indices.length === 0) index = empty
    const made = { form: index, uses: (reading.steps ?? []).filter((u) => u.coefficient !== 0) }
    known.set(reading, made)
    return made
  }
  return {
    kind: measure.kind,
    allowed: measure.allowed,
    steps: measure.steps.map((step): CompiledStep =>
      step.kind === 'highest'
        ? { kind: 'highest', of: step.of.map(line) }
        : {
            kind: 'pins',
            motions: step.motions,
            pins: step.pins.map((pin) => ({
              first: line(pin.first),
              second: line(pin.second),
              moves: pin.moves,
            })),
          },
    ),
    gauges: measure.gauges.map((gauge) => compileGauge(gauge, line)),
    forms,
  }
}

function compileGauge(gauge: Gauge, line: (reading: Reading) => Line): CompiledGauge {
  const compiled = (check: Check): CompiledCheck => {
    if (check.kind === 'between')
      return { ...check, value: line(check.value), plus: check.plus && line(check.plus) }
    const { bonus } = check
    return {
      ...check,
      first: line(check.first),
      second: line(check.second),
      bonus: bonus && { ...bonus, size: line(bonus.size) },
    }
  }
  return {
    motions: gauge.motions,
    checks: gauge.checks.map(compiled),
    bounds: (gauge.bounds ?? []).map(compiled),
  }
}
