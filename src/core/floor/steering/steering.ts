import { believe } from '../../chain/belief'
import { beliefOf } from './suspected'
import { type Solve } from '../../chain/fitting'
import { type LikelyVerdict, type Verdict } from '../../chain/variation'
import { type Result, succeed } from '../../ground/issues'
import { type Plan } from '../../plan/planning'
import { compiledFor, predictWay, type Standing, standingOf } from '../../predict/prediction'
import {
  isJoined,
  isMade,
  isSurfaceMade,
  type Measured,
  type MeasuredPiece,
  type Progress,
  type Steerable,
  type Taken,
  type TakenAll,
} from '../../predict/measured'
import { allRequirements, type Requirement, requirementTitle } from '../../work/part'
import { type Advice, adviceFor } from './advice'
import { doubtOf, type ValueDoubt } from './doubt'
import { nextMeasurements, type NextMeasurement } from './nextMeasurement'
import { type OpenRequirement, likelyOf, type PieceBelief, progressOf } from './state'

/** A requirement as believed of one piece. */
export interface Steered {
  readonly requirement: Requirement
  readonly title: string
  /** Everything that it hangs on is cut: it can only be measured, no longer moved. */
  readonly isSettled: boolean
  /** As planned, before anything was measured. */
  readonly before: LikelyVerdict | undefined
  /** With what was measured. */
  readonly after: Verdict | undefined
  readonly standing: Standing
  /** Why there is no figure. */
  readonly reason: string | undefined
}

/** A value as measured, against what was expected before any of the piece was. */
export interface ValueSeen extends Taken {
  readonly expected: number
  /** Three sigma of what was expected, the measurement's own error with it; in the value's unit. */
  readonly plusMinus: number
  readonly doubt: ValueDoubt | undefined
}

/** What is believed of one piece, and what to do next. */
export interface PieceSteered {
  readonly id: string
  /** How many setups are done. */
  readonly done: number
  readonly values: readonly ValueSeen[]
  readonly requirements: readonly Steered[]
  readonly advice: Advice
  /** What to measure next, the most telling first; none when nothing tells enough any more. */
  readonly next: readonly NextMeasurement[]
}

/**
 * What is believed of each piece by what was measured of all of them, and what is best done with what is still
 * to be cut.
 *
 * @returns `measured.*` issues when a value names what is not there.
 */
export function steerPieces(
  plan: Plan,
  measured: Measured,
  solve: Solve,
): Result<readonly PieceSteered[]> {
  if (measured.pieces.length > 1 && !measured.pieces.every(isJoined))
    return steerApart(plan, measured.pieces, solve)
  const taken = beliefOf(plan, measured.pieces)
  if (!taken.ok) return taken
  const { all, belief, each, way } = taken.value
  const predicted = predictWay(plan)
  return succeed(
    measured.pieces.map((piece, p): PieceSteered => {
      const progress = progressOf(all, piece, p)
      const own = ownRequirements(way, all, p, progress)
      const state: PieceBelief = {
        way,
        all,
        belief,
        each,
        piece: p,
        progress,
        open: own.flatMap((one) => ('compiled' in one ? [one] : [])),
      }
      return {
        id: piece.id,
        done: progress.done,
        values: all.taken.filter((one) => one.piece === p).map((one) => seen(all, progress, one)),
        requirements: own.map((one): Steered => {
          const before = predicted.requirements.find(
            ({ requirement }) => requirement.id === one.requirement.id,
          )?.outcome?.likely
          const { isSettled, requirement, title } = one
          if (!('compiled' in one))
            return {
              requirement,
              title,
              isSettled,
              before,
              after: undefined,
              standing: 'open',
              reason: one.reason,
            }
          const likely = likelyOf(one, state)
          return {
            requirement,
            title,
            isSettled,
            before,
            after: likely,
            standing: standingOf(likely),
            reason: undefined,
          }
        }),
        advice: adviceFor(state, solve),
        next: nextMeasurements(state),
      }
    }),
  )
}

/** Pieces of which some have a chain of their own: those that were seated anew in the middle of a setup. */
function steerApart(
  plan: Plan,
  pieces: readonly MeasuredPiece[],
  solve: Solve,
): Result<readonly PieceSteered[]> {
  const together = pieces.filter(isJoined)
  const joined =
    together.length > 0
      ? steerPieces(plan, { pieces: together }, solve)
      : succeed<PieceSteered[]>([])
  if (!joined.ok) return joined
  const rest = [...joined.value]
  const all: PieceSteered[] = []
  for (const piece of pieces) {
    const own = isJoined(piece) ? undefined : steerPieces(plan, { pieces: [piece] }, solve)
    if (own?.ok === false) return own
    const one = own?.value[0] ?? rest.shift()
    if (one) all.push(one)
  }
  return succeed(all)
}

type Unread = Omit<OpenRequirement, 'compiled'> & { readonly reason: string }

function ownRequirements(
  { chain }: Steerable,
  { pieces }: TakenAll,
  piece: number,
  progress: Progress,
): readonly (OpenRequirement | Unread)[] {
  return allRequirements(chain.plan.part).map((requirement) => {
    const { compiled, owners, reason } = compiledFor(chain, requirement)
    const base = {
      requirement,
      title: requirementTitle(chain.plan.part, requirement),
      isSettled: owners.every((owner) => isMade(chain, progress, owner)),
    }
    return compiled
      ? {
          ...base,
          compiled: { ...compiled, forms: compiled.forms.map((form) => pieces.of(form, piece)) },
        }
      : { ...base, reason: reason ?? '' }
  })
}

function seen(all: TakenAll, progress: Progress, taken: Taken): ValueSeen {
  const { inProcess, observed, surfaces } = taken
  const isThere = inProcess || surfaces.every((id) => isSurfaceMade(all.chain, progress, id))
  const isAngle = taken.unit === 'deg'
  const scale = isAngle ? 180 / Math.PI : 1
  if (!observed) return { ...taken, expected: taken.nominal, plusMinus: 0, doubt: undefined }
  const prior = believe(all.pieces.sources, []).of(observed.form)
  const expected = taken.shown(prior.mean)
  const plusMinus = 3 * scale * Math.hypot(prior.sigma, observed.sigma)
  return { ...taken, expected, plusMinus, doubt: doubtOf(taken, expected, plusMinus, isThere) }
}
