import { type PlatePocket } from '../../holding'
import { type Place, type PocketCut, tidy } from './types'

/** Radius in the corners of a pocket, as an end mill of 10 leaves it with room to turn, and how much wider the relief there is, mm (common practice, no source). */
const [CORNER_MM, RELIEF_OVER_MM] = [6, 0.5]

/** A pocket as it is cut: a hole about each of its corners takes what the cutter's radius would leave there. */
export function pocketCut(
  { high, low, wallMm }: PlatePocket,
  padMm: number,
  place: (at: Place) => Place,
): PocketCut {
  const [a, b] = [place(low), place(high)]
  return {
    at: a,
    widthMm: tidy(b.x - a.x),
    depthMm: tidy(b.y - a.y),
    deepMm: tidy(wallMm + padMm),
    cornerMm: CORNER_MM,
    reliefMm: 2 * (CORNER_MM + RELIEF_OVER_MM),
    corners: [a, { x: b.x, y: a.y }, b, { x: a.x, y: b.y }],
  }
}
