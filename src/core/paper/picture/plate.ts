import { holePoints, removedBox } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { type Scene, Sheet, type Tone } from '../../ground/scene'
import { printLength } from '../../handbook/units'
import { atPlace, GRID_HOLE_MM, gridHoles, type PlateDesign } from '../../shop/making'

interface Shift {
  readonly x: number
  readonly y: number
}

interface Room {
  readonly width: number
  readonly height: number
}

/** What a hole of the plate is for, by the beginning of its id, and how it is drawn. */
const DRAWN: readonly (readonly [string, Tone, Tone])[] = [
  ['pin', 'blue', 'ink'],
  ['stop', 'blue', 'ink'],
  ['corner', 'sheet', 'ink'],
  ['clamp', 'sheet', 'ink'],
  ['rest', 'steel', 'ink'],
  ['screw', 'sheet', 'ink'],
  ['relief', 'hatch', 'soft'],
  ['air', 'sheet', 'soft'],
  ['table', 'sheet', 'soft'],
  ['dowel', 'blue', 'soft'],
  ['key', 'sheet', 'soft'],
  ['bore', 'sheet', 'ink'],
]

/** What is let into the underside. */
const KEYWAY = { fill: 'none', stroke: 'soft', dash: 'hidden' } as const

/** From zero to where its name keeps clear of the nearest rest, sheet units. */
const BESIDE_REST = 26

/** A cross at zero, sheet units to each side. */
const CROSS = 8

/**
 * The plate from above: where each part lies, what it sits on, where its zero is and under which offset.
 *
 * @param offsets - the work offset of each place.
 * @param beside - the setup that lies beside it on the plate, with its offsets.
 */
export function platePlan(
  planned: PlannedSetup,
  design: PlateDesign,
  offsets: readonly string[],
  { height, width }: Room,
  beside?: { readonly planned: PlannedSetup; readonly offsets: readonly string[] },
): Scene {
  const { part, zero } = design
  const made = planned.part
  const { x, y } = part.size
  const scale = Math.min((width - 40) / x.mm, (height - 52) / y.mm)
  const sheet = new Sheet(scale, (width - x.mm * scale) / 2, height - 34)
  sheet.rectangle(0, 0, x.mm, y.mm, { fill: 'steel', stroke: 'ink', width: 1.4 })
  drawGrid(sheet, design)
  for (const feature of part.features) {
    const box = feature.kind === 'pocket' ? removedBox(part, feature) : undefined
    if (box)
      sheet.rectangle(box.low.x, box.low.y, box.high.x, box.high.y, {
        ...(feature.on === 'top' ? { fill: 'sheet', stroke: 'ink' } : KEYWAY),
        width: 1,
        ref: feature.id,
      })
  }
  const all = [{ design, shift: { x: 0, y: 0 } }, ...(design.beside ? [design.beside] : [])]
  for (const { design: one, shift } of all) outlines(sheet, one, shift)
  for (const { design: one, shift } of all) drawUsed(sheet, one, shift)
  for (const feature of part.features) {
    if (feature.kind !== 'hole') continue
    const [, fill, stroke] = DRAWN.find(([id]) => feature.id.startsWith(id)) ?? ['', 'sheet', 'ink']
    for (const at of holePoints(part, feature))
      sheet.circle(at.x, at.y, Math.max(feature.diameter.mm / 2, 1.6 / scale), {
        fill,
        stroke,
        width: 1,
        ref: feature.id,
      })
  }
  zeros(sheet, design, { x: 0, y: 0 }, offsets)
  if (beside && design.beside)
    zeros(sheet, design.beside.design, design.beside.shift, beside.offsets)
  const figure = (mm: number): string => printLength(mm, made.unit)
  sheet.words(
    x.mm / 2,
    0,
    `${figure(x.mm)} × ${figure(y.mm)} × ${figure(part.size.z.mm)}, zero ${figure(zero.x)} and ${figure(zero.y)} from its corner`,
    { dy: 20, size: 13, ink: 'soft' },
  )
  return { width, height, marks: sheet.marks }
}

/** Where the parts of one setup lie. */
function outlines(sheet: Sheet, design: PlateDesign, { x, y }: Shift): void {
  for (const place of design.places)
    sheet.polygon(
      design.outline.map((corner) => {
        const at = atPlace(design, place, corner)
        return [at.x + x, at.y + y]
      }),
      { fill: 'sheet', stroke: 'soft', dash: 'hidden' },
    )
  for (const { corner, deepMm, longMm } of design.sizes ?? [])
    sheet.rectangle(corner.x + x, corner.y + y, corner.x + longMm + x, corner.y + deepMm + y, {
      fill: 'sheet',
      stroke: 'soft',
      dash: 'hidden',
    })
}

/** The zero of each place, by its number and its offset. */
function zeros(
  sheet: Sheet,
  { places, pocket, sizes = [], stops, zero }: PlateDesign,
  { x, y }: Shift,
  offsets: readonly string[],
): void {
  const all = [...places, ...sizes]
  const isBehind = stops.length > 0 || pocket !== undefined
  all.forEach(({ shift }, i) => {
    const [u, v] = [zero.x + shift.x + x, zero.y + shift.y + y]
    const arm = CROSS / sheet.scale
    sheet.line(u - arm, v, u + arm, v, { stroke: 'ink', width: 1.2 })
    sheet.line(u, v - arm, u, v + arm, { stroke: 'ink', width: 1.2 })
    sheet.words(u, v, all.length > 1 ? `${i + 1} · ${offsets[i] ?? '–'}` : (offsets[0] ?? ''), {
      anchor: 'start',
      dx: isBehind ? BESIDE_REST : CROSS + 2,
      // Where dowels or a wall stand behind it, it is named on the part.
      dy: isBehind ? 16 : -6,
      size: 12,
      bold: true,
    })
  })
}

/** A grid that the plate has already, faint: what is drilled keeps clear of it. */
function drawGrid(sheet: Sheet, { grid, part }: PlateDesign): void {
  if (!grid) return
  const { dowels, threads } = gridHoles(grid, part.size)
  for (const { x, y } of [...threads, ...dowels])
    sheet.circle(x, y, GRID_HOLE_MM / 2, { stroke: 'faint', width: 0.8 })
}

/** What of the grid serves: a thread for a screw, a hole for a dowel or a rest. */
function drawUsed(sheet: Sheet, { grid }: PlateDesign, away: Shift): void {
  for (const { as, holes, name } of grid?.used ?? [])
    for (const { x, y } of holes)
      sheet.circle(x + away.x, y + away.y, GRID_HOLE_MM / 2, {
        fill: as === 'thread' ? 'sheet' : name.startsWith('rest') ? 'steel' : 'blue',
        stroke: 'ink',
        width: 1.4,
      })
}
