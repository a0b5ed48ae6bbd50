import { cross, dot, type Point, scale, add, subtract, withAxis } from '../../ground/geometry'
import { type Ring } from '../../ground/outline'
import {
  acrossOf,
  type Bounds,
  type Floor,
  OUT_MM,
  type Plane,
  prism,
  type Recipe,
  type Section,
  slantOff,
  stripRound,
  stripsAlong,
} from '../../ground/recipe'
import {
  axisOf,
  brokenEdges,
  type Contour,
  type EdgeBreak,
  type Feature,
  levelOf,
  MOST_FOOT_EDGES,
  normalOf,
  type Part,
  placePoint,
  type Side,
  signOf,
  takenOffEdge,
} from '../part'
import { boxFloor, contourFloor } from './floors'
import { grown } from './over'

/** What a slant or an arc takes off edges; undefined where it is not known of which. */
export function brokenOff(
  part: Part,
  taker: EdgeBreak,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  const [first, ...rest] = barsOf(part, taker, block)
  return first && rest.length > 0 ? { kind: 'united', of: [first, ...rest] } : first
}

function barsOf(part: Part, taker: EdgeBreak, block: Bounds<'part'>): readonly Recipe<'part'>[] {
  const { along, id: own, of, on } = taker
  const feature = part.features.find(({ id }) => id === of)
  if (feature) return alongFeature(part, taker, feature, block)
  const outlines = part.features.filter((one) => isOutline(one, on))
  if (outlines.length === 0)
    return brokenEdges(part, taker).map((side) => barAlong(part, taker, side, grown(block)))
  // Of one that an older recogniser found it is not known how far round it goes.
  return along || part.model?.faces[own]
    ? []
    : outlines.flatMap((one) => alongFeature(part, taker, one, block))
}

/** Whether it is cut all round a side, so that the edges of that are not those of the block. */
export const isOutline = (feature: Feature, on: Side): boolean =>
  feature.kind === 'contour' && feature.takes === 'outside' && isSquareTo(feature, on)

const isSquareTo = ({ plane: { out } }: Contour, on: Side): boolean =>
  Math.abs(dot(out, normalOf(on))) > 1 - 1e-6

/** How far the stock stands over a side, and what is to be out of it, mm. */
const overOf = (part: Part, side: Side, block: Bounds<'part'>): number =>
  Math.abs((signOf(side) > 0 ? block.high : block.low)[axisOf(side)] - levelOf(part, side))

/** The bar outside of the slant or the arc along one edge: across to the side beside, up out of its face. */
function barAlong(
  part: Part,
  taker: EdgeBreak,
  beside: Side,
  block: Bounds<'part'>,
): Recipe<'part'> {
  const { on } = taker
  const [up, aside] = [overOf(part, on, block), overOf(part, beside, block)]
  const along = cross(normalOf(beside), normalOf(on))
  const end = along.x + along.y + along.z > 0 ? block.low : block.high
  const at = withAxis(
    withAxis(end, axisOf(on), levelOf(part, on)),
    axisOf(beside),
    levelOf(part, beside),
  )
  const lengthMm = Math.abs(dot(along, block.high) - dot(along, block.low))
  const section = acrossEdge(taker, up, aside)
  return prism({ at, across: normalOf(beside), out: along }, [section], lengthMm)
}

/** What is outside of a slant or an arc: x out of the side beside, y out of the face. */
function acrossEdge(taker: EdgeBreak, up: number, aside: number): Ring {
  const { deepMm: deep, wideMm: wide } = takenOffEdge(taker)
  const over = { x: aside, y: up }
  return taker.kind === 'chamfer'
    ? [
        { x: -wide - (up * wide) / deep, y: up },
        { x: aside, y: -deep - (aside * deep) / wide },
        over,
      ]
    : [
        { x: -wide, y: up },
        { x: -wide, y: 0, bulge: -QUARTER },
        { x: 0, y: -deep },
        { x: aside, y: -deep },
        over,
      ]
}

/** Tangent of a quarter of a right angle. */
const QUARTER = Math.tan(Math.PI / 8)

/** Along the walls of a feature where it opens to the face, into the metal that they bound. */
function alongFeature(
  part: Part,
  taker: EdgeBreak,
  feature: Feature,
  block: Bounds<'part'>,
): readonly Recipe<'part'>[] {
  const { on } = taker
  const up = overOf(part, on, grown(block))
  const { deepMm, wideMm } = takenOffEdge(taker)
  const section = taker.kind === 'chamfer' ? slantOff(wideMm, deepMm, up) : arcOff(wideMm, up)
  if (feature.kind === 'boss') {
    const out = normalOf(on)
    const top = placePoint(part, on, feature.place)
    const plane = { at: top, across: acrossOf(out)[0], out }
    return [stripRound(plane, feature.diameter.mm / 2, section, 'inside')]
  }
  const floor = floorOf(part, feature, on, block)
  if (!floor || floor.rings.reduce((sum, ring) => sum + ring.length, 0) > MOST_FOOT_EDGES) return []
  return stripsAlong(mouthOf(part, floor, on), section, 'metal', wideMm + up)
}

function floorOf(
  part: Part,
  feature: Feature,
  on: Side,
  block: Bounds<'part'>,
): Floor<'part'> | undefined {
  switch (feature.kind) {
    case 'contour':
      return isSquareTo(feature, on) ? edgedFloor(feature) : undefined
    case 'pocket':
    case 'slot':
    case 'step':
      return boxFloor(part, feature, block)
    case 'boss':
    case 'chamfer':
    case 'hole':
    case 'rounding':
      return undefined
  }
}

/** Where an outline that is cut all round lies on the block nothing is cut; its edge is there all the same. */
function edgedFloor(contour: Contour): Floor<'part'> {
  const floor = contourFloor(contour)
  if (contour.takes !== 'outside') return floor
  return { ...floor, rings: contour.rings.map((ring) => ring.map(({ open: _, ...one }) => one)) }
}

/** A floor carried to the level of a side, and seen from outside of that. */
function mouthOf(part: Part, floor: Floor<'part'>, on: Side): Floor<'part'> {
  const out = normalOf(on)
  const { across, at } = floor.plane
  const plane: Plane<'part'> = { at: onLevel(part, at, on), across, out }
  if (dot(floor.plane.out, out) > 0) return { ...floor, plane }
  return {
    plane,
    rings: floor.rings.map((ring) =>
      ring.map(({ bulge, x, y, ...more }) => ({
        ...more,
        x,
        y: -y,
        bulge: bulge === undefined ? undefined : -bulge,
      })),
    ),
    isFloor: ({ x, y }) => floor.isFloor({ x, y: -y }),
  }
}

function onLevel(part: Part, at: Point<'part'>, on: Side): Point<'part'> {
  const out = normalOf(on)
  const level = withAxis(at, axisOf(on), levelOf(part, on))
  return add(at, scale(out, dot(subtract(level, at), out)))
}

/** The arc and what is over it, as a section for strips over the metal, no farther than that goes. */
const arcOff =
  (radiusMm: number, upMm: number): Section =>
  (mostMm, backMm) => {
    const back = -Math.min(OUT_MM, backMm)
    const far = Math.min(radiusMm, mostMm)
    const turn = Math.acos(1 - far / radiusMm)
    return [
      { x: back, y: -radiusMm },
      { x: 0, y: -radiusMm, bulge: -Math.tan(turn / 4) },
      { x: far, y: radiusMm * (Math.sin(turn) - 1) },
      { x: far, y: upMm },
      { x: back, y: upMm },
    ]
  }
