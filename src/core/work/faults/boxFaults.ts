import { AXES, type Axis } from '../../ground/geometry'
import { capital, type Finding, finding } from '../../ground/finding'
import {
  axisOf,
  type Box,
  type Feature,
  type HolePlace,
  refLabel,
  removedBox,
  signOf,
} from '../part'
import { type Drawn } from './drawn'
import { andMore, leastWall, radiusOf, Worst } from './holeWalls'

const SAME_MM = 1e-6

/** A straight hole beside or through what a pocket, slot or step takes away. */
interface Meeting {
  readonly place: HolePlace
  readonly feature: Feature
  /** From the rim of the hole to the box, seen along the hole, mm; at most less its diameter where the hole lies inside. */
  readonly gapMm: number
  /** Where the box begins and ends along the hole, from its mouth, mm. */
  readonly from: number
  readonly to: number
  /** Depth of the hole, mm. */
  readonly deep: number
  readonly through: boolean
}

/** Holes and the pockets, slots and steps that they meet: from whatever face they come. */
export function boxFaults(drawn: Drawn, holes: readonly HolePlace[]): readonly Finding[] {
  const { part } = drawn
  const worst = new Worst()
  const boxes = part.features.flatMap((feature) => {
    const box = removedBox(part, feature)
    return box ? [{ feature, box }] : []
  })
  for (const place of holes)
    for (const { box, feature } of boxes)
      if (!place.hole.tilt) judge(worst, drawn, meetingOf(place, feature, box))
  return worst.findings
}

function meetingOf(place: HolePlace, feature: Feature, box: Box): Meeting {
  const { end, hole, mouth } = place
  const axis = axisOf(hole.on)
  const inward = -signOf(hole.on)
  const [a, b] = [box.low, box.high].map((p) => (p[axis] - mouth[axis]) * inward)
  return {
    place,
    feature,
    gapMm: gapTo(box, mouth, axis) - radiusOf(place),
    from: Math.min(a ?? 0, b ?? 0),
    to: Math.max(a ?? 0, b ?? 0),
    deep: Math.abs(end[axis] - mouth[axis]),
    through: hole.extent.kind === 'through',
  }
}

function judge(worst: Worst, drawn: Drawn, meeting: Meeting): void {
  const { deep, from, gapMm, place, through, to } = meeting
  const radius = radiusOf(place)
  const isInside = gapMm <= -2 * radius
  if (gapMm >= leastWall(radius)) return
  // Ends over a floor that was cut from the other side.
  if (!through && gapMm < 0 && from > deep - SAME_MM && from - deep < leastWall(radius))
    tell(worst, meeting, 'hole.over-floor', from - deep, overFloor(drawn, meeting))
  const shares = from < deep - SAME_MM && to > SAME_MM
  if (!shares) return
  if (!isInside) tell(worst, meeting, 'hole.wall', gapMm, beside(drawn, meeting))
  else if (from <= SAME_MM) startsInside(worst, drawn, meeting)
  else if (to < deep - SAME_MM) tell(worst, meeting, 'hole.crosses', -1, crosses(drawn, meeting))
  else if (!through) tell(worst, meeting, 'hole.into-floor', from - deep, intoFloor(drawn, meeting))
}

/** It starts on the floor: what is left of it to drill. */
function startsInside(worst: Worst, drawn: Drawn, meeting: Meeting): void {
  const { deep, place, through, to } = meeting
  if (through || place.hole.extent.kind === 'open') return
  const left = deep - to
  if (left <= SAME_MM) tell(worst, meeting, 'hole.in-air', left, inAir(drawn, meeting))
  else tell(worst, meeting, 'hole.from-floor', left, fromFloor(drawn, meeting))
}

type Code =
  | 'hole.over-floor'
  | 'hole.wall'
  | 'hole.crosses'
  | 'hole.into-floor'
  | 'hole.in-air'
  | 'hole.from-floor'
type Words = readonly [what: string, rest: string]

function tell(
  worst: Worst,
  { feature, place }: Meeting,
  code: Code,
  mm: number,
  [what, rest]: Words,
): void {
  worst.add(`${code} ${place.hole.id} ${feature.id}`, mm, (more) =>
    finding(code, undefined, what, `${rest}${andMore(more)}`, { feature: place.hole.id }),
  )
}

const names = ({ part }: Drawn, { feature, place }: Meeting): readonly [string, string] => [
  capital(refLabel(part, place.key)),
  refLabel(part, feature.id),
]

function beside(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  const { gapMm } = meeting
  return [
    `${hole} ${gapMm < 0 ? 'cuts into' : `leaves ${drawn.length(gapMm)} to`} ${box}.`,
    `Drill it before ${box} is milled, so that the drill does not run off, or move it.`,
  ]
}

function inAir(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  return [
    `${hole} ends above the floor of ${box}.`,
    `${capital(box)} is ${drawn.length(meeting.to)} deep there, the hole ${drawn.length(meeting.deep)}, counted from the same face: nothing is left to drill. Say its depth from that face, or ask.`,
  ]
}

function fromFloor(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  return [
    `${hole} starts on the floor of ${box}.`,
    `Its depth counts from the face: ${drawn.length(meeting.deep - meeting.to)} of it is in metal. If the drawing counts from the floor, say it that much deeper.`,
  ]
}

function intoFloor(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  return [
    `${hole} comes out in ${box}.`,
    `It goes ${drawn.length(meeting.deep - meeting.from)} too far to stay closed. Say “through” if it is meant to.`,
  ]
}

function overFloor(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  return [
    `${hole} leaves ${drawn.length(Math.max(0, meeting.from - meeting.deep))} to ${box}.`,
    'The point of the drill goes deeper than the full diameter, and thin metal bulges. Make it less deep, or through.',
  ]
}

function crosses(drawn: Drawn, meeting: Meeting): Words {
  const [hole, box] = names(drawn, meeting)
  return [
    `${hole} goes through ${box}.`,
    `The drill enters metal a second time, and wanders. Drill it before ${box} is milled.`,
  ]
}

/** Distance from a place to the rim of a box seen along an axis, mm; negative inside by the depth inside. */
function gapTo(box: Box, at: HolePlace['mouth'], along: Axis): number {
  const [u, v] = AXES.filter((axis) => axis !== along).map((axis) =>
    Math.max(box.low[axis] - at[axis], at[axis] - box.high[axis]),
  ) as [number, number]
  return u > 0 || v > 0 ? Math.hypot(Math.max(0, u), Math.max(0, v)) : Math.max(u, v)
}
