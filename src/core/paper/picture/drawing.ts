import { AXES, type Axis, type Point } from '../../ground/geometry'
import {
  axisOf,
  type Feature,
  type Hole,
  type HoleLine,
  holeLines,
  holePoints,
  levelOf,
  oppositeOf,
  type Part,
  partSurfaces,
  placePoint,
  removedBox,
  planeOf,
  type Requirement,
  resolveRef,
  sideAlong,
  SIDES,
  signOf,
  sizeAlong,
} from '../../work/part'
import { setupAxes } from '../../shop/holding'
import { stateAsBought, stateFinished } from '../../work/stock'
import { parseThread, tappingDrillMm } from '../../handbook/standards'
import { printLength } from '../../handbook/units'
import { cellsOf, type Cells } from './cells'
import { isometric } from './isometric'
import { rimOn } from './rim'
import { dimension, type Mark, type Scene, Sheet, type Tone } from '../../ground/scene'

export interface DrawingOptions {
  readonly width: number
  readonly height: number
  /** A face or feature shown in the layout blue with its dimensions. */
  readonly chosen?: string | undefined
  /** A requirement shown as a tie between its two features. */
  readonly tie?: Requirement | undefined
}

/** A view by the face that is turned to the reader. */
type ViewSide = 'front' | 'right' | 'top'

const GAP_LEFT = 62
const GAP_BETWEEN = 84
const GAP_TOP = 40
const GAP_BOTTOM = 40

/** Front, right and top view in third-angle projection, drawn from what was said, dimensions as on paper. */
export function drawing(part: Part, options: DrawingOptions): Scene {
  const { x, y, z } = part.size
  const scale = Math.min(
    (options.width - GAP_LEFT - GAP_BETWEEN - 40) / (x.mm + y.mm),
    (options.height - GAP_TOP - GAP_BETWEEN - GAP_BOTTOM) / (z.mm + y.mm),
  )
  const finished = stateFinished(part)
  const cells = cellsOf(part, finished, part.features)
  const slackX = Math.max(
    0,
    (options.width - GAP_LEFT - GAP_BETWEEN - 40 - scale * (x.mm + y.mm)) / 2,
  )
  const topBottom = GAP_TOP + y.mm * scale
  const frontBottom = topBottom + GAP_BETWEEN + z.mm * scale
  const left = GAP_LEFT + slackX
  const sheets: Record<ViewSide, Sheet> = {
    top: new Sheet(scale, left, topBottom),
    front: new Sheet(scale, left, frontBottom),
    right: new Sheet(scale, left + x.mm * scale + GAP_BETWEEN, frontBottom),
  }
  for (const side of ['top', 'front', 'right'] as const)
    drawView(part, cells, side, sheets[side], options)
  if (options.tie) drawTie(part, options.tie, sheets)
  const corner = left + x.mm * scale + 24
  const picture = isometric(part, finished, {
    width: Math.max(60, options.width - corner - 12),
    height: topBottom - 6,
    axes: setupAxes('top', 'back'),
    tinted: new Set(options.chosen ? [options.chosen] : []),
  })
  return {
    width: options.width,
    height: options.height,
    marks: [
      ...sheets.top.marks,
      ...sheets.front.marks,
      ...sheets.right.marks,
      ...shifted(picture.marks, corner, 4),
    ],
  }
}

/** Marks of one scene set into another. */
const shifted = (marks: readonly Mark[], dx: number, dy: number): readonly Mark[] =>
  marks.map((mark) =>
    mark.kind === 'words'
      ? { ...mark, x: mark.x + dx, y: mark.y + dy }
      : { ...mark, points: mark.points.map(([x, y]) => [x + dx, y + dy] as const) },
  )

function drawView(
  part: Part,
  cells: Cells,
  side: ViewSide,
  sheet: Sheet,
  options: DrawingOptions,
): void {
  const [u, v] = planeOf(side)
  const [width, height] = [sizeAlong(part, u), sizeAlong(part, v)]
  drawStock(part, side, sheet)
  if (options.chosen) drawChosenFace(part, options.chosen, side, sheet)
  for (const feature of part.features) drawHidden(part, feature, side, sheet, options.chosen)
  drawVisible(cells, side, sheet)
  for (const feature of part.features) drawRound(part, feature, side, sheet, options.chosen)
  sheet.words(
    width,
    height,
    side === 'front' ? 'front' : side === 'right' ? 'right side' : 'from above',
    { anchor: 'end', dy: -14, size: 13, ink: 'soft' },
  )
  const figure = (mm: number): string => printLength(mm, part.unit)
  if (side === 'front') {
    dimension(sheet, [0, 0], [width, 0], 24, figure(width))
  } else if (side === 'right') {
    dimension(sheet, [width, 0], [width, height], 24, figure(height))
    dimension(sheet, [0, 0], [width, 0], 24, figure(width))
  }
  drawDatums(part, side, sheet)
  const chosen = part.features.find((f) => f.id === options.chosen)
  if (chosen && (chosen.on === side || oppositeOf(chosen.on) === side))
    drawPlaceDimensions(part, chosen, sheet)
}

/** Stock over the finished faces, stippled, where they are seen edge on. */
function drawStock(part: Part, side: ViewSide, sheet: Sheet): void {
  const state = stateAsBought(part)
  const [u, v] = planeOf(side)
  const [w, h] = [sizeAlong(part, u), sizeAlong(part, v)]
  for (const axis of [u, v]) {
    for (const sign of [-1, 1] as const) {
      const face = sideAlong(axis, sign)
      const stock = state.stockOn[face]
      if (stock <= 0 || !part.faces[face].toCut) continue
      // Never so thin that it is not seen, nor so thick on a small part that it leaves the sheet.
      const drawn = Math.min(Math.max(stock, 5 / sheet.scale), 24 / sheet.scale)
      const [a, b] = sign > 0 ? [axis === u ? w : h, (axis === u ? w : h) + drawn] : [-drawn, 0]
      const style = { fill: 'raw', stroke: 'none', ref: face } as const
      if (axis === u) sheet.rectangle(a, 0, b, h, style)
      else sheet.rectangle(0, a, w, b, style)
    }
  }
}

/** Lines where the nearest surface changes its depth: outlines and inner edges that are seen. */
function drawVisible(cells: Cells, side: ViewSide, sheet: Sheet): void {
  const [u, v] = planeOf(side)
  const depth = axisOf(side)
  const near = signOf(side) > 0
  const [us, vs] = [cells.planes[u], cells.planes[v]]
  const count = cells.planes[depth].length - 1
  const index = (i: number, j: number, k: number): [number, number, number] => {
    const at: Record<Axis, number> = { x: 0, y: 0, z: 0 }
    at[u] = i
    at[v] = j
    at[depth] = k
    return [at.x, at.y, at.z]
  }
  const level = (i: number, j: number): number => {
    for (let n = 0; n < count; n++) {
      const k = near ? count - 1 - n : n
      if (cells.filled(...index(i, j, k))) return k
    }
    return -1
  }
  const inked = { stroke: 'ink', width: 1.8 } as const
  for (let i = -1; i < us.length - 1; i++) {
    for (let j = -1; j < vs.length - 1; j++) {
      const here = level(i, j)
      if (j >= 0 && here !== level(i + 1, j))
        sheet.line(us[i + 1] ?? 0, vs[j] ?? 0, us[i + 1] ?? 0, vs[j + 1] ?? 0, inked)
      if (i >= 0 && here !== level(i, j + 1))
        sheet.line(us[i] ?? 0, vs[j + 1] ?? 0, us[i + 1] ?? 0, vs[j + 1] ?? 0, inked)
    }
  }
}

const tone = (feature: Feature, chosen: string | undefined): Tone =>
  feature.id === chosen ? 'blue' : 'ink'

/** Edges of steps, slots and pockets that lie behind metal in this view, and holes seen from the side. */
function drawHidden(
  part: Part,
  feature: Feature,
  side: ViewSide,
  sheet: Sheet,
  chosen: string | undefined,
): void {
  const [u, v] = planeOf(side)
  const stroke = feature.id === chosen ? 'blue' : 'soft'
  if (feature.kind === 'hole') {
    for (const line of holeLines(part, feature)) drawHoleAlong(feature, line, side, sheet, stroke)
    return
  }
  const box = feature.on === side ? undefined : removedBox(part, feature)
  if (box)
    sheet.rectangle(box.low[u], box.low[v], box.high[u], box.high[v], {
      stroke,
      width: 0.9,
      dash: 'hidden',
      ref: feature.id,
    })
}

/** A hole seen from the side: its walls, its floor, its counterbore and its axis. */
function drawHoleAlong(
  hole: Hole,
  { from, to }: HoleLine,
  side: ViewSide,
  sheet: Sheet,
  stroke: Tone,
): void {
  const [u, v] = planeOf(side)
  const [a, b]: [number, number] = [from[u], from[v]]
  const [du, dv] = [to[u] - a, to[v] - b]
  const length = Math.hypot(du, dv)
  if (length < 1e-9) return
  const [eu, ev] = [du / length, dv / length]
  const line = (along0: number, out0: number, along1: number, out1: number): void =>
    sheet.line(
      a + eu * along0 - ev * out0,
      b + ev * along0 + eu * out0,
      a + eu * along1 - ev * out1,
      b + ev * along1 + eu * out1,
      { stroke, width: 1, dash: 'hidden', ref: hole.id },
    )
  const walls = (deep: number, radius: number): void => {
    for (const sign of [-1, 1]) line(0, sign * radius, deep, sign * radius)
  }
  const radius = hole.diameter.mm / 2
  walls(length, radius)
  if (hole.extent.kind !== 'through') line(length, -radius, length, radius)
  if (hole.head.kind === 'counterbore') walls(hole.head.depth.mm, hole.head.diameter.mm / 2)
  const overrun = 4 / sheet.scale
  sheet.line(a - eu * overrun, b - ev * overrun, to[u] + eu * overrun, to[v] + ev * overrun, {
    stroke: 'blue',
    width: 0.8,
    dash: 'centre',
    ref: hole.id,
  })
}

/** Holes and bosses seen along their axis. */
function drawRound(
  part: Part,
  feature: Feature,
  side: ViewSide,
  sheet: Sheet,
  chosen: string | undefined,
): void {
  if ((feature.kind !== 'hole' && feature.kind !== 'boss') || axisOf(feature.on) !== axisOf(side))
    return
  const [u, v] = planeOf(side)
  const facing =
    feature.on === side || (feature.kind === 'hole' && feature.extent.kind === 'through')
  const stroke = tone(feature, chosen)
  const style = {
    stroke,
    width: facing ? 1.5 : 1,
    dash: facing ? undefined : ('hidden' as const),
    ref: feature.id,
    fill: feature.id === chosen && facing ? ('tint' as const) : ('none' as const),
  }
  if (feature.kind === 'hole' && feature.tilt) {
    for (const line of holeLines(part, feature))
      sheet.polygon(
        rimOn(line, feature.on, levelOf(part, feature.on), feature.diameter.mm / 2).map((p) => [
          p[u],
          p[v],
        ]),
        { ...style, dash: feature.on === side ? undefined : 'hidden' },
      )
    return
  }
  const centres =
    feature.kind === 'hole'
      ? holePoints(part, feature)
      : [placePoint(part, feature.on, feature.place)]
  for (const centre of centres) {
    const thread =
      feature.kind === 'hole' && feature.thread ? parseThread(feature.thread) : undefined
    if (feature.kind === 'hole' && feature.head.kind !== 'none' && feature.on === side)
      sheet.circle(centre[u], centre[v], feature.head.diameter.mm / 2, { ...style, width: 1 })
    if (thread) sheet.circle(centre[u], centre[v], thread.majorMm / 2, { ...style, width: 0.6 })
    sheet.circle(
      centre[u],
      centre[v],
      (thread ? tappingDrillMm(thread) : feature.diameter.mm) / 2,
      style,
    )
    const arm = feature.diameter.mm / 2 + 5 / sheet.scale
    const cross = { stroke: 'blue', width: 0.8, dash: 'centre' as const, ref: feature.id } as const
    sheet.line(centre[u] - arm, centre[v], centre[u] + arm, centre[v], cross)
    sheet.line(centre[u], centre[v] - arm, centre[u], centre[v] + arm, cross)
  }
}

function drawChosenFace(part: Part, chosen: string, side: ViewSide, sheet: Sheet): void {
  const face = SIDES.find((s) => s === chosen)
  if (!face) return
  const [u, v] = planeOf(side)
  const [w, h] = [sizeAlong(part, u), sizeAlong(part, v)]
  const style = { stroke: 'blue', width: 4, ref: face } as const
  if (face === side) sheet.rectangle(0, 0, w, h, { fill: 'tint', stroke: 'none', ref: face })
  else if (axisOf(face) === u) sheet.line(levelOf(part, face), 0, levelOf(part, face), h, style)
  else if (axisOf(face) === v) sheet.line(0, levelOf(part, face), w, levelOf(part, face), style)
}

/** Datum letters in their boxes on the edges where the faces are seen. */
function drawDatums(part: Part, side: ViewSide, sheet: Sheet): void {
  const [u, v] = planeOf(side)
  const [w, h] = [sizeAlong(part, u), sizeAlong(part, v)]
  for (const axis of AXES.filter((a) => a === u || a === v)) {
    for (const sign of [-1, 1] as const) {
      const face = sideAlong(axis, sign)
      const letter = part.faces[face].datum
      const shownElsewhere = side === 'top' && axis === 'x'
      if (!letter || shownElsewhere || (side === 'right' && axis === 'z')) continue
      const [cu, cv] = axis === u ? [sign > 0 ? w : 0, h * 0.85] : [w * 0.12, sign > 0 ? h : 0]
      const [dx, dy] = axis === u ? [sign * 16, 0] : [0, -sign * 16]
      sheet.symbol(
        cu,
        cv,
        [
          [dx - 9, dy - 9],
          [dx + 9, dy - 9],
          [dx + 9, dy + 9],
          [dx - 9, dy + 9],
        ],
        { fill: 'sheet', stroke: 'ink', width: 1.4, ref: face },
      )
      sheet.words(cu, cv, letter, { dx, dy: dy + 5, size: 14, bold: true, ref: face })
    }
  }
}

function drawPlaceDimensions(part: Part, feature: Feature, sheet: Sheet): void {
  const at = placePoint(part, feature.on, feature.place)
  const [u, v] = planeOf(feature.on)
  for (const dim of feature.place.dims) {
    const axis = axisOf(dim.from)
    const text = `${dim.at.typed ?? printLength(dim.at.mm, part.unit)}${dim.plusMinus ? ` ±${dim.plusMinus.typed ?? printLength(dim.plusMinus.mm, part.unit)}` : ''}`
    if (axis === u)
      dimension(
        sheet,
        [levelOf(part, dim.from), sizeAlong(part, v)],
        [at[u], sizeAlong(part, v)],
        -12,
        text,
        'blue',
        feature.id,
      )
    else dimension(sheet, [0, levelOf(part, dim.from)], [0, at[v]], -16, text, 'blue', feature.id)
  }
}

/** A tie between two features, in the view that shows both best. */
function drawTie(
  part: Part,
  requirement: Requirement,
  sheets: Readonly<Record<ViewSide, Sheet>>,
): void {
  const surfaces = partSurfaces(part)
  const refs = [
    requirement.of,
    'to' in requirement
      ? requirement.to
      : 'datums' in requirement
        ? (requirement.datums[0] ?? '')
        : '',
  ]
  const places = refs.map((ref) => {
    const found = resolveRef(part, ref, surfaces)
    const target = found.ok ? found.value[0] : undefined
    if (!target) return undefined
    const surface = target.kind === 'surface' ? target.surface : target.first
    return surface.kind === 'plane'
      ? surface.at
      : {
          x: (surface.from.x + surface.to.x) / 2,
          y: (surface.from.y + surface.to.y) / 2,
          z: (surface.from.z + surface.to.z) / 2,
        }
  })
  const [from, to] = places
  if (!from) return
  const side = (['front', 'right', 'top'] as const).reduce((best, candidate) =>
    spread(candidate, from, to ?? from) > spread(best, from, to ?? from) + 1e-6 ? candidate : best,
  )
  const sheet = sheets[side]
  const [u, v] = planeOf(side)
  const dot = (p: Point<'part'>): void =>
    sheet.circle(p[u], p[v], 4 / sheet.scale, { fill: 'blue', stroke: 'blue' })
  dot(from)
  if (to) {
    dot(to)
    sheet.line(from[u], from[v], to[u], to[v], { stroke: 'blue', width: 2.2 })
  }
}

const spread = (side: ViewSide, a: Point<'part'>, b: Point<'part'>): number => {
  const [u, v] = planeOf(side)
  return Math.hypot(a[u] - b[u], a[v] - b[v])
}
