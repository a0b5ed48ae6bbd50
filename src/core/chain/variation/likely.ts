import { type Atoms, SHAPE_MEAN, type Shape, valueOf } from './atoms'
import { LIKELY } from './combine'
import { type CompiledMeasure } from './compile'
import { type Aim, densityOf, leaningDensity, plainDensity, type Tilt } from './densities'
import { type Event, type SharedFigure } from './events'
import { normalAbove, normalPointAbove } from './normal'
import { type Prepared } from './prepare'
import { evenColumn, normalColumn } from './strata'
import { type OtherPart, partsAbove, saddlepoint } from './tail'

const BEYOND = 1 - LIKELY

export interface LikelyExcess {
  /** The excess that 99.73 % of pieces stay under: minus the margin. */
  readonly point: number
  /** Part of the pieces whose excess is over zero, 0 … 1. */
  readonly failing: number
  /** What bounds the point without adding up: the tightest single reading, and all readings as if they excluded each other. */
  readonly bracket: readonly [number, number]
}

/**
 * The excess that 99.73 % of pieces stay under, and the part of the pieces that fail.
 *
 * One reading is answered exactly. Several are drawn where they fail: union importance sampling (Owen,
 * Maximov and Chertkov, "Importance sampling the union of rare events", Electronic J. Statistics 13, 2019,
 * from memory), with the parts that are not normal tilted, and the excess itself read on every draw, so
 * that a free motion, a touch and a bonus count as they are. Deterministic: the same draws every time.
 *
 * @param samples - how many pieces are drawn where it fails; 256 is within about half a percent.
 */
export function likelyExcess(prepared: Prepared, samples = 256): LikelyExcess {
  const { measure, atoms } = prepared
  const events = prepared.events.filter((e) => e.sigma > NOTHING_MM)
  if (events.length === 0) {
    const still = stillExcess(prepared)
    return { point: still, failing: still > 0 ? 1 : 0, bracket: [still, still] }
  }
  const linear = isLinear(measure)
  const chances = events.map((e) => chanceOf(e, atoms, linear ? EXACT : CRUDE))
  const rough = Math.max(
    ...events.flatMap(({ isBound, mean, sigma }) => (isBound ? [] : [mean + 3 * sigma])),
  )
  const alone = linear ? tightestAlone(events, chances, rough) : rough
  const spread = (alone - (events[0] as Event).mean) / 3
  const union = (t: number): number =>
    chances.reduce((sum, chance, i) => sum + (events[i]?.isBound ? 0 : chance(t)), 0)
  const together = pointOf(union, alone, spread)
  const bracket: readonly [number, number] = linear ? [alone, together] : [-Infinity, together]
  const isNarrow = together - alone <= NARROW * Math.abs(measure.allowed + together)
  if (linear && isNarrow && !(alone < 0 && together > 0))
    return { point: (alone + together) / 2, failing: Math.min(1, union(0)), bracket }
  return drawn(prepared, events, chances, together, samples, bracket)
}

/** The point of the tightest reading: over its upper limit or under its lower one, which exclude each other. */
function tightestAlone(events: readonly Event[], chances: readonly Chance[], near: number): number {
  const checks = [...new Set(events.map((e) => e.check))]
  return Math.max(
    ...checks.map((check) => {
      const own = chances.filter((_, i) => events[i]?.check === check)
      const sigma = events.find((e) => e.check === check)?.sigma ?? 1
      return pointOf((t) => own.reduce((sum, chance) => sum + chance(t), 0), near, sigma)
    }),
  )
}

/** A spread below this is rounding, mm or rad. */
const NOTHING_MM = 1e-12

/** A bracket narrower than this part of the zone is not worth drawing for. */
const NARROW = 0.01

/** Single readings between limits: no zone, free motion or touch. */
const isLinear = (measure: CompiledMeasure): boolean =>
  measure.steps.length === 0 &&
  measure.gauges.every((g) => g.motions === 0 && g.checks.every((c) => c.kind === 'between'))

/** The excess of a piece on which every source is at its middle. */
function stillExcess({ atoms, measure, reader }: Prepared): number {
  const values = new Float64Array(reader.room)
  const middles = Float64Array.from(atoms.shapes, (shape) => SHAPE_MEAN[shape])
  measure.forms.forEach((_, i) => {
    const form = atoms.forms[i]
    values[i] = (atoms.centre[i] as number) + (form ? valueOf(form, middles) : 0)
  })
  return reader.read(values)
}

/** Probability that an event's figure is over t. */
type Chance = (t: number) => number

function chanceOf(event: Event, atoms: Atoms, nearly: number): Chance {
  const { centre, mean, weights } = event
  const { others, sigma } = splitWeights(weights, atoms)
  if (isNearlyNormal(event, sigma, nearly))
    return (t) => normalAbove((overOf(event, t) - mean) / event.sigma)
  return (t) => partsAbove({ centre, sigma, others }, overOf(event, t))
}

/** What an event has to go over for a piece to fail at a level. */
const overOf = ({ isBound }: Event, level: number): number => (isBound ? 0 : level)

/** Part of the variance that is not normal, under which its shape does not show; or shows too little to aim by. */
const EXACT = 0.001
const CRUDE = 0.1

const isNearlyNormal = (event: Event, normalSigma: number, nearly: number): boolean =>
  normalSigma ** 2 > (1 - nearly) * event.sigma ** 2

function splitWeights(
  weights: Float64Array,
  { shapes }: Atoms,
): { readonly sigma: number; readonly others: readonly (OtherPart & { readonly atom: number })[] } {
  let square = 0
  const others: (OtherPart & { atom: number })[] = []
  for (let atom = 0; atom < weights.length; atom++) {
    const w = weights[atom] as number
    const shape = shapes[atom]
    if (shape === 'normal') square += w * w
    else if (w !== 0 && shape) others.push({ shape, scale: w, atom })
  }
  return { sigma: Math.sqrt(square), others }
}

/** Doubled steps end here: no probability is still to be bracketed so many spreads away. */
const FAR = 1e12

/** The level at which a falling probability comes to 0.27 %: secant on its logarithm, kept in a bracket. */
function pointOf(probability: Chance, near: number, size: number, wanted = BEYOND): number {
  // A spread of next to nothing still needs steps that count beside the level itself.
  const scale = Math.max(Math.abs(size) || 0, 1e-9 * Math.abs(near), 1e-12)
  const miss = (t: number): number => Math.log(Math.max(1e-300, probability(t))) - Math.log(wanted)
  let [low, high] = [near, near]
  let [atLow, atHigh] = [miss(near), miss(near)]
  for (let step = 0.1 * scale; atLow < 0 && step < FAR * scale; step *= 2) {
    ;[high, atHigh] = [low, atLow]
    low -= step
    atLow = miss(low)
  }
  for (let step = 0.1 * scale; atHigh > 0 && step < FAR * scale; step *= 2) {
    ;[low, atLow] = [high, atHigh]
    high += step
    atHigh = miss(high)
  }
  for (let step = 0; step < 60 && high - low > 1e-10 * scale; step++) {
    let t = low + ((high - low) * atLow) / (atLow - atHigh)
    if (!(t > low && t < high) || step % 4 === 3) t = (low + high) / 2
    const at = miss(t)
    if (Math.abs(at) < 1e-9) return t
    if (at > 0) [low, atLow] = [t, at]
    else [high, atHigh] = [t, at]
  }
  return (low + high) / 2
}

/**
 * Draws where it fails: a few pieces find about where the point lies, then the most are drawn from a
 * level just under it, so that most draws count.
 */
function drawn(
  prepared: Prepared,
  events: readonly Event[],
  chances: readonly Chance[],
  together: number,
  asked: number,
  bracket: readonly [number, number],
): LikelyExcess {
  // Loose draws spread wider, bounds hide much of what is drawn: more are needed for the same figure.
  const hasBounds = events.some((e) => e.isBound)
  const samples = asked * (prepared.isLoose ? 6 : hasBounds ? 3 : 1)
  const nominal = Math.min(...events.map((e) => e.mean))
  const spread = together - nominal
  let level = together - 0.12 * spread
  let rough = drawTail(prepared, events, chances, level, samples / 4)
  for (let round = 0; round < 20 && rough.total < BEYOND; round++) {
    level -= 0.15 * (level - nominal)
    rough = drawTail(prepared, events, chances, level, samples / 4)
  }
  level = rough.point(BEYOND)
  // Far from the limit half of the draws tell enough.
  const isClose = Math.abs(level) < CLOSE_TO_LIMIT * prepared.measure.allowed
  let draws = rough
  for (let round = 0; round < 4; round++) {
    level -= 0.03 * (level - nominal)
    draws = drawTail(prepared, events, chances, level, isClose ? samples : samples / 2)
    if (draws.total > 1.05 * BEYOND) break
  }
  const point = draws.point(BEYOND)
  if (draws.level <= 0 && point > -0.02 * spread) return { point, failing: draws.over(0), bracket }
  const sum = (t: number): number => chances.reduce((all, chance) => all + chance(t), 0)
  // What hardly ever fails: the sum of the single readings, in the proportion found where it was drawn.
  const nearly = (sum(0) * draws.total) / sum(draws.level)
  const atZero = isClose || point > 0 ? 2 * samples : samples
  const far =
    nearly < RARE ? nearly : Math.min(1, drawTail(prepared, events, chances, 0, atZero).over(0))
  // Both come from one excess: whichever side of zero the point lies, the share agrees with it.
  return { point, failing: point > 0 ? Math.max(BEYOND, far) : Math.min(BEYOND, far), bracket }
}

/** Part of what is allowed within which a margin decides. */
const CLOSE_TO_LIMIT = 0.25

/** A share below this is shown as next to nothing. */
const RARE = 1e-5

interface TailDraws {
  readonly level: number
  /** Probability of an excess over the level, as drawn. */
  readonly total: number
  over(t: number): number
  /** The excess that a part `beyond` of all pieces goes over. */
  point(beyond: number): number
}

/** Events that all together could give no more than this part of the sum are not aimed at. */
const NEGLIGIBLE = 0.01

function drawTail(
  prepared: Prepared,
  events: readonly Event[],
  chances: readonly Chance[],
  level: number,
  samples: number,
): TailDraws {
  const { atoms, figures, measure, reader } = prepared
  const aims = prepared.isLoose
    ? looseAims(events, chances, atoms, level)
    : aimsOf(events, chances, atoms, level)
  const forms = measure.forms.length
  const values = new Float64Array(reader.room)
  const draw = new Float64Array(atoms.count)
  const read = new Float64Array(figures.length)
  const excess = new Float64Array(samples)
  const weight = new Float64Array(samples)
  const columns = atoms.shapes.map((shape, j) =>
    shape === 'normal' ? normalColumn(samples, j) : evenColumn(samples, j),
  )
  const isPlain = (aim: Aim): boolean => aim.sigma > 0 && aim.tilts.length === 0
  const plain = plainDensity(aims.filter(isPlain))
  const leaning = leaningDensity(aims.filter(({ leans }) => leans > 0))
  const others = aims.filter((aim) => !isPlain(aim) && aim.leans === 0)
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
    if (aim.sigma > 0) moveOver(aim, draw, atoms, within)
    else if (aim.leans > 0) leanTo(aim, draw, atoms)
    for (let k = 0; k < forms; k++)
      values[k] =
        (atoms.centre[k] as number) + valueOf(atoms.forms[k] as Atoms['forms'][number], draw)
    for (let f = 0; f < figures.length; f++)
      read[f] = figureValue(figures[f] as SharedFigure, values)
    let density = plain(read) + leaning(read, draw)
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
  const kept = events.flatMap((event, i) => {
    const p = probability[i] as number
    return p * events.length > NEGLIGIBLE * total ? [{ event, p }] : []
  })
  const sum = kept.reduce((all, { p }) => all + p, 0)
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

function leanTo({ event, leans }: Aim, draw: Float64Array, { shapes }: Atoms): void {
  for (let j = 0; j < draw.length; j++)
    if (shapes[j] === 'normal') draw[j] = (draw[j] as number) + leans * (event.weights[j] as number)
}

/** Moves the normal atoms so that the event's figure lies over the level, by its own tail; the rest follows. */
function moveOver(
  { event, level, sigma }: Aim,
  draw: Float64Array,
  { shapes }: Atoms,
  within: number,
): void {
  const { centre, weights } = event
  let [rest, along] = [centre, 0]
  for (let j = 0; j < draw.length; j++) {
    const part = (weights[j] as number) * (draw[j] as number)
    if (shapes[j] === 'normal') along += part
    else rest += part
  }
  const beyond = normalAbove((level - rest) / sigma)
  const goal = sigma * normalPointAbove(Math.max(1e-300, within * beyond))
  const factor = (goal - along) / (sigma * sigma)
  for (let j = 0; j < draw.length; j++)
    if (shapes[j] === 'normal') draw[j] = (draw[j] as number) + factor * (weights[j] as number)
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
  const order = Array.from(excess.keys()).sort(
    (a, b) => (excess[b] as number) - (excess[a] as number),
  )
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
