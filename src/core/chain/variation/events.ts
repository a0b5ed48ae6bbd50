import { type Atoms, SHAPE_MEAN, SHAPE_VARIANCE } from './atoms'
import {
  type CompiledCheck,
  type CompiledGauge,
  type CompiledMeasure,
  type Line,
  stepFigures,
} from './compile'
import { addTerm, copyOf, markOf, sharedOf, type Sum } from './eventSum'
import { leastSquaresRows } from './fit'

/**
 * A linear reading whose rise over a level comes before every failure at that level: for a free motion the
 * least-squares one is taken, which can only be worse than the best; a round zone is the polygon round it.
 */
export interface Event {
  /** Σ by · figure[at] + constant. */
  readonly at: Int32Array
  readonly by: Float64Array
  readonly constant: number
  /** Over the atoms: Σ weights · ζ + centre. */
  readonly weights: Float64Array
  readonly centre: number
  readonly mean: number
  readonly sigma: number
  /** Which check it is of, counted over all gauges, and in which of the zone's directions (0: between limits, up; 1: down). */
  readonly check: number
  readonly turn: number
  /** Of a bound of the motion: over 0 of it the piece may fail, at whatever level the others are asked. */
  readonly isBound: boolean
}

/** A linear figure that events share: over the forms' values, and over the atoms. */
export interface SharedFigure {
  readonly at: Int32Array
  readonly by: Float64Array
  readonly constant: number
}

export interface Events {
  readonly figures: readonly SharedFigure[]
  readonly events: readonly Event[]
  /** Directions of the polygon round a zone. */
  readonly directions: number
}

/** A polygon's directions round a zone: fewer where there are many zones. A quarter turn is a whole number of them. */
const directionsFor = (checks: number): number => (checks > 24 ? 8 : 12)

export function eventsOf(measure: CompiledMeasure, atoms: Atoms): Events {
  const checks = measure.gauges.reduce((sum, g) => sum + g.checks.length + g.bounds.length, 0)
  const maker = new EventMaker(measure, atoms, directionsFor(checks))
  for (const gauge of measure.gauges) maker.addGauge(gauge)
  return maker.finished()
}

/** A figure in the making: over the forms, over the steps still to be resolved, and over the atoms. */
interface Figure {
  readonly forms: Float64Array
  readonly steps: Float64Array
  readonly atoms: Float64Array
  constant: number
}

class EventMaker {
  private readonly stepCount: number
  private readonly figures: Figure[] = []
  /** Value of each figure with every variable at 0. */
  private readonly centres: number[] = []
  private readonly events: Event[] = []
  private readonly known = new Set<number>()
  /** Room for the weights of the event in hand; of each variable its mean and variance. */
  private readonly weights: Float64Array
  private readonly means: Float64Array
  private readonly variances: Float64Array
  private checks = 0
  private isBound = false
  /** Each highest step's readings by its figure's number; pins are linear here, by least squares. */
  private readonly highest: (readonly number[] | undefined)[] = []
  private readonly pinFigures = new Map<number, Figure>()

  constructor(
    private readonly measure: CompiledMeasure,
    private readonly atoms: Atoms,
    private readonly directions: number,
  ) {
    this.stepCount = stepFigures(measure.steps)
    this.weights = new Float64Array(atoms.count)
    this.means = Float64Array.from(atoms.shapes, (shape) => SHAPE_MEAN[shape])
    this.variances = Float64Array.from(atoms.shapes, (shape) => SHAPE_VARIANCE[shape])
    for (const step of measure.steps) {
      if (step.kind === 'highest') {
        this.highest.push(step.of.map((line) => this.keep(this.figureOf(line))))
        continue
      }
      const lines = step.pins.flatMap((pin) => [
        this.figureOf(pin.first),
        this.figureOf(pin.second),
      ])
      const moves = step.pins.map((pin) => pin.moves)
      for (const figure of this.motionsOf(step.motions, moves, lines)) {
        this.pinFigures.set(this.highest.length, figure)
        this.highest.push(undefined)
      }
    }
  }

  finished(): Events {
    return {
      figures: this.figures.map(sharedOf),
      events: this.events,
      directions: this.directions,
    }
  }

  private keep(figure: Figure): number {
    let centre = figure.constant
    for (let k = 0; k < figure.forms.length; k++)
      centre += (figure.forms[k] as number) * (this.atoms.centre[k] as number)
    this.centres.push(centre)
    return this.figures.push(figure) - 1
  }

  private empty(): Figure {
    return {
      forms: new Float64Array(this.measure.forms.length),
      steps: new Float64Array(this.stepCount),
      atoms: new Float64Array(this.atoms.count),
      constant: 0,
    }
  }

  private figureOf(line: Line): Figure {
    const figure = this.empty()
    figure.forms[line.form] = 1
    const form = this.atoms.forms[line.form]
    form?.indices.forEach((atom, i) => (figure.atoms[atom] = form.coefficients[i] as number))
    for (const { coefficient, value } of line.uses) {
      const pins = this.pinFigures.get(value)
      if (pins) addFigure(figure, pins, coefficient)
      else figure.steps[value] = (figure.steps[value] as number) + coefficient
    }
    return figure
  }

  /** The least-squares motions over some figures, two for each place. */
  private motionsOf(
    motions: number,
    moves: readonly (readonly (readonly [number, number])[])[],
    figures: readonly Figure[],
    weights?: readonly number[],
  ): readonly Figure[] {
    const rows = leastSquaresRows(moves, motions, weights)
    return Array.from({ length: motions }, (_, j) => {
      const motion = this.empty()
      figures.forEach((f, i) => addFigure(motion, f, rows[j * figures.length + i] as number))
      return motion
    })
  }

  /**
   * Any motion will do, as long as it is linear: the least-squares one. Where bounds are in its way, the
   * bounded places count in it as much as makes the failing pieces fewest.
   */
  addGauge(gauge: CompiledGauge): void {
    if (gauge.bounds.length === 0) return this.addMoved(gauge, 0)
    const [events, figures, checks] = [this.events.length, this.figures.length, this.checks]
    let [best, least] = [0, Infinity]
    for (const weight of WEIGHTS_OF_BOUNDS) {
      this.addMoved(gauge, weight)
      const made = this.events.splice(events)
      for (const event of made) this.known.delete(markOf(event))
      this.figures.length = this.centres.length = figures
      this.checks = checks
      const reach = (isBound: boolean): number =>
        Math.max(...made.map((e) => (e.isBound === isBound ? e.mean + 3 * e.sigma : -Infinity)))
      const score = reach(false) + OVER_A_BOUND * Math.max(0, reach(true))
      if (score < least) [best, least] = [weight, score]
    }
    this.addMoved(gauge, best)
  }

  private addMoved({ bounds, checks, motions }: CompiledGauge, weightOfBounds: number): void {
    const offsets = [...checks, ...bounds].flatMap((check) => {
      if (check.kind === 'round') return [this.figureOf(check.first), this.figureOf(check.second)]
      const value = this.figureOf(check.value)
      value.constant -= (check.upper + check.lower) / 2
      return [value, this.empty()]
    })
    const movesOf = (check: CompiledCheck): readonly (readonly [number, number])[] =>
      check.kind === 'round' ? check.moves : check.moves.map((m): [number, number] => [m, 0])
    if (motions > 0) {
      const moves = [...checks, ...bounds].map(movesOf)
      const weights = moves.map((_, i) => (i < checks.length ? 1 : weightOfBounds))
      const motion = this.motionsOf(motions, moves, offsets, weights)
      moves.forEach((pairs, i) =>
        pairs.forEach(([first, second], j) => {
          addFigure(offsets[2 * i] as Figure, motion[j] as Figure, first)
          addFigure(offsets[2 * i + 1] as Figure, motion[j] as Figure, second)
        }),
      )
    }
    const before = this.checks
    ;[...checks, ...bounds].forEach((check, i) => {
      const [first, second] = [offsets[2 * i] as Figure, offsets[2 * i + 1] as Figure]
      this.checks = before + i
      this.isBound = i >= checks.length
      if (check.kind === 'between') this.addBetween(check, first)
      else this.addRound(check, first, second)
    })
    this.checks = before + checks.length + bounds.length
  }

  private addBetween(check: CompiledCheck & { kind: 'between' }, figure: Figure): void {
    const value = this.keep(figure)
    const plus = check.plus && this.keep(this.figureOf(check.plus))
    for (const sign of [1, -1]) {
      const sum = this.sum(-(check.upper - check.lower) / 2)
      this.addTo(sum, value, sign)
      if (plus !== undefined) this.addTo(sum, plus, 1)
      this.resolve(sum, sign > 0 ? 0 : 1)
    }
  }

  private addRound(check: CompiledCheck & { kind: 'round' }, first: Figure, second: Figure): void {
    const isFlat = second.atoms.every((v) => v === 0) && second.steps.every((v) => v === 0)
    const [a, b] = [this.keep(first), this.keep(second)]
    const size = check.bonus && this.keep(this.figureOf(check.bonus.size))
    const count = isFlat ? 2 : this.directions
    const factor = check.factor / (isFlat ? 1 : Math.cos(Math.PI / count))
    for (let turn = 0; turn < count; turn++) {
      const angle = (2 * Math.PI * turn) / count
      const along = (): Sum => {
        const sum = this.sum(-check.diameter)
        this.addTo(sum, a, factor * Math.cos(angle))
        if (!isFlat) this.addTo(sum, b, factor * Math.sin(angle))
        return sum
      }
      if (!check.bonus || size === undefined) {
        this.resolve(along(), turn)
        continue
      }
      // Bonus as it grows, and all of it: what fails is over one of the two.
      const [growing, all] = [along(), along()]
      this.addTo(growing, size, -check.bonus.direction)
      growing.constant += check.bonus.direction * check.bonus.limit
      all.constant -= check.bonus.most
      this.resolve(growing, turn)
      this.resolve(all, turn)
    }
  }

  private sum(constant: number): Sum {
    return { at: [], by: [], steps: new Float64Array(this.stepCount), constant }
  }

  private addTo(sum: Sum, index: number, factor: number): void {
    const figure = this.figures[index] as Figure
    if (Math.abs(factor) < 1e-12) return
    addTerm(sum, index, factor)
    addTo(sum.steps, figure.steps, factor)
  }

  /**
   * A touch that adds is the highest of its readings: each of them is an event of its own. One that takes
   * away takes away at least any mean of them: their middle serves.
   */
  private resolve(sum: Sum, turn: number): void {
    let open = [sum]
    for (let s = this.stepCount - 1; s >= 0; s--) {
      const choices = this.highest[s]
      if (!choices) continue
      const next: Sum[] = []
      for (const f of open) {
        const coefficient = f.steps[s] as number
        if (Math.abs(coefficient) < 1e-9) {
          next.push(f)
          continue
        }
        f.steps[s] = 0
        if (coefficient > 0)
          for (const choice of choices) {
            const made = copyOf(f)
            this.addTo(made, choice, coefficient)
            next.push(made)
          }
        else {
          for (const choice of choices) this.addTo(f, choice, coefficient / choices.length)
          next.push(f)
        }
      }
      open = next
    }
    for (const f of open) {
      const event = this.eventOf(f, turn)
      if (event) this.events.push(event)
    }
  }

  /** A sum as an event; nothing where the same is known already. */
  private eventOf({ at, by, constant }: Sum, turn: number): Event | undefined {
    const { weights } = this
    weights.fill(0)
    let centre = constant
    for (let i = 0; i < at.length; i++) {
      const [index, factor] = [at[i] as number, by[i] as number]
      addTo(weights, (this.figures[index] as Figure).atoms, factor)
      centre += factor * (this.centres[index] as number)
    }
    let [mean, variance] = [centre, 0]
    for (let j = 0; j < weights.length; j++) {
      const w = weights[j] as number
      if (w === 0) continue
      mean += w * (this.means[j] as number)
      variance += w * w * (this.variances[j] as number)
    }
    const sigma = Math.sqrt(variance)
    const mark = markOf({ centre, sigma, weights })
    if (this.known.has(mark)) return undefined
    this.known.add(mark)
    return {
      at: new Int32Array(at),
      by: new Float64Array(by),
      constant,
      weights: weights.slice(),
      centre,
      mean,
      sigma,
      check: this.checks,
      turn,
      isBound: this.isBound,
    }
  }
}

/** How much a bounded place may count beside one that is toleranced, and what going over a bound costs. */
const WEIGHTS_OF_BOUNDS = [0.01, 0.2, 0.5, 1, 2, 5, 30]
const OVER_A_BOUND = 5

function addFigure(target: Figure, other: Figure, factor: number): void {
  if (factor === 0) return
  addTo(target.forms, other.forms, factor)
  addTo(target.steps, other.steps, factor)
  addTo(target.atoms, other.atoms, factor)
  target.constant += factor * other.constant
}

function addTo(target: Float64Array, other: Float64Array, factor: number): void {
  for (let i = 0; i < target.length; i++)
    target[i] = (target[i] as number) + factor * (other[i] as number)
}
