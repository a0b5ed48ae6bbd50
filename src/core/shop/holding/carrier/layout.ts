import { applyMotion, type Axis, point, type Point, withAxis } from '../../../ground/geometry'
import { type Bounds, boundsOfPoints, cornersOfBox } from '../../../ground/recipe'
import {
  axisOf,
  normalOf,
  oppositeOf,
  planeOf,
  type PlaneSurface,
  type Side,
  SIDES,
  signOf,
  sizeAlong,
} from '../../../work/part'
import { blockNow, levelNow, stateAsBought } from '../../../work/stock'
import { type Vise } from '../../workshop'
import { type Jawed } from '../jawed'
import { byId, type Facing, type Placed, placed, type Work } from '../work'
import { type CarrierHolding } from './parameters'

/**
 * A part on a carrier in a vise. Setup frame: that of the vise, X along the jaw with 0 at the middle of the carrier,
 * Y towards the fixed jaw with 0 at its face, Z up with 0 at the bed.
 */
export interface OnCarrier extends Placed {
  readonly work: Work
  readonly holding: CarrierHolding
  readonly vise: Vise
  /** The carrier as it lies at the part. */
  readonly block: Bounds<'part'>
  /** The carrier between the jaws, in the setup. */
  readonly jawed: Jawed
  /** Where the carrier is: below the part, or at one of its ends; anywhere else no jaws come to it. */
  readonly at: Facing
  /** How much of it is stuck, mm². */
  readonly stuckMm2: number
}

/** What it is called: a dovetail is of the part's own metal, a carrier is put on it. */
export const bodyName = ({ by }: Pick<CarrierHolding, 'by'>): 'dovetail' | 'carrier' =>
  by === 'dovetail' ? 'dovetail' : 'carrier'

/** The carrier at the part: under the middle of its face as that was bought, whatever was cut since. */
export function blockOf(
  { along, across, by, offAcross, offAlong, on, thick }: CarrierHolding,
  { part }: Pick<Work, 'part'>,
): Bounds<'part'> {
  const bought = levelNow(part, stateAsBought(part), on)
  // A dovetail is cut into the stock, a carrier is put on it.
  const face = by === 'dovetail' ? bought - signOf(on) * thick.mm : bought
  const [u] = planeOf(on)
  const span = (axis: Axis): readonly [number, number] => {
    if (axis === axisOf(on)) {
      const far = face + signOf(on) * thick.mm
      return [Math.min(face, far), Math.max(face, far)]
    }
    const [size, off] = axis === u ? [along, offAlong] : [across, offAcross]
    const middle = sizeAlong(part, axis) / 2 + off.mm
    return [middle - size.mm / 2, middle + size.mm / 2]
  }
  const [x, y, z] = [span('x'), span('y'), span('z')]
  return { low: point(x[0], y[0], z[0]), high: point(x[1], y[1], z[1]) }
}

export function onCarrier(holding: CarrierHolding, work: Work): OnCarrier {
  const vise = byId(work.workshop.vises, holding.vise)
  const parallels = byId(work.workshop.parallels, holding.parallels)
  const block = blockOf(holding, work)
  const seen = ({ setupFromPart }: Placed): Bounds<'setup'> =>
    boundsOfPoints(cornersOfBox(block).map((p) => applyMotion(setupFromPart, p)))
  const first = seen(placed(work, () => point(0, 0, 0)))
  const lying = placed(work, () =>
    point(-(first.low.x + first.high.x) / 2, -first.high.y, parallels.height - first.low.z),
  )
  const { high, low } = seen(lying)
  const at = (Object.keys(lying.faceAt) as Facing[]).find(
    (facing) => lying.faceAt[facing] === holding.on,
  ) as Facing
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (high.y - low.y) / 4),
  )
  const half = vise.jawWidth / 2
  const { before, part } = work
  const box = blockNow(part, before)
  const [u, v] = planeOf(holding.on)
  return {
    ...lying,
    work,
    holding,
    vise,
    block,
    jawed: {
      ...lying,
      low,
      high,
      work,
      parallels,
      gripMm: Math.min(vise.jawHeight, high.z) - parallels.height,
      aboveMm: lying.high.z - vise.jawHeight,
      parallelY: [high.y - inset, low.y + inset],
      jawSpan: [Math.max(low.x, -half), Math.min(high.x, half)],
      stopX: holding.stop === 'none' ? undefined : holding.stop === 'left' ? low.x : high.x,
    },
    at,
    stuckMm2:
      Math.min(holding.along.mm, box.high[u] - box.low[u]) *
      Math.min(holding.across.mm, box.high[v] - box.low[v]),
  }
}

/** A side of the carrier, as a plane of its own. */
export function carrierSide({ block }: Pick<OnCarrier, 'block'>, side: Side): PlaneSurface {
  const axis = axisOf(side)
  const middle: Point<'part'> = point(
    (block.low.x + block.high.x) / 2,
    (block.low.y + block.high.y) / 2,
    (block.low.z + block.high.z) / 2,
  )
  return {
    kind: 'plane',
    id: `carrier.${side}`,
    owner: 'carrier',
    at: withAxis(middle, axis, signOf(side) > 0 ? block.high[axis] : block.low[axis]),
    normal: normalOf(side),
    corners: [],
  }
}

/** The sides of the carrier that can be stood on: all but the one at the part. */
export const freeSides = ({ on }: CarrierHolding): readonly Side[] =>
  SIDES.filter((side) => side !== oppositeOf(on))
