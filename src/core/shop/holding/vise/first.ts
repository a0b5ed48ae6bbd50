import { axisOf, oppositeOf, type Part, type Side, sizeAlong } from '../../../work/part'
import { type Parallels, type Vise, type Workshop } from '../../workshop'
import { type ViseHolding } from './parameters'

interface Pose {
  readonly up: Side
  readonly guide: Side
}

/** The cutter stays so far over the jaws, and the jaws hold at least so much, mm (common practice, no source). */
const [CLEAR_MM, LEAST_GRIP_MM] = [2, 3]

/** Size of the part as bought, from a face to its opposite, mm. */
const boughtAcross = (part: Part, side: Side): number =>
  sizeAlong(part, axisOf(side)) + part.faces[side].stock.mm + part.faces[oppositeOf(side)].stock.mm

/** Whether a vise opens wide enough for the part as bought. */
export const opensFor = (
  { vise }: Pick<ViseHolding, 'vise'>,
  { vises }: Workshop,
  part: Part,
  { guide }: Pose,
): boolean => (vises.find(({ id }) => id === vise)?.opening ?? 0) >= boughtAcross(part, guide)

/** The first vise that opens wide enough, and the parallels that grip deepest while all that is milled from above clears the jaws. */
export function firstInVise(
  workshop: Workshop,
  part: Part,
  _surfaces: unknown,
  pose: Pose,
): ViseHolding | undefined {
  const { parallels, vises } = workshop
  const vise = vises.find(({ id }) => opensFor({ vise: id }, workshop, part, pose)) ?? vises[0]
  const under = vise && parallelsFor(vise, parallels, part, pose.up)
  return vise && under
    ? { kind: 'vise', vise: vise.id, parallels: under.id, stop: 'left', shift: { mm: 0 } }
    : undefined
}

function parallelsFor(
  vise: Vise,
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
    .map((pair) => ({ pair, grip: vise.jawHeight - pair.height }))
    .filter(({ grip }) => grip >= LEAST_GRIP_MM)
    .sort((a, b) => b.grip - a.grip)
  const clear = fitting.find(({ grip }) => high - grip >= wanted)
  return (clear ?? fitting.at(-1))?.pair ?? parallels[0]
}
