import { type Point, subtract } from '../../ground/geometry'
import { type AxisSurface, middleOf } from '../../work/part'
import { type Work } from './work'

/** The thickest of rounds, or the widest of holes: what holds best. */
export const largest = (rounds: readonly AxisSurface[]): AxisSurface | undefined =>
  rounds.reduce<AxisSurface | undefined>(
    (best, one) => (best && best.diameterMm >= one.diameterMm ? best : one),
    undefined,
  )

/**
 * A round by its name; where it has left the part since, as if one lay through its middle, so that the rest can still be shown.
 *
 * @param along - the way in which it would lie.
 */
export function roundNamed(
  { part, surfaces }: Work,
  id: string,
  along: Point<'part'>,
): AxisSurface {
  const found = surfaces.get(id)
  if (found?.kind === 'axis') return found
  const from = middleOf(part)
  return {
    kind: 'axis',
    id,
    owner: id,
    from,
    to: subtract(from, along),
    diameterMm: 10,
    isOutside: true,
  }
}
