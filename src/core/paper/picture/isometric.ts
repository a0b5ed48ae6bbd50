import {
  add,
  AXES,
  type Axis,
  dot,
  type Point,
  point,
  scale,
  withAxis,
} from '../../ground/geometry'
import {
  axisOf,
  type Feature,
  exitOf,
  holeLines,
  insideOf,
  normalOf,
  type Part,
  placePoint,
  planeOf,
  sideAlong,
  type Side,
} from '../../work/part'
import { featureNow, isRaw, levelNow, type PartState } from '../../work/stock'
import { type Cells, cellsOf, seenFrom } from './cells'
import { boxCorners, type ContactMark, hull, paintContact } from './contactMarks'
import { type Look, type Shade } from './look'
import { paintLook } from './paintLook'
import { meets, rimOn } from './rim'
import { type Scene, Sheet, type Tone } from '../../ground/scene'

export interface IsometricOptions {
  readonly width: number
  readonly height: number
  /** How it stands: the directions of the part to the right, to the back and up. */
  readonly axes: readonly [Point<'part'>, Point<'part'>, Point<'part'>]
  /** Faces and features cut here, tinted. */
  readonly tinted: ReadonlySet<string>
  /** A corner that is marked on the part. */
  readonly corner?: Point<'part'> | undefined
  /** What is seen of it, where its solid was looked at (`needsLook`). */
  readonly look?: Look | undefined
  /** Places of the footing contacts, drawn as marks under the part. */
  readonly contacts?: readonly ContactMark[] | undefined
}

const COS30 = Math.cos(Math.PI / 6)

/** A true small picture of the part as it stands: raw faces stippled, cut faces plain, what is cut here tinted. */
export function isometric(part: Part, state: PartState, options: IsometricOptions): Scene {
  const { axes, look } = options
  const there = part.features.flatMap(({ id }) => featureNow(part, state, id) ?? [])
  const cells = cellsOf(part, state, there)
  const project = (p: Point<'part'>): readonly [number, number] => {
    const [x, y, z] = [dot(axes[0], p), dot(axes[1], p), dot(axes[2], p)]
    return [(x + y) * COS30, z - (x - y) / 2]
  }
  const sheet = fitted(cells, project, options)
  const towards = scale(add(add(axes[0], scale(axes[1], -1)), axes[2]), 1 / Math.sqrt(3))
  const view: View = { part, state, options, cells, sheet, project, towards, axes }
  if (look)
    paintLook(sheet, look, {
      fill: (ref, shade) => lookTone(view, ref, shade),
      stroke: () => 'ink',
      width: 1,
    })
  else {
    paintCells(view)
    for (const feature of there) paintRound(view, feature)
  }
  for (const contact of options.contacts ?? []) paintContact(view, contact)
  if (options.corner) {
    const [u, v] = project(options.corner)
    sheet.circle(u, v, 4.5 / sheet.scale, { fill: 'yellow', stroke: 'ink', width: 1.4 })
  }
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

const MARGIN = 4
/** Room on every side for the marks of the footing. */
const MARK_ROOM = 12

function fitted(
  cells: Cells,
  project: View['project'],
  { contacts, height, width }: IsometricOptions,
): Sheet {
  const corners = boxCorners(cells).map(project)
  const [us, vs] = [corners.map(([u]) => u), corners.map(([, v]) => v)]
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)]
  const room = 2 * (MARGIN + (contacts ? MARK_ROOM / 2 : 0))
  const s = Math.min((width - 2 * room) / (u1 - u0), (height - room) / (v1 - v0))
  return new Sheet(s, width / 2 - (s * (u0 + u1)) / 2, height / 2 + (s * (v0 + v1)) / 2)
}

/** Back to front along the view: nearer cells cover farther ones, so hidden faces need no other test. */
function paintCells(view: View): void {
  const { cells, project, sheet, towards } = view
  const order = (axis: Axis): number[] => {
    const indices = Array.from({ length: cells.planes[axis].length - 1 }, (_, i) => i)
    return towards[axis] > 0 ? indices : indices.reverse()
  }
  const edges: Edge[] = []
  for (const i of order('x'))
    for (const j of order('y'))
      for (const k of order('z')) if (cells.filled(i, j, k)) paintCell(view, [i, j, k], edges)
  // Edges come after all faces, so that no neighbour paints over half of a line; piece by piece,
  // since something nearer may hide a part of one.
  for (const { from, lift, to } of edges) {
    const along = (t: number): Point<'part'> => add(scale(from, 1 - t), scale(to, t))
    const draw = (start: number, end: number): void => {
      const [a, b] = [project(along(start / EDGE_PIECES)), project(along(end / EDGE_PIECES))]
      if (end > start) sheet.line(a[0], a[1], b[0], b[1], { stroke: 'ink', width: 1.2 })
    }
    let start = 0
    for (let k = 0; k < EDGE_PIECES; k++) {
      if (seenFrom(cells, add(along((k + 0.5) / EDGE_PIECES), lift), towards)) continue
      draw(start, k)
      start = k + 1
    }
    draw(start, EDGE_PIECES)
  }
}

const EDGE_PIECES = 6

interface Edge {
  readonly from: Point<'part'>
  readonly to: Point<'part'>
  /** A little off the face: from there it is looked at to see whether it is hidden. */
  readonly lift: Point<'part'>
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

function paintCell(view: View, index: Index, edges: Edge[]): void {
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
    const side = sideAlong(axis, sign)
    const [u, v] = planeOf(side)
    const [[u0, u1], [v0, v1]] = [bounds(u), bounds(v)]
    const corner = (a: number, b: number): Point<'part'> =>
      withAxis(withAxis(withAxis(point<'part'>(0, 0, 0), axis, level), u, a), v, b)
    const { fill, ref } = faceTone(view, axis, sign, level)
    const outline = [corner(u0, v0), corner(u1, v0), corner(u1, v1), corner(u0, v1)]
    sheet.polygon(outline.map(project), {
      fill,
      stroke: fill === 'raw' ? 'none' : fill,
      width: 0.5,
      ref,
    })
    // An edge is drawn where the face does not go on in its own plane.
    const edge = (other: Axis, by: 1 | -1, from: Point<'part'>, to: Point<'part'>): void => {
      const beside = step(index, other, by)
      if (filled(beside) && !filled(step(beside, axis, sign))) return
      edges.push({ from, to, lift: scale(normalOf(side), 0.05) })
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

/** A face that is seen: cut here it is tinted, bought and not cut yet it is stippled. */
function lookTone({ options, part, state }: View, ref: string | undefined, shade: Shade): Tone {
  if (ref === undefined) return shade
  const owner = ref.split('.')[0] ?? ref
  if (options.tinted.has(owner)) return 'tint'
  return isRaw(part, state, owner) ? 'raw' : shade
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
  for (const line of holeLines(part, feature)) {
    for (const side of [feature.on, ...(through ? [exitOf(feature, part, line)] : [])]) {
      if (dot(normalOf(side), towards) <= 0) continue
      const level = levelNow(part, state, side)
      const centre = meets(line, side, level)
      const rim = (radius: number) => rimOn(line, side, level, radius).map(view.project)
      if (!seenFrom(cells, add(centre, scale(normalOf(side), 0.05)), towards)) continue
      const wide =
        side === feature.on && feature.head.kind !== 'none' ? feature.head.diameter.mm : undefined
      if (wide)
        sheet.polygon(rim(wide / 2), {
          fill: tint ? 'tint' : 'side',
          stroke: tint ? 'blue' : 'ink',
          width: 1,
          ref: feature.id,
        })
      sheet.polygon(rim(feature.diameter.mm / 2), {
        fill: tint ? 'blue' : 'dark',
        stroke: tint ? 'blue' : 'ink',
        width: 0.8,
        ref: feature.id,
      })
    }
  }
}
