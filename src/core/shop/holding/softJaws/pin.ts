import { point, type Point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { heldError, storedStay } from '../common'
import { type HeldError, type Solid, type Spot, type Stay } from '../kind'
import { softJawsAnchored } from './anchored'
import { type InSoftJaws, type Pinned } from './layout'
import { backErrors } from './putBack'

/** A pin is bored into the floor in place, and the part has play on it. */
export function pinErrors(own: InSoftJaws, { headMm, surface }: Pinned): readonly HeldError[] {
  const lights = ['stop1']
  const { bore } = own.work.workshop.capabilities
  return [
    heldError({
      key: 'pin as bored',
      cause: 'pin of the jaws as bored in place',
      plusMinus: bore.positionMm,
      remedy: 'Bore its hole with the boring head in one go with the walls.',
      lights,
    }),
    heldError({
      key: 'play on the pin',
      cause: 'play on the pin of the jaws',
      plusMinus: Math.max(0, surface.diameterMm - headMm) / 2,
      distribution: 'uniform',
      remedy: 'Take a closer pin, or push the part to the same side each time.',
      lights,
    }),
    ...backErrors(own, 'x', 1, lights),
  ]
}

/** What a pin keeps of zero along X. */
export const pinStay = (
  own: InSoftJaws,
  { at }: Pinned,
  middle: Point<'setup'>,
  gear: { readonly key: string; readonly name: string },
): Stay =>
  storedStay('x', gear, {
    by: 'pin of the jaws',
    where: 'on the axis of the pin',
    at: at.x,
    place: point(at.x, middle.y, middle.z),
    anchorAt: at.x,
    mark: softJawsAnchored(own.holding).marks.x.mark,
    plusMinus: own.work.workshop.capabilities.bore.positionMm,
    lights: ['stop1'],
  })

/** A pin stands so far into the part, mm. */
const PIN_HIGH_MM = 6

export const pinSolids = ({ pin }: InSoftJaws): readonly Solid[] =>
  pin
    ? [
        {
          name: 'pin',
          ref: 'stop1',
          shape: round<'setup'>(pin.at, { ...pin.at, z: pin.at.z + PIN_HIGH_MM }, pin.headMm / 2),
        },
      ]
    : []

/** The part is stopped along X by the pin alone: across it is relieved. */
export const pinSpot = ({ setupFromPart }: InSoftJaws, { at, surface }: Pinned): Spot => ({
  id: 'stop1',
  role: 'stop',
  surface: surface.id,
  at,
  normal: setupFromPart.rows[0],
})
