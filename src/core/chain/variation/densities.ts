import { type Event } from './events'
import { normalAbove } from './normal'

/** One of the events that draws aim at. */
export interface Aim {
  readonly event: Event
  /** What the event is drawn over. */
  readonly level: number
  /** Part of the draws that aim at this event. */
  readonly part: number
  /** Standard deviation of its normal part; 0 when that is next to nothing, or the aim is loose. */
  readonly sigma: number
  /** A loose aim leans all of the draw towards the event and keeps none of it out: λ, and λ²σ²/2. */
  readonly leans: number
  readonly half: number
  /** What of the event is not normal: its figure less these is its normal part. */
  readonly uneven: readonly { readonly atom: number; readonly scale: number }[]
  /** Part of the draws over the event's own probability, where nothing is tilted. */
  readonly density: number
  readonly tilts: readonly Tilt[]
}

export interface Tilt {
  readonly atom: number
  readonly weight: number
  readonly theta: number
  readonly log: number
}

/** What a draw counts for some aims: from the events' own figures as read, or from the variables as drawn. */
export type Density = (read: Float64Array, draw: Float64Array) => number

export interface PlainDensity {
  readonly of: Density
  /** It looks at the variables alone. */
  readonly isOverVariables: boolean
}

/**
 * Densities of all aims that tilt nothing, added up: such an aim draws alike whatever lies over its level. What an
 * event comes to is worked out over the figures that it adds up, or over the variables, whichever are fewer.
 */
export function plainDensity(aims: readonly Aim[]): PlainDensity {
  const [first] = aims
  if (!first) return { of: () => 0, isOverVariables: true }
  const terms = aims.reduce((sum, { event }) => sum + event.at.length, 0)
  const isOverVariables = terms > aims.length * first.event.weights.length
  return {
    of: isOverVariables ? overVariables(aims, first) : overFigures(aims, first, terms),
    isOverVariables,
  }
}

function overVariables(aims: readonly Aim[], { density, event }: Aim): Density {
  const count = event.weights.length
  const by = new Float64Array(aims.length * count)
  const needed = new Float64Array(aims.length)
  aims.forEach(({ event: { centre, weights }, level }, a) => {
    by.set(weights, a * count)
    needed[a] = level - centre
  })
  return (_, draw) => {
    let [hits, k] = [0, 0]
    for (let a = 0; a < needed.length; a++) {
      let figure = 0
      for (let j = 0; j < count; j++) figure += (by[k++] as number) * (draw[j] as number)
      if (figure > (needed[a] as number)) hits++
    }
    return hits * density
  }
}

function overFigures(aims: readonly Aim[], { density }: Aim, terms: number): Density {
  const starts = new Int32Array(aims.length + 1)
  const [at, by] = [new Int32Array(terms), new Float64Array(terms)]
  const needed = new Float64Array(aims.length)
  aims.forEach(({ event, level }, a) => {
    const start = starts[a] as number
    starts[a + 1] = start + event.at.length
    at.set(event.at, start)
    by.set(event.by, start)
    needed[a] = level - event.constant
  })
  return (read) => {
    let hits = 0
    for (let a = 0; a < needed.length; a++) {
      let figure = 0
      const end = starts[a + 1] as number
      for (let k = starts[a] as number; k < end; k++)
        figure += (by[k] as number) * (read[at[k] as number] as number)
      if (figure > (needed[a] as number)) hits++
    }
    return hits * density
  }
}

/**
 * Densities of all loose aims, added up: each is the exponential of a linear figure, tilt and lean together,
 * over the event's own figures and what of it is not normal.
 */
export function leaningDensity(aims: readonly Aim[]): Density {
  const rows = aims.map(({ event, half, leans, part, tilts, uneven }) => {
    const { at, by, centre, constant } = event
    const theta = new Map(tilts.map((tilt) => [tilt.atom, tilt.theta]))
    return {
      start:
        Math.log(part) +
        leans * (constant - centre) -
        half -
        tilts.reduce((sum, { log }) => sum + log, 0),
      figures: [...at].map((figure, k) => [figure, leans * (by[k] as number)] as const),
      atoms: uneven.map(
        ({ atom, scale }) => [atom, (theta.get(atom) ?? 0) - leans * scale] as const,
      ),
    }
  })
  const [figures, atoms] = [
    packed(rows.map((row) => row.figures)),
    packed(rows.map((row) => row.atoms)),
  ]
  const start = Float64Array.from(rows, (row) => row.start)
  return (read, draw) => {
    let density = 0
    for (let a = 0; a < start.length; a++)
      density += Math.exp((start[a] as number) + rowOf(figures, a, read) + rowOf(atoms, a, draw))
    return density
  }
}

/** Rows of a sparse matrix, one after another. */
interface Packed {
  readonly starts: Int32Array
  readonly at: Int32Array
  readonly by: Float64Array
}

function packed(rows: readonly (readonly (readonly [at: number, by: number])[])[]): Packed {
  const starts = new Int32Array(rows.length + 1)
  rows.forEach((row, i) => (starts[i + 1] = (starts[i] as number) + row.length))
  return {
    starts,
    at: Int32Array.from(rows.flatMap((row) => row.map(([at]) => at))),
    by: Float64Array.from(rows.flatMap((row) => row.map(([, by]) => by))),
  }
}

function rowOf({ at, by, starts }: Packed, row: number, values: Float64Array): number {
  let sum = 0
  const end = starts[row + 1] as number
  for (let k = starts[row] as number; k < end; k++)
    sum += (by[k] as number) * (values[at[k] as number] as number)
  return sum
}

/** How much more often this aim draws a piece than it happens, times its part of the draws. */
export function densityOf(aim: Aim, draw: Float64Array, read: Float64Array): number {
  const { event, level, part, sigma, tilts } = aim
  const { at, by } = event
  let figure = event.constant
  for (let k = 0; k < at.length; k++)
    figure += (by[k] as number) * (read[at[k] as number] as number)
  if (sigma > 0 && !(figure > level)) return 0
  let [tilt, shifted] = [0, event.centre]
  for (const { atom, log, theta, weight } of tilts) {
    tilt += theta * (draw[atom] as number) - log
    shifted += weight * (draw[atom] as number)
  }
  if (sigma === 0) return part * Math.exp(tilt)
  const beyond = normalAbove((level - shifted) / sigma)
  return beyond > 0 ? (part * Math.exp(tilt)) / beyond : Infinity
}
