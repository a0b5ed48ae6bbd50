import { type Axis } from '../../ground/geometry'
import {
  axisOf,
  type Feature,
  holeLines,
  levelOf,
  markedCorner,
  type Part,
  placePoint,
  planeOf,
  removedBox,
  sizeAlong,
} from '../../work/part'
import { printLength } from '../../handbook/units'
import { type Sheet, type Tone } from '../../ground/scene'
import { type ViewSide } from './drawnFeatures'
import { drawNotes } from './notes'

/** Letters of a dimension, sheet units. */
const HIGH = 12
/** Between the lines of running dimensions, sheet units. */
const PITCH = 13
/** From a view to where its running dimensions begin, and how long they may be. */
const [LEAD, LONG] = [10, 56]

/** Room that running dimensions take beside a view, sheet units. */
export const DIMENSION_ROOM = LEAD + LONG

/** The view that looks along an axis. */
const VIEW_OF: Readonly<Record<Axis, ViewSide>> = { x: 'right', y: 'front', z: 'top' }

/** A place along one direction of a view, as far from the marked corner as it says. */
interface Running {
  readonly at: number
  readonly text: string
  readonly ref: string
  /** As far as its line runs into the view. */
  readonly reach: number
}

/**
 * Dimensions of all features as on paper: where each lies, running from the marked corner, beside the view that
 * looks along it; and what it is, in words beside it.
 */
export function drawDimensions(
  part: Part,
  side: ViewSide,
  sheet: Sheet,
  chosen: string | undefined,
): void {
  const features = part.features.filter((feature) => VIEW_OF[axisOf(feature.on)] === side)
  if (features.length === 0) return
  const [u, v] = planeOf(side)
  for (const axis of [u, v]) drawRunning(part, features, axis, side, sheet, chosen)
  // What an outline is shows by itself; it is named when it is chosen.
  const told = features.filter(({ id, kind }) => kind !== 'contour' || id === chosen)
  drawNotes(part, told, side, sheet, chosen)
}

/** How many features are dimensioned in a view. */
export const dimensionedIn = (part: Part, side: ViewSide): number =>
  part.features.filter(({ kind, on }) => kind !== 'contour' && VIEW_OF[axisOf(on)] === side).length

/** Where a feature is measured along a direction: middles of what is round, walls of what is milled. */
function levelsOf(part: Part, feature: Feature, axis: Axis): readonly number[] {
  const size = sizeAlong(part, axis)
  const box = removedBox(part, feature)
  if (box) return [box.low[axis], box.high[axis]].filter((at) => at > 1e-6 && at < size - 1e-6)
  if (feature.kind === 'hole') return holeLines(part, feature).map(({ from }) => from[axis])
  return feature.kind === 'boss' ? [placePoint(part, feature.on, feature.place)[axis]] : []
}

const spreadOf = (feature: Feature): number =>
  feature.kind === 'hole' || feature.kind === 'boss' ? feature.diameter.mm / 2 : 0

function runningOf(
  part: Part,
  features: readonly Feature[],
  axis: Axis,
  side: ViewSide,
  most: number,
): readonly Running[] {
  const corner = levelOf(part, markedCorner(part)[axis])
  const places = features.flatMap((feature) =>
    levelsOf(part, feature, axis).map((at) => ({ feature, at })),
  )
  const apart = new Set(places.map(({ at }) => at.toFixed(4)))
  const kept =
    apart.size <= most
      ? places
      : // Of a crowded pattern the first and the last; its note says the rest.
        features.flatMap((feature) => {
          const levels = levelsOf(part, feature, axis)
          const ends = levels.length > 0 ? [Math.min(...levels), Math.max(...levels)] : []
          return ends.map((at) => ({ feature, at }))
        })
  const other = planeOf(side).find((one) => one !== axis) ?? axis
  const byPlace = new Map<string, Running>()
  for (const { at, feature } of kept) {
    const key = at.toFixed(4)
    if (byPlace.has(key)) continue
    byPlace.set(key, {
      at,
      text: printLength(Math.abs(at - corner), part.unit),
      ref: feature.id,
      reach: reachOf(part, feature, axis, at, other),
    })
  }
  const sorted = [...byPlace.values()].sort((a, b) => a.at - b.at)
  return sorted.length <= most
    ? sorted
    : sorted.filter((_, i) => i % Math.ceil(sorted.length / most) === 0)
}

/** How far into the view, along the other direction, the line of a dimension runs to meet its feature. */
function reachOf(part: Part, feature: Feature, axis: Axis, at: number, other: Axis): number {
  const box = removedBox(part, feature)
  const towardsHigh = axis !== planeOf(VIEW_OF[axisOf(feature.on)])[1]
  if (box) return towardsHigh ? box.high[other] : box.low[other]
  const here =
    feature.kind === 'hole'
      ? holeLines(part, feature)
          .filter(({ from }) => Math.abs(from[axis] - at) < 1e-3)
          .map(({ from }) => from[other])
      : [placePoint(part, feature.on, feature.place)[other]]
  const radius = spreadOf(feature)
  return towardsHigh ? Math.max(...here) + radius : Math.min(...here) - radius
}

/** Figures over the view for what lies along it, and left of it for what lies up it. */
function drawRunning(
  part: Part,
  features: readonly Feature[],
  axis: Axis,
  side: ViewSide,
  sheet: Sheet,
  chosen: string | undefined,
): void {
  const [u, v] = planeOf(side)
  const isAcross = axis === u
  const most = Math.max(2, Math.floor((sizeAlong(part, axis) * sheet.scale + 24) / PITCH))
  const running = runningOf(part, features, axis, side, most)
  if (running.length === 0) return
  const zero: Running = {
    at: levelOf(part, markedCorner(part)[axis]),
    text: '0',
    ref: markedCorner(part)[axis],
    reach: isAcross ? sizeAlong(part, v) : 0,
  }
  const all = [...running, zero].sort((a, b) => a.at - b.at)
  const wanted = all.map(({ at }) => (isAcross ? sheet.at(at, 0)[0] : sheet.at(0, at)[1]))
  const places = spreadOut(wanted, PITCH)
  const [left, top] = sheet.at(0, sizeAlong(part, v))
  all.forEach((one, i) =>
    drawOne(sheet, one, {
      isAcross,
      at: wanted[i] ?? 0,
      to: places[i] ?? 0,
      edge: isAcross ? top : left,
      ink: one.ref === chosen ? 'blue' : 'soft',
    }),
  )
}

/** One running dimension: its line from the feature over the edge of the view, slanting to where there is room. */
function drawOne(
  sheet: Sheet,
  { reach, ref, text }: Running,
  {
    at,
    edge,
    ink,
    isAcross,
    to,
  }: { isAcross: boolean; at: number; to: number; edge: number; ink: Tone },
): void {
  const inner = isAcross
    ? Math.min(sheet.at(0, reach)[1], edge)
    : Math.max(sheet.at(reach, 0)[0], edge)
  const flat: readonly (readonly [number, number])[] = [
    [at, inner],
    [at, edge - 2],
    [to, edge - LEAD],
    [to, edge - LEAD - 3],
  ]
  sheet.marks.push({
    kind: 'path',
    points: isAcross ? flat : flat.map(([along, out]) => [out, along]),
    closed: false,
    fill: 'none',
    stroke: ink === 'blue' ? 'blue' : 'faint',
    width: 0.8,
    ref,
  })
  sheet.marks.push({
    kind: 'words',
    x: isAcross ? to + 4 : edge - LEAD - 6,
    y: isAcross ? edge - LEAD - 6 : to + 4,
    text,
    size: HIGH,
    anchor: isAcross ? 'start' : 'end',
    ink,
    figures: true,
    ref,
    ...(isAcross && { upright: true }),
  })
}

/** Places at least so far apart, each as near to where it is wanted as its neighbours let it: clusters about their means. */
export function spreadOut(wanted: readonly number[], pitch: number): readonly number[] {
  const order = wanted.map((at, i) => ({ at, i })).sort((a, b) => a.at - b.at)
  const clusters: { sum: number; members: number[] }[] = []
  const first = ({ members, sum }: { sum: number; members: number[] }): number =>
    sum / members.length
  for (const { at, i } of order) {
    clusters.push({ sum: at, members: [i] })
    for (;;) {
      const [before, last] = clusters.slice(-2)
      if (!before || !last || first(last) - first(before) >= pitch * before.members.length) break
      // Each place less its rank in the cluster: the cluster stands at the mean of these.
      clusters.splice(-2, 2, {
        sum: before.sum + last.sum - pitch * before.members.length * last.members.length,
        members: [...before.members, ...last.members],
      })
    }
  }
  const places = wanted.map((at) => at)
  for (const cluster of clusters)
    cluster.members.forEach((i, rank) => (places[i] = first(cluster) + rank * pitch))
  return places
}
