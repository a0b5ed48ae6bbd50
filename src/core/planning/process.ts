import { axisOf, isSide, type Part, reachableFrom, SIDES, type Side, oppositeOf } from '../part'
import { type Op, type Setup } from '../way'
import { type Process } from '../workshop'

/** By what process an op cuts: a face from above or by the side of the cutter, a hole as it is made. */
export function processOf(part: Part, setup: Setup, op: Op): Process {
  if (isSide(op.feature)) return op.feature === setup.up ? 'face' : 'wall'
  const feature = part.features.find((f) => f.id === op.feature)
  if (!feature) return 'mill'
  if (feature.kind === 'hole') return feature.making
  return feature.kind === 'chamfer' ? 'chamfer' : 'mill'
}

/** The faces that may be up when a face or feature is cut. A face is also cut by the cutter's side. */
export function upSidesFor(part: Part, ref: string): readonly Side[] {
  if (isSide(ref)) return SIDES.filter((side) => side !== oppositeOf(ref))
  const feature = part.features.find((f) => f.id === ref)
  return feature ? reachableFrom(part, feature) : []
}

/** Cut by the cutter's side: the face stands beside the one that is up. */
export const isSideCut = (setup: Setup, side: Side): boolean => axisOf(side) !== axisOf(setup.up)
