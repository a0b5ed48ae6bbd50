import { add, dot, type Point, scale, turnDirection } from '../../ground/geometry'
import { axisOf, featureSurfaces, normalOf, SIDES, type Surface } from '../../work/part'
import { type PlannedSetup, zeroPoint } from '../../plan/planning'
import { type Locator, toSetup, type Standing, uppermost } from '../../shop/holding'
import { cornersOfBox } from '../../ground/recipe'
import { blockNow, isRaw, levelNow } from '../../work/stock'
import type { Sheet } from '../../ground/scene'
import { type Scene, type Tone } from '../../ground/scene'

export interface BenchOptions {
  readonly width: number
  readonly height: number
  /** A place to drive to before the first cut, in the frame of the setup. */
  readonly check?: Point<'setup'> | undefined
}

/** The holding seen from the left: what guides the work to the left, what is held and what stands over it. */
export function elevation(planned: PlannedSetup, options: BenchOptions): Scene {
  const { standing } = planned
  const { sheet, over } = standing.draw('side', options, 0)
  drawBlock(planned, sheet, (p) => [-p.y, p.z], 'x')
  for (const contact of planned.contacts)
    if (contact.role !== 'stop')
      drawTriangle(
        sheet,
        [-contact.inSetup.y, contact.inSetup.z],
        contact,
        inwards(standing, contact, ({ x: _x, y, z }) => [-y, z]),
      )
  over()
  return { ...options, marks: sheet.marks }
}

/** The holding from above: fixed jaw at the top, X to the right. */
export function plan(planned: PlannedSetup, options: BenchOptions): Scene {
  const { standing } = planned
  const { arrowsAt = [0, 0], over, sheet } = standing.draw('above', options, zeroPoint(planned).x)
  const { scale } = sheet
  drawStop(sheet, planned)
  drawBlock(planned, sheet, (p) => [p.x, p.y], 'z')
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
        inwards(standing, contact, ({ x, y }) => [x, y]),
      )
  }
  drawZero(planned, sheet)
  if (options.check) drawCheck(sheet, options.check)
  over()
  const ax = sheet.at(...arrowsAt)
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

/** The direction on paper from a contact into the work. */
function inwards(standing: Standing, contact: Locator, flat: Flat): readonly [number, number] {
  const { x, y, z } = turnDirection(standing.setupFromPart, contact.normal)
  const [u, v] = flat({ x: -x, y: -y, z: -z })
  const length = Math.hypot(u, v)
  return length < 1e-9 ? [0, 1] : [u / length, v / length]
}

const facesLeft = (standing: Standing, contact: Locator): boolean =>
  dot(standing.setupFromPart.rows[0], contact.normal) < 0
const contactTone = (contact: Locator): Tone => (!contact.bears || contact.raw ? 'red' : 'blue')

/** A triangle with its tip on the surface, pointing into the work; open where it is set and does not bear. */
function drawTriangle(
  sheet: Sheet,
  at: readonly [number, number],
  contact: Locator,
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
    contact.isSet
      ? { fill: 'sheet', stroke: contactTone(contact), width: 1.8, ref: contact.id }
      : { fill: contactTone(contact), stroke: 'sheet', width: 1.2, ref: contact.id },
  )
}

type Flat = (p: Point<'setup'>) => readonly [number, number]

/** The work with its stock: raw faces stippled, contact faces heavy, what is cut here tinted. */
function drawBlock(planned: PlannedSetup, sheet: Sheet, flat: Flat, look: 'x' | 'z'): void {
  const { after, before, contacts, part, setup, standing } = planned
  const corners = cornersOfBox(blockNow(part, before))
  const seen = (points: readonly Point<'part'>[]): readonly (readonly [number, number])[] =>
    points.map((p) => flat(toSetup(standing, p)))
  const outline = seen(corners)
  sheet.silhouette(outline, {
    fill: 'sheet',
    stroke: 'ink',
    width: 1.8,
    ref: uppermost(standing),
  })
  const row = standing.setupFromPart.rows[look === 'x' ? 0 : 2]
  for (const side of SIDES) {
    const normal = normalOf(side)
    // A face is a line where it is seen edge on.
    if (Math.abs(dot(normal, row)) > 1e-9) continue
    const level = levelNow(part, before, side)
    const own = corners.filter((p) => Math.abs(p[axisOf(side)] - level) < 1e-9)
    const [a, b] = farthest(seen(own))
    const band = Math.max(before.stockOn[side], 7 / sheet.scale)
    const [ia, ib] = farthest(seen(own.map((p) => add(p, scale(normal, -band)))))
    const cutHere = setup.ops.some((op) => op.feature === side)
    const raw = isRaw(part, before, side)
    if (cutHere || raw)
      sheet.silhouette([a, b, ia, ib], {
        fill: cutHere ? 'tint' : 'raw',
        stroke: 'none',
        ref: side,
      })
    if (contacts.some((c) => c.surface === side))
      sheet.line(...a, ...b, { stroke: raw ? 'red' : 'blue', width: 4, ref: side })
  }
  sheet.silhouette(outline, { stroke: 'ink', width: 1.4 })
  for (const feature of part.features) {
    const cutHere = setup.ops.some((op) => op.feature === feature.id)
    if (!cutHere && !after.cut.has(feature.id)) continue
    for (const surface of featureSurfaces(part, feature))
      drawSurface(planned, sheet, flat, surface, cutHere, feature.id)
  }
}

/** The two points of some that lie furthest apart. */
function farthest(
  points: readonly (readonly [number, number])[],
): readonly [readonly [number, number], readonly [number, number]] {
  const [first = [0, 0]] = points
  const from = (p: readonly [number, number]) => (best: readonly [number, number], q: typeof p) =>
    Math.hypot(q[0] - p[0], q[1] - p[1]) > Math.hypot(best[0] - p[0], best[1] - p[1]) ? q : best
  const a = points.reduce(from(first), first)
  return [a, points.reduce(from(a), a)]
}

function drawSurface(
  planned: PlannedSetup,
  sheet: Sheet,
  flat: Flat,
  surface: Surface,
  cutHere: boolean,
  ref: string,
): void {
  const { standing } = planned
  const stroke: Tone = cutHere ? 'blue' : 'soft'
  if (surface.kind === 'plane') {
    const points = surface.corners.map((c) => flat(toSetup(standing, c)))
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
  const [from, to] = [toSetup(standing, surface.from), toSetup(standing, surface.to)]
  const radius = surface.diameterMm / 2
  const [a, b] = [flat(from), flat(to)]
  const [du, dv] = [b[0] - a[0], b[1] - a[1]]
  const length = Math.hypot(du, dv)
  if (length < 1e-6) {
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
    const isPlane = planned.surfaces.get(contact.surface)?.kind === 'plane'
    if (contact.role !== 'stop' || contact.isSet || !isPlane) continue
    const { x, y } = contact.inSetup
    const sign = facesLeft(planned.standing, contact) ? -1 : 1
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

function drawZero(planned: PlannedSetup, sheet: Sheet): void {
  const zero = zeroPoint(planned)
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
