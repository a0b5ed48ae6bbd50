import { finding, type Finding, listWords } from '../../ground/finding'
import { dot, norm, scale, subtract } from '../../ground/geometry'
import { isSide, type Part } from '../../work/part'
import { isParting, jackPlaces, type PlannedSetup } from '../../plan/planning'
import { type Op } from '../../plan/way'
import { type BearingPlace, bearingsOf } from '../../shop/holding'
import { afterCut, hasMetal, type PartState } from '../../work/stock'
import { type Inspection } from './inspection'

/** What the holding itself has to say, and whether a cut takes away what the part stands on. */
export function holdingRules(
  inspection: Inspection,
  planned: PlannedSetup,
  i: number,
): readonly Finding[] {
  const { length, name } = inspection
  const { contacts: locators, setup, standing } = planned
  return [
    ...standing.findings({
      index: i,
      ops: setup.ops,
      locators,
      props: jackPlaces(planned).map(({ inSetup }) => inSetup),
      length,
      name,
    }),
    ...lastSupport(inspection, planned, i),
    ...pushedOtherwise(inspection, planned, i),
  ]
}

/** Pushed against a pin each time it lies off it by as much: two setups that push to other sides of the part differ by both. */
function pushedOtherwise(
  { length, name, plan }: Inspection,
  { standing: { pushed } }: PlannedSetup,
  i: number,
): readonly Finding[] {
  if (!pushed) return []
  const other = plan.setups
    .slice(0, i)
    .find(
      ({ standing }) =>
        standing.pushed?.on === pushed.on && dot(standing.pushed.towards, pushed.towards) < 0.9,
    )
  if (!other?.standing.pushed) return []
  const apart = subtract(
    scale(pushed.towards, pushed.mm),
    scale(other.standing.pushed.towards, other.standing.pushed.mm),
  )
  return [
    finding(
      'pins.pushed-other',
      i,
      `It is pushed to another side of the part than in setup ${other.index + 1}.`,
      `On ${name(pushed.on)} the two then lie ${length(norm(apart))} apart. Push to the same side of the part in both, as the part sees it: turned over, left is right.`,
      { feature: pushed.on },
    ),
  ]
}

/** The face stood on or gripped is parted or thinned until nothing holds: cutting the last of what the jaws hold. */
function lastSupport(inspection: Inspection, planned: PlannedSetup, i: number): readonly Finding[] {
  const { name, part, plan } = inspection
  const { ops } = planned.setup
  const parted = ops.findIndex((op) => isParting(planned, op))
  if (parted >= 0) {
    const isLast =
      parted === ops.length - 1 &&
      !plan.setups.some((later) => later.index > i && clamped(later) === clamped(planned))
    return parting(inspection, planned, ops[parted] as Op, isLast)
  }
  let state = planned.before
  for (const op of ops) {
    const next = afterCut(state, op, i)
    const lost = planned.contacts
      .flatMap(bearingsOf)
      .filter((place) => bears(part, state, place) && !bears(part, next, place))
    if (lost.length > 0) {
      const { stillHeld } = planned.standing.words
      return [
        finding(
          'grip.last-support',
          i,
          `Cutting ${name(op.feature)} takes away what the part stands on.`,
          `${lost.length === 1 ? 'One contact' : `${lost.length} contacts`} on ${listWords([...new Set(lost.map(({ surface }) => name(surface)))])} ${lost.length === 1 ? 'is' : 'are'} lost${stillHeld === undefined ? '' : ` ${stillHeld}`}. Cut it in another setup, or move the contacts first.`,
          { feature: op.feature },
        ),
      ]
    }
    state = next
  }
  return []
}

/** The setup that clamped the part, here or before it was turned. */
const clamped = (planned: PlannedSetup): PlannedSetup => planned.indexed?.base ?? planned

/** It is cut off from what is spare: as the last cut of all it should be, before that it may not; and a cutter must get in. */
function parting(
  { length, name }: Inspection,
  { index, standing, workshop }: PlannedSetup,
  { cutter, feature }: Op,
  isLast: boolean,
): readonly Finding[] {
  const roomMm = standing.partsAt?.roomMm ?? 0
  const tool = workshop.cutters.find(({ id }) => id === cutter)
  const narrow =
    tool && tool.diameter > roomMm
      ? [
          finding(
            'grip.parting-room',
            index,
            `Between ${name(feature)} and what grips it lie ${length(Math.max(0, roomMm))}, too little for ${tool.name}.`,
            `It runs into ${standing.words.name}. Grip ${length(tool.diameter - roomMm)} less, leave more to spare, or saw it off.`,
            { feature },
          ),
        ]
      : []
  return [
    ...narrow,
    isLast
      ? finding(
          'grip.parted',
          index,
          `Cutting ${name(feature)} parts it from what is spare.`,
          `It comes free of ${standing.words.name}. The last web leans before it lets go: bring a jack or a hand vise against it, or leave 1 mm and saw it off with the spindle stopped; clean up the face in another setup.`,
          { feature },
        )
      : finding(
          'grip.parted-early',
          index,
          `Cutting ${name(feature)} parts it from what is spare, and more is to be cut.`,
          'Nothing holds it after that. Make it the last cut of this clamping, in the last of its turns.',
          { feature },
        ),
  ]
}

const bears = (part: Part, state: PartState, contact: BearingPlace): boolean => {
  const side = contact.surface
  if (!isSide(side)) return true
  // The level of the face does not matter here, only whether metal is left at that place.
  const surface = {
    kind: 'plane' as const,
    id: side,
    owner: side,
    at: contact.at,
    normal: contact.normal,
    corners: [],
  }
  return hasMetal(part, state, surface, contact.at)
}
