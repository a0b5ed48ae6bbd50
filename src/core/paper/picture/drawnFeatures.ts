import {
  axisOf,
  type Feature,
  type Hole,
  type HoleLine,
  holeLines,
  holePoints,
  levelOf,
  type Part,
  placePoint,
  planeOf,
  removedBox,
} from '../../work/part'
import { parseThread, tappingDrillMm } from '../../handbook/standards'
import { rimOn } from './rim'
import { type Sheet, type Tone } from '../../ground/scene'

/** A view by the face that is turned to the reader. */
export type ViewSide = 'front' | 'right' | 'top'

const tone = (feature: Feature, chosen: string | undefined): Tone =>
  feature.id === chosen ? 'blue' : 'ink'

/** Edges of steps, slots and pockets that lie behind metal in this view, and holes seen from the side. */
export function drawHidden(
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
export function drawRound(
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
