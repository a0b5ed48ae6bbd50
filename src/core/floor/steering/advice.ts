import { believedMeasure, type KnobRange, type Limit, steer } from '../../chain/belief'
import { type Solve } from '../../chain/fitting'
import { type NamedSource, reachesOf } from '../../chain/variation'
import { type Knob } from '../../predict/measured'
import { refLabel } from '../../work/part'
import { type OpenRequirement, outcomeOf, type PieceBelief } from './state'

/** One thing to move before what is still to be cut. */
export interface Move {
  readonly setup: string
  readonly setupNumber: number
  /** The offset's name and its axis, or the face that is cut deeper or less deep. */
  readonly offset: string | undefined
  readonly axis: 'x' | 'y' | 'z' | undefined
  readonly feature: string | undefined
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
  const { belief, done, open } = state
  const knobs = knobsLeft(state)
  const free = open.filter(({ isSettled }) => !isSettled)
  const limits = free.flatMap((one, of) => limitsOf(one, of, knobs, state))
  const moved = free.filter((_, of) => limits.some((limit) => limit.of === of))
  if (moved.length === 0) return NOTHING_OPEN
  const ranges = knobs.map(({ inMm, kind, outMm }): KnobRange => ({
    low: -inMm,
    high: outMm,
    weight: kind === 'cut' ? DEPTH_WEIGHT : 1,
  }))
  const found = steer(limits, ranges, solve)
  const steps = knobs.map((_, k) => STEP_MM * Math.round((found?.moves[k] ?? 0) / STEP_MM))
  const sources = withMoves(belief.sources, knobs, steps, state)
  const gains = moved
    .map((one): Gain => {
      const [before, after] = [outcomeOf(one, state), outcomeOf(one, state, sources)].map(
        ({ likely }) => likely.margin,
      )
      return {
        requirement: one.requirement.id,
        title: one.title,
        allowed: one.compiled.allowed,
        before: before ?? 0,
        after: after ?? 0,
      }
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
  if (moves.length === 0 || gainOf(gains) < WORTH) return { ...kept, words: leave(done) }
  if (!helpsEach(state, moved, knobs, steps)) return { ...kept, words: CAUSE_FIRST }
  return { moves, gains, before, after, words: told(moves, gains, before, after) }
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
    const sources = withMoves(belief.sources, knobs, steps, state)
    const margins = (from: readonly NamedSource[]): number =>
      Math.min(
        ...open.map((one) => outcomeOf(one, { belief }, from).likely.margin / one.compiled.allowed),
      )
    return margins(sources) >= margins(belief.sources) - WORTH / 2
  })
}

const leave = (done: number): string =>
  done === 0
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
  return `${list ?? ''}. The smallest margin goes from ${percent(before)} to ${percent(after)} of what is allowed (${first?.title ?? ''}).`
}

const percent = (part: number): string => `${Math.round(100 * part)} %`.replace('-', '−')

/** What can still be moved: zeros of setups to come, and depths there. */
const knobsLeft = ({ done, way }: PieceBelief): readonly Knob[] =>
  way.knobs.filter(({ setupIndex }) => setupIndex >= done)

/** The limits of a requirement that some knob moves; none where none does. */
function limitsOf(
  { compiled }: OpenRequirement,
  of: number,
  knobs: readonly Knob[],
  { all: { pieces }, belief, piece }: PieceBelief,
): readonly Limit[] {
  const limits = reachesOf(
    believedMeasure(compiled, belief),
    belief.sources,
    knobs.map(({ source }) => placeOf(pieces, source, piece)),
  ).map(({ mean, sigma, slopes }): Limit => ({
    of,
    allowed: compiled.allowed,
    reach: mean + SIGMAS * sigma,
    slopes,
  }))
  return limits.some(({ slopes }) => slopes.some((slope) => Math.abs(slope) > 1e-9)) ? limits : []
}

/** Where a source of the model stands among those of a piece. */
const placeOf = (pieces: PieceBelief['all']['pieces'], source: number, piece: number): number =>
  pieces.of({ indices: Int32Array.of(source), coefficients: Float64Array.of(1) }, piece)
    .indices[0] as number

function withMoves(
  sources: readonly NamedSource[],
  knobs: readonly Knob[],
  steps: readonly number[],
  { all: { pieces }, piece }: PieceBelief,
): readonly NamedSource[] {
  const by = new Map(knobs.map(({ source }, k) => [placeOf(pieces, source, piece), steps[k] ?? 0]))
  return sources.map((source, i) => {
    const step = by.get(i)
    return step ? { ...source, offset: source.offset + step } : source
  })
}

function moveOf({ way }: PieceBelief, knob: Knob, by: number): Move {
  const { axis, feature, setup, setupIndex } = knob
  const { plan } = way.chain
  const offset = plan.setups[setupIndex]?.setup.zero.offset ?? ''
  const size = Math.abs(by).toFixed(3)
  const words =
    feature === undefined
      ? `move ${(axis ?? '').toUpperCase()} of ${offset} by ${by < 0 ? '−' : '+'}${size} before setup ${setupIndex + 1} is cut`
      : by < 0
        ? `take ${size} more off ${refLabel(plan.part, feature)} in setup ${setupIndex + 1}`
        : `leave ${size} more on ${refLabel(plan.part, feature)} in setup ${setupIndex + 1}`
  return {
    setup,
    setupNumber: setupIndex + 1,
    offset: feature === undefined ? offset : undefined,
    axis,
    feature,
    by,
    words,
  }
}
