import { dot, type Point } from '../geometry'
import { featureSurfaces, type Part, type Surface } from '../part'
import { type FootingContact, isRaw, toSetup, type ViseLayout } from '../planning'
import { type PlannedSetup, zeroPoint } from '../prediction'
import { printLength } from '../units'
import { dimension, type Scene, Sheet, type Tone } from './scene'

export interface BenchOptions {
  readonly width: number
  readonly height: number
  /** A place to drive to before the first cut, in the frame of the setup. */
  readonly check?: Point<'setup'> | undefined
}

const JAW_THICK = 22
const BED_THICK = 6

/** The holding seen from the left: fixed jaw to the left, what is gripped and what stands over it. */
export function elevation(part: Part, planned: PlannedSetup, options: BenchOptions): Scene {
  const { layout } = planned
  const depth = layout.high.y - layout.low.y
  const top = Math.max(layout.high.z, layout.vise.jawHeight)
  const span = depth + 2 * JAW_THICK
  // Under the bed there is room for the name of the vise, over the work for the names of the jaws.
  const rise = top + BED_THICK
  const scale = Math.min((options.width - 150) / span, (options.height - 52) / rise)
  const sheet = new Sheet(
    scale,
    12 + JAW_THICK * scale + Math.max(0, (options.width - 150 - span * scale) / 2),
    options.height - 24 - BED_THICK * scale - Math.max(0, (options.height - 52 - rise * scale) / 2),
  )
  const jaw = layout.vise.jawHeight
  sheet.rectangle(-JAW_THICK, -BED_THICK, depth + JAW_THICK, 0, { fill: 'steel', stroke: 'soft' })
  sheet.rectangle(-JAW_THICK, 0, 0, jaw, { fill: 'hatch', stroke: 'soft', ref: 'jaw' })
  sheet.rectangle(depth, 0, depth + JAW_THICK, jaw, { fill: 'hatch', stroke: 'soft' })
  const t = layout.parallels.thickness
  for (const y of layout.parallelY)
    sheet.rectangle(-y - t / 2, 0, -y + t / 2, layout.parallels.height, {
      fill: 'steel',
      stroke: 'soft',
      ref: 'parallels',
    })
  drawBlock(part, planned, sheet, (p) => [-p.y, p.z], {
    left: 'jaw',
    right: 'moving',
    bottom: 'down',
    top: 'up',
    axis: 'x',
  })
  for (const contact of planned.contacts)
    if (contact.role !== 'stop')
      drawTriangle(
        sheet,
        [-contact.inSetup.y, contact.inSetup.z],
        contact,
        contact.role === 'guide' ? [1, 0] : [0, 1],
      )
  const push = layout.low.z + layout.gripMm * 0.65
  sheet.symbol(
    depth,
    push,
    [
      [2, 0],
      [12, -6],
      [12, -2],
      [28, -2],
      [28, 2],
      [12, 2],
      [12, 6],
    ],
    { fill: 'ochre', stroke: 'none' },
  )
  sheet.words(0, jaw, 'fixed', { anchor: 'end', dx: -4, dy: -7, size: 13, ink: 'soft' })
  sheet.words(depth, jaw, 'moving', { anchor: 'start', dx: 4, dy: -7, size: 13, ink: 'soft' })
  const figure = (mm: number): string => printLength(mm, part.unit)
  const right: readonly [number, number] = [depth + JAW_THICK, jaw]
  labelled(sheet, right, [right[0], layout.high.z], 'above jaw', figure(layout.aboveMm))
  labelled(sheet, [right[0], layout.low.z], right, 'gripped', figure(layout.gripMm))
  sheet.words(
    depth / 2,
    -BED_THICK,
    `${layout.vise.name} · ${layout.parallels.name.toLowerCase()}`,
    {
      dy: 15,
      size: 13,
      ink: 'soft',
    },
  )
  return { ...options, marks: sheet.marks }
}

function labelled(
  sheet: Sheet,
  from: readonly [number, number],
  to: readonly [number, number],
  words: string,
  figure: string,
): void {
  dimension(sheet, from, to, 24, figure, 'ink')
  const last = sheet.marks.pop()
  if (last?.kind !== 'words') return
  sheet.marks.push(
    { ...last, y: last.y + 9, size: 14 },
    { ...last, text: words, y: last.y - 7, size: 12, ink: 'soft', figures: false },
  )
}

/** The holding from above: fixed jaw at the top, X to the right. */
export function plan(part: Part, planned: PlannedSetup, options: BenchOptions): Scene {
  const { layout } = planned
  const jawHalf = layout.vise.jawWidth / 2
  const [u0, u1] = [Math.min(layout.low.x, -jawHalf) - 14, Math.max(layout.high.x, jawHalf) + 14]
  const depth = layout.high.y - layout.low.y
  const scale = Math.min(
    (options.width - 30) / (u1 - u0),
    (options.height - 46) / (depth + 2 * JAW_THICK + 8),
  )
  const sheet = new Sheet(
    scale,
    options.width / 2 - ((u0 + u1) / 2) * scale,
    12 + (options.height - 46 - (depth + 2 * JAW_THICK) * scale) / 2 + JAW_THICK * scale,
  )
  sheet.rectangle(-jawHalf, 0, jawHalf, JAW_THICK, { fill: 'hatch', stroke: 'soft', ref: 'jaw' })
  sheet.rectangle(-jawHalf, layout.low.y - JAW_THICK, jawHalf, layout.low.y, {
    fill: 'hatch',
    stroke: 'soft',
  })
  const t = layout.parallels.thickness
  for (const y of layout.parallelY) {
    const half = Math.max(layout.parallels.length / 2, 1)
    sheet.rectangle(
      (layout.low.x + layout.high.x) / 2 - half,
      y - t / 2,
      (layout.low.x + layout.high.x) / 2 + half,
      y + t / 2,
      { fill: 'steel', stroke: 'faint', width: 0.8, ref: 'parallels' },
    )
  }
  drawStop(sheet, planned)
  drawBlock(part, planned, sheet, (p) => [p.x, p.y], {
    left: 'left',
    right: 'right',
    bottom: 'moving',
    top: 'jaw',
    axis: 'z',
  })
  for (const contact of planned.contacts) {
    const at: readonly [number, number] = [contact.inSetup.x, contact.inSetup.y]
    if (contact.role === 'rest')
      sheet.circle(...at, 6.5 / scale, {
        fill: contactTone(contact),
        stroke: 'sheet',
        width: 1.5,
        ref: contact.id,
      })
    else
      drawTriangle(
        sheet,
        at,
        contact,
        contact.role === 'guide' ? [0, -1] : [facesLeft(layout, contact) ? 1 : -1, 0],
      )
  }
  drawZero(part, planned, sheet)
  if (options.check) drawCheck(sheet, options.check)
  const zeroRight = zeroPoint(part, planned).x > 0
  sheet.words(zeroRight ? -jawHalf : jawHalf, JAW_THICK / 2, 'fixed jaw', {
    anchor: zeroRight ? 'start' : 'end',
    dx: zeroRight ? 8 : -8,
    dy: 5,
    size: 13,
    ink: 'soft',
  })
  const ax = sheet.at(u1 - 6, layout.low.y - JAW_THICK + 4)
  sheet.marks.push(
    {
      kind: 'path',
      points: [
        [ax[0] - 26, ax[1]],
        [ax[0], ax[1]],
      ],
      closed: false,
      fill: 'none',
      stroke: 'ink',
      width: 1.4,
    },
    {
      kind: 'path',
      points: [
        [ax[0] - 26, ax[1]],
        [ax[0] - 26, ax[1] - 26],
      ],
      closed: false,
      fill: 'none',
      stroke: 'ink',
      width: 1.4,
    },
    { kind: 'words', x: ax[0] + 3, y: ax[1] - 3, text: 'X', size: 12, anchor: 'start', ink: 'ink' },
    {
      kind: 'words',
      x: ax[0] - 26,
      y: ax[1] - 30,
      text: 'Y',
      size: 12,
      anchor: 'middle',
      ink: 'ink',
    },
  )
  return { ...options, marks: sheet.marks }
}

const facesLeft = (layout: ViseLayout, contact: FootingContact): boolean =>
  dot(layout.setupFromPart.rows[0], contact.normal) < 0
const contactTone = (contact: FootingContact): Tone =>
  !contact.bears || contact.raw ? 'red' : 'blue'

/** A triangle with its tip on the surface, pointing into the work. */
function drawTriangle(
  sheet: Sheet,
  at: readonly [number, number],
  contact: FootingContact,
  into: readonly [number, number],
): void {
  const [ix, iy] = [into[0], -into[1]]
  const [a, b] = [-ix * 15, -iy * 15]
  sheet.symbol(
    at[0],
    at[1],
    [
      [0, 0],
      [a - iy * 8, b + ix * 8],
      [a + iy * 8, b - ix * 8],
    ],
    { fill: contactTone(contact), stroke: 'sheet', width: 1.2, ref: contact.id },
  )
}

interface Facing {
  readonly left: keyof ViseLayout['faceAt']
  readonly right: keyof ViseLayout['faceAt']
  readonly bottom: keyof ViseLayout['faceAt']
  readonly top: keyof ViseLayout['faceAt']
  /** The setup axis that the view looks along. */
  readonly axis: 'x' | 'z'
}

/** The work with its stock: raw faces stippled, contact faces heavy, what is cut here tinted. */
function drawBlock(
  part: Part,
  planned: PlannedSetup,
  sheet: Sheet,
  flat: (p: Point<'setup'>) => readonly [number, number],
  facing: Facing,
): void {
  const { after, before, contacts, layout, setup } = planned
  const [a, b] = [flat(layout.low), flat(layout.high)]
  const [u0, u1, v0, v1] = [
    Math.min(a[0], b[0]),
    Math.max(a[0], b[0]),
    Math.min(a[1], b[1]),
    Math.max(a[1], b[1]),
  ]
  sheet.rectangle(u0, v0, u1, v1, {
    fill: 'sheet',
    stroke: 'ink',
    width: 1.8,
    ref: layout.faceAt.up,
  })
  const edges: readonly (readonly [
    keyof ViseLayout['faceAt'],
    readonly [number, number, number, number],
    readonly [number, number],
  ])[] = [
    [facing.left, [u0, v0, u0, v1], [1, 0]],
    [facing.right, [u1, v0, u1, v1], [-1, 0]],
    [facing.bottom, [u0, v0, u1, v0], [0, 1]],
    [facing.top, [u0, v1, u1, v1], [0, -1]],
  ]
  for (const [where, [x0, y0, x1, y1], [ix, iy]] of edges) {
    const side = layout.faceAt[where]
    const band = Math.max(before.stockOn[side], 7 / sheet.scale)
    const cutHere = setup.ops.some((op) => op.feature === side)
    if (cutHere)
      sheet.rectangle(x0, y0, x1 + ix * band, y1 + iy * band, {
        fill: 'tint',
        stroke: 'none',
        ref: side,
      })
    else if (isRaw(part, before, side))
      sheet.rectangle(x0, y0, x1 + ix * band, y1 + iy * band, {
        fill: 'raw',
        stroke: 'none',
        ref: side,
      })
    if (contacts.some((c) => c.surface === side))
      sheet.line(x0, y0, x1, y1, {
        stroke: isRaw(part, before, side) ? 'red' : 'blue',
        width: 4,
        ref: side,
      })
  }
  sheet.rectangle(u0, v0, u1, v1, { stroke: 'ink', width: 1.4 })
  for (const feature of part.features) {
    const cutHere = setup.ops.some((op) => op.feature === feature.id)
    if (!cutHere && !after.cut.has(feature.id)) continue
    for (const surface of featureSurfaces(part, feature))
      drawSurface(planned, sheet, flat, facing.axis, surface, cutHere, feature.id)
  }
}

function drawSurface(
  planned: PlannedSetup,
  sheet: Sheet,
  flat: (p: Point<'setup'>) => readonly [number, number],
  look: 'x' | 'z',
  surface: Surface,
  cutHere: boolean,
  ref: string,
): void {
  const { layout } = planned
  const stroke: Tone = cutHere ? 'blue' : 'soft'
  if (surface.kind === 'plane') {
    const points = surface.corners.map((c) => flat(toSetup(layout, c)))
    const area = Math.abs(
      points.reduce(
        (sum, [x, y], i) =>
          sum + x * (points[(i + 1) % 4]?.[1] ?? 0) - (points[(i + 1) % 4]?.[0] ?? 0) * y,
        0,
      ),
    )
    if (area > 1)
      sheet.polygon(points, {
        fill: cutHere ? 'tint' : 'none',
        stroke,
        width: 1,
        dash: 'hidden',
        ref,
      })
    return
  }
  const [from, to] = [toSetup(layout, surface.from), toSetup(layout, surface.to)]
  const radius = surface.diameterMm / 2
  const alongView = look === 'x' ? Math.abs(to.x - from.x) > 1e-6 : Math.abs(to.z - from.z) > 1e-6
  if (alongView) {
    const [u, v] = flat(from)
    sheet.circle(u, v, radius, {
      fill: cutHere ? 'tint' : 'none',
      stroke,
      width: 1.2,
      dash: cutHere ? undefined : 'hidden',
      ref,
    })
    const arm = radius + 5 / sheet.scale
    sheet.line(u - arm, v, u + arm, v, { stroke: 'blue', width: 0.7, dash: 'centre', ref })
    sheet.line(u, v - arm, u, v + arm, { stroke: 'blue', width: 0.7, dash: 'centre', ref })
    return
  }
  const [a, b] = [flat(from), flat(to)]
  const [du, dv] = [b[0] - a[0], b[1] - a[1]]
  const length = Math.hypot(du, dv) || 1
  const [nu, nv] = [(-dv / length) * radius, (du / length) * radius]
  sheet.polygon(
    [
      [a[0] + nu, a[1] + nv],
      [b[0] + nu, b[1] + nv],
      [b[0] - nu, b[1] - nv],
      [a[0] - nu, a[1] - nv],
    ],
    { fill: cutHere ? 'tint' : 'none', stroke, width: 1, dash: 'hidden', ref },
  )
  sheet.line(a[0] - du * 0.06, a[1] - dv * 0.06, b[0] + du * 0.06, b[1] + dv * 0.06, {
    stroke: 'blue',
    width: 0.7,
    dash: 'centre',
    ref,
  })
}

function drawStop(sheet: Sheet, planned: PlannedSetup): void {
  for (const contact of planned.contacts) {
    if (contact.role !== 'stop') continue
    const { x, y } = contact.inSetup
    const sign = facesLeft(planned.layout, contact) ? -1 : 1
    sheet.rectangle(x + sign * 5, y - 8, x + sign * 13, y + 8, {
      fill: 'steel',
      stroke: 'soft',
      ref: contact.id,
    })
    sheet.words(x + sign * 9, y - 8, 'stop', { dy: 15, size: 12, ink: 'soft' })
  }
}

function drawCheck(sheet: Sheet, at: Point<'setup'>): void {
  sheet.symbol(
    at.x,
    at.y,
    [
      [0, -11],
      [11, 0],
      [0, 11],
      [-11, 0],
    ],
    { fill: 'yellow', stroke: 'ink', width: 1.6, ref: 'check' },
  )
  const right = at.x > 0
  sheet.words(at.x, at.y, 'check here', {
    anchor: right ? 'end' : 'start',
    dx: right ? -12 : 12,
    dy: -13,
    size: 13,
    bold: true,
  })
}

function drawZero(part: Part, planned: PlannedSetup, sheet: Sheet): void {
  const zero = zeroPoint(part, planned)
  const r = 7 / sheet.scale
  sheet.circle(zero.x, zero.y, r, { fill: 'sheet', stroke: 'ink', width: 2 })
  sheet.line(zero.x - 1.7 * r, zero.y, zero.x + 1.7 * r, zero.y, { stroke: 'ink', width: 1.6 })
  sheet.line(zero.x, zero.y - 1.7 * r, zero.x, zero.y + 1.7 * r, { stroke: 'ink', width: 1.6 })
  sheet.words(
    zero.x,
    zero.y,
    `zero ${planned.setup.zero.offset}`,
    zero.x > 0
      ? { anchor: 'end', dx: -4, dy: -22, size: 13 }
      : { anchor: 'start', dx: 4, dy: -22, size: 13 },
  )
}
