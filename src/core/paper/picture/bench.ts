import { dot, type Point, scale, turnDirection } from '../../ground/geometry'
import { type PlannedSetup, zeroPoint } from '../../plan/planning'
import { bearingsOf, type Locator, type Paper, type Standing } from '../../shop/holding'
import type { Sheet } from '../../ground/scene'
import { type Scene, type Tone } from '../../ground/scene'
import { drawWork, type Flat } from './drawnWork'
import { type Look, type Looking } from './look'
import { drawTurn } from './turnArrow'

export interface BenchOptions extends Paper {
  /** A place to drive to before the first cut, in the frame of the setup. */
  readonly check?: Point<'setup'> | undefined
  /** Features that could be cut here, to be picked. */
  readonly offered?: ReadonlySet<string> | undefined
  /** What is seen of the work, where its solid was looked at (`needsLook`). */
  readonly looks?: BenchLooks | undefined
}

export type BenchLooks = Readonly<Partial<Record<'elevation' | 'plan', Look>>>

/** How the work is looked at on the bench: from the left, and from above. */
export function benchLooking({ setupFromPart: { rows } }: Standing): {
  readonly elevation: Looking
  readonly plan: Looking
} {
  const [x, y, z] = rows
  return {
    elevation: { kind: 'square', axes: [scale(y, -1), x, z] },
    plan: { kind: 'square', axes: [x, scale(z, -1), y] },
  }
}

/** The two views of a setup side by side, on papers of their own. */
export interface BenchViews {
  readonly elevation: Scene
  readonly plan: Scene
}

/** Parts of the width that the elevation may have. */
const [LEAST_PART, MOST_PART, PART_STEP] = [0.25, 0.75, 0.02]

/** Elevation and plan beside each other at one scale, about one line, as large as the room allows. */
export function benchViews(
  planned: PlannedSetup,
  { check, height, looks, offered, width }: BenchOptions,
): BenchViews {
  const zeroX = zeroPoint(planned).x
  const scaleAt = (part: number): number =>
    Math.min(
      planned.standing.draw('side', { width: part * width, height }, 0).sheet.scale,
      planned.standing.draw('above', { width: (1 - part) * width, height }, zeroX).sheet.scale,
    )
  let best = { part: 0.5, scale: scaleAt(0.5) }
  for (let part = LEAST_PART; part <= MOST_PART; part += PART_STEP) {
    const tried = scaleAt(part)
    if (tried > best.scale * (1 + 1e-9)) best = { part, scale: tried }
  }
  const { part } = best
  return {
    elevation: elevation(planned, {
      width: part * width,
      height,
      scale: best.scale,
      offered,
      looks,
    }),
    plan: plan(planned, {
      width: (1 - part) * width,
      height,
      scale: best.scale,
      check,
      offered,
      looks,
    }),
  }
}

/** The holding seen from the left: what guides the work to the left, what is held and what stands over it. */
export function elevation(planned: PlannedSetup, options: BenchOptions): Scene {
  const { standing } = planned
  const { sheet, over } = standing.draw('side', options, 0)
  drawWork(planned, sheet, (p) => [-p.y, p.z], 'x', options.offered, options.looks?.elevation)
  for (const contact of planned.contacts.flatMap(marksOf))
    if (contact.role !== 'stop')
      drawTriangle(
        sheet,
        [-contact.inSetup.y, contact.inSetup.z],
        contact,
        inwards(standing, contact, ({ x: _x, y, z }) => [-y, z]),
      )
  over()
  drawTurn(planned, sheet, 'x', ({ y, z }) => [-y, z])
  return { width: options.width, height: options.height, marks: sheet.marks }
}

/** The holding from above: fixed jaw at the top, X to the right. */
export function plan(planned: PlannedSetup, options: BenchOptions): Scene {
  const { standing } = planned
  const {
    arrowsAt = [0, 0],
    namesAt = 0,
    over,
    sheet,
  } = standing.draw('above', options, zeroPoint(planned).x)
  drawStop(sheet, planned)
  drawWork(planned, sheet, (p) => [p.x, p.y], 'z', options.offered, options.looks?.plan)
  drawContacts(planned, sheet)
  drawZero(planned, sheet, namesAt)
  if (options.check) drawCheck(sheet, options.check)
  over()
  drawTurn(planned, sheet, 'z', ({ x, y }) => [x, y])
  drawArrows(sheet, arrowsAt)
  const { bottom, left, marks, scale } = sheet
  return { width: options.width, height: options.height, marks, frame: { scale, left, bottom } }
}

/** A locator in each of the places in which it bears. */
const marksOf = (contact: Locator): readonly Locator[] =>
  bearingsOf(contact).map((place) => ({ ...contact, ...place }))

/** Where the part is located, from above: rests as dots, the others as triangles into the work. */
export function drawContacts({ contacts, standing }: PlannedSetup, sheet: Sheet): void {
  for (const contact of contacts.flatMap(marksOf)) {
    const at: readonly [number, number] = [contact.inSetup.x, contact.inSetup.y]
    if (contact.role === 'rest')
      sheet.circle(...at, 6.5 / sheet.scale, {
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
}

/** The arrows of X and Y, with their corner at a place. */
function drawArrows(sheet: Sheet, at: readonly [number, number]): void {
  const [x, y] = sheet.at(...at)
  const arm = (dx: number, dy: number): void =>
    void sheet.marks.push({
      kind: 'path',
      points: [
        [x - ARM, y],
        [x - ARM + dx, y + dy],
      ],
      closed: false,
      fill: 'none',
      stroke: 'ink',
      width: 1.4,
    })
  arm(ARM, 0)
  arm(0, -ARM)
  const name = (text: string, left: number, top: number): void =>
    void sheet.marks.push({
      kind: 'words',
      x: left,
      y: top,
      text,
      size: 12,
      anchor: 'middle',
      ink: 'ink',
    })
  name('X', x + 8, y + 4)
  name('Y', x - ARM, y - ARM - 5)
}

/** Length of an arrow, sheet units. */
const ARM = 26

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

function drawStop(sheet: Sheet, planned: PlannedSetup): void {
  for (const contact of planned.contacts) {
    const isPlane = planned.surfaces.get(contact.surface)?.kind === 'plane'
    if (contact.role !== 'stop' || contact.isSet || !isPlane || planned.standing.stopIsWall)
      continue
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

/** Zero, and its name over all that is drawn there, with a line to it. */
function drawZero(planned: PlannedSetup, sheet: Sheet, namesAt: number): void {
  const zero = zeroPoint(planned)
  const r = 7 / sheet.scale
  sheet.circle(zero.x, zero.y, r, { fill: 'sheet', stroke: 'ink', width: 2 })
  sheet.line(zero.x - 1.7 * r, zero.y, zero.x + 1.7 * r, zero.y, { stroke: 'ink', width: 1.6 })
  sheet.line(zero.x, zero.y - 1.7 * r, zero.x, zero.y + 1.7 * r, { stroke: 'ink', width: 1.6 })
  const over = Math.max(namesAt, zero.y + 1.7 * r)
  sheet.line(zero.x, zero.y + 1.7 * r, zero.x, over + 3 / sheet.scale, {
    stroke: 'ink',
    width: 0.8,
  })
  sheet.words(zero.x, over, `zero ${planned.setup.zero.offset}`, {
    anchor: zero.x > 0 ? 'end' : 'start',
    dy: -6,
    size: 13,
  })
}
