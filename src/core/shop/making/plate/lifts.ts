import { applyMotion, point } from '../../../ground/geometry'
import { gapToRings } from '../../../ground/outline'
import { normalOf } from '../../../work/part'
import { hasMetal } from '../../../work/stock'
import { holesAlong, type Locator, type OnPlate, outlineOf, PAD_MM, toSetup } from '../../holding'
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
  const pins = pinsIn(own)
  const inTheWay = [...pins, ...roundsIn(own, rests)]
  const found: Place[] = []
  for (const pin of pins) {
    const place = placesAbout(own, pin).find(
      (at) =>
        isUnder(own, at) && isClear(at, LIFT_RADIUS_MM, [...inTheWay, ...found.map(liftRound)]),
    )
    if (place) found.push(place)
  }
  return found
}

/** A thread for air, up through the plate (common practice, no source). */
export const AIR_THREAD = 'M5'
const AIR_RADIUS_MM = 2.5

/**
 * Where air comes up under the part: as near to its middle as there is room, and metal over it.
 *
 * @param lifts - screws that lift the part, which it keeps clear of.
 * @returns one place in the setup, or none.
 */
export function airOf(
  own: OnPlate,
  rests: readonly Locator[],
  lifts: readonly Place[],
): readonly Place[] {
  const { high, low } = own
  const middle = { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2 }
  const inTheWay = [...pinsIn(own), ...roundsIn(own, rests), ...lifts.map(liftRound)]
  const found = [middle, ...placesAbout(own, { at: middle, radiusMm: 0 })].find(
    (at) => isUnder(own, at) && isClear(at, AIR_RADIUS_MM, inTheWay),
  )
  return found ? [found] : []
}

const liftRound = (at: Place): Round => ({ at, radiusMm: LIFT_RADIUS_MM })

const isClear = (at: Place, radiusMm: number, others: readonly Round[]): boolean =>
  others.every(
    (other) =>
      Math.hypot(other.at.x - at.x, other.at.y - at.y) >= other.radiusMm + radiusMm + LEAST_WEB_MM,
  )

const pinsIn = ({ between, holding }: OnPlate): readonly [Round, Round] => [
  { at: { x: 0, y: 0 }, radiusMm: holding.roundPin.mm / 2 },
  { at: between, radiusMm: holding.relievedPin.mm / 2 },
]

/** Rests and holes: under a hole a screw would press on nothing, or meet what is drilled. */
const roundsIn = (own: OnPlate, rests: readonly Locator[]): readonly Round[] => [
  ...rests.map(({ inSetup }): Round => ({ at: inSetup, radiusMm: PAD_MM })),
  ...holesAlong(own.work.surfaces, normalOf(own.work.up)).map(({ diameterMm, from }): Round => ({
    at: toSetup(own, from),
    radiusMm: diameterMm / 2,
  })),
]

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
function isUnder(own: OnPlate, { x, y }: Place): boolean {
  const { faceAt, low, partFromSetup, work } = own
  const outline = outlineOf(own)
  const inBox = { x: x - low.x, y: y - low.y }
  // Outside of it the gap counts positive.
  if (gapToRings([outline], inBox) > -INSIDE_MM) return false
  const underside = work.surfaces.get(faceAt.down)
  const at = applyMotion(partFromSetup, point(x, y, low.z))
  return underside?.kind === 'plane' && hasMetal(work.part, work.before, underside, at)
}
