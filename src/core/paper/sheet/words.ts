import { type Axis } from '../../ground/geometry'
import { type LinkShare } from '../../chain/variation'
import { isSide, refLabel } from '../../work/part'
import { bearingsOf, type Locator } from '../../shop/holding'
import { type PlannedSetup } from '../../plan/planning'
import { type Setup, setupNumber } from '../../plan/way'
import { type Prediction } from '../../predict/prediction'

/** Where a link acts: a setup, a piece of gear, or the stock. */
export const linkPlace = (setups: readonly Setup[], link: LinkShare): string =>
  link.setup === undefined ? (link.gear ?? 'stock') : `setup ${setupNumber(setups, link.setup)}`

/** A contact in words: what it bears on, since when that is cut. */
export function contactWords(analysis: Prediction, contact: Locator): string {
  const { part } = analysis.plan
  const surface = bearingsOf(contact)
    .map(({ called, surface: of }) => called ?? refLabel(part, of))
    .join(' and ')
  const planned = analysis.plan.setups.find((p) => p.contacts.includes(contact))
  const since = planned?.before.cut.get(contact.surface.split('.')[0] ?? '')
  const state = contact.raw
    ? `still ${isSide(contact.surface) ? part.faces[contact.surface].bought : 'raw'}`
    : since
      ? `cut in setup ${since.setup + 1}`
      : 'as bought, cut'
  const role = planned?.standing.words.roles[contact.role].label ?? ''
  return `${role} on ${surface}${contact.against ? ', in the middle between them' : ''}, ${state}${contact.bears ? '' : ', but no metal there'}.`
}

/** How zero is found along an axis, in words. */
export function pickupWords(planned: PlannedSetup, axis: Axis): string {
  const { part, setup, standing, workshop } = planned
  const pickup = setup.zero[axis]
  const tool = (id: string): string =>
    workshop.instruments.find((t) => t.id === id)?.name.toLowerCase() ?? id
  switch (pickup.kind) {
    case 'fixture':
      return standing.stays[axis].words
    case 'edge':
      return `${refLabel(part, pickup.surface)} touched with ${tool(pickup.instrument)}`
    case 'height':
      return `${refLabel(part, pickup.surface)} by ${tool(pickup.instrument)}`
    case 'both-sides':
      return `${refLabel(part, pickup.first)} and ${refLabel(part, pickup.second)} touched with ${tool(pickup.instrument)}, halved`
    case 'bore':
      return `${refLabel(part, pickup.feature)} picked up with ${tool(pickup.instrument)}`
  }
}
