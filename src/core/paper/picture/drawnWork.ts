import { add, dot, point, type Point, scale } from '../../ground/geometry'
import {
  type AxisSurface,
  axisOf,
  featureSurfaces,
  normalOf,
  SIDES,
  type Surface,
} from '../../work/part'
import { type Look } from './look'
import { paintLook } from './paintLook'
import { type PlannedSetup } from '../../plan/planning'
import { bearingsOf, toSetup, uppermost } from '../../shop/holding'
import { cornersOfBox } from '../../ground/recipe'
import { blockNow, featureNow, isRaw, isThere, levelNow } from '../../work/stock'
import { type Sheet, type Tone } from '../../ground/scene'

export type Flat = (p: Point<'setup'>) => readonly [number, number]

/** The work with its stock: raw faces stippled, contact faces heavy, what is cut here tinted. */
export function drawWork(
  planned: PlannedSetup,
  sheet: Sheet,
  flat: Flat,
  look: 'x' | 'z',
  offered: ReadonlySet<string> = new Set(),
  seenOf?: Look,
): void {
  const { after, before, contacts, part, setup, standing } = planned
  const corners = cornersOfBox(blockNow(part, before))
  const seen = (points: readonly Point<'part'>[]): readonly (readonly [number, number])[] =>
    points.map((p) => flat(toSetup(standing, p)))
  const outline = seen(corners)
  if (!seenOf)
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
    if (contacts.some((c) => bearingsOf(c).some(({ surface }) => surface === side)))
      sheet.line(...a, ...b, { stroke: raw ? 'red' : 'blue', width: 4, ref: side })
  }
  if (seenOf) {
    drawSeen(planned, sheet, seenOf, flat(toSetup(standing, point(0, 0, 0))))
    return
  }
  sheet.silhouette(outline, { stroke: 'ink', width: 1.4 })
  for (const feature of part.features) {
    const cutHere = setup.ops.some((op) => op.feature === feature.id)
    const isOffered = offered.has(feature.id)
    if (!cutHere && !isOffered && !isThere(part, after, feature.id)) continue
    const now = cutHere ? feature : (featureNow(part, after, feature.id) ?? feature)
    const state = cutHere ? 'cut' : isOffered ? 'offered' : 'there'
    for (const surface of featureSurfaces(part, now))
      drawSurface(planned, sheet, flat, surface, state, feature.id)
  }
}

/** What is left of the work when it leaves this setup, from its solid: what is cut here tinted. */
function drawSeen(
  { setup }: PlannedSetup,
  sheet: Sheet,
  look: Look,
  shift: readonly [number, number],
): void {
  const cut = new Set(setup.ops.map((op) => op.feature))
  const isCut = (ref: string | undefined): boolean => cut.has(ref?.split('.')[0] ?? '')
  paintLook(sheet, look, {
    fill: (ref) => (isCut(ref) ? 'tint' : 'sheet'),
    stroke: (ref) => (isCut(ref) ? 'blue' : 'ink'),
    width: 1.3,
    shift,
  })
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
  how: 'cut' | 'offered' | 'there',
  ref: string,
): void {
  const { standing } = planned
  const stroke: Tone = how === 'there' ? 'soft' : 'blue'
  const fill: Tone = how === 'cut' ? 'tint' : how === 'offered' ? 'sheet' : 'none'
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
        fill,
        stroke,
        width: 1,
        dash: 'hidden',
        ref,
      })
    return
  }
  drawAxis(planned, sheet, flat, surface, {
    fill,
    stroke,
    dash: how === 'cut' ? undefined : 'hidden',
    ref,
  })
}

/** A hole or boss: round where it is seen along its axis, its walls and its axis otherwise. */
function drawAxis(
  { standing }: PlannedSetup,
  sheet: Sheet,
  flat: Flat,
  surface: AxisSurface,
  style: { fill: Tone; stroke: Tone; dash: 'hidden' | undefined; ref: string },
): void {
  const { fill, ref, stroke } = style
  const [from, to] = [toSetup(standing, surface.from), toSetup(standing, surface.to)]
  const radius = surface.diameterMm / 2
  const [a, b] = [flat(from), flat(to)]
  const [du, dv] = [b[0] - a[0], b[1] - a[1]]
  const length = Math.hypot(du, dv)
  if (length < 1e-6) {
    const [u, v] = flat(from)
    sheet.circle(u, v, radius, { ...style, width: 1.2 })
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
    { fill, stroke, width: 1, dash: 'hidden', ref },
  )
  sheet.line(a[0] - du * 0.06, a[1] - dv * 0.06, b[0] + du * 0.06, b[1] + dv * 0.06, {
    stroke: 'blue',
    width: 0.7,
    dash: 'centre',
    ref,
  })
}
