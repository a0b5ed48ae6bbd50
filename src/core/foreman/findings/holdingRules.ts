import { finding, type Finding, listWords } from '../../ground/finding'
import { isSide, type Part } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
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
    ...standing.findings({ index: i, ops: setup.ops, locators, length, name }),
    ...lastSupport(inspection, planned, i),
  ]
}

/** The face stood on or gripped is parted or thinned until nothing holds: cutting the last of what the jaws hold. */
function lastSupport({ part, name }: Inspection, planned: PlannedSetup, i: number): Finding[] {
  const { stillHeld } = planned.standing.words
  let state = planned.before
  for (const op of planned.setup.ops) {
    const next = afterCut(state, op, i)
    const surfaces = planned.contacts.map((contact) => ({
      contact,
      before: bears(part, state, contact),
      after: bears(part, next, contact),
    }))
    const lost = surfaces.filter((s) => s.before && !s.after)
    if (lost.length > 0) {
      return [
        finding(
          'grip.last-support',
          i,
          `Cutting ${name(op.feature)} takes away what the part stands on.`,
          `${lost.length === 1 ? 'One contact' : `${lost.length} contacts`} on ${listWords([...new Set(lost.map((l) => name(l.contact.surface)))])} ${lost.length === 1 ? 'is' : 'are'} lost${stillHeld === undefined ? '' : ` ${stillHeld}`}. Cut it in another setup, or move the contacts first.`,
          { feature: op.feature },
        ),
      ]
    }
    state = next
  }
  return []
}

const bears = (
  part: Part,
  state: PartState,
  contact: PlannedSetup['contacts'][number],
): boolean => {
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
