import { believe } from '../../chain/belief'
import { type Plan } from '../../plan/planning'
import { limitsOf, NO_LIMITS, type ReadingLimits, type TakenAll } from '../../predict/measured'
import { allRequirements, requirementTitle } from '../../work/part'
import { type Capability, capabilityOf } from './capability'
import { type Drift, driftOf } from './drift'

/** One value of a series, with what was expected of it before the piece was made. */
export interface SeriesPoint {
  readonly piece: string
  /** Its place in the order of making, from 1. */
  readonly place: number
  readonly value: number
  readonly expected: number
  /** Within 99.7 % of what was expected, the measurement’s own error with it. */
  readonly plusMinus: number
  readonly isInside: boolean
}

/** What was measured of one reading of a requirement, piece by piece. */
export interface Series {
  readonly requirement: string
  readonly title: string
  /** What was read: the title, or with which of its readings. */
  readonly words: string
  readonly unit: 'mm' | 'deg'
  readonly limits: ReadingLimits
  readonly points: readonly SeriesPoint[]
  /** From enough pieces on, and while nothing drifts. */
  readonly capability: Capability | undefined
  readonly drift: Drift | undefined
}

/** Pieces of one release, as they were measured. */
interface Measured {
  readonly plan: Plan
  readonly pieces: readonly { readonly id: string; readonly taken: TakenAll }[]
}

/**
 * Everything that was measured, by requirement and reading in the order of the drawing, piece after piece; limits
 * are those of the last release.
 */
export function seriesOf(made: readonly Measured[]): readonly Series[] {
  const part = made[made.length - 1]?.plan.part
  if (!part) return []
  const all = made
    .flatMap(({ pieces }) => pieces)
    .flatMap(({ id, taken }, place) => {
      const prior = believe(taken.pieces.sources, [])
      return taken.taken
        .filter(({ inProcess, requirement }) => requirement !== undefined && !inProcess)
        .map((one) => {
          const scale = one.unit === 'deg' ? 180 / Math.PI : 1
          const { mean, sigma } = one.observed ? prior.of(one.observed.form) : { mean: 0, sigma: 0 }
          const expected = one.shown(mean)
          const plusMinus = 3 * scale * Math.hypot(sigma, one.observed?.sigma ?? 0)
          return {
            requirement: one.requirement ?? '',
            words: one.words,
            unit: one.unit,
            nominal: one.nominal,
            isSigned: one.observed !== undefined,
            point: {
              piece: id,
              place: place + 1,
              value: one.value,
              expected,
              plusMinus,
              // How much of a zone is used tells no way: nothing was expected of it.
              isInside: !one.observed || Math.abs(one.value - expected) <= plusMinus,
            },
          }
        })
    })
  return allRequirements(part).flatMap((requirement) => {
    const own = all.filter((one) => one.requirement === requirement.id)
    return [...new Set(own.map(({ words }) => words))].map((words): Series => {
      const mine = own.filter((one) => one.words === words)
      const points = mine.map(({ point }) => point)
      const [first] = mine
      const limits = first ? limitsOf(part, requirement, first.isSigned, first.nominal) : NO_LIMITS
      const drift = driftOf(
        points.map(({ expected, place, value }) => ({ piece: place, value: value - expected })),
      )
      return {
        requirement: requirement.id,
        title: requirementTitle(part, requirement),
        words,
        unit: first?.unit ?? 'mm',
        limits,
        points,
        // Where something drifts, one spread for all of them tells nothing.
        capability: drift
          ? undefined
          : capabilityOf(
              points.map(({ value }) => value),
              limits,
            ),
        drift,
      }
    })
  })
}
