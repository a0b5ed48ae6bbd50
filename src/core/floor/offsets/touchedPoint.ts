import { point, turnDirection } from '../../ground/geometry'
import { type PlannedSetup } from '../../plan/planning'
import { type Touch } from '../../work/casting'
import { type StreamMessage, TOOL_FIGURES } from '../standin'

/**
 * What a touch in the machine is as a point of the part: turned as the part stands, from the machine's own nought.
 * Where that nought lies in the part is left to who joins the points.
 */
export function touchedPoint(
  { standing, surfaces }: Pick<PlannedSetup, 'standing' | 'surfaces'>,
  surface: string,
  { tool, x, y, z }: Pick<StreamMessage, 'tool' | 'x' | 'y' | 'z'>,
): Touch {
  const { length, tip } = TOOL_FIGURES[tool]
  // The readout shows the gauge line; the tip ends a length below it, the ball's middle half a ball above that.
  const middle = point<'setup'>(x, y, z - length + tip / 2)
  const face = surfaces.get(surface)
  return {
    surface,
    at: turnDirection(standing.partFromSetup, middle),
    diameterMm: tip,
    way: face?.kind === 'plane' ? face.normal : undefined,
  }
}
