import { applyMotion, point } from '../../../ground/geometry'
import { normalOf } from '../../../work/part'
import { hasMetal } from '../../../work/stock'
import { holesAlong, type Locator, type OnPlate, toSetup } from '../../holding'
import { LEAST_WEB_MM } from './grid'
import { type Place } from './types'

/** A screw up through the plate that pushes a part off its pins; a thread of it is put beside each pin (common practice, no source). */
export const LIFT_THREAD = 'M6'
const LIFT_RADIUS_MM = 3
/** Middles of such threads from that of the pin, the nearest first, and in how many directions places are looked for, mm. */
const [AWAY_MM, WAYS] = [[10, 13, 16, 20, 25, 30], 16]
/** A screw presses at least so far inside the outline of the part, mm. */
const INSIDE_MM = LIFT_RADIUS_MM + 1

interface Round {
  readonly at: { readonly x: number; readonly y: number }
  readonly radiusMm: number
}

/**
 * Where screws lift the part off its pins: one beside each, as near as there is room for it and metal over it, towards
 * the middle of the part first.
 *
 * @param rests - what it lies on; the screws stand clear of it.
 * @returns places in the setup; of a pin with no room about it none.
 */
export function liftsOf(own: OnPlate, rests: readonly Locator[]): readonly Place[] {
  const { between, holding, work } = own
  const pins = [
    { at: { x: 0, y: 0 }, radiusMm: holding.roundPin.mm / 2 },
    { at: between, radiusMm: holding.relievedPin.mm / 2 },
  ]
  const buttons = rests.map(({ inSetup }): Round => ({ at: inSetup, radiusMm: REST_MM / 2 }))
  // Under a hole a screw would press on nothing, or meet what is drilled.
  const holes = holesAlong(work.surfaces, normalOf(work.up)).map(({ diameterMm, from }): Round => ({
    at: toSetup(own, from),
    radiusMm: diameterMm / 2,
  }))
  const inTheWay = [...pins, ...buttons, ...holes]
  const found: Place[] = []
  for (const pin of pins) {
    const place = placesAbout(own, pin).find(
      (at) =>
        isUnder(own, at) &&
        [...inTheWay, ...found.map((one) => ({ at: one, radiusMm: LIFT_RADIUS_MM }))].every(
          (other) =>
            Math.hypot(other.at.x - at.x, other.at.y - at.y) >=
            other.radiusMm + LIFT_RADIUS_MM + LEAST_WEB_MM,
        ),
    )
    if (place) found.push(place)
  }
  return found
}

/** Rest buttons are so wide (common practice, no source). */
const REST_MM = 14

/** Places about a pin, the nearest first, each ring from the direction to the middle of the part on. */
function placesAbout({ high, low }: OnPlate, { at, radiusMm }: Round): readonly Place[] {
  const [x, y] = [(low.x + high.x) / 2 - at.x, (low.y + high.y) / 2 - at.y]
  const first = Math.atan2(y, x)
  return AWAY_MM.flatMap((away) =>
    Array.from({ length: WAYS }, (_, i) => {
      // To one side and to the other by turns.
      const angle = first + ((i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * 2 * Math.PI) / WAYS
      return {
        x: at.x + (away + radiusMm) * Math.cos(angle),
        y: at.y + (away + radiusMm) * Math.sin(angle),
      }
    }),
  )
}

/** Whether the underside of the part is there, and not too near to its edge. */
function isUnder({ faceAt, high, low, partFromSetup, work }: OnPlate, { x, y }: Place): boolean {
  if (x < low.x + INSIDE_MM || x > high.x - INSIDE_MM) return false
  if (y < low.y + INSIDE_MM || y > high.y - INSIDE_MM) return false
  const underside = work.surfaces.get(faceAt.down)
  const at = applyMotion(partFromSetup, point(x, y, low.z))
  return underside?.kind === 'plane' && hasMetal(work.part, work.before, underside, at)
}
