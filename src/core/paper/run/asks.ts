import {
  isShownWhole,
  readablesOf,
  roughCutOf,
  steerable,
  coveredIn,
  type InProcess,
  limitsOf,
  NO_LIMITS,
  type ReadingLimits,
} from '../../predict/measured'
import { type PlannedSetup } from '../../plan/planning'
import { type Op } from '../../plan/way'
import { chainOf, type Prediction, type RequirementAnalysis } from '../../predict/prediction'
import { refLabel, requirementFigures } from '../../work/part'

/** A measurement that a step asks for. */
export interface Asked extends ReadingLimits {
  readonly requirement: string
  /** Which reading of it; the whole of it when undefined. */
  readonly reading: string | undefined
  readonly words: string
  /** What the drawing asks: "32.000 ±0.015". */
  readonly figures: string
  readonly unit: 'mm' | 'deg'
  /** Read before its last cut or from the holding: it is not judged, but what is still to be cut can be moved by it. */
  readonly inProcess: InProcess
  /** What the face that cannot be reached lies against: "the fixed jaw". */
  readonly against: string | undefined
  /** Why it cannot be reached as the part is clamped. */
  readonly hidden: string | undefined
}

/** What can be measured of a requirement once a cut is made: all of it, or how it stands on a rough cut; nothing yet. */
export function asksAfter(
  prediction: Prediction,
  one: RequirementAnalysis,
  planned: PlannedSetup,
  after: Op,
): readonly Asked[] {
  const { plan } = prediction
  const { index, setup } = planned
  if (one.setups.some((made) => made > index)) return []
  const all = asksOf(prediction, one, planned)
  const passed = setup.ops.slice(0, setup.ops.indexOf(after) + 1)
  const open = new Set(setup.ops.slice(passed.length).map(({ feature }) => feature))
  const left = ownersOf(prediction, one).filter((owner) => open.has(owner))
  if (left.length === 0) return all
  const isRoughed = left.every(
    (owner) => roughCutOf(plan, owner) && passed.some(({ feature }) => feature === owner),
  )
  // What a rough cut leaves on is in a size, whatever is off.
  if (!isRoughed || one.requirement.kind === 'size') return []
  return all.map((ask) => inProcessAsk(ask, { rough: true }))
}

/** The same asked for while something is still to be cut. */
export function inProcessAsk(ask: Asked, how: InProcess): Asked {
  const inProcess = { ...ask.inProcess, ...how }
  return {
    ...ask,
    words: `${ask.words}, ${how.rough ? 'on the rough cut' : `from ${ask.against ?? 'the holding'}`}`,
    inProcess,
    ...NO_LIMITS,
  }
}

const ownersOf = ({ plan }: Prediction, { requirement }: RequirementAnalysis): readonly string[] =>
  [
    requirement.of,
    ...('to' in requirement ? [requirement.to] : 'datums' in requirement ? requirement.datums : []),
  ].map((ref) => plan.surfaces.get(ref)?.owner ?? ref)

/** More single readings than this are not asked for one by one. */
const MOST_READINGS = 8

/** What is measured for a requirement: the whole where an instrument shows it, else the readings that it is made of. */
export function asksOf(
  prediction: Prediction,
  { requirement, title }: RequirementAnalysis,
  planned: PlannedSetup,
): readonly Asked[] {
  const { part } = prediction.plan
  const readings = readablesOf(steerable(chainOf(prediction.plan)).chain, requirement)
  const figures = requirementFigures(part, requirement, part.unit)
  const base = {
    requirement: requirement.id,
    figures,
    inProcess: {},
  }
  const [first] = readings
  const covered = coveredIn(planned)
  const hiddenBy = (surfaces: readonly string[]): Pick<Asked, 'against' | 'hidden'> => {
    const face = surfaces.find((id) => covered.has(id))
    if (!face) return { against: undefined, hidden: undefined }
    const role = planned.contacts.find(({ surface }) => surface === face)?.role
    // "on the fixed jaw": what it lies on, without how.
    const onto = role && planned.standing.words.roles[role].onto.replace(/^\w+ /, '')
    return {
      against: onto ?? 'the holding',
      hidden: `${refLabel(part, face)} lies against ${onto ?? 'the holding'}: it is measured when the part is out.`,
    }
  }
  if (isShownWhole(requirement) || !first) {
    const drawn = first?.nominal ?? 0
    const isAngle = requirement.kind === 'angle'
    return [
      {
        ...base,
        reading: undefined,
        words: title,
        unit: isAngle ? 'deg' : 'mm',
        ...limitsOf(part, requirement, false, isAngle ? (drawn * 180) / Math.PI : drawn),
        ...hiddenBy(first?.surfaces ?? []),
      },
    ]
  }
  const shown = readings.filter(({ name }) => !name.includes('far end'))
  return (shown.length > MOST_READINGS ? shown.slice(0, MOST_READINGS) : shown).map(
    ({ name, surfaces, words }): Asked => ({
      ...base,
      reading: name,
      words: words === '' ? title : `${title}, ${words}`,
      unit: 'mm',
      ...limitsOf(part, requirement, true, 0),
      ...hiddenBy(surfaces),
    }),
  )
}
