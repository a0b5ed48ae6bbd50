import { type Atoms, type Shape, valuesOf } from './atoms'
import { type Chance, CRUDE, isNearlyNormal, overOf, splitWeights } from './chances'
import { type Aim, densityOf, leaningDensity, plainDensity, type Tilt } from './densities'
import { type Event, type SharedFigure } from './events'
import { normalAbove, normalPointAbove } from './normal'
import { type Prepared } from './prepare'
import { evenColumn, normalColumn } from './strata'
import { saddlepoint } from './tail'

export interface TailDraws {
  readonly level: number
  /** Probability of an excess over the level, as drawn. */
  readonly total: number
  over(t: number): number
  /** The excess that a part `beyond` of all pieces goes over. */
  point(beyond: number): number
}

/** Events that all together could give no more than this part of the sum are not aimed at. */
const NEGLIGIBLE = 0.01

/** Pieces drawn where their excess is over a level, each with what it counts. */
export function drawTail(
  prepared: Prepared,
  events: readonly Event[],
  chances: readonly Chance[],
  level: number,
  samples: number,
): TailDraws {
  const { atoms, figures, reader } = prepared
  const aims = prepared.isLoose
    ? looseAims(events, chances, atoms, level)
    : aimsOf(events, chances, atoms, level)
  const values = new Float64Array(reader.room)
  const draw = new Float64Array(atoms.count)
  const read = new Float64Array(figures.length)
  const excess = new Float64Array(samples)
  const weight = new Float64Array(samples)
  const columns = atoms.shapes.map((shape, j) =>
    shape === 'normal' ? normalColumn(samples, j) : evenColumn(samples, j),
  )
  const isNormal = Uint8Array.from(atoms.shapes, (shape) => (shape === 'normal' ? 1 : 0))
  const isPlain = (aim: Aim): boolean => aim.sigma > 0 && aim.tilts.length === 0
  const plain = plainDensity(aims.filter(isPlain))
  const leaning = leaningDensity(aims.filter(({ leans }) => leans > 0))
  const others = aims.filter((aim) => !isPlain(aim) && aim.leans === 0)
  const readsFigures = !plain.isOverVariables || others.length > 0 || prepared.isLoose
  const fill = valuesOf(atoms)
  let [next, begun] = [0, 0]
  for (let i = 0; i < samples; i++) {
    const place = (i + 0.5) / samples
    while (next < aims.length - 1 && begun + (aims[next] as Aim).part <= place)
      begun += (aims[next++] as Aim).part
    const aim = aims[next] as Aim
    const within = Math.min(1 - 1e-9, Math.max(1e-9, (place - begun) / aim.part))
    for (let j = 0; j < draw.length; j++) draw[j] = (columns[j] as Float64Array)[i] as number
    for (const { atom, theta } of aim.tilts)
      draw[atom] = tilted(atoms.shapes[atom] as Shape, theta, draw[atom] as number)
    if (aim.sigma > 0) moveOver(aim, draw, isNormal, within)
    else if (aim.leans > 0) leanTo(aim, draw, isNormal)
    fill(draw, values)
    if (readsFigures)
      for (let f = 0; f < figures.length; f++)
        read[f] = figureValue(figures[f] as SharedFigure, values)
    let density = plain.of(read, draw) + leaning(read, draw)
    for (const other of others) density += densityOf(other, draw, read)
    weight[i] = density > 0 ? 1 / density / samples : 0
    excess[i] = reader.read(values)
  }
  return tailOf(excess, weight, level)
}

function aimsOf(
  events: readonly Event[],
  chances: readonly Chance[],
  atoms: Atoms,
  level: number,
): Aim[] {
  const probability = chances.map((chance) => Math.max(1e-300, chance(level)))
  const total = probability.reduce((a, b) => a + b, 0)
  const kept: { readonly event: Event; readonly p: number }[] = []
  let sum = 0
  events.forEach((event, i) => {
    const p = probability[i] as number
    if (p * events.length <= NEGLIGIBLE * total) return
    kept.push({ event, p })
    sum += p
  })
  return kept.map(({ event, p }): Aim => {
    const { others, sigma } = splitWeights(event.weights, atoms)
    const over = overOf(event, level)
    const lambda = Math.max(
      0,
      isNearlyNormal(event, sigma, CRUDE)
        ? (over - event.mean) / event.sigma ** 2
        : saddlepoint(others, sigma, over - event.centre),
    )
    const tilts = others.map(({ atom, scale, shape }): Tilt => {
      const theta = Math.max(-30, Math.min(30, lambda * scale))
      return { atom, weight: scale, theta, log: logGenerating(shape, theta) }
    })
    return {
      event,
      level: over,
      part: p / sum,
      sigma: sigma > 1e-3 * event.sigma ? sigma : 0,
      leans: 0,
      half: 0,
      uneven: others,
      density: 1 / sum,
      tilts,
    }
  })
}

/** Part of the loose draws that are drawn as they happen, so that nothing is left out. */
const AS_IT_HAPPENS = 0.1

/**
 * Where the excess follows pins that grow alike, no linear reading comes before every failure: the
 * draws lean towards the events instead of starting at them (exponential tilting), and every draw counts.
 */
function looseAims(
  events: readonly Event[],
  chances: readonly Chance[],
  atoms: Atoms,
  level: number,
): Aim[] {
  const aims = aimsOf(events, chances, atoms, level).map((aim): Aim => {
    const { event, sigma, tilts } = aim
    const others = splitWeights(event.weights, atoms)
    const leans = Math.max(0, (aim.level - event.mean) / event.sigma ** 2)
    return {
      ...aim,
      part: aim.part * (1 - AS_IT_HAPPENS),
      sigma: 0,
      leans,
      half: (leans * others.sigma) ** 2 / 2,
      tilts: sigma === 0 ? [] : tilts,
    }
  })
  const [first] = aims
  if (!first) return []
  const plain = { ...first, part: AS_IT_HAPPENS, leans: 0, half: 0, tilts: [] }
  return [...aims, plain]
}

function leanTo({ event, leans }: Aim, draw: Float64Array, isNormal: Uint8Array): void {
  for (let j = 0; j < draw.length; j++)
    if (isNormal[j] === 1) draw[j] = (draw[j] as number) + leans * (event.weights[j] as number)
}

/** Moves the normal atoms so that the event's figure lies over the level, by its own tail; the rest follows. */
function moveOver(
  { event, level, sigma }: Aim,
  draw: Float64Array,
  isNormal: Uint8Array,
  within: number,
): void {
  const { centre, weights } = event
  let [rest, along] = [centre, 0]
  for (let j = 0; j < draw.length; j++) {
    const part = (weights[j] as number) * (draw[j] as number)
    if (isNormal[j] === 1) along += part
    else rest += part
  }
  const beyond = normalAbove((level - rest) / sigma)
  const goal = sigma * normalPointAbove(Math.max(1e-300, within * beyond))
  const factor = (goal - along) / (sigma * sigma)
  for (let j = 0; j < draw.length; j++)
    if (isNormal[j] === 1) draw[j] = (draw[j] as number) + factor * (weights[j] as number)
}

function figureValue({ at, by, constant }: SharedFigure, values: Float64Array): number {
  let sum = constant
  for (let k = 0; k < at.length; k++) sum += (by[k] as number) * (values[at[k] as number] as number)
  return sum
}

/** log E exp(θζ). */
function logGenerating(shape: Shape, theta: number): number {
  if (shape === 'uniform')
    return Math.abs(theta) < 1e-4 ? (theta * theta) / 6 : Math.log(Math.sinh(theta) / theta)
  return Math.LN2 + (theta * theta) / 2 + Math.log(normalAbove(-theta))
}

/** One standard variable under the weight exp(θζ), from an even number in (0, 1). */
function tilted(shape: Shape, theta: number, even: number): number {
  if (shape === 'uniform') {
    if (Math.abs(theta) < 1e-4) return 2 * even - 1
    const far = Math.abs(theta)
    const high = 1 + Math.log(even + (1 - even) * Math.exp(-2 * far)) / far
    return theta > 0 ? high : -high
  }
  return Math.max(0, theta + normalPointAbove(Math.max(1e-300, even * normalAbove(-theta))))
}

function tailOf(excess: Float64Array, weight: Float64Array, level: number): TailDraws {
  const order = new Int32Array(excess.length)
  for (let i = 0; i < order.length; i++) order[i] = i
  order.sort((a, b) => (excess[b] as number) - (excess[a] as number))
  const over = (t: number): number => {
    let sum = 0
    excess.forEach((v, i) => {
      if (v > t) sum += weight[i] as number
    })
    return sum
  }
  return {
    level,
    total: over(level),
    over,
    point: (beyond) => {
      // Each draw stands in the middle of its own weight.
      let [sum, last, lastAt] = [0, 0, excess[order[0] ?? 0] ?? level]
      for (const i of order) {
        const middle = sum + (weight[i] as number) / 2
        const at = excess[i] as number
        if (middle >= beyond) {
          const part = middle > last ? (beyond - last) / (middle - last) : 1
          return Math.max(level, lastAt + (at - lastAt) * part)
        }
        ;[last, lastAt] = [middle, at]
        sum += weight[i] as number
      }
      return level
    },
  }
}
