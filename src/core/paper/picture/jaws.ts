import { type PlannedSetup } from '../../plan/planning'
import { flatRing, type Ring, ringBounds } from '../../ground/outline'
import { dimension, type Scene, Sheet } from '../../ground/scene'
import { type LengthUnit, printLength } from '../../handbook/units'
import { screwBackOf } from '../../shop/holding'
import { type JawDesign, type JawHalf } from '../../shop/making'
import { drawContacts } from './bench'
import { drawWork } from './drawnWork'
import { needsLook } from './paintLook'

interface Room {
  readonly width: number
  readonly height: number
}

const VISE_MM = 10
/** Narrower than this it is without the marks that are cut into the jaws, sheet units. */
const MARKED_FROM = 520
/** How fine arcs are drawn, mm. */
const FINE_MM = 0.02

const flat = (ring: Ring): readonly (readonly [number, number])[] =>
  flatRing(ring, FINE_MM).map(({ x, y }) => [x, y])

/** Both halves from above, closed on the part at the height of the step: what bears, what is clear, what is relieved. */
export function jawsPlan(planned: PlannedSetup, design: JawDesign, { height, width }: Room): Scene {
  const { fixed, moving, outline, vise } = design
  const unit = planned.part.unit
  const about = ringBounds(outline.length > 0 ? outline : fixed.profile)
  const viseHalf = vise.jawWidth / 2
  const [u0, u1] = [
    Math.min(fixed.low.x, about.low.x, -viseHalf),
    Math.max(fixed.high.x, about.high.x, viseHalf),
  ]
  const [v0, v1] = [moving.low.y - VISE_MM, fixed.high.y + VISE_MM]
  const scale = Math.min((width - 110) / (u1 - u0), (height - 84) / (v1 - v0))
  const sheet = new Sheet(
    scale,
    width / 2 - ((u0 + u1) / 2) * scale,
    (height - 48) / 2 + 8 + ((v0 + v1) / 2) * scale,
  )
  sheet.rectangle(-viseHalf, fixed.high.y, viseHalf, v1, { fill: 'steel', stroke: 'soft' })
  sheet.rectangle(-viseHalf, v0, viseHalf, moving.low.y, { fill: 'steel', stroke: 'soft' })
  sheet.words(-viseHalf, v1, `${vise.name}, fixed jaw`, label(14))
  sheet.words(-viseHalf, moving.low.y, 'moving jaw', label(14))
  for (const half of [fixed, moving]) drawHalf(sheet, half, design)
  for (const ring of outline) sheet.polygon(flat(ring), { fill: 'sheet', stroke: 'none' })
  // What is cut here, where the part is one that is drawn at once.
  if (!needsLook(planned.part)) drawWork(planned, sheet, ({ x, y }) => [x, y], 'z')
  for (const ring of outline) sheet.polygon(flat(ring), { stroke: 'ink', width: 1.8 })
  // Channels lie in the floor, under the part.
  for (const ring of [...fixed.channels, ...moving.channels])
    sheet.polygon(flat(ring), { stroke: 'soft', width: 0.8, dash: 'hidden' })
  drawSlug(sheet, design, unit)
  drawReliefs(sheet, [fixed, moving])
  drawContacts(planned, sheet)
  drawZero(sheet, design)
  drawClosing(sheet, design)
  drawFigures(sheet, design, about, unit)
  // Where there is room beside the names of the halves.
  if (width > MARKED_FROM)
    sheet.words(
      moving.high.x,
      moving.low.y,
      `SETUP ${planned.index + 1}  STEP ${printLength(design.stepMm, unit)}  FRONT`,
      { anchor: 'end', dx: -8, dy: -7, size: 11, ink: 'soft', figures: true },
    )
  return { width, height, marks: sheet.marks }
}

const label = (dy: number) => ({
  anchor: 'start' as const,
  dx: 8,
  dy,
  size: 12,
  ink: 'soft' as const,
})

/** The floor of the step, what stands over it, and the middles of its screws. */
function drawHalf(
  sheet: Sheet,
  { groove, half, high, low, pins, profile, under }: JawHalf,
  { blank }: JawDesign,
) {
  sheet.rectangle(low.x, low.y, high.x, high.y, { fill: 'steel', stroke: 'soft' })
  for (const ring of profile)
    sheet.polygon(flat(ring), {
      fill: 'hatch',
      stroke: 'ink',
      width: 1,
      ref: half === 'fixed' ? 'jaw' : undefined,
    })
  for (const { at, headMm } of pins)
    sheet.circle(at.x, at.y, headMm / 2, { fill: 'blue', stroke: 'ink', width: 1, ref: 'stop1' })
  for (const { at, radiusMm } of under)
    sheet.circle(at.x, at.y, radiusMm, { fill: 'sheet', stroke: 'soft', width: 0.8 })
  for (const ring of groove) sheet.polygon(flat(ring), { stroke: 'faint', width: 0.6 })
  for (const side of [-1, 1]) {
    const [x, r] = [(side * blank.screwApart) / 2, blank.headDiameter / 2]
    if (blank.baseHeight !== undefined) {
      const back = screwBackOf(blank)
      const y = half === 'fixed' ? low.y + back : high.y - back
      sheet.circle(x, y, r, { stroke: 'soft', width: 1, dash: 'hidden' })
      continue
    }
    sheet.line(x, low.y, x, high.y, { stroke: 'soft', width: 0.7, dash: 'centre' })
    for (const edge of [-r, r])
      sheet.line(x + edge, low.y, x + edge, high.y, { stroke: 'faint', width: 0.6, dash: 'hidden' })
  }
  sheet.words(low.x, low.y, `${half} half`, label(-7))
}

function drawSlug(sheet: Sheet, { gapY, slug }: JawDesign, unit: LengthUnit): void {
  const middle = (gapY[0] + gapY[1]) / 2
  sheet.circle(0, middle, slug.diameterMm / 2, { stroke: 'soft', width: 1, dash: 'hidden' })
  sheet.words(slug.diameterMm / 2, middle, `slug ${printLength(slug.diameterMm, unit)}`, {
    anchor: 'start',
    dx: 6,
    dy: 4,
    size: 12,
    ink: 'soft',
  })
}

function drawReliefs(sheet: Sheet, halves: readonly JawHalf[]): void {
  for (const { corner, from, radiusMm, to } of halves.flatMap(({ reliefs }) => reliefs)) {
    sheet.circle(to.x, to.y, radiusMm, { stroke: 'ochre', width: 1.2 })
    sheet.line(from.x, from.y, corner.x, corner.y, { stroke: 'ochre', width: 0.8 })
  }
}

/** The jaws' own zero, with its name. */
function drawZero(sheet: Sheet, { fixed, zero }: JawDesign): void {
  const r = 7 / sheet.scale
  sheet.circle(zero.x, zero.y, r, { fill: 'none', stroke: 'ink', width: 2 })
  sheet.line(zero.x - 1.7 * r, zero.y, zero.x + 1.7 * r, zero.y, { stroke: 'ink', width: 1.6 })
  sheet.line(zero.x, zero.y - 1.7 * r, zero.x, zero.y + 1.7 * r, { stroke: 'ink', width: 1.6 })
  const isRight = zero.x > (fixed.low.x + fixed.high.x) / 2
  sheet.words(zero.x, zero.y, 'zero of the jaws', {
    anchor: 'end',
    dx: -10,
    dy: isRight ? -24 : -9,
    size: 12,
  })
}

/** Where the moving half pushes. */
function drawClosing(sheet: Sheet, { outline, walls }: JawDesign): void {
  const { high, low } = ringBounds(outline)
  const x = (low.x + high.x) / 2
  sheet.symbol(
    x,
    walls.moving,
    [
      [0, -2],
      [-6, 10],
      [-2, 10],
      [-2, 26],
      [2, 26],
      [2, 10],
      [6, 10],
    ],
    { fill: 'ochre', stroke: 'none' },
  )
  sheet.words(x, walls.moving, 'closes', { anchor: 'start', dx: 10, dy: 22, size: 12, ink: 'soft' })
}

/** From the left end of the blank along X, the thickness of a half, and the gap. */
function drawFigures(
  sheet: Sheet,
  { fixed, gapY, moving, walls }: JawDesign,
  { high, low }: ReturnType<typeof ringBounds>,
  unit: LengthUnit,
): void {
  const figure = (mm: number): string => printLength(mm, unit)
  const under = moving.low.y - VISE_MM
  const stops = [fixed.low.x, low.x, high.x, fixed.high.x].sort((a, b) => a - b)
  stops.slice(1).forEach((to, i) => {
    const from = stops[i] ?? to
    if ((to - from) * sheet.scale > 8)
      dimension(sheet, [from, under], [to, under], 22, figure(to - from))
  })
  const left = Math.min(fixed.low.x, low.x)
  // What is left behind the pocket of each half.
  for (const [wall, rear] of [
    [walls.fixed, fixed.high.y],
    [walls.moving, moving.low.y],
  ] as const)
    dimension(sheet, [left, wall], [left, rear], -18, figure(Math.abs(rear - wall)))
  const right = fixed.high.x
  dimension(sheet, [right, gapY[0]], [right, fixed.high.y], 22, figure(fixed.high.y - gapY[0]))
  dimension(sheet, [right, gapY[1]], [right, gapY[0]], 22, figure(gapY[0] - gapY[1]))
  dimension(sheet, [right, moving.low.y], [right, gapY[1]], 22, figure(gapY[1] - moving.low.y))
}

/** One half cut through, with its base where it is of two pieces. */
function jawSection(
  sheet: Sheet,
  { half, high, low }: JawHalf,
  { blank: { baseHeight }, floorZ, gapY, topZ, walls }: JawDesign,
  foot: number,
): void {
  const [rear, gap] = half === 'fixed' ? [-high.y, -gapY[0]] : [-low.y, -gapY[1]]
  sheet.polygon(
    [
      [rear, 0],
      [rear, topZ],
      [-walls[half], topZ],
      [-foot, floorZ],
      [gap, floorZ],
      [gap, 0],
    ],
    { fill: 'hatch', stroke: 'ink', width: 1 },
  )
  if (baseHeight !== undefined)
    sheet.line(rear, baseHeight, gap, baseHeight, { stroke: 'ink', width: 1 })
}

/** Through both halves and the part, seen from the left: step, gap, what stands over the jaws. */
export function jawsSection(design: JawDesign, unit: LengthUnit, { height, width }: Room): Scene {
  const { fixed, floorZ, gapY, leans, moving, slug, topZ, walls, workTopZ } = design
  const [u0, u1] = [-fixed.high.y, -moving.low.y]
  const top = Math.max(workTopZ, topZ)
  const scale = Math.min((width - 76) / (u1 - u0), (height - 40) / top)
  const sheet = new Sheet(
    scale,
    (width - 56) / 2 - ((u0 + u1) / 2) * scale,
    height - 12 - Math.max(0, (height - 40 - top * scale) / 2),
  )
  const deep = topZ - floorZ
  const foot = {
    fixed: walls.fixed - leans.fixed * deep,
    moving: walls.moving + leans.moving * deep,
  }
  for (const half of [fixed, moving]) jawSection(sheet, half, design, foot[half.half])
  const middle = -(gapY[0] + gapY[1]) / 2
  const r = slug.diameterMm / 2
  sheet.circle(middle, Math.max(r, slug.topZ - r), r, { stroke: 'soft', width: 1, dash: 'hidden' })
  // Over the jaws it leans on as it does between them.
  const over = Math.max(0, workTopZ - topZ)
  sheet.polygon(
    [
      [-foot.fixed, floorZ],
      [-walls.fixed - leans.fixed * over, workTopZ],
      [-walls.moving + leans.moving * over, workTopZ],
      [-foot.moving, floorZ],
    ],
    { fill: 'sheet', stroke: 'ink', width: 1.8 },
  )
  sheet.line(-foot.fixed, floorZ, -gapY[0], floorZ, { stroke: 'blue', width: 3 })
  sheet.line(-gapY[1], floorZ, -foot.moving, floorZ, { stroke: 'blue', width: 3 })
  sheet.line(-foot.fixed, floorZ, -walls.fixed, topZ, { stroke: 'blue', width: 3 })
  sheet.words(-fixed.high.y, 0, 'fixed', { anchor: 'start', dx: 4, dy: -6, size: 12, ink: 'soft' })
  sheet.words(-moving.low.y, 0, 'moving', { anchor: 'end', dx: -4, dy: -6, size: 12, ink: 'soft' })
  const right = u1
  dimension(sheet, [right, floorZ], [right, topZ], 16, printLength(topZ - floorZ, unit))
  dimension(sheet, [right, 0], [right, floorZ], 16, printLength(floorZ, unit))
  return { width, height, marks: sheet.marks }
}
