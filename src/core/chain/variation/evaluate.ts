import {
  combineIndependent,
  likelyRadius,
  likelyRange,
  sourceAt,
  worstRadius,
  worstRange,
} from './combine'
import { type CompiledMeasure } from './compile'
import { formOfEvent } from './eventForm'
import { type Event } from './events'
import { likelyAtMost, type LikelyExcess, likelyExcess, likelyPoint } from './likely'
import { type Prepared, prepare } from './prepare'
import { markOfMeasure, Remembered } from './remembered'
import { figuresOf, type NamedSource } from './source'
import { type Sparse, sparseFrom } from './sparse'
import { worstExcess } from './worst'

/** One way of adding up: what is predicted, what is allowed, and what is left. mm, or rad for angles. */
export interface Verdict {
  /** What is allowed less the margin: half a width (limits), or a diameter or width (zone). */
  readonly predicted: number
  /** Middle of the tightest reading against the middle of its limits, for drawing; 0 for a zone. */
  readonly offset: number
  /** Half width of what is allowed (limits), or the zone without its bonus. */
  readonly allowed: number
  /** What is left on the tighter side; negative when it does not hold. */
  readonly margin: number
}

export interface LikelyVerdict extends Verdict {
  /** Part of the pieces that do not hold, 0 … 1; the margin is >= 0 exactly when it is at most 0.27 %. */
  readonly failing: number
}

/** What one link of the chain gives. */
export interface LinkShare {
  readonly link: string
  readonly setup: string | undefined
  readonly gear: string | undefined
  readonly causes: readonly string[]
  /** What to do about its largest source, in shop words. */
  readonly remedy: string
  /** What a picture lights for it. */
  readonly lights: readonly string[]
  /** Its part of the variance of the tightest reading, 0 … 1. */
  readonly share: number
  /** What it would give alone: likely and worst, in the terms of `Verdict.predicted`. */
  readonly likely: number
  readonly worst: number
}

export interface Outcome {
  readonly likely: LikelyVerdict
  readonly worst: Verdict
  /** Stock, gear, then in the order of the setups; the sum of the shares is 1 unless nothing varies. */
  readonly links: readonly LinkShare[]
  /** How far two pieces are likely to differ that are made one after the other, each touched as the way says. */
  readonly between: number
}

/** Figures of requirements that were worked out last: as many as the largest job has, twice over. */
const worked = new Remembered<
  LikelyExcess & { readonly worst: number; readonly tightest: Tightest }
>(700)

/** Likely and worst answers of one measure, with the links that make up its tightest reading. */
export function evaluate(compiled: CompiledMeasure, sources: readonly NamedSource[]): Outcome {
  const { kind } = compiled
  const { failing, point, tightest, worst } = worked.of(markOfMeasure(compiled, sources), () => {
    const prepared = prepare(compiled, sources)
    return {
      ...likelyExcess(prepared),
      worst: worstExcess(prepared),
      tightest: tightestReading(prepared),
    }
  })
  return {
    likely: { ...verdictOf(compiled, tightest, point), failing },
    worst: verdictOf(compiled, tightest, worst),
    links: linkShares(tightest.forms, sources, kind),
    between: betweenTwo(tightest.forms, sources, kind),
  }
}

/** What is settled once and what belongs to the gear is in both of two pieces: it is no difference between them. */
function betweenTwo(
  forms: readonly Sparse[],
  sources: readonly NamedSource[],
  kind: CompiledMeasure['kind'],
): number {
  const [first = EMPTY, second = EMPTY] = forms.map((form) =>
    sparseFrom(
      Array.from(form.indices, (index, i): [number, number] => [
        index,
        form.coefficients[i] as number,
      ]).filter(([index]) => !isInBoth(sourceAt(sources, index))),
    ),
  )
  const each =
    kind === 'limits' ? halfWidths(first, sources)[0] : likelyRadius(first, second, sources)
  return Math.SQRT2 * each
}

const isInBoth = ({ gear, isSettled, setup }: NamedSource): boolean =>
  isSettled === true || (gear !== undefined && setup === undefined)

/** The likely margin of one measure alone: for one that is asked once, as where something was measured. */
export function evaluateLikely(
  compiled: CompiledMeasure,
  sources: readonly NamedSource[],
): Verdict {
  const prepared = prepare(compiled, sources)
  return verdictOf(compiled, { offset: offsetOf(prepared) }, likelyPoint(prepared).point)
}

/** What bounds a point without draws is good to this part of what is allowed. */
const BOUND = 0.05

/**
 * Of several measures the one with the least likely margin: what cannot have it, by what bounds it, is not drawn for.
 *
 * @returns its place among them and its margin, as `evaluateLikely` tells it; undefined of none.
 */
export function leastLikelyMargin(
  measures: readonly CompiledMeasure[],
  sources: readonly NamedSource[],
): { readonly index: number; readonly margin: number } | undefined {
  const each = measures
    .map((measure, index) => {
      const { atMost, point } = likelyAtMost(prepare(measure, sources))
      return { index, point, atMost: atMost + BOUND * measure.allowed }
    })
    .sort((a, b) => b.atMost - a.atMost)
  let least: { readonly index: number; readonly margin: number } | undefined
  for (const { atMost, index, point } of each) {
    if (least && -atMost >= least.margin) break
    const margin = -point()
    if (!least || margin < least.margin) least = { index, margin }
  }
  return least
}

const verdictOf = (
  { allowed, kind }: CompiledMeasure,
  { offset }: Pick<Tightest, 'offset'>,
  excess: number,
): Verdict => ({
  predicted: allowed + excess,
  offset: kind === 'limits' ? offset : 0,
  allowed,
  margin: -excess,
})

interface Tightest {
  /** One form, or two across a round zone, in the terms of what is predicted. */
  readonly forms: readonly Sparse[]
  readonly offset: number
}

/** The event of those asked for that reaches furthest by itself. */
function furthest(events: readonly Event[], isAsked: (event: Event) => boolean): Event | undefined {
  const reach = ({ mean, sigma }: Event): number => mean + 3 * sigma
  return events.reduce<Event | undefined>(
    (most, e) => (isAsked(e) && !(most && reach(most) >= reach(e)) ? e : most),
    undefined,
  )
}

const tightestEvent = ({ events }: Prepared): Event | undefined =>
  furthest(events, ({ isBound }) => !isBound)

/** Middle of the tightest reading against the middle of its limits. */
function offsetOf(prepared: Prepared): number {
  const first = tightestEvent(prepared)
  return first ? (first.turn === 0 ? 1 : -1) * (first.mean + prepared.measure.allowed) : 0
}

/** The reading that alone would go farthest over: for a round zone with the one square to it. */
function tightestReading(prepared: Prepared): Tightest {
  const { directions, events, measure } = prepared
  const first = tightestEvent(prepared)
  if (!first) return { forms: [], offset: 0 }
  const quarter = (first.turn + directions / 4) % directions
  const second =
    measure.kind === 'zone'
      ? furthest(events, ({ check, turn }) => check === first.check && turn === quarter)
      : undefined
  const isRound = events.some((e) => e.check === first.check && e.turn === 2)
  return {
    forms: [first, ...(second && isRound ? [second] : [])].map((e) => formOfEvent(e, prepared)),
    offset: offsetOf(prepared),
  }
}

function linkShares(
  forms: readonly Sparse[],
  sources: readonly NamedSource[],
  kind: CompiledMeasure['kind'],
): readonly LinkShare[] {
  interface Group {
    gear: string | undefined
    setup: string | undefined
    causes: string[]
    remedy: string
    largest: number
    lights: Set<string>
    pairs: [number, number][][]
    variance: number
  }
  const figures = figuresOf(sources)
  const groups = new Map<string, Group>()
  forms.forEach((form, k) => {
    form.indices.forEach((index, i) => {
      const coefficient = form.coefficients[i] as number
      const source = sourceAt(sources, index)
      const group = groups.get(source.link) ?? {
        setup: source.setup,
        gear: source.gear,
        causes: [],
        remedy: '',
        largest: -1,
        lights: new Set<string>(),
        pairs: forms.map(() => []),
        variance: 0,
      }
      groups.set(source.link, group)
      if (!group.causes.includes(source.cause)) group.causes.push(source.cause)
      group.pairs[k]?.push([index, coefficient])
      for (const light of source.lights ?? []) group.lights.add(light)
      const variance = (coefficient * (figures.sigma[index] as number)) ** 2
      group.variance += variance
      if (variance > group.largest) {
        group.largest = variance
        group.remedy = source.remedy ?? ''
      }
    })
  })
  const order = orderIn(sources)
  const total = forms.reduce((sum, form) => sum + combineIndependent(form, sources).sigma ** 2, 0)
  return [...groups]
    .map(([link, group]) => {
      const [first = EMPTY, second = EMPTY] = group.pairs.map(sparseFrom)
      const [likely, worst] =
        kind === 'limits'
          ? halfWidths(first, sources)
          : [likelyRadius(first, second, sources), worstRadius(first, second, sources)]
      return {
        link,
        setup: group.setup,
        gear: group.gear,
        causes: group.causes,
        remedy: group.remedy,
        lights: [...group.lights],
        share: total > 0 ? group.variance / total : 0,
        likely,
        worst,
      }
    })
    .filter((link) => link.worst > 0)
    .sort((a, b) => order(a) - order(b))
}

function halfWidths(form: Sparse, sources: readonly NamedSource[]): readonly [number, number] {
  const [low, high] = likelyRange(form, sources)
  const [least, most] = worstRange(form, sources)
  return [(high - low) / 2, (most - least) / 2]
}

/** Stock first, then the gear, then the setups as the sources tell of them. */
function orderIn(sources: readonly NamedSource[]): (link: LinkShare) => number {
  const setups = orders.get(sources) ?? new Map<string, number>()
  if (!orders.has(sources)) {
    for (const { setup } of sources)
      if (setup !== undefined && !setups.has(setup)) setups.set(setup, setups.size)
    orders.set(sources, setups)
  }
  return ({ gear, setup }) =>
    setup !== undefined ? (setups.get(setup) ?? -1) : gear === undefined ? -2 : -1
}

/** In which order the setups come, once for all requirements over the same sources. */
const orders = new WeakMap<readonly NamedSource[], Map<string, number>>()

const EMPTY = sparseFrom([])
