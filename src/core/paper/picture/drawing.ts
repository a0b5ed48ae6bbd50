import { AXES, type Axis, point } from '../../ground/geometry'
import {
  axisOf,
  type Feature,
  levelOf,
  oppositeOf,
  type Part,
  placePoint,
  planeOf,
  type Requirement,
  sideAlong,
  SIDES,
  signOf,
  sizeAlong,
} from '../../work/part'
import { setupAxes } from '../../shop/holding'
import { stateAsBought, stateFinished } from '../../work/stock'
import { printLength } from '../../handbook/units'
import { cellsOf, type Cells } from './cells'
import { DIMENSION_ROOM, dimensionedIn, drawDimensions } from './dimensions'
import { drawHidden, drawRound, type ViewSide } from './drawnFeatures'
import { drawTie } from './drawnTie'
import { noteRoom } from './notes'
import { isometric } from './isometric'
import { type Look, type Looking } from './look'
import { paintLook } from './paintLook'
import { dimension, type Mark, type Scene, Sheet } from '../../ground/scene'

export interface DrawingOptions {
  readonly width: number
  readonly height: number
  /** A face or feature shown in the layout blue with its dimensions. */
  readonly chosen?: string | undefined
  /** Dimensions of all features, from the marked corner. */
  readonly dimensions?: boolean | undefined
  /** What is seen of it in each view and slanting, where its solid was looked at (`needsLook`). */
  readonly looks?: DrawingLooks | undefined
  /** A requirement shown as a tie between its two features. */
  readonly tie?: Requirement | undefined
}

export type DrawingLooks = Readonly<Partial<Record<ViewSide | 'slanting', Look>>>

const right = point<'part'>(1, 0, 0)
const away = point<'part'>(0, 1, 0)
const up = point<'part'>(0, 0, 1)

/** How the part is looked at in the views of a drawing. */
export const DRAWING_LOOKS: Readonly<Record<ViewSide | 'slanting', Looking>> = {
  front: { kind: 'square', axes: [right, away, up] },
  top: { kind: 'square', axes: [right, point(0, 0, -1), away] },
  right: { kind: 'square', axes: [away, point(-1, 0, 0), up] },
  slanting: { kind: 'slanting', axes: [right, away, up] },
}

/** Room about the views for titles, datum letters and lengths, sheet units. */
const GAP = { left: 62, between: 84, top: 34, bottom: 40, right: 66 }

/** Room beside, over, between and under the views, with that of the dimensions that stand there. */
function gapsOf(part: Part, hasDimensions: boolean) {
  const notes = (side: ViewSide): number => (hasDimensions ? dimensionedIn(part, side) : 0)
  const running = (...sides: readonly ViewSide[]): number =>
    sides.some((side) => notes(side) > 0) ? DIMENSION_ROOM : 0
  return {
    gapLeft: GAP.left + running('top', 'front'),
    gapTop: GAP.top + running('top'),
    gapBetween: GAP.between + Math.max(running('front', 'right'), noteRoom(notes('top')) - 20),
    bottom: GAP.bottom + noteRoom(Math.max(notes('front'), notes('right'))),
  }
}

/** How large the views are on a sheet, with the room about them. */
function layoutOf(part: Part, { height, width }: DrawingOptions, hasDimensions: boolean) {
  const { x, y, z } = part.size
  const gaps = gapsOf(part, hasDimensions)
  const across = width - gaps.gapLeft - gaps.gapBetween - GAP.right
  const up = height - gaps.gapTop - gaps.gapBetween - gaps.bottom
  return { ...gaps, across, scale: Math.min(across / (x.mm + y.mm), up / (z.mm + y.mm)) }
}

/** Dimensions may not make the views smaller than this part of what they are without. */
const LEAST_PART = 0.45

/** Whether a sheet has room for the dimensions of all features: a phone has not. */
export const hasRoomForDimensions = (part: Part, options: DrawingOptions): boolean =>
  layoutOf(part, options, true).scale >= LEAST_PART * layoutOf(part, options, false).scale

/** Front, right and top view in third-angle projection, drawn from what was said, dimensions as on paper. */
export function drawing(part: Part, asked: DrawingOptions): Scene {
  const { x, y, z } = part.size
  const options = {
    ...asked,
    dimensions: asked.dimensions === true && hasRoomForDimensions(part, asked),
  }
  const { across, gapBetween, gapLeft, gapTop, scale } = layoutOf(part, options, options.dimensions)
  const finished = stateFinished(part)
  const cells = cellsOf(part, finished, part.features)
  const slackX = Math.max(0, (across - scale * (x.mm + y.mm)) / 2)
  const topBottom = gapTop + y.mm * scale
  const frontBottom = topBottom + gapBetween + z.mm * scale
  const left = gapLeft + slackX
  const sheets: Record<ViewSide, Sheet> = {
    top: new Sheet(scale, left, topBottom),
    front: new Sheet(scale, left, frontBottom),
    right: new Sheet(scale, left + x.mm * scale + gapBetween, frontBottom),
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
    look: options.looks?.slanting,
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
      : mark.kind === 'area'
        ? { ...mark, runs: mark.runs.map(([x, y, long]) => [x + dx, y + dy, long] as const) }
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
  const look = options.looks?.[side]
  if (look) drawLook(look, sheet, options.chosen)
  else {
    for (const feature of part.features) drawHidden(part, feature, side, sheet, options.chosen)
    drawVisible(cells, side, sheet)
    for (const feature of part.features) drawRound(part, feature, side, sheet, options.chosen)
  }
  const isRunning = options.dimensions === true && dimensionedIn(part, side) > 0
  sheet.words(
    width,
    height,
    side === 'front' ? 'front' : side === 'right' ? 'right side' : 'from above',
    { anchor: 'end', dy: isRunning ? -DIMENSION_ROOM - 6 : -10, size: 13, ink: 'soft' },
  )
  // Lengths come after them, so that their figures stand clear of leaders.
  if (isRunning) drawDimensions(part, side, sheet, options.chosen)
  const figure = (mm: number): string => printLength(mm, part.unit)
  if (side === 'front') {
    dimension(sheet, [0, 0], [width, 0], 24, figure(width))
  } else if (side === 'right') {
    dimension(sheet, [width, 0], [width, height], 24, figure(height))
    dimension(sheet, [0, 0], [width, 0], 24, figure(width))
  }
  drawDatums(part, side, sheet, isRunning ? DIMENSION_ROOM : 0)
  const chosen = part.features.find((f) => f.id === options.chosen)
  if (!isRunning && chosen && (chosen.on === side || oppositeOf(chosen.on) === side))
    drawPlaceDimensions(part, chosen, sheet)
}

/** A view from the solid itself: what is chosen in blue, what is behind metal dashed. */
function drawLook(look: Look, sheet: Sheet, chosen: string | undefined): void {
  const isChosen = (ref: string | undefined): boolean =>
    chosen !== undefined && ref?.split('.')[0] === chosen
  paintLook(sheet, look, {
    fill: (ref) => (isChosen(ref) ? 'tint' : 'none'),
    stroke: (ref) => (isChosen(ref) ? 'blue' : 'ink'),
    hidden: true,
    width: 1.5,
  })
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

/** The line from an edge to a datum letter that stands away from it. */
function drawStem(
  sheet: Sheet,
  at: readonly [number, number],
  [dx, dy]: readonly [number, number],
  ref: string,
): void {
  const [x, y] = sheet.at(...at)
  sheet.marks.push({
    kind: 'path',
    points: [
      [x, y],
      [x + dx, y + dy],
    ],
    closed: false,
    fill: 'none',
    stroke: 'faint',
    width: 0.8,
    ref,
  })
}

/** Datum letters in their boxes on the edges where the faces are seen. */
function drawDatums(part: Part, side: ViewSide, sheet: Sheet, out: number): void {
  const [u, v] = planeOf(side)
  const [w, h] = [sizeAlong(part, u), sizeAlong(part, v)]
  for (const axis of AXES.filter((a) => a === u || a === v)) {
    for (const sign of [-1, 1] as const) {
      const face = sideAlong(axis, sign)
      const letter = part.faces[face].datum
      const shownElsewhere = side === 'top' && axis === 'x'
      if (!letter || shownElsewhere || (side === 'right' && axis === 'z')) continue
      const [cu, cv] = axis === u ? [sign > 0 ? w : 0, h * 0.85] : [w * 0.12, sign > 0 ? h : 0]
      // Beyond the running dimensions, which stand left of the view and over it.
      const away = 16 + ((axis === u) === sign < 0 ? out : 0)
      const [dx, dy] = axis === u ? [sign * away, 0] : [0, -sign * away]
      if (away > 16) drawStem(sheet, [cu, cv], [dx, dy], face)
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
    const text = `${dim.at.typed ?? printLength(dim.at.mm, part.unit)}${dim.plusMinus ? ` ±${dim.plusMinus.typed ?? printLength(dim.plusMinus.mm, part.unit)}` : ''}${dim.measured ? ` (${dim.measured})` : ''}`
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
