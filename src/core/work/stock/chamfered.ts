import { cross, dot, withAxis } from '../../ground/geometry'
import { type Bounds, prism, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  type Chamfer,
  chamferedEdges,
  contourPlane,
  levelOf,
  normalOf,
  type Part,
  type Side,
  signOf,
} from '../part'
import { grown } from './over'

/** What a chamfer takes off the edges of the block; undefined where it lies on none of them. */
export function chamferTaken(
  part: Part,
  chamfer: Chamfer,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  const edges = isRoundedOff(part, chamfer.on) ? [] : chamferedEdges(part, chamfer)
  const [first, ...rest] = edges.map((beside) => barAlong(part, chamfer, beside, grown(block)))
  return first && rest.length > 0 ? { kind: 'united', of: [first, ...rest] } : first
}

/** Whether an outline is cut all round a side, so that its edges are not those of the block. */
const isRoundedOff = ({ features }: Part, on: Side): boolean =>
  features.some(
    (feature) =>
      feature.kind === 'contour' &&
      feature.takes === 'outside' &&
      Math.abs(dot(contourPlane(feature).out, normalOf(on))) > 1 - 1e-6,
  )

/** The three-cornered bar outside of the slant along one edge: across to the side beside, up out of its face. */
function barAlong(
  part: Part,
  { angle, on, size }: Chamfer,
  beside: Side,
  block: Bounds<'part'>,
): Recipe<'part'> {
  const out = (side: Side): number =>
    Math.abs((signOf(side) > 0 ? block.high : block.low)[axisOf(side)] - levelOf(part, side))
  const [wide, deep] = [size.mm, size.mm * Math.tan(angle.rad)]
  const [up, aside] = [out(on), out(beside)]
  const along = cross(normalOf(beside), normalOf(on))
  const end = along.x + along.y + along.z > 0 ? block.low : block.high
  const at = withAxis(
    withAxis(end, axisOf(on), levelOf(part, on)),
    axisOf(beside),
    levelOf(part, beside),
  )
  const lengthMm = Math.abs(dot(along, block.high) - dot(along, block.low))
  const section = [
    { x: -wide - (up * wide) / deep, y: up },
    { x: aside, y: -deep - (aside * deep) / wide },
    { x: aside, y: up },
  ]
  return prism({ at, across: normalOf(beside), out: along }, [section], lengthMm)
}
