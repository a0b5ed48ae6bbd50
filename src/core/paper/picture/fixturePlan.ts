import { type Fixture } from '../../floor/register'
import { type LengthUnit, printLength } from '../../handbook/units'
import { dimension, type Scene, Sheet } from '../../ground/scene'

const MARGIN_MM = 18
const ARM_HALF_MM = 8
const JAW_MM = 25
const USUAL_JAW_MM = 125
const STOP_MM = 12
/** Room beside the drawing for its figures, sheet units. */
const FIGURES_ROOM = 60

/**
 * A fixture from above, about its own zero: edges that are touched with their distance from zero, pins as
 * they are (a relieved one as a diamond), and for the chosen size its part against its stop.
 */
export function fixturePlan(
  fixture: Fixture,
  chosen: string | undefined,
  unit: LengthUnit,
  options: {
    readonly width: number
    readonly height: number
    /** Width of the jaws, mm, for a vise. */
    readonly jawWidth?: number | undefined
  },
): Scene {
  const size = fixture.sizes.find((s) => s.id === chosen)
  const edgesX = fixture.edges.filter((e) => e.axis === 'x').map((e) => -e.toZero.mm)
  const edgesY = fixture.edges.filter((e) => e.axis === 'y').map((e) => -e.toZero.mm)
  const stops = fixture.sizes.flatMap((s) => (s.stopAt ? [s.stopAt.mm] : []))
  const xs = [0, ...edgesX, ...fixture.pins.map((p) => p.at.x.mm), ...stops]
  const ys = [0, ...edgesY, ...fixture.pins.map((p) => p.at.y.mm), ARM_HALF_MM, -ARM_HALF_MM]
  if (fixture.kind === 'vise') {
    xs.push(options.jawWidth ?? USUAL_JAW_MM, -STOP_MM)
    ys.push(JAW_MM, -2 * JAW_MM)
  }
  const [low, high] = [
    [Math.min(...xs) - MARGIN_MM, Math.min(...ys) - MARGIN_MM],
    [Math.max(...xs) + MARGIN_MM, Math.max(...ys) + MARGIN_MM],
  ] as const
  const scale = Math.min(
    (options.width - 2 * FIGURES_ROOM) / (high[0] - low[0]),
    (options.height - 70) / (high[1] - low[1]),
    6,
  )
  const sheet = new Sheet(
    scale,
    options.width / 2 - ((low[0] + high[0]) / 2) * scale,
    options.height / 2 + ((low[1] + high[1]) / 2) * scale + 8,
  )
  // The plate reaches to the edges that are known; where none is, its outline is only hinted at.
  const plate = [
    Math.min(...(edgesX.some((x) => x <= 0) ? edgesX : [low[0] + 4])),
    Math.min(...(edgesY.some((y) => y <= 0) ? edgesY : [low[1] + 4])),
    Math.max(...(edgesX.some((x) => x > 0) ? edgesX : [high[0] - 4])),
    Math.max(...(edgesY.some((y) => y > 0) ? edgesY : [high[1] - 4])),
  ] as const
  if (fixture.kind === 'vise') drawVise(sheet, fixture, options.jawWidth ?? USUAL_JAW_MM)
  else sheet.rectangle(...plate, { fill: 'steel', stroke: 'soft', dash: 'hidden' })
  if (fixture.kind !== 'vise') {
    for (const x of edgesX) sheet.line(x, plate[1], x, plate[3], { stroke: 'blue', width: 3 })
    for (const y of edgesY) sheet.line(plate[0], y, plate[2], y, { stroke: 'blue', width: 3 })
  }
  if (size?.stopAt) {
    const stop = size.stopAt.mm
    sheet.rectangle(stop - size.length.mm, -ARM_HALF_MM, stop, ARM_HALF_MM, {
      fill: 'tint',
      stroke: 'blue',
      width: 1.4,
      ref: size.id,
    })
    sheet.rectangle(stop, -6, stop + 8, 6, { fill: 'hatch', stroke: 'ink', ref: size.id })
    sheet.words(stop + 4, -6, 'stop', { dy: 15, size: 12, ink: 'soft' })
  }
  for (const pin of fixture.pins) {
    const [u, v] = [pin.at.x.mm, pin.at.y.mm]
    const r = pin.diameter.mm / 2
    if (pin.kind === 'round') sheet.circle(u, v, r, { fill: 'dark', stroke: 'ink' })
    else
      sheet.polygon(
        [
          [u - r * 0.45, v],
          [u, v + r],
          [u + r * 0.45, v],
          [u, v - r],
        ],
        { fill: 'dark', stroke: 'ink' },
      )
    sheet.words(
      u,
      v + Math.max(r, size ? ARM_HALF_MM : 0),
      `${pin.name} ⌀${printLength(pin.diameter.mm, unit)}`,
      {
        dy: -10,
        size: 12,
        ink: 'soft',
      },
    )
  }
  const arm = 12 / scale
  sheet.circle(0, 0, 6 / scale, { fill: 'sheet', stroke: 'ink', width: 2 })
  sheet.line(-arm, 0, arm, 0, { stroke: 'ink', width: 1.6 })
  sheet.line(0, -arm, 0, arm, { stroke: 'ink', width: 1.6 })
  if (size && (size.shift.x.mm !== 0 || size.shift.y.mm !== 0)) {
    const [u, v] = [size.shift.x.mm, size.shift.y.mm]
    sheet.circle(u, v, 6 / scale, { fill: 'yellow', stroke: 'ink', width: 2 })
    sheet.words(u, v, `zero ${size.offset}`, { dy: 24, size: 12, bold: true })
  }
  const [firstX, firstY] = [edgesX[0], edgesY[0]]
  if (firstX !== undefined && firstX !== 0)
    dimension(
      sheet,
      [Math.min(0, firstX), plate[1]],
      [Math.max(0, firstX), plate[1]],
      14,
      printLength(Math.abs(firstX), unit),
      'ink',
    )
  if (firstY !== undefined && firstY !== 0)
    dimension(
      sheet,
      [plate[2], Math.min(0, firstY)],
      [plate[2], Math.max(0, firstY)],
      14,
      printLength(Math.abs(firstY), unit),
      'ink',
    )
  return { ...options, marks: sheet.marks }
}

/** A vise from above: zero at its stop and fixed jaw, the faces that are touched heavy. */
function drawVise(sheet: Sheet, fixture: Fixture, width: number): void {
  const right = fixture.stop === 'right'
  const [x0, x1] = right ? [-width, 0] : [0, width]
  sheet.rectangle(x0, 0, x1, JAW_MM, { fill: 'hatch', stroke: 'soft' })
  sheet.rectangle(x0, -2 * JAW_MM, x1, -JAW_MM, { fill: 'hatch', stroke: 'soft' })
  sheet.line(x0, 0, x1, 0, { stroke: 'blue', width: 3 })
  sheet.words((x0 + x1) / 2, JAW_MM / 2, 'fixed jaw', { dy: 5, size: 13, ink: 'soft' })
  if (fixture.stop === 'none' || fixture.stop === undefined) return
  const away = right ? STOP_MM : -STOP_MM
  sheet.rectangle(0, -20, away, -8, { fill: 'steel', stroke: 'soft' })
  sheet.line(0, -20, 0, -8, { stroke: 'blue', width: 3 })
  sheet.words(away, -14, 'stop', {
    anchor: right ? 'start' : 'end',
    dx: right ? 5 : -5,
    dy: 4,
    size: 12,
    ink: 'soft',
  })
}
