import { cross, norm, point, type Point, subtract } from '../../ground/geometry'
import { type Measured, outsideWith, type PartInCasting } from './model'
import { type Program, type Row, type Solve } from './program'
import { after, movedBy } from './turning'

/**
 * What of the part stays where it is: nothing; how it is turned; the three points that it rests on, so that it
 * slides and turns on them: those of a plane across Z, or across another axis; two such planes, so that it slides
 * along one axis only; or all of it.
 */
export type Held =
  'none' | 'turn' | 'rest' | 'rest-x' | 'rest-y' | 'slide-x' | 'slide-y' | 'slide-z' | 'all'

/** A best place of the part, as far as the tightest of all goes. */
export interface Best {
  readonly motion: PartInCasting
  /** The smallest slack of any point, mm. */
  readonly smallestMm: number
  /** By how much an upper limit is passed that cannot be kept, mm; 0 where all are. */
  readonly overMm: number
}

/** An upper limit that is passed costs so many times what is gained by it: it is kept wherever it can be. */
const OVER_COST = 30
const [MOST_STEPS, MOST_ROUNDS] = [16, 30]
/** What a step gains at the least, mm, and how small the reach of steps becomes before one stops, mm. */
const [GAIN_MM, LEAST_REACH_MM] = [1e-5, 1e-5]
/** What a mm of a step must gain at the least: where nothing is gained by it, the part stays, mm. */
const STEP_COST = 1e-8
/** How far the first step may go, as a share of the size of what is measured. */
const FIRST_REACH = 0.25
/** Rows that are put to the solver at first, and how many more that it has missed. */
const [FIRST_ROWS, MORE_ROWS] = [28, 16]

/** A scale for turns, and the place about which they are told. */
export interface Scaled {
  readonly centre: Point<'casting'>
  readonly sizeMm: number
}

export function scaleOf(points: readonly Measured[]): Scaled {
  let [x, y, z] = [0, 0, 0]
  for (const { at } of points) [x, y, z] = [x + at.x, y + at.y, z + at.z]
  const centre = point<'casting'>(x / points.length, y / points.length, z / points.length)
  let sizeMm = 1
  for (const { at } of points) sizeMm = Math.max(sizeMm, norm(subtract(at, centre)))
  return { centre, sizeMm }
}

/** Slack, upper slack and how both change with a step, at every point. */
export interface Seen {
  readonly slack: Float64Array
  /** What is left to the upper limit; not a number where there is none. */
  readonly upper: Float64Array
  /** Six figures for each point: what its slack gains for each mm of shift and each mm of turn. */
  readonly gains: Float64Array
}

export function lookFrom(
  motion: PartInCasting,
  points: readonly Measured[],
  { centre, sizeMm }: Scaled,
): Seen {
  const outside = outsideWith(motion)
  const n = points.length
  const seen = {
    slack: new Float64Array(n),
    upper: new Float64Array(n).fill(NaN),
    gains: new Float64Array(6 * n),
  }
  points.forEach((measured, j) => {
    const { mm, way } = outside(measured)
    seen.slack[j] = mm - measured.on.leastMm
    if (measured.on.mostMm !== undefined) seen.upper[j] = measured.on.mostMm - mm
    const arm = cross(subtract(measured.at, centre), way)
    // The part moves one way, what is outside of it grows the other.
    seen.gains.set(
      [-way.x, -way.y, -way.z, -arm.x / sizeMm, -arm.y / sizeMm, -arm.z / sizeMm],
      6 * j,
    )
  })
  return seen
}

/** Which of the six unknowns are free. */
export const freeOf = (held: Held): readonly boolean[] => FREE[held]

const FREE: Readonly<Record<Held, readonly boolean[]>> = {
  none: [true, true, true, true, true, true],
  turn: [true, true, true, false, false, false],
  rest: [true, true, false, false, false, true],
  'rest-x': [false, true, true, true, false, false],
  'rest-y': [true, false, true, false, true, false],
  'slide-x': [true, false, false, false, false, false],
  'slide-y': [false, true, false, false, false, false],
  'slide-z': [false, false, true, false, false, false],
  all: [false, false, false, false, false, false],
}

/**
 * Moves and turns the part in the casting until the smallest slack is as large as can be: linear programs for
 * small steps, each made exactly, within a reach that grows while they hold what they promise and shrinks when not.
 *
 * @param from - where it lies at first.
 */
export function fitBest(
  points: readonly Measured[],
  held: Held,
  solve: Solve,
  from: PartInCasting,
): Best {
  const scaled = scaleOf(points)
  let motion = from
  let seen = lookFrom(motion, points, scaled)
  let merit = meritOf(seen)
  let reach = FIRST_REACH * scaled.sizeMm
  for (let step = 0; step < MOST_STEPS && reach > LEAST_REACH_MM; step++) {
    const found = bestStep(seen, points.length, held, reach, solve)
    if (!found) break
    const promised = found.merit - merit
    if (promised < GAIN_MM) break
    const next = stepped(motion, found.x, scaled)
    const there = lookFrom(next, points, scaled)
    const gained = meritOf(there) - merit
    if (gained > 0.1 * promised) {
      ;[motion, seen, merit] = [next, there, merit + gained]
      if (gained > 0.7 * promised) reach = Math.min(2 * reach, scaled.sizeMm)
    } else reach /= 4
  }
  return { motion, smallestMm: least(seen.slack), overMm: Math.max(0, -least(seen.upper)) }
}

/** The part moved by a step of six figures, all in mm. */
export const stepped = (
  motion: PartInCasting,
  x: readonly number[],
  { centre, sizeMm }: Scaled,
): PartInCasting =>
  after(
    movedBy(
      centre,
      point(x[0] ?? 0, x[1] ?? 0, x[2] ?? 0),
      point((x[3] ?? 0) / sizeMm, (x[4] ?? 0) / sizeMm, (x[5] ?? 0) / sizeMm),
    ),
    motion,
  )

export function least(values: Float64Array): number {
  let smallest = Infinity
  for (const value of values) if (value < smallest) smallest = value
  return smallest
}

export const meritOf = ({ slack, upper }: Seen): number =>
  least(slack) - OVER_COST * Math.max(0, -least(upper))

interface Step {
  readonly x: readonly number[]
  readonly merit: number
}

/** The best step by the linear program over all points; only those rows are put to it that matter. */
function bestStep(
  seen: Seen,
  count: number,
  held: Held,
  reach: number,
  solve: Solve,
): Step | undefined {
  const rows = new WorkingRows(seen, count)
  const program = (): Program => ({
    // Six of the step each way, the smallest slack, what upper limits are passed by.
    aim: [...Array<number>(12).fill(-STEP_COST), 1, -OVER_COST],
    rows: rows.all(),
    low: [...Array<number>(12).fill(0), -Infinity, 0],
    high: [...[...free, ...free].map((is) => (is ? reach : 0)), Infinity, Infinity],
  })
  const free = freeOf(held)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const solved = solve(program())
    if (!solved) return undefined
    const [s = 0, over = 0] = solved.x.slice(12)
    const x = solved.x.slice(0, 6).map((there, k) => there - (solved.x[6 + k] as number))
    if (!rows.addMissed(x, s, over)) return { x, merit: s - OVER_COST * over }
  }
  return undefined
}

/** The rows of a program that have to do with its answer: the tightest at first, then those that an answer has missed. */
class WorkingRows {
  private readonly lower = new Set<number>()
  private readonly upper = new Set<number>()

  constructor(
    private readonly seen: Seen,
    private readonly count: number,
  ) {
    for (const j of lowestOf(seen.slack, FIRST_ROWS)) this.lower.add(j)
    for (const j of lowestOf(seen.upper, FIRST_ROWS)) this.upper.add(j)
  }

  all(): readonly Row[] {
    return [
      ...[...this.lower].map((j) => this.lowerRow(j)),
      ...[...this.upper].map((j) => this.upperRow(j)),
    ]
  }

  private gain(j: number, k: number): number {
    return this.seen.gains[6 * j + k] as number
  }

  private lowerRow(j: number): Row {
    const gains = [0, 1, 2, 3, 4, 5].map((k) => this.gain(j, k))
    return { of: [...bothWays(gains), -1, 0], low: -(this.seen.slack[j] as number) }
  }

  private upperRow(j: number): Row {
    const gains = [0, 1, 2, 3, 4, 5].map((k) => -this.gain(j, k))
    return { of: [...bothWays(gains), 0, 1], low: -(this.seen.upper[j] as number) }
  }

  /** Takes in what an answer does not keep; whether there was any. */
  addMissed(x: readonly number[], s: number, over: number): boolean {
    const slack = new Float64Array(this.count)
    const upper = new Float64Array(this.count)
    for (let j = 0; j < this.count; j++) {
      let change = 0
      for (let k = 0; k < 6; k++) change += this.gain(j, k) * (x[k] as number)
      slack[j] = (this.seen.slack[j] as number) + change - s
      upper[j] = (this.seen.upper[j] as number) - change + over
    }
    const missed = (values: Float64Array, known: Set<number>): boolean => {
      const more = lowestOf(values, MORE_ROWS).filter(
        (j) => (values[j] as number) < -MISSED_MM && !known.has(j),
      )
      for (const j of more) known.add(j)
      return more.length > 0
    }
    const [low, high] = [missed(slack, this.lower), missed(upper, this.upper)]
    return low || high
  }
}

const bothWays = (gains: readonly number[]): readonly number[] => [
  ...gains,
  ...gains.map((gain) => -gain),
]

/** A row that is missed by less than this is kept, mm: the solver's own tolerance. */
const MISSED_MM = 1e-10

/** The places of the smallest values, smallest first; what is not a number is none. */
export function lowestOf(values: Float64Array, count: number): readonly number[] {
  const kept: number[] = []
  let limit = Infinity
  values.forEach((value, j) => {
    if (Number.isNaN(value) || value >= limit) return
    kept.push(j)
    if (kept.length < 4 * count) return
    kept.sort((a, b) => (values[a] as number) - (values[b] as number)).length = count
    limit = values[kept[count - 1] as number] as number
  })
  return kept.sort((a, b) => (values[a] as number) - (values[b] as number)).slice(0, count)
}
