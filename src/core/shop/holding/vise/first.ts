import { type Part, type Side } from '../../../work/part'
import { type Workshop } from '../../workshop'
import { boughtAcross, parallelsFor } from '../jawedFirst'
import { type ViseHolding } from './parameters'

interface Pose {
  readonly up: Side
  readonly guide: Side
}

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
