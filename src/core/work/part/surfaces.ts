import {
  AXES,
  type Axis,
  type PlanePoint,
  type Point,
  add,
  cross,
  point,
  scale,
  turnPlane,
  withAxis,
} from '../../ground/geometry'
import { type AxisSurface, type PlaneSurface, type Surface } from './surface'
import { isEdgeBreak } from './brokenEdges'
import { contourPlane, contourSurfaces } from './contour'
import { boltCirclePoints, gridPoints } from '../../handbook/patterns'
import { axisOf, normalOf, oppositeOf, planeOf, sideAlong, SIDES, signOf, type Side } from './side'
import { type Extent, type Feature, type Hole, type Part, type Place } from './schema'

export const sizeAlong = (part: Part, axis: Axis): number => part.size[axis].mm

/** Middle of the finished block. */
export const middleOf = (part: Part): Point<'part'> =>
  point(part.size.x.mm / 2, part.size.y.mm / 2, part.size.z.mm / 2)

/** Half the diagonal of the finished block, mm. */
export const halfDiagonal = (part: Part): number =>
  Math.hypot(part.size.x.mm, part.size.y.mm, part.size.z.mm) / 2

/** Coordinate of a face of the finished block along its own axis. */
export const levelOf = (part: Part, side: Side): number =>
  signOf(side) > 0 ? sizeAlong(part, axisOf(side)) : 0

/** Coordinate of a point that lies `mm` inside the part from a face. */
export const insideOf = (part: Part, side: Side, mm: number): number =>
  levelOf(part, side) - signOf(side) * mm

/** A flat rectangle of the part, normal to one axis. */
function rectangle(
  id: string,
  owner: string,
  side: Side,
  level: number,
  low: Point<'part'>,
  high: Point<'part'>,
): PlaneSurface {
  const [u, v] = planeOf(side)
  const at = withAxis(scale(add(low, high), 0.5), axisOf(side), level)
  const corner = (a: Point<'part'>, b: Point<'part'>): Point<'part'> =>
    withAxis(withAxis(at, u, a[u]), v, b[v])
  return {
    kind: 'plane',
    id,
    owner,
    at,
    normal: normalOf(side),
    corners: [corner(low, low), corner(high, low), corner(high, high), corner(low, high)],
  }
}

/** One of the six faces of the finished block, whole. */
export function faceSurface(part: Part, side: Side): PlaneSurface {
  const high = point<'part'>(part.size.x.mm, part.size.y.mm, part.size.z.mm)
  const face = rectangle(side, side, side, levelOf(part, side), point(0, 0, 0), high)
  const outline = part.model?.outlines[side]
  return outline ? { ...face, outline: outline.map(({ x, y, z }) => point(x, y, z)) } : face
}

/** How long a chain of features placed or patterned by one another is followed. */
export const MOST_LINKS = 20

/** Where a place falls on one in-plane axis, and whether it was said or only assumed. */
export function placeAlong(
  part: Part,
  place: Place,
  axis: Axis,
  deep = 0,
): { readonly value: number; readonly said: boolean } {
  const dim = place.dims.find((d) => axisOf(d.from) === axis)
  if (dim) return { value: insideOf(part, dim.from, dim.at.mm), said: true }
  const about = place.about && part.features.find((feature) => feature.id === place.about)
  if (about && axisOf(about.on) !== axis && deep < MOST_LINKS)
    return placeAlong(part, about.place, axis, deep + 1)
  return { value: sizeAlong(part, axis) / 2, said: place.centred }
}

/** The point of a feature's place on its face. */
export function placePoint(part: Part, on: Side, place: Place): Point<'part'> {
  let at = withAxis(middleOf(part), axisOf(on), levelOf(part, on))
  for (const axis of planeOf(on)) at = withAxis(at, axis, placeAlong(part, place, axis).value)
  return at
}

/** Depth of an extent in mm; an open one is drawn a quarter of the way through. */
export function depthOf(part: Part, on: Side, extent: Extent): number {
  const through = sizeAlong(part, axisOf(on))
  switch (extent.kind) {
    case 'through':
      return through
    case 'deep':
      return extent.depth.mm
    case 'open':
      return through / 4
  }
}

/** Mouth of every hole of a hole feature, in the order in which they are numbered: on its face, or inside of it where it starts there. */
export function holePoints(part: Part, hole: Hole): readonly Point<'part'>[] {
  const { start } = hole
  if (!start) return facePoints(part, hole)
  const inward = scale(outwardOf(hole), -start.mm)
  return facePoints(part, hole).map((p) => add(p, inward))
}

/** Where the axis of every hole meets the face that it is on. */
function facePoints(part: Part, hole: Hole, deep = 0): readonly Point<'part'>[] {
  const centre = placePoint(part, hole.on, hole.place)
  const [u, v] = planeOf(hole.on)
  const first = patternOffsets(part, hole, deep).map(({ x, y }) =>
    withAxis(withAxis(centre, u, centre[u] + x), v, centre[v] + y),
  )
  const across = hole.mirrored
  if (!across) return first
  return [...first, ...first.map((p) => withAxis(p, across, sizeAlong(part, across) - p[across]))]
}

/** The direction in which a hole's axis comes out of the part; unit. */
export function outwardOf({ on, tilt }: Pick<Hole, 'on' | 'tilt'>): Point<'part'> {
  const normal = normalOf(on)
  if (!tilt) return normal
  const { angle, aside, towards } = tilt
  const level = normalOf(towards)
  const turned = aside
    ? add(scale(level, Math.cos(aside.rad)), scale(cross(normal, level), Math.sin(aside.rad)))
    : level
  return add(scale(normal, Math.cos(angle.rad)), scale(turned, Math.sin(angle.rad)))
}

/** The line of one hole, from its mouth inwards. */
export interface HoleLine {
  readonly from: Point<'part'>
  readonly to: Point<'part'>
}

/** The lines of all holes of a feature, in the order in which they are numbered. */
export function holeLines(part: Part, hole: Hole): readonly HoleLine[] {
  const inward = scale(outwardOf(hole), -1)
  return holePoints(part, hole).map((from) => ({
    from,
    to: add(from, scale(inward, lineDepth(part, hole, from))),
  }))
}

/** How far a hole goes along its axis, mm. */
function lineDepth(part: Part, hole: Hole, from: Point<'part'>): number {
  if ((!hole.tilt && !hole.start) || hole.extent.kind === 'deep')
    return depthOf(part, hole.on, hole.extent)
  const through = throughMm(part, hole, from)
  return hole.extent.kind === 'through' ? through : through / 4
}

/** How far it is along the axis of a hole from its mouth to where that leaves the finished block, mm. */
export function throughMm(part: Part, hole: Hole, from: Point<'part'>): number {
  const inward = scale(outwardOf(hole), -1)
  const ways = AXES.filter((axis) => Math.abs(inward[axis]) > 1e-9).map((axis) => {
    const far = inward[axis] > 0 ? sizeAlong(part, axis) : 0
    return (far - from[axis]) / inward[axis]
  })
  return Math.max(0, Math.min(...ways))
}

/** The face by which a through hole comes out. */
export function exitOf({ on }: Hole, part: Part, { to }: HoleLine): Side {
  const away = (side: Side): number => Math.abs(to[axisOf(side)] - levelOf(part, side))
  return SIDES.filter((side) => side !== on).reduce(
    (best, side) => (away(side) < away(best) - 1e-9 ? side : best),
    oppositeOf(on),
  )
}

/** Where the holes of a pattern lie from its place, across and up its face, mm. */
function patternOffsets(part: Part, hole: Hole, deep: number): readonly PlanePoint[] {
  const { pattern } = hole
  switch (pattern.kind) {
    case 'single':
      return [{ x: 0, y: 0 }]
    case 'grid':
      return turned(
        gridPoints({
          columns: pattern.columns,
          rows: pattern.rows,
          pitchXMm: pattern.pitchAcross.mm,
          pitchYMm: pattern.pitchUp.mm,
          staggered: pattern.staggered,
          skip: pattern.skip,
        }),
        pattern.turn?.rad,
      )
    case 'circle':
      return boltCirclePoints({
        count: pattern.count,
        radiusMm: pattern.diameter.mm / 2,
        firstRad: pattern.first.rad,
        sweepRad: pattern.sweep?.rad,
        chordMm: pattern.chord?.mm,
      })
    case 'list':
      return turned(
        pattern.points.map(({ across, up }) => ({ x: across.mm, y: up.mm })),
        pattern.turn?.rad,
      )
    case 'copy': {
      const source = part.features.find((feature) => feature.id === pattern.of)
      if (source?.kind !== 'hole' || deep >= MOST_LINKS) return []
      const origin = placePoint(part, source.on, source.place)
      const [u, v] = planeOf(source.on)
      const offsets = facePoints(part, source, deep + 1).map((p) => ({
        x: (p[u] - origin[u]) * (pattern.flip === 'across' ? -1 : 1),
        y: (p[v] - origin[v]) * (pattern.flip === 'up' ? -1 : 1),
      }))
      return turned(offsets, pattern.turn?.rad)
    }
  }
}

const turned = (points: readonly PlanePoint[], angleRad = 0): readonly PlanePoint[] =>
  angleRad === 0 ? points : points.map((p) => turnPlane(p, angleRad))

/** How many holes a hole feature has, reckoned without laying them out. */
export function holeCount(part: Part, hole: Hole): number {
  let [times, at] = [1, hole]
  for (let deep = 0; deep <= MOST_LINKS; deep++) {
    if (at.mirrored) times *= 2
    const { pattern } = at
    if (pattern.kind !== 'copy') return times * countOf(pattern)
    const source = part.features.find((feature) => feature.id === pattern.of)
    if (source?.kind !== 'hole') return 0
    at = source
  }
  return 0
}

function countOf(pattern: Exclude<Hole['pattern'], { kind: 'copy' }>): number {
  switch (pattern.kind) {
    case 'single':
      return 1
    case 'grid': {
      const places = pattern.columns * pattern.rows
      return places - new Set(pattern.skip?.filter((n) => n <= places)).size
    }
    case 'circle':
      return pattern.count
    case 'list':
      return pattern.points.length
  }
}

/** An axis-aligned box of removed material. */
export interface Box {
  readonly low: Point<'part'>
  readonly high: Point<'part'>
}

/** The box that a step, slot or pocket takes out; undefined for round features and broken edges. */
export function removedBox(part: Part, feature: Feature): Box | undefined {
  const span = boxSpans(part, feature)
  if (!span) return undefined
  return {
    low: point(span.x[0], span.y[0], span.z[0]),
    high: point(span.x[1], span.y[1], span.z[1]),
  }
}

type Spans = Record<Axis, readonly [number, number]>

function boxSpans(part: Part, feature: Feature): Spans | undefined {
  if (feature.kind !== 'step' && feature.kind !== 'slot' && feature.kind !== 'pocket')
    return undefined
  const whole: Spans = { x: [0, part.size.x.mm], y: [0, part.size.y.mm], z: [0, part.size.z.mm] }
  const inward = (side: Side, mm: number): readonly [number, number] => {
    const [a, b] = [levelOf(part, side), insideOf(part, side, mm)]
    return a < b ? [a, b] : [b, a]
  }
  const centred = (axis: Axis, width: number): readonly [number, number] => {
    const { value } = placeAlong(part, feature.place, axis)
    return [value - width / 2, value + width / 2]
  }
  const depth =
    feature.kind === 'pocket' ? depthOf(part, feature.on, feature.extent) : feature.depth.mm
  const spans: Spans = { ...whole, [axisOf(feature.on)]: inward(feature.on, depth) }
  if (feature.kind === 'step')
    return { ...spans, [axisOf(feature.along)]: inward(feature.along, feature.width.mm) }
  const [u, v] = planeOf(feature.on)
  if (feature.kind === 'slot') {
    const across = feature.runs === u ? v : u
    return { ...spans, [across]: centred(across, feature.width.mm) }
  }
  return { ...spans, [u]: centred(u, feature.across.mm), [v]: centred(v, feature.up.mm) }
}

/** The surfaces that a feature leaves on the part; one per hole for a pattern. */
export function featureSurfaces(part: Part, feature: Feature): readonly Surface[] {
  switch (feature.kind) {
    case 'hole': {
      const lines = holeLines(part, feature)
      return lines.map((line, i): AxisSurface => ({
        kind: 'axis',
        id: lines.length === 1 ? feature.id : `${feature.id}.${i + 1}`,
        owner: feature.id,
        ...line,
        diameterMm: feature.diameter.mm,
      }))
    }
    case 'boss': {
      const from = placePoint(part, feature.on, feature.place)
      const id = `${feature.id}.floor`
      const floor = { ...faceSurface(part, feature.on), id, owner: feature.id }
      const level = insideOf(part, feature.on, feature.height.mm)
      const lower = (p: Point<'part'>) => withAxis(p, axisOf(feature.on), level)
      return [
        {
          kind: 'axis',
          id: feature.id,
          owner: feature.id,
          from,
          to: add(from, scale(normalOf(feature.on), -feature.height.mm)),
          diameterMm: feature.diameter.mm,
          isOutside: true,
        },
        { ...floor, at: lower(floor.at), corners: floor.corners.map(lower) },
      ]
    }
    case 'step':
    case 'slot':
    case 'pocket':
      return boxSurfaces(part, feature)
    case 'contour':
      return contourSurfaces(part, feature)
    case 'chamfer':
    case 'rounding':
      return []
  }
}

function boxSurfaces(part: Part, feature: Feature): readonly PlaneSurface[] {
  const box = removedBox(part, feature)
  if (!box) return []
  const { low, high } = box
  const surfaces: PlaneSurface[] = []
  // A wall of removed material faces into the removed box: its normal is that of the box's inside.
  for (const axis of AXES) {
    for (const [level, side] of [
      [low[axis], sideAlong(axis, 1)],
      [high[axis], sideAlong(axis, -1)],
    ] as const) {
      const inside = level > 1e-9 && level < sizeAlong(part, axis) - 1e-9
      if (!inside) continue
      const name = side === feature.on ? 'floor' : oppositeOf(side)
      const id =
        feature.kind === 'step' && name !== 'floor' ? `${feature.id}.wall` : `${feature.id}.${name}`
      surfaces.push(rectangle(id, feature.id, side, level, low, high))
    }
  }
  return surfaces
}

/** Every surface of the finished part: the six faces, then the features' in order. */
export function partSurfaces(part: Part): ReadonlyMap<string, Surface> {
  const surfaces = new Map<string, Surface>()
  for (const side of SIDES) surfaces.set(side, faceSurface(part, side))
  for (const feature of part.features)
    for (const surface of featureSurfaces(part, feature)) surfaces.set(surface.id, surface)
  return surfaces
}

/** The directions that may point up for a feature to be reached by the cutter; unit. */
export function reachableFrom(part: Part, feature: Feature): readonly Point<'part'>[] {
  const on = normalOf(feature.on)
  if (feature.kind === 'boss' || isEdgeBreak(feature)) return [on]
  const bothWays = (out: Point<'part'>): readonly Point<'part'>[] => [
    out,
    point(0 - out.x, 0 - out.y, 0 - out.z),
  ]
  switch (feature.kind) {
    case 'hole': {
      const out = outwardOf(feature)
      return feature.extent.kind === 'through' && feature.head.kind === 'none'
        ? bothWays(out)
        : [out]
    }
    case 'step':
      return [on, normalOf(feature.along)]
    case 'slot':
      return feature.depth.mm >= sizeAlong(part, axisOf(feature.on)) ? bothWays(on) : [on]
    case 'pocket':
      return feature.extent.kind === 'through' ? bothWays(on) : [on]
    case 'contour': {
      const { out } = contourPlane(feature)
      return feature.through ? bothWays(out) : [out]
    }
  }
}
