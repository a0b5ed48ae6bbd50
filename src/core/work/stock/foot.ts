import { type Floor, type Plane, type Recipe, stripRound, stripsAlong } from '../../ground/recipe'
import { type Ring } from '../../ground/outline'

/** What stands in a foot reaches so far into wall and floor that facets leave no gap there, mm. */
const INTO_MM = 0.05

/**
 * The metal that a cutter with a round nose leaves along the foot of walls, to be left out of what it takes: along
 * each wall what is under the arc that touches wall and floor.
 *
 * @param radiusMm - of the arc, more than 0.
 * @param beyondMm - how far it goes on where a wall ends in the open.
 */
export const footOf = (
  floor: Floor<'part'>,
  radiusMm: number,
  beyondMm: number,
): readonly Recipe<'part'>[] =>
  stripsAlong(floor, (mostMm, backMm) => section(radiusMm, mostMm, backMm), 'floor', beyondMm)

/** All round a boss. */
export const footOfRound = (
  plane: Plane<'part'>,
  wallMm: number,
  radiusMm: number,
): Recipe<'part'> =>
  stripRound(plane, wallMm, (mostMm, backMm) => section(radiusMm, mostMm, backMm), 'outside')

/** What is taken, less what is left of it in the foot of its walls. */
export const withoutFoot = (
  taken: Recipe<'part'>,
  foot: readonly Recipe<'part'>[],
): Recipe<'part'> =>
  foot.length > 0 ? { kind: 'cut', from: taken, by: [{ kind: 'united', of: foot }] } : taken

/** Under the arc that touches wall and floor. */
function section(radiusMm: number, mostMm: number, backMm: number): Ring {
  const back = -Math.min(INTO_MM, backMm)
  const x = Math.min(radiusMm, mostMm)
  const from = 2 * Math.PI - Math.acos(x / radiusMm - 1)
  return [
    { x: back, y: -INTO_MM },
    { x, y: -INTO_MM },
    { x, y: radiusMm * (1 + Math.sin(from)), bulge: Math.tan((Math.PI - from) / 4) },
    { x: 0, y: radiusMm },
    ...(back < 0 ? [{ x: back, y: radiusMm }] : []),
  ]
}
