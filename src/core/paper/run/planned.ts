import { plannedCuts, rateOf } from '../../foreman/metal'
import { type Plan, planWay, type PlannedSetup } from '../../plan/planning'
import { type Way, wayIssues } from '../../plan/way'
import { predictWay } from '../../predict/prediction'
import { type Workshop } from '../../shop/workshop'
import { type Part } from '../../work/part'
import { type RunStep, stepsOf } from './steps'
import { takenBy } from './taken'

/** What a step takes by itself, minutes, for one who has done it before (common practice, no source: a rule of thumb). */
const STEP_MINUTES: Readonly<Record<RunStep['kind'], number>> = {
  take: 1,
  hold: 2,
  true: 4,
  zero: 1,
  place: 0.5,
  cut: 1,
  check: 0.5,
  turn: 1,
}
/** Beside that: each face or bore that is touched for zero, each hole, and each thing measured. */
const [TOUCH_MINUTES, HOLE_MINUTES, MEASURE_MINUTES] = [1.5, 0.3, 1]

/** What a setup is planned to take, for one piece. */
export interface PlannedTime {
  readonly setup: string
  readonly minutes: number
  /** In the shop's own money; nothing where the machine has no figure. */
  readonly cost: number | undefined
}

/** What every setup of a way is planned to take, by its steps and by the metal that comes off. */
export function plannedTimes(plan: Plan, steps: readonly RunStep[]): readonly PlannedTime[] {
  return plan.setups.map((planned): PlannedTime => {
    const { machine, setup } = planned
    const own = steps.filter((step) => step.setup === setup.id)
    const minutes =
      own.reduce(
        (sum, { asks, kind }) => sum + STEP_MINUTES[kind] + MEASURE_MINUTES * asks.length,
        0,
      ) +
      TOUCH_MINUTES * touches(planned) +
      cutting(plan, planned)
    return { setup: setup.id, minutes, cost: costOf(machine.hourRate, minutes) }
  })
}

export const costOf = (hourRate: number | undefined, minutes: number): number | undefined =>
  hourRate === undefined ? undefined : (hourRate * minutes) / 60

/** How many axes of its zero are touched rather than known from the holding. */
const touches = ({ setup: { zero } }: PlannedSetup): number =>
  [zero.x, zero.y, zero.z].filter(({ kind }) => kind !== 'fixture').length

/** Minutes in the metal: volume by a rate for the material, and each hole of a pattern its own. */
function cutting(plan: Plan, { index }: PlannedSetup): number {
  const rate = rateOf(plan.part.material)
  return plannedCuts(plan)
    .filter(({ planned }) => planned.index === index)
    .reduce((sum, cut) => {
      const { holes, mm3 } = takenBy(plan.part, cut)
      return sum + mm3 / 1000 / rate + HOLE_MINUTES * holes
    }, 0)
}

/** Another way of the job, by what it is planned to take. */
export interface OtherWay {
  readonly name: string
  readonly way: Way
}

const sumOf = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0)

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
      const plan = planWay(workshop, part, way)
      const times = plannedTimes(plan, stepsOf(predictWay(plan)))
      return { name, minutes: sumOf(times.map((one) => one.minutes)) }
    })
    .filter((one) => one.minutes < minutes * (1 - WORTH))
    .sort((a, b) => a.minutes - b.minutes)
  return found.map(
    (one) =>
      `${one.name} is planned at ${whole(one.minutes)} min a piece, ${whole(minutes - one.minutes)} less than this way.`,
  )
}

const whole = (minutes: number): string => String(Math.round(minutes))
