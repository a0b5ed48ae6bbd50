import { SHAPE_MEAN, valueOf } from './atoms'
import { type Chance, chanceOf, CRUDE, EXACT } from './chances'
import { LIKELY } from './combine'
import { type CompiledMeasure } from './compile'
import { drawTail } from './draws'
import { type Event } from './events'
import { type Prepared } from './prepare'

const BEYOND = 1 - LIKELY

export interface LikelyExcess extends LikelyPoint {
  /** Part of the pieces whose excess is over zero, 0 … 1. */
  readonly failing: number
}

export interface LikelyPoint {
  /** The excess that 99.73 % of pieces stay under: minus the margin. */
  readonly point: number
  /** What bounds the point without adding up: the tightest single reading, and all readings as if they excluded each other. */
  readonly bracket: readonly [number, number]
}

/** The point, and what tells the part that fails where that is wanted: it may want draws of its own. */
interface Told extends LikelyPoint {
  readonly failing: () => number
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
  const { bracket, failing, point } = told(prepared, samples)
  return { bracket, point, failing: failing() }
}

/** The excess alone, as `likelyExcess` tells it: where nobody asks how many fail, that is not drawn. */
export function likelyPoint(prepared: Prepared, samples = 256): LikelyPoint {
  const { bracket, point } = told(prepared, samples)
  return { bracket, point }
}

/** Where the point lies at most, near enough, before anything is drawn; and the point itself for whoever wants it. */
export function likelyAtMost(
  prepared: Prepared,
  samples = 256,
): { readonly atMost: number; readonly point: () => number } {
  const { bracket, settle } = bracketed(prepared, samples)
  return { atMost: bracket[1], point: () => settle().point }
}

const told = (prepared: Prepared, samples: number): Told => bracketed(prepared, samples).settle()

function bracketed(
  prepared: Prepared,
  samples: number,
): Pick<Told, 'bracket'> & { readonly settle: () => Told } {
  const { measure, atoms } = prepared
  const events = prepared.events.filter((e) => e.sigma > NOTHING_MM)
  if (events.length === 0) {
    const still = stillExcess(prepared)
    const bracket = [still, still] as const
    return {
      bracket,
      settle: () => ({ point: still, failing: () => (still > 0 ? 1 : 0), bracket }),
    }
  }
  const linear = isLinear(measure)
  const chances = events.map((e) => chanceOf(e, atoms, linear ? EXACT : CRUDE))
  const rough = events.reduce(
    (most, { isBound, mean, sigma }) => (isBound ? most : Math.max(most, mean + 3 * sigma)),
    -Infinity,
  )
  const alone = linear ? tightestAlone(events, chances, rough) : rough
  const spread = (alone - (events[0] as Event).mean) / 3
  const union = (t: number): number =>
    chances.reduce((sum, chance, i) => sum + (events[i]?.isBound ? 0 : chance(t)), 0)
  const together = pointOf(union, alone, spread)
  const bracket: readonly [number, number] = linear ? [alone, together] : [-Infinity, together]
  const isNarrow = together - alone <= NARROW * Math.abs(measure.allowed + together)
  const settle = (): Told =>
    linear && isNarrow && !(alone < 0 && together > 0)
      ? { point: (alone + together) / 2, failing: () => Math.min(1, union(0)), bracket }
      : drawn(prepared, events, chances, together, samples, bracket)
  return { bracket, settle }
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
): Told {
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
  if (draws.level <= 0 && point > -0.02 * spread)
    return { point, failing: () => draws.over(0), bracket }
  const failing = (): number => {
    const sum = (t: number): number => chances.reduce((all, chance) => all + chance(t), 0)
    // What hardly ever fails: the sum of the single readings, in the proportion found where it was drawn.
    const nearly = (sum(0) * draws.total) / sum(draws.level)
    const atZero = isClose || point > 0 ? 2 * samples : samples
    const far =
      nearly < RARE ? nearly : Math.min(1, drawTail(prepared, events, chances, 0, atZero).over(0))
    // Both come from one excess: whichever side of zero the point lies, the share agrees with it.
    return point > 0 ? Math.max(BEYOND, far) : Math.min(BEYOND, far)
  }
  return { point, failing, bracket }
}

/** Part of what is allowed within which a margin decides. */
const CLOSE_TO_LIMIT = 0.25

/** A share below this is shown as next to nothing. */
const RARE = 1e-5
