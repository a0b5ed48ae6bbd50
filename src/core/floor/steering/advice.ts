import { believedMeasure, type KnobRange, type Limit, steer } from '../../chain/belief'
import { type Solve } from '../../chain/fitting'
import { reachesOf } from '../../chain/variation'
import { type Knob } from '../../predict/measured'
import { refLabel } from '../../work/part'
import { type OpenRequirement, likelyOf, type PieceBelief } from './state'

/** One thing to move before what is still to be cut. */
export interface Move {
  readonly setup: string
  readonly setupNumber: number
  /** The offset's name and its axis, or the face that is cut deeper or less deep. */
  readonly offset: string | undefined
  readonly axis: 'x' | 'y' | 'z' | undefined
  readonly feature: string | undefined
  /** What is still to be cut with that offset, where some of the setup is cut already. */
  readonly only: readonly string[] | undefined
  /** What of that is rough cut already. */
  readonly roughed: readonly string[] | undefined
  /** mm; of a depth positive leaves metal on. */
  readonly by: number
  readonly words: string
}

/** What moving gains for one requirement; margins in its own terms. */
export interface Gain {
  readonly requirement: string
  readonly title: string
  readonly allowed: number
  readonly before: number
  readonly after: number
}

/** What is best done with what is still to be cut. */
export interface Advice {
  readonly moves: readonly Move[]
  /** The requirements that are still open, the tightest first. */
  readonly gains: readonly Gain[]
  /** The smallest margin in parts of what is allowed, before and after. */
  readonly before: number | undefined
  readonly after: number | undefined
  /** In words: what to move, or why nothing is moved. */
  readonly words: string
}

/** A gain below this part of what is allowed is not worth keying in (common practice, no source). */
const WORTH = 0.03
/** A depth is a second figure to key in: an offset that does the same is preferred. */
const DEPTH_WEIGHT = 1.3
/** Moves are told to the last figure that a machine takes, mm. */
const STEP_MM = 0.001
/** What a limit is held against: as many sigma as the likely range. */
const SIGMAS = 3

const NOTHING_OPEN: Advice = {
  moves: [],
  gains: [],
  before: undefined,
  after: undefined,
  words: 'Nothing that is still to be cut moves a requirement.',
}

/** How to move what is still to be cut so that the smallest margin of what is still open is as large as can be. */
export function adviceFor(state: PieceBelief, solve: Solve): Advice {
  const { open } = state
  const knobs = knobsLeft(state)
  const free = open.filter(({ isSettled }) => !isSettled)
  const limitsEach = free.map((one, of) => limitsOf(one, of, knobs, state))
  const limits = limitsEach.flat()
  if (limits.length === 0) return NOTHING_OPEN
  const ranges = knobs.map(({ inMm, kind, outMm }): KnobRange => ({
    low: -inMm,
    high: outMm,
    weight: kind === 'cut' ? DEPTH_WEIGHT : 1,
  }))
  const found = steer(limits, ranges, solve)
  const steps = knobs.map((knob, k) => stepOf(state, knob, found?.moves[k] ?? 0))
  const stay = knobs.map(() => 0)
  const gains = free
    .flatMap((one, of): readonly Gain[] => {
      const own = limitsEach[of] ?? []
      if (own.length === 0) return []
      const { margin } = likelyOf(one, state)
      return [
        {
          requirement: one.requirement.id,
          title: one.title,
          allowed: one.compiled.allowed,
          before: margin,
          after: margin + reachOf(own, stay) - reachOf(own, steps),
        },
      ]
    })
    .sort((a, b) => a.before / a.allowed - b.before / b.allowed)
  const [before, after] = [least(gains, 'before'), least(gains, 'after')]
  const moves = knobs.flatMap((knob, k) =>
    steps[k] === 0 ? [] : [moveOf(state, knob, steps[k] ?? 0)],
  )
  const kept = {
    moves: [],
    gains: gains.map((g) => ({ ...g, after: g.before })),
    before,
    after: before,
  }
  if (moves.length === 0 || gainOf(gains) < WORTH) return { ...kept, words: leave(state) }
  if (!helpsEach(state, free, knobs, steps)) return { ...kept, words: CAUSE_FIRST }
  return { moves, gains, before, after, words: told(moves, gains, before, after) }
}

/** A move as it is keyed in; none where it is less than the machine comes back to. */
function stepOf({ way }: PieceBelief, { setupIndex }: Knob, by: number): number {
  const { repeatMm = 0 } = way.chain.plan.setups[setupIndex]?.machine ?? {}
  return Math.abs(by) < repeatMm ? 0 : STEP_MM * Math.round(by / STEP_MM)
}

const CAUSE_FIRST =
  'Find the cause first: what was measured has more than one likely explanation, and they ask for different corrections.'

/** Whether moving does no harm whichever of the likely causes it is. */
function helpsEach(
  state: PieceBelief,
  open: readonly OpenRequirement[],
  knobs: readonly Knob[],
  steps: readonly number[],
): boolean {
  return state.each.every((belief) => {
    const limits = open.flatMap((one, of) => limitsOf(one, of, knobs, { ...state, belief }))
    const least = (by: readonly number[]): number =>
      Math.min(...limits.map((limit) => 1 - reachOf([limit], by) / limit.allowed))
    return least(steps) >= least(knobs.map(() => 0)) - WORTH / 2
  })
}

/** How far a requirement reaches, its likely range with it, with knobs moved by so much. */
const reachOf = (limits: readonly Limit[], by: readonly number[]): number =>
  Math.max(
    ...limits.map(({ reach, slopes }) =>
      slopes.reduce((sum, slope, k) => sum + slope * (by[k] ?? 0), reach),
    ),
  )

const leave = ({ all, piece }: PieceBelief): string =>
  all.taken.every((one) => one.piece !== piece)
    ? 'Nothing is measured yet that would move a cut.'
    : 'Leave the offsets as they are: moving them gains less than they repeat.'

/** The most that any requirement's margin gains where the smallest do not lose, in parts of what is allowed. */
const gainOf = (gains: readonly Gain[]): number =>
  Math.max(
    least(gains, 'after') - least(gains, 'before'),
    // Where the smallest cannot be helped, the next may be.
    ...gains.map((gain) =>
      least(gains, 'after') >= least(gains, 'before') - 0.01 && gain.before < 0.5 * gain.allowed
        ? (gain.after - gain.before) / gain.allowed
        : -Infinity,
    ),
  )

const least = (gains: readonly Gain[], which: 'before' | 'after'): number =>
  Math.min(...gains.map((gain) => gain[which] / gain.allowed))

function told(
  moves: readonly Move[],
  gains: readonly Gain[],
  before: number,
  after: number,
): string {
  const [first] = gains
  const all = moves.map(({ words }) => words)
  const list =
    all.length > 1 ? `${all.slice(0, -1).join('; ')}; and ${all[all.length - 1] ?? ''}` : all[0]
  const most = [...gains].sort((a, b) => gained(b) - gained(a))[0]
  if (percent(before) !== percent(after) || !most)
    return `${list ?? ''}. The smallest margin goes from ${percent(before)} to ${percent(after)} of what is allowed (${first?.title ?? ''}).`
  return `${list ?? ''}. ${most.title} goes from ${percent(most.before / most.allowed)} to ${percent(most.after / most.allowed)} of what is allowed; ${first?.title ?? ''} stays at ${percent(before)}.`
}

const gained = ({ after, allowed, before }: Gain): number => (after - before) / allowed

const percent = (part: number): string => `${Math.round(100 * part)} %`.replace('-', '−')

/** What can still be moved: zeros of setups to come, and depths there. */
const knobsLeft = ({ progress: { cut, done, roughed }, way }: PieceBelief): readonly Knob[] =>
  way.knobs.flatMap((knob): readonly Knob[] => {
    if (knob.setupIndex !== done) return knob.setupIndex > done ? [knob] : []
    const sources = new Map(
      [...knob.sources]
        .filter(([owner]) => !cut.has(owner))
        .map(([owner, source]): [string, number] => [
          owner,
          (roughed.has(owner) ? knob.lastCut.get(owner) : undefined) ?? source,
        ]),
    )
    return sources.size > 0 ? [{ ...knob, sources }] : []
  })

/** The limits of a requirement that some knob moves; none where none does. */
function limitsOf(
  { compiled }: OpenRequirement,
  of: number,
  knobs: readonly Knob[],
  { all: { pieces }, belief, piece }: PieceBelief,
): readonly Limit[] {
  // A knob moves all its sources alike.
  const places = knobs.map(({ sources }) =>
    [...sources.values()].map((source) => placeOf(pieces, source, piece)),
  )
  const limits = reachesOf(believedMeasure(compiled, belief), belief.sources, places).map(
    ({ mean, sigma, slopes }): Limit => ({
      of,
      allowed: compiled.allowed,
      reach: mean + SIGMAS * sigma,
      slopes,
    }),
  )
  return limits.some(({ slopes }) => slopes.some((slope) => Math.abs(slope) > NOTHING))
    ? furthestOf(limits)
    : []
}

/** A slope, or what two differ by, that moves nothing. */
const NOTHING = 1e-9

/** Of limits of one requirement that every knob moves alike only the one that reaches furthest counts. */
function furthestOf(limits: readonly Limit[]): readonly Limit[] {
  const known = new Map<number, Limit[]>()
  for (const limit of limits) {
    const mark = Math.round(
      limit.slopes.reduce((sum, slope, k) => sum + slope * (k + Math.SQRT2), 0) / NOTHING,
    )
    const alike = known.get(mark) ?? []
    known.set(mark, alike)
    const same = alike.findIndex(({ slopes }) =>
      slopes.every((slope, k) => Math.abs(slope - (limit.slopes[k] as number)) <= NOTHING),
    )
    if (same < 0) alike.push(limit)
    else if ((alike[same] as Limit).reach < limit.reach) alike[same] = limit
  }
  return [...known.values()].flat()
}

/** Where a source of the model stands among those of a piece. */
const placeOf = (pieces: PieceBelief['all']['pieces'], source: number, piece: number): number =>
  pieces.of({ indices: Int32Array.of(source), coefficients: Float64Array.of(1) }, piece)
    .indices[0] as number

function moveOf({ progress, way }: PieceBelief, knob: Knob, by: number): Move {
  const { axis, feature, setup, setupIndex, sources } = knob
  const { plan } = way.chain
  const isBegun = setupIndex === progress.done && progress.cut.size + progress.roughed.size > 0
  const left = [...sources.keys()]
  const roughed = left.filter((owner) => progress.roughed.has(owner))
  const isLast = isBegun && feature !== undefined && progress.roughed.has(feature)
  const where = `${isLast ? ' with its last cut' : ''} in setup ${setupIndex + 1}`
  const before = isBegun
    ? `the rest of setup ${setupIndex + 1} (${left.map((ref) => refLabel(plan.part, ref)).join(', ')})`
    : `setup ${setupIndex + 1}`
  const offset = plan.setups[setupIndex]?.setup.zero.offset ?? ''
  const size = Math.abs(by).toFixed(3)
  const words =
    feature === undefined
      ? `move ${(axis ?? '').toUpperCase()} of ${offset} by ${by < 0 ? '−' : '+'}${size} before ${before} is cut`
      : by < 0
        ? `take ${size} more off ${refLabel(plan.part, feature)}${where}`
        : `leave ${size} more on ${refLabel(plan.part, feature)}${where}`
  return {
    setup,
    setupNumber: setupIndex + 1,
    offset: feature === undefined ? offset : undefined,
    axis,
    feature,
    only: isBegun && feature === undefined ? left : undefined,
    roughed: isBegun && feature === undefined && roughed.length > 0 ? roughed : undefined,
    by,
    words,
  }
}
