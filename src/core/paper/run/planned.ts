import { plannedCuts, rateOf } from '../../foreman/metal'
import { type Plan, planWay, type PlannedSetup } from '../../plan/planning'
import { type Way, wayIssues } from '../../plan/way'
import { type Prediction, predictWay } from '../../predict/prediction'
import { type Workshop } from '../../shop/workshop'
import { type Part } from '../../work/part'
import { aboutTaken } from './taken'

/**
 * What there is to do in a setup takes, minutes, for one who has done it before (common practice, no source: a rule of
 * thumb).
 */
const MINUTES = {
  /** Into what holds it, clamped, and out again; or turned with what holds it. */
  seat: 4,
  index: 1.5,
  /** An edge squared by indicator. */
  square: 4,
  /** Zero keyed in, and looked at from the check place; each face or bore that is touched for it. */
  zero: 1.5,
  touch: 1.5,
  /** A tool brought in, a hole gone down, a thing measured, beside wiping and deburring. */
  cut: 1,
  hole: 0.3,
  measure: 1,
  clean: 0.5,
} as const

const sumOf = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0)

/** What a setup is planned to take, for one piece. */
export interface PlannedTime {
  readonly setup: string
  readonly minutes: number
  /** In the shop's own money; nothing where the machine has no figure. */
  readonly cost: number | undefined
}

/** What every setup of a way is planned to take, by what there is to do and by the metal that comes off. */
export function plannedTimes({ plan, requirements }: Prediction): readonly PlannedTime[] {
  return plan.setups.map((planned): PlannedTime => {
    const { indexed, index, machine, setup } = planned
    const { ops, zero } = setup
    const touched = [zero.x, zero.y, zero.z].filter(({ kind }) => kind !== 'fixture').length
    const measured = requirements.filter(({ setups }) => setups.at(-1) === index).length
    const minutes =
      (indexed ? MINUTES.index : MINUTES.seat) +
      (zero.turn && !indexed ? MINUTES.square : 0) +
      MINUTES.zero +
      MINUTES.touch * touched +
      MINUTES.cut * ops.length +
      MINUTES.measure * measured +
      MINUTES.clean +
      cutting(plan, planned)
    return { setup: setup.id, minutes, cost: costOf(machine.hourRate, minutes) }
  })
}

/** What a piece is planned to take by a way, all setups together, minutes. */
export const plannedMinutes = (prediction: Prediction): number =>
  sumOf(plannedTimes(prediction).map(({ minutes }) => minutes))

export const costOf = (hourRate: number | undefined, minutes: number): number | undefined =>
  hourRate === undefined ? undefined : (hourRate * minutes) / 60

/** Minutes in the metal: volume by a rate for the material, and each hole of a pattern its own. */
function cutting(plan: Plan, { index }: PlannedSetup): number {
  const rate = rateOf(plan.part.material)
  return plannedCuts(plan)
    .filter(({ planned }) => planned.index === index)
    .reduce((sum, cut) => {
      const { holes, mm3 } = aboutTaken(plan.part, cut)
      return sum + mm3 / 1000 / rate + MINUTES.hole * holes
    }, 0)
}

/** Another way of the job, by what it is planned to take. */
export interface OtherWay {
  readonly name: string
  readonly way: Way
}

/** A change of way that saves less than this share is not worth a sentence. */
const WORTH = 0.05

/** What another way would have saved on a piece, by the plans of both; the best first. */
export function savedBy(
  workshop: Workshop,
  part: Part,
  own: readonly PlannedTime[],
  others: readonly OtherWay[],
): readonly string[] {
  const minutes = sumOf(own.map((one) => one.minutes))
  const found = others
    // One that no longer goes with the part as it was released is not compared.
    .filter(({ way }) => way.setups.length > 0 && wayIssues(workshop, part, way).length === 0)
    .map(({ name, way }) => {
      return { name, minutes: plannedMinutes(predictWay(planWay(workshop, part, way))) }
    })
    .filter((one) => one.minutes < minutes * (1 - WORTH))
    .sort((a, b) => a.minutes - b.minutes)
  return found.map(
    (one) =>
      `${one.name} is planned at ${whole(one.minutes)} min a piece, ${whole(minutes - one.minutes)} less than this way.`,
  )
}

const whole = (minutes: number): string => String(Math.round(minutes))
