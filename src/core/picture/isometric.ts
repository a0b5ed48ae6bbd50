import { add, AXES, type Axis, dot, type Point, point, scale, withAxis } from '../geometry'
import {
  axisOf,
  type Feature,
  holePoints,
  insideOf,
  normalOf,
  oppositeOf,
  type Part,
  placePoint,
  planeOf,
  sideAlong,
  type Side,
} from '../part'
import { isRaw, levelNow, type PartState, setupAxes } from '../planning'
import { type Cells, cellsOf, seenFrom } from './cells'
import { type Scene, Sheet, type Tone } from './scene'

export interface IsometricOptions {
  readonly width: number
  readonly height: number
  /** Which way up: the up face, and the face at the back. */
  readonly up: Side
  readonly toJaw: Side
  /** Faces and features cut here, tinted. */
  readonly tinted: ReadonlySet<string>
  /** Places of the footing contacts, drawn as marks under the part. */
  readonly contacts?: readonly {
    readonly id: string
    readonly at: Point<'part'>
    readonly normal: Point<'part'>
    readonly raw: boolean
  }[]
}

const COS30 = Math.cos(Math.PI / 6)

/** A true small picture of the part as it stands: raw faces stippled, cut faces plain, what is cut here tinted. */
export function isometric(part: Part, state: PartState, options: IsometricOptions): Scene {
  const axes = setupAxes(options)
  const cells = cellsOf(
    part,
    state,
    part.features.filter((f) => state.cut.has(f.id)),
  )
  const project = (p: Point<'part'>): readonly [number, number] => {
    const [x, y, z] = [dot(axes[0], p), dot(axes[1], p), dot(axes[2], p)]
    return [(x + y) * COS30, z - (x - y) / 2]
  }
  const sheet = fitted(cells, project, options)
  const towards = scale(add(add(axes[0], scale(axes[1], -1)), axes[2]), 1 / Math.sqrt(3))
  const view: View = { part, state, options, cells, sheet, project, towards, axes }
  paintCells(view)
  for (const feature of part.features) if (state.cut.has(feature.id)) paintRound(view, feature)
  for (const contact of options.contacts ?? []) paintContact(view, contact)
  return { width: options.width, height: options.height, marks: sheet.marks }
}

interface View {
  readonly part: Part
  readonly state: PartState
  readonly options: IsometricOptions
  readonly cells: Cells
  readonly sheet: Sheet
  readonly project: (p: Point<'part'>) => readonly [number, number]
  readonly towards: Point<'part'>
  readonly axes: readonly [Point<'part'>, Point<'part'>, Point<'part'>]
}

const MARGIN = 9

function fitted(
  cells: Cells,
  project: View['project'],
  { width, height, contacts }: IsometricOptions,
): Sheet {
  const { low, high } = cells.box
  const corners = [low.x, high.x].flatMap((x) =>
    [low.y, high.y].flatMap((y) => [low.z, high.z].map((z) => project(point(x, y, z)))),
  )
  const [us, vs] = [corners.map(([u]) => u), corners.map(([, v]) => v)]
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)]
  const below = contacts ? 10 : 0
  const s = Math.min((width - 2 * MARGIN) / (u1 - u0), (height - 2 * MARGIN - below) / (v1 - v0))
  return new Sheet(s, width / 2 - (s * (u0 + u1)) / 2, (height - below) / 2 + (s * (v0 + v1)) / 2)
}

/** Back to front along the view: nearer cells cover farther ones, so hidden faces need no other test. */
function paintCells(view: View): void {
  const { cells, towards } = view
  const order = (axis: Axis): number[] => {
    const indices = Array.from({ length: cells.planes[axis].length - 1 }, (_, i) => i)
    return towards[axis] > 0 ? indices : indices.reverse()
  }
  for (const i of order('x'))
    for (const j of order('y'))
      for (const k of order('z')) if (cells.filled(i, j, k)) paintCell(view, [i, j, k])
}

type Index = readonly [number, number, number]
const step = (index: Index, axis: Axis, by: number): Index => {
  const n = AXES.indexOf(axis)
  return [
    index[0] + (n === 0 ? by : 0),
    index[1] + (n === 1 ? by : 0),
    index[2] + (n === 2 ? by : 0),
  ]
}

function paintCell(view: View, index: Index): void {
  const { cells, project, sheet, towards } = view
  const filled = (at: Index): boolean => cells.filled(...at)
  const bounds = (axis: Axis): readonly [number, number] => {
    const i = index[AXES.indexOf(axis)] ?? 0
    return [cells.planes[axis][i] ?? 0, cells.planes[axis][i + 1] ?? 0]
  }
  for (const axis of AXES) {
    const sign = towards[axis] > 0 ? 1 : -1
    if (filled(step(index, axis, sign))) continue
    const level = bounds(axis)[sign > 0 ? 1 : 0]
    const [u, v] = planeOf(sideAlong(axis, sign))
    const [[u0, u1], [v0, v1]] = [bounds(u), bounds(v)]
    const corner = (a: number, b: number): readonly [number, number] =>
      project(withAxis(withAxis(withAxis(point<'part'>(0, 0, 0), axis, level), u, a), v, b))
    const { fill, ref } = faceTone(view, axis, sign, level)
    sheet.polygon([corner(u0, v0), corner(u1, v0), corner(u1, v1), corner(u0, v1)], {
      fill,
      stroke: fill === 'raw' ? 'none' : fill,
      width: 0.5,
      ref,
    })
    // An edge is drawn where the face does not go on in its own plane.
    const edge = (
      other: Axis,
      by: 1 | -1,
      a: readonly [number, number],
      b: readonly [number, number],
    ): void => {
      const beside = step(index, other, by)
      if (filled(beside) && !filled(step(beside, axis, sign))) return
      sheet.line(a[0], a[1], b[0], b[1], { stroke: 'ink', width: 1.2 })
    }
    edge(u, -1, corner(u0, v0), corner(u0, v1))
    edge(u, 1, corner(u1, v0), corner(u1, v1))
    edge(v, -1, corner(u0, v0), corner(u1, v0))
    edge(v, 1, corner(u0, v1), corner(u1, v1))
  }
}

function faceTone(
  { axes, cells, options, part, state }: View,
  axis: Axis,
  sign: 1 | -1,
  level: number,
): { fill: Tone; ref?: string } {
  const side = sideAlong(axis, sign)
  const outer = Math.abs(level - (sign > 0 ? cells.box.high[axis] : cells.box.low[axis])) < 1e-6
  const normal = normalOf(side)
  const shade: Tone =
    dot(normal, axes[2]) > 0.5 ? 'up' : dot(normal, axes[0]) > 0.5 ? 'side' : 'front'
  if (!outer) {
    const cut = part.features.find(
      (f) => options.tinted.has(f.id) && f.kind !== 'hole' && f.on === side,
    )
    return { fill: cut ? 'tint' : shade }
  }
  if (options.tinted.has(side)) return { fill: 'tint', ref: side }
  return { fill: isRaw(part, state, side) ? 'raw' : shade, ref: side }
}

function ring(
  { project }: View,
  centre: Point<'part'>,
  side: Side,
  radius: number,
): readonly (readonly [number, number])[] {
  const [u, v] = planeOf(side)
  return Array.from({ length: 28 }, (_, i) => {
    const angle = (2 * Math.PI * i) / 28
    return project(
      withAxis(
        withAxis(centre, u, centre[u] + radius * Math.cos(angle)),
        v,
        centre[v] + radius * Math.sin(angle),
      ),
    )
  })
}

function paintRound(view: View, feature: Feature): void {
  const { cells, options, part, sheet, state, towards } = view
  const tint = options.tinted.has(feature.id)
  if (feature.kind === 'boss') {
    const top = placePoint(part, feature.on, feature.place)
    if (dot(normalOf(feature.on), towards) <= 0) return
    const foot = withAxis(top, axisOf(feature.on), insideOf(part, feature.on, feature.height.mm))
    const style = {
      fill: tint ? 'tint' : 'side',
      stroke: 'ink',
      width: 1.2,
      ref: feature.id,
    } as const
    const [lower, upper] = [
      ring(view, foot, feature.on, feature.diameter.mm / 2),
      ring(view, top, feature.on, feature.diameter.mm / 2),
    ]
    sheet.polygon(hull([...lower, ...upper]), style)
    sheet.polygon(upper, { ...style, fill: tint ? 'tint' : 'up' })
    return
  }
  if (feature.kind !== 'hole') return
  const through = feature.extent.kind === 'through'
  for (const mouth of holePoints(part, feature)) {
    for (const side of [feature.on, ...(through ? [oppositeOf(feature.on)] : [])]) {
      if (dot(normalOf(side), towards) <= 0) continue
      const centre = withAxis(mouth, axisOf(side), levelNow(part, state, side))
      if (!seenFrom(cells, add(centre, scale(normalOf(side), 0.05)), towards)) continue
      const wide =
        side === feature.on && feature.head.kind !== 'none' ? feature.head.diameter.mm : undefined
      if (wide)
        sheet.polygon(ring(view, centre, side, wide / 2), {
          fill: tint ? 'tint' : 'side',
          stroke: tint ? 'blue' : 'ink',
          width: 1,
          ref: feature.id,
        })
      sheet.polygon(ring(view, centre, side, feature.diameter.mm / 2), {
        fill: tint ? 'blue' : 'dark',
        stroke: tint ? 'blue' : 'ink',
        width: 0.8,
        ref: feature.id,
      })
    }
  }
}

/** Convex outline of points, counter-clockwise (monotone chain, Andrew 1979). */
function hull(
  points: readonly (readonly [number, number])[],
): readonly (readonly [number, number])[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (list: typeof sorted): (readonly [number, number])[] => {
    const kept: (readonly [number, number])[] = []
    for (const p of list) {
      while (kept.length > 1) {
        const [a, b] = [kept[kept.length - 2], kept[kept.length - 1]]
        if (!a || !b || (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break
        kept.pop()
      }
      kept.push(p)
    }
    return kept.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}

/** A mark under or beside the part where it bears: a triangle that points at the surface. */
function paintContact(
  { project, sheet }: View,
  contact: NonNullable<IsometricOptions['contacts']>[number],
): void {
  const [u, v] = project(contact.at)
  const [u2, v2] = project(add(contact.at, scale(contact.normal, 10)))
  const length = Math.hypot(u2 - u, v2 - v) || 1
  const [dx, dy] = [(u2 - u) / length, -(v2 - v) / length]
  const tone: Tone = contact.raw ? 'red' : 'blue'
  sheet.symbol(
    u,
    v,
    [
      [dx * 2, dy * 2],
      [dx * 10 - dy * 4.5, dy * 10 + dx * 4.5],
      [dx * 10 + dy * 4.5, dy * 10 - dx * 4.5],
    ],
    { fill: tone, stroke: 'sheet', width: 0.75, ref: contact.id },
  )
}
