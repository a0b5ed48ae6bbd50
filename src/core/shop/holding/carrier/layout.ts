import {
  add,
  applyMotion,
  type Axis,
  point,
  type Point,
  scale,
  withAxis,
} from '../../../ground/geometry'
import { type Bounds } from '../../../ground/recipe'
import {
  axisOf,
  oppositeOf,
  planeOf,
  type Side,
  SIDES,
  signOf,
  sizeAlong,
} from '../../../work/part'
import { blockNow, levelNow, stateAsBought } from '../../../work/stock'
import { type Carried, carriedIn } from '../carried'
import { type Facing, type Work } from '../work'
import { type CarrierHolding } from './parameters'

/** A part on a carrier in a vise. */
export interface OnCarrier extends Carried {
  readonly holding: CarrierHolding
  /** Where the carrier is: below the part, or at one of its ends; anywhere else no jaws come to it. */
  readonly at: Facing
  /** How much of it is stuck, mm². */
  readonly stuckMm2: number
  /** The hole of a ring: its radius, 0 where the carrier is closed, and its ends in the setup, a little past the faces, mm. */
  readonly ring: {
    readonly radiusMm: number
    readonly from: Point<'setup'>
    readonly to: Point<'setup'>
  }
}

const PAST_MM = 1

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
  const carried = carriedIn(work, blockOf(holding, work), holding)
  const at = (Object.keys(carried.faceAt) as Facing[]).find(
    (facing) => carried.faceAt[facing] === holding.on,
  ) as Facing
  const { before, part } = work
  const box = blockNow(part, before)
  const [u, v] = planeOf(holding.on)
  const radiusMm = (holding.open?.mm ?? 0) / 2
  const stuckMm2 =
    Math.min(holding.along.mm, box.high[u] - box.low[u]) *
    Math.min(holding.across.mm, box.high[v] - box.low[v])
  return {
    ...carried,
    holding,
    at,
    stuckMm2: Math.max(0, stuckMm2 - Math.PI * radiusMm ** 2),
    ring: { radiusMm, ...ringEnds(carried, holding.on) },
  }
}

/** The axis of a ring from just within the part to just past its far side. */
function ringEnds(
  { block, setupFromPart }: Carried,
  on: Side,
): { readonly from: Point<'setup'>; readonly to: Point<'setup'> } {
  const middle = scale(add(block.low, block.high), 1 / 2)
  const axis = axisOf(on)
  const half = (block.high[axis] - block.low[axis]) / 2 + PAST_MM
  const end = (sign: number): Point<'setup'> =>
    applyMotion(setupFromPart, withAxis(middle, axis, middle[axis] + sign * half))
  return { from: end(-1), to: end(1) }
}

/** The sides of the carrier that can be stood on: all but the one at the part. */
export const freeSides = ({ on }: CarrierHolding): readonly Side[] =>
  SIDES.filter((side) => side !== oppositeOf(on))
