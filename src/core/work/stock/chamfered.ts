import { cross, dot, type Point, scale, add, subtract, withAxis } from '../../ground/geometry'
import { type Corner, type Ring } from '../../ground/outline'
import { acrossOf, type Bounds, type Plane, prism, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  type Chamfer,
  chamferedEdges,
  type Contour,
  type Feature,
  levelOf,
  MOST_FOOT_EDGES,
  normalOf,
  type Part,
  placePoint,
  type Side,
  signOf,
} from '../part'
import { boxFloor, contourFloor } from './floors'
import { grown } from './over'
import { type Floor, stripRound, stripsAlong } from './strips'

/** What a chamfer takes off edges; undefined where it is not known of which. */
export function chamferTaken(
  part: Part,
  chamfer: Chamfer,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  const [first, ...rest] = barsOf(part, chamfer, block)
  return first && rest.length > 0 ? { kind: 'united', of: [first, ...rest] } : first
}

function barsOf(part: Part, chamfer: Chamfer, block: Bounds<'part'>): readonly Recipe<'part'>[] {
  const { along, id: own, of, on } = chamfer
  const feature = part.features.find(({ id }) => id === of)
  if (feature) return alongFeature(part, chamfer, feature, block)
  const outlines = part.features.filter((one) => isOutline(one, on))
  if (outlines.length === 0)
    return chamferedEdges(part, chamfer).map((side) => barAlong(part, chamfer, side, grown(block)))
  // Of one that an older recogniser found it is not known how far round it goes.
  return along || part.model?.faces[own]
    ? []
    : outlines.flatMap((one) => alongFeature(part, chamfer, one, block))
}

/** Whether it is cut all round a side, so that the edges of that are not those of the block. */
export const isOutline = (feature: Feature, on: Side): boolean =>
  feature.kind === 'contour' && feature.takes === 'outside' && isSquareTo(feature, on)

const isSquareTo = ({ plane: { out } }: Contour, on: Side): boolean =>
  Math.abs(dot(out, normalOf(on))) > 1 - 1e-6

/** How far the stock stands over a side, and what is to be out of it, mm. */
const overOf = (part: Part, side: Side, block: Bounds<'part'>): number =>
  Math.abs((signOf(side) > 0 ? block.high : block.low)[axisOf(side)] - levelOf(part, side))

/** How far a chamfer goes down from its face, mm. */
const deepOf = ({ angle, size }: Chamfer): number => size.mm * Math.tan(angle.rad)

/** The three-cornered bar outside of the slant along one edge: across to the side beside, up out of its face. */
function barAlong(
  part: Part,
  chamfer: Chamfer,
  beside: Side,
  block: Bounds<'part'>,
): Recipe<'part'> {
  const { on } = chamfer
  const [wide, deep] = [chamfer.size.mm, deepOf(chamfer)]
  const [up, aside] = [overOf(part, on, block), overOf(part, beside, block)]
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

/** Along the walls of a feature where it opens to the face of the chamfer, into the metal that they bound. */
function alongFeature(
  part: Part,
  chamfer: Chamfer,
  feature: Feature,
  block: Bounds<'part'>,
): readonly Recipe<'part'>[] {
  const { on } = chamfer
  const up = overOf(part, on, grown(block))
  const section = (mostMm: number, backMm: number): Ring => sectionInto(chamfer, up, mostMm, backMm)
  if (feature.kind === 'boss') {
    const out = normalOf(on)
    const top = placePoint(part, on, feature.place)
    const plane = { at: top, across: acrossOf(out)[0], out }
    return [stripRound(plane, feature.diameter.mm / 2, section, 'inside')]
  }
  const floor = floorOf(part, feature, on, block)
  if (!floor || floor.rings.reduce((sum, ring) => sum + ring.length, 0) > MOST_FOOT_EDGES) return []
  return stripsAlong(mouthOf(part, floor, on), section, 'metal', chamfer.size.mm + up)
}

function floorOf(part: Part, feature: Feature, on: Side, block: Bounds<'part'>): Floor | undefined {
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
      return undefined
  }
}

/** Where an outline that is cut all round lies on the block nothing is cut; its edge is there all the same. */
function edgedFloor(contour: Contour): Floor {
  const floor = contourFloor(contour)
  if (contour.takes !== 'outside') return floor
  return { ...floor, rings: contour.rings.map((ring) => ring.map(({ open: _, ...one }) => one)) }
}

/** A floor carried to the level of a side, and seen from outside of that. */
function mouthOf(part: Part, floor: Floor, on: Side): Floor {
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

/** Reaches so far out of a wall that facets leave no gap there, mm. */
const OUT_MM = 0.05

/** The slant and what is over it: x into the metal from the wall, y up from the face, no farther than the metal goes. */
function sectionInto(
  chamfer: Chamfer,
  up: number,
  mostMm: number,
  backMm: number,
): readonly Corner[] {
  const [wide, deep] = [chamfer.size.mm, deepOf(chamfer)]
  const heightAt = (x: number): number => (x * deep) / wide - deep
  const far = wide + (up * wide) / deep
  const back = -Math.min(OUT_MM, backMm)
  const from = { x: back, y: heightAt(back) }
  const over = { x: back, y: up }
  return far <= mostMm
    ? [from, { x: far, y: up }, over]
    : [from, { x: mostMm, y: heightAt(mostMm) }, { x: mostMm, y: up }, over]
}
