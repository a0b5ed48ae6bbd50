import {
  type CompiledCheck,
  type CompiledGauge,
  type CompiledMeasure,
  type Line,
  stepFigures,
} from './compile'
import { emptyProblem, fillMoves, fitLeastWorst, leastSquaresRows } from './fit'
import { bonusAt } from './measure'

/**
 * Reads a piece: from the values of a measure's forms, how far it goes beyond what is allowed.
 * `values` holds the forms' values first; room for the steps' figures follows and is filled in.
 */
export interface ExcessReader {
  /** Length that `values` must have. */
  readonly room: number
  /** The excess v: largest over the gauges, each at its own best free motion. <= 0 when the piece holds. */
  read(values: Float64Array): number
  /** The excess, and how it changes with each value (a subgradient), put into `slopes`. */
  readWithSlopes(values: Float64Array, slopes: Float64Array): number
  /** The excess of many pieces at once: a row of the columns is one piece's `values`. */
  readColumns(columns: readonly Float64Array[], pieces: number, out: Float64Array): void
  /** The readings between limits of a piece, which are shown one by one. */
  readonly shown: readonly {
    readonly label: string
    readonly lower: number
    readonly upper: number
  }[]
  /** Those readings of all rows, each to its own list from a place on, after `readColumns` has filled in the steps. */
  shownOfColumns(
    columns: readonly Float64Array[],
    pieces: number,
    out: readonly Float64Array[],
    from: number,
  ): void
}

export function excessReader(measure: CompiledMeasure): ExcessReader {
  const forms = measure.forms.length
  const room = forms + stepFigures(measure.steps)
  const steps = stepReader(measure)
  const gauges = measure.gauges.map((gauge) => gaugeReader(gauge, forms))
  const between = measure.gauges.flatMap(({ checks }) =>
    checks.flatMap((check) => (check.kind === 'between' ? [check] : [])),
  )
  const read = (values: Float64Array): number => {
    steps.read(values)
    let worst = -Infinity
    for (const gauge of gauges) worst = Math.max(worst, gauge.read(values))
    return worst
  }
  const isStill = measure.steps.length === 0 && measure.gauges.every((g) => g.motions === 0)
  return {
    room,
    read,
    readWithSlopes: (values, slopes) => {
      steps.read(values)
      slopes.fill(0)
      let [worst, at] = [-Infinity, 0]
      gauges.forEach((gauge, i) => {
        const value = gauge.read(values)
        if (value > worst) [worst, at] = [value, i]
      })
      gauges[at]?.slopes(values, slopes)
      steps.back(values, slopes)
      return worst
    },
    readColumns: (columns, pieces, out) => {
      if (isStill) {
        out.fill(-Infinity, 0, pieces)
        for (const { checks } of measure.gauges)
          for (const check of checks) raiseColumn(check, columns, pieces, out)
        return
      }
      const values = new Float64Array(room)
      for (let i = 0; i < pieces; i++) {
        for (let k = 0; k < forms; k++) values[k] = columns[k]?.[i] as number
        out[i] = read(values)
        for (let k = forms; k < room; k++) (columns[k] as Float64Array)[i] = values[k] as number
      }
    },
    shown: between.map(({ label = '', lower, upper }) => ({ label, lower, upper })),
    shownOfColumns: (columns, pieces, out, from) => {
      between.forEach(({ value }, n) => {
        const own = out[n] as Float64Array
        own.set((columns[value.form] as Float64Array).subarray(0, pieces), from)
        for (const { coefficient, value: step } of value.uses) {
          const figure = columns[forms + step] as Float64Array
          for (let i = 0; i < pieces; i++)
            own[from + i] = (own[from + i] as number) + coefficient * (figure[i] as number)
        }
      })
    },
  }
}

/** Raises the excess of each piece to that of one check; without steps or motions. */
function raiseColumn(
  check: CompiledCheck,
  columns: readonly Float64Array[],
  pieces: number,
  out: Float64Array,
): void {
  const column = (line: Line): Float64Array => columns[line.form] as Float64Array
  if (check.kind === 'between') {
    const [value, { lower, upper }] = [column(check.value), check]
    const plus = check.plus && column(check.plus)
    for (let i = 0; i < pieces; i++) {
      const y = value[i] as number
      const w = (y - upper > lower - y ? y - upper : lower - y) + (plus ? (plus[i] as number) : 0)
      if (w > (out[i] as number)) out[i] = w
    }
    return
  }
  const [first, second, { bonus, diameter, factor }] = [
    column(check.first),
    column(check.second),
    check,
  ]
  const size = bonus && column(bonus.size)
  for (let i = 0; i < pieces; i++) {
    const [a, b] = [first[i] as number, second[i] as number]
    const gained = bonus && size ? bonusAt(bonus, size[i] as number) : 0
    const w = factor * Math.sqrt(a * a + b * b) - diameter - gained
    if (w > (out[i] as number)) out[i] = w
  }
}

/** The value of a reading from the forms' and steps' values. */
export function lineValue(line: Line, values: Float64Array, forms: number): number {
  let value = values[line.form] as number
  for (const { coefficient, value: step } of line.uses)
    value += coefficient * (values[forms + step] as number)
  return value
}

function addLine(line: Line, factor: number, slopes: Float64Array, forms: number): void {
  slopes[line.form] = (slopes[line.form] as number) + factor
  for (const { coefficient, value: step } of line.uses)
    slopes[forms + step] = (slopes[forms + step] as number) + factor * coefficient
}

/** Fills in the steps' figures in order; `back` hands slopes from the steps' figures on to the forms. */
function stepReader(measure: CompiledMeasure): {
  read(values: Float64Array): void
  back(values: Float64Array, slopes: Float64Array): void
} {
  const forms = measure.forms.length
  let next = forms
  const steps = measure.steps.map((step) => {
    const at = next
    next += step.kind === 'pins' ? step.motions : 1
    if (step.kind === 'highest') return { step, at }
    const problem = emptyProblem(step.pins.length, step.motions)
    step.pins.forEach(({ moves }, i) => fillMoves(problem, i, moves))
    problem.factors.fill(1)
    const follows = leastSquaresRows(
      step.pins.map(({ moves }) => moves),
      step.motions,
    )
    return { step, at, problem, follows }
  })
  return {
    read: (values) => {
      for (const { at, problem, step } of steps) {
        if (step.kind === 'highest') {
          let highest = -Infinity
          for (const line of step.of) highest = Math.max(highest, lineValue(line, values, forms))
          values[at] = highest
        } else if (problem) {
          step.pins.forEach(({ first, second }, i) => {
            problem.offsets[2 * i] = lineValue(first, values, forms)
            problem.offsets[2 * i + 1] = lineValue(second, values, forms)
          })
          values.set(fitLeastWorst(problem).motion, at)
        }
      }
    },
    back: (values, slopes) => {
      for (const { at, follows, step } of [...steps].reverse()) {
        if (step.kind === 'pins') {
          // How the pins' motion follows its readings, by least squares: the same to first order on average.
          step.pins.forEach(({ first, second }, i) => {
            let [a, b] = [0, 0]
            for (let j = 0; j < step.motions; j++) {
              const slope = slopes[at + j] as number
              a += slope * (follows?.[j * 2 * step.pins.length + 2 * i] ?? 0)
              b += slope * (follows?.[j * 2 * step.pins.length + 2 * i + 1] ?? 0)
            }
            addLine(first, a, slopes, forms)
            addLine(second, b, slopes, forms)
          })
          continue
        }
        const slope = slopes[at] as number
        let [highest, best] = [-Infinity, step.of[0]]
        for (const line of step.of) {
          const value = lineValue(line, values, forms)
          if (value > highest) [highest, best] = [value, line]
        }
        if (best) addLine(best, slope, slopes, forms)
      }
    },
  }
}

interface GaugeReader {
  read(values: Float64Array): number
  slopes(values: Float64Array, slopes: Float64Array): void
}

/** Every check as a length: factor · |(a, b) + moves · δ| − less. */
function gaugeReader(gauge: CompiledGauge, forms: number): GaugeReader {
  const checks = [...gauge.checks, ...gauge.bounds]
  const problem = emptyProblem(checks.length, gauge.motions, gauge.bounds.length)
  checks.forEach((check, i) => {
    problem.factors[i] = check.kind === 'round' ? check.factor : 1
    fillMoves(
      problem,
      i,
      check.kind === 'round' ? check.moves : check.moves.map((m): [number, number] => [m, 0]),
    )
  })
  const fill = (values: Float64Array): void => {
    for (let i = 0; i < checks.length; i++) {
      const check = checks[i] as (typeof checks)[number]
      if (check.kind === 'round') {
        problem.offsets[2 * i] = lineValue(check.first, values, forms)
        problem.offsets[2 * i + 1] = lineValue(check.second, values, forms)
        problem.less[i] =
          check.diameter +
          (check.bonus ? bonusAt(check.bonus, lineValue(check.bonus.size, values, forms)) : 0)
      } else {
        problem.offsets[2 * i] =
          lineValue(check.value, values, forms) - (check.upper + check.lower) / 2
        problem.less[i] =
          (check.upper - check.lower) / 2 - (check.plus ? lineValue(check.plus, values, forms) : 0)
      }
    }
  }
  const stiff = (): { readonly value: number; readonly at: number } => {
    let [value, at] = [-Infinity, 0]
    for (let i = 0; i < problem.count; i++) {
      const [a, b] = [problem.offsets[2 * i] as number, problem.offsets[2 * i + 1] as number]
      const w =
        (problem.factors[i] as number) * Math.sqrt(a * a + b * b) - (problem.less[i] as number)
      if (w > value) [value, at] = [w, i]
    }
    return { value, at }
  }
  return {
    read: (values) => {
      fill(values)
      return gauge.motions === 0 ? stiff().value : fitLeastWorst(problem).value
    },
    slopes: (values, slopes) => {
      fill(values)
      const fit = gauge.motions === 0 ? undefined : fitLeastWorst(problem)
      const only = fit ? -1 : stiff().at
      checks.forEach((check, i) => {
        const weight = fit ? (fit.weights[i] as number) : i === only ? 1 : 0
        if (weight < 1e-9) return
        let [a, b] = [problem.offsets[2 * i] as number, problem.offsets[2 * i + 1] as number]
        fit?.motion.forEach((d, j) => {
          a += (problem.moves[2 * i * gauge.motions + j] as number) * d
          b += (problem.moves[(2 * i + 1) * gauge.motions + j] as number) * d
        })
        const length = Math.hypot(a, b) || 1
        const factor = (weight * (problem.factors[i] as number)) / length
        if (check.kind === 'between') {
          addLine(check.value, factor * a, slopes, forms)
          if (check.plus) addLine(check.plus, weight, slopes, forms)
          return
        }
        addLine(check.first, factor * a, slopes, forms)
        addLine(check.second, factor * b, slopes, forms)
        if (!check.bonus) return
        const size = lineValue(check.bonus.size, values, forms)
        const lin = check.bonus.direction * (size - check.bonus.limit)
        if (lin > 0 && lin < check.bonus.most)
          addLine(check.bonus.size, -weight * check.bonus.direction, slopes, forms)
      })
    },
  }
}
