import { axisOf, oppositeOf, type Part, type Side, sizeAlong } from '../../work/part'
import { type Parallels } from '../workshop'
import { type Jaws } from './jawed'

/** The cutter stays so far over the jaws, and the jaws hold at least so much, mm (common practice, no source). */
const [CLEAR_MM, LEAST_GRIP_MM] = [2, 3]

/** Size of the part as bought, from a face to its opposite, mm. */
export const boughtAcross = (part: Part, side: Side): number =>
  sizeAlong(part, axisOf(side)) + part.faces[side].stock.mm + part.faces[oppositeOf(side)].stock.mm

/** The parallels that grip deepest while all that is milled from above clears the jaws. */
export function parallelsFor(
  { jawHeight }: Pick<Jaws, 'jawHeight'>,
  parallels: readonly Parallels[],
  part: Part,
  up: Side,
): Parallels | undefined {
  const open = part.features.flatMap((feature) =>
    feature.on === up && (feature.kind === 'slot' || feature.kind === 'step')
      ? [feature.depth.mm]
      : [],
  )
  const wanted = Math.max(0, ...open) + part.faces[up].stock.mm + CLEAR_MM
  const high = boughtAcross(part, up)
  const fitting = parallels
    .map((pair) => ({ pair, grip: jawHeight - pair.height }))
    .filter(({ grip }) => grip >= LEAST_GRIP_MM)
    .sort((a, b) => b.grip - a.grip)
  const clear = fitting.find(({ grip }) => high - grip >= wanted)
  return (clear ?? fitting.at(-1))?.pair ?? parallels[0]
}
