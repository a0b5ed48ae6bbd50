import { holesOf, type HolePlace } from '../../plan/drilling'
import { add, type Axis, dot, norm, scale, subtract } from '../../ground/geometry'
import {
  type Box,
  oppositeOf,
  planeOf,
  refLabel,
  removedBox,
  type Side,
  sizeAlong,
} from '../../work/part'
import { parseThread } from '../../handbook/standards'
import { type Inspection } from './inspection'
import { type Finding, finding, capital } from '../../ground/finding'

/** Least metal beside a hole, as a part of its diameter and in mm (common practice, no source). */
const LEAST_WALL = 0.25
const LEAST_WALL_MM = 1
/** Holes nearer than this are one place said twice, mm. */
const SAME_PLACE_MM = 0.01
/** Full thread a screw needs, in diameters, by the words for the material (common practice, no source). */
const THREAD_DIAMETERS: readonly (readonly [RegExp, number])[] = [
  [/alumin|plastic/i, 1.5],
  [/iron|brass|bronze/i, 1.25],
]
const USUAL_DIAMETERS = 1

/** What the drawing itself asks of the holes that cannot be, or that will be regretted. */
export function holeRules(inspection: Inspection): readonly Finding[] {
  const holes = holesOf(inspection.part)
  return [
    ...edgeRules(inspection, holes),
    ...neighbourRules(inspection, holes),
    ...leaningRules(inspection, holes),
    ...pocketRules(inspection, holes),
    ...threadRules(inspection),
    ...sameDrillRules(inspection),
  ]
}

const radiusOf = ({ hole }: HolePlace): number => hole.diameter.mm / 2
const headRadius = ({ hole }: HolePlace): number =>
  hole.head.kind === 'none' ? hole.diameter.mm / 2 : hole.head.diameter.mm / 2
const leastWall = (radius: number): number => Math.max(LEAST_WALL_MM, LEAST_WALL * 2 * radius)

/** The worst hole of each feature, so that a row of fifty does not make fifty findings. */
class Worst {
  private readonly byKey = new Map<
    string,
    { mm: number; make: (more: number) => Finding; count: number }
  >()

  add(key: string, mm: number, make: (more: number) => Finding): void {
    const found = this.byKey.get(key)
    if (!found) this.byKey.set(key, { mm, make, count: 1 })
    else {
      found.count++
      if (mm < found.mm) Object.assign(found, { mm, make })
    }
  }

  get findings(): readonly Finding[] {
    return [...this.byKey.values()].map(({ count, make }) => make(count - 1))
  }
}

const andMore = (more: number): string => (more > 0 ? ` So do ${more} more.` : '')

/** Metal between a hole and the edge of its face; a head that runs off it. */
function edgeRules({ part, length }: Inspection, holes: readonly HolePlace[]): readonly Finding[] {
  const worst = new Worst()
  for (const place of holes) {
    const { hole, key, mouth } = place
    const [u, v] = planeOf(hole.on)
    const toEdge = Math.min(
      mouth[u],
      sizeAlong(part, u) - mouth[u],
      mouth[v],
      sizeAlong(part, v) - mouth[v],
    )
    // A hole that leans meets its face in an ellipse.
    const spread = hole.tilt ? 1 / Math.cos(hole.tilt.angle.rad) : 1
    const [wall, rim] = [toEdge - radiusOf(place) * spread, toEdge - headRadius(place) * spread]
    const name = capital(refLabel(part, key))
    const about = { feature: hole.id }
    if (wall < 0)
      worst.add(`breaks ${hole.id}`, wall, (more) =>
        finding(
          'hole.breaks-edge',
          undefined,
          `${name} breaks out of the edge.`,
          `By ${length(-wall)}. Move it in by at least ${length(-wall + leastWall(radiusOf(place)))}.${andMore(more)}`,
          about,
        ),
      )
    else if (wall < leastWall(radiusOf(place)))
      worst.add(`edge ${hole.id}`, wall, (more) =>
        finding(
          'hole.edge',
          undefined,
          `${name} leaves ${length(wall)} to the edge.`,
          `At least ${length(leastWall(radiusOf(place)))} should stay (common practice). Move it in, or ask whether the drawing means it.${andMore(more)}`,
          about,
        ),
      )
    if (rim < 0 && wall >= 0 && hole.head.kind !== 'none')
      worst.add(`head ${hole.id}`, rim, (more) =>
        finding(
          'hole.head-off-edge',
          undefined,
          `The ${hole.head.kind} of ${refLabel(part, key)} runs off the edge.`,
          `By ${length(-rim)}. Make it smaller, or move the hole in.${andMore(more)}`,
          about,
        ),
      )
  }
  return worst.findings
}

/** Walls between holes of one face, or of opposite faces where both reach. */
function neighbourRules(
  { part, length }: Inspection,
  holes: readonly HolePlace[],
): readonly Finding[] {
  const worst = new Worst()
  for (const axis of ['x', 'y', 'z'] as const) {
    const along = holes.filter(({ hole }) => !hole.tilt && !planeOf(hole.on).includes(axis))
    forNeighbours(along, axis, (a, b, apart) => {
      const ids = [a.hole.id, b.hole.id].sort().join(' ')
      const names = `${refLabel(part, a.key)} and ${refLabel(part, b.key)}`
      const about = { feature: b.hole.id }
      const sameFace = a.hole.on === b.hole.on
      if (sameFace && apart < SAME_PLACE_MM) {
        worst.add(`twice ${ids}`, 0, (more) =>
          finding(
            'hole.twice',
            undefined,
            `${capital(names)} are at the same place.`,
            `One hole is said twice. Take one off the drawing.${andMore(more)}`,
            about,
          ),
        )
        return
      }
      if (!meet(part, a, b)) return
      if (!sameFace && apart < SAME_PLACE_MM) return
      const radii = radiusOf(a) + radiusOf(b)
      if (!sameFace && apart < 0.5 * Math.min(radiusOf(a), radiusOf(b))) {
        worst.add(`miss ${ids}`, -apart, (more) =>
          finding(
            'hole.miss',
            undefined,
            `${capital(names)} should meet, and miss each other.`,
            `By ${length(apart)}. Lay one out like the other, from the same corner.${andMore(more)}`,
            about,
          ),
        )
        return
      }
      const wall = apart - radii
      if (wall < 0)
        worst.add(`overlap ${ids}`, wall, (more) =>
          finding(
            'hole.overlap',
            undefined,
            `${capital(names)} run into each other.`,
            `By ${length(-wall)}. Check the pitch, or which hole belongs there.${andMore(more)}`,
            about,
          ),
        )
      else if (wall < leastWall(Math.min(radiusOf(a), radiusOf(b))))
        worst.add(`wall ${ids}`, wall, (more) =>
          finding(
            'hole.wall',
            undefined,
            `Between ${names} ${length(wall)} is left.`,
            `The drill wanders into the other hole. Drill the smaller first, or move them apart.${andMore(more)}`,
            about,
          ),
        )
    })
  }
  return worst.findings
}

/** Walls from a hole that leans to every other: by the straight way from axis to axis. */
function leaningRules(
  { part, length }: Inspection,
  holes: readonly HolePlace[],
): readonly Finding[] {
  const worst = new Worst()
  const leaning = holes.filter(({ hole }) => hole.tilt)
  for (const a of leaning)
    for (const b of holes) {
      if (a.key === b.key || (b.hole.tilt && b.key < a.key)) continue
      const wall = segmentsApart(a, b) - radiusOf(a) - radiusOf(b)
      const names = `${refLabel(part, a.key)} and ${refLabel(part, b.key)}`
      const ids = [a.hole.id, b.hole.id].sort().join(' ')
      const about = { feature: a.hole.id }
      if (wall < 0)
        worst.add(`overlap ${ids}`, wall, (more) =>
          finding(
            'hole.overlap',
            undefined,
            `${capital(names)} run into each other.`,
            `By ${length(-wall)}. Check the angle and the place, or which hole belongs there.${andMore(more)}`,
            about,
          ),
        )
      else if (wall < leastWall(Math.min(radiusOf(a), radiusOf(b))))
        worst.add(`wall ${ids}`, wall, (more) =>
          finding(
            'hole.wall',
            undefined,
            `Between ${names} ${length(wall)} is left.`,
            `The drill wanders into the other hole. Drill the smaller first, or move them apart.${andMore(more)}`,
            about,
          ),
        )
    }
  return worst.findings
}

/** Least distance between the axes of two holes, mm. Ericson, Real-Time Collision Detection, 2005, 5.1.9 (cited from memory). */
export function segmentsApart(
  a: Pick<HolePlace, 'mouth' | 'end'>,
  b: Pick<HolePlace, 'mouth' | 'end'>,
): number {
  const [d1, d2, r] = [
    subtract(a.end, a.mouth),
    subtract(b.end, b.mouth),
    subtract(a.mouth, b.mouth),
  ]
  const [aa, ee, ff] = [dot(d1, d1), dot(d2, d2), dot(d2, r)]
  const [bb, cc] = [dot(d1, d2), dot(d1, r)]
  const within = (value: number): number => Math.min(1, Math.max(0, value))
  const denominator = aa * ee - bb * bb
  let s = denominator > 1e-12 * aa * ee ? within((bb * ff - cc * ee) / denominator) : 0
  let t = (bb * s + ff) / ee
  if (t < 0 || t > 1) {
    t = within(t)
    s = within((bb * t - cc) / aa)
  }
  return norm(subtract(add(a.mouth, scale(d1, s)), add(b.mouth, scale(d2, t))))
}

/** Calls back for holes that could touch, sweeping along one direction so that thousands stay quick. */
function forNeighbours(
  holes: readonly HolePlace[],
  axis: Axis,
  visit: (a: HolePlace, b: HolePlace, apart: number) => void,
): void {
  const [u, v] = (['x', 'y', 'z'] as const).filter((other) => other !== axis) as [Axis, Axis]
  const sorted = [...holes].sort((a, b) => a.mouth[u] - b.mouth[u])
  const reach = 2 * Math.max(0, ...holes.map(radiusOf)) + LEAST_WALL_MM
  const widest = Math.max(reach, 2 * reach * LEAST_WALL + reach)
  sorted.forEach((a, i) => {
    for (let k = i + 1; k < sorted.length; k++) {
      const b = sorted[k] as HolePlace
      const du = b.mouth[u] - a.mouth[u]
      if (du > widest) break
      const dv = b.mouth[v] - a.mouth[v]
      if (Math.abs(dv) > widest) continue
      visit(a, b, Math.hypot(du, dv))
    }
  })
}

/** Whether two holes along one axis share any height. */
function meet(part: Inspection['part'], a: HolePlace, b: HolePlace): boolean {
  if (a.hole.on === b.hole.on) return true
  const depth = ({ hole }: HolePlace): number =>
    hole.extent.kind === 'deep' ? hole.extent.depth.mm : Infinity
  const [u, v] = planeOf(a.hole.on)
  const axis = (['x', 'y', 'z'] as const).find((other) => other !== u && other !== v) ?? 'z'
  return depth(a) + depth(b) > sizeAlong(part, axis)
}

/** Walls to pockets, slots and steps on the same face. */
function pocketRules(
  { part, length }: Inspection,
  holes: readonly HolePlace[],
): readonly Finding[] {
  const worst = new Worst()
  const boxes = part.features.flatMap((feature) => {
    const box = removedBox(part, feature)
    return box ? [{ feature, box }] : []
  })
  for (const place of holes) {
    const { hole, key, mouth } = place
    for (const { box, feature } of boxes) {
      if (feature.on !== hole.on && feature.on !== oppositeOf(hole.on)) continue
      const gap = gapTo(box, mouth, hole.on) - radiusOf(place)
      // Inside the pocket the hole starts on its floor; that is meant.
      if (gap <= -2 * radiusOf(place) || gap >= leastWall(radiusOf(place))) continue
      const reaches = feature.on === hole.on || hole.extent.kind === 'through'
      if (!reaches) continue
      worst.add(`${hole.id} ${feature.id}`, gap, (more) =>
        finding(
          'hole.wall',
          undefined,
          `${capital(refLabel(part, key))} ${gap < 0 ? 'cuts into' : `leaves ${length(gap)} to`} ${refLabel(part, feature.id)}.`,
          `Drill it before ${refLabel(part, feature.id)} is milled, so that the drill does not run off, or move it.${andMore(more)}`,
          { feature: hole.id },
        ),
      )
    }
  }
  return worst.findings
}

/** Distance from a point to the rim of a box seen along a face; negative inside by the depth inside. */
function gapTo(box: Box, at: HolePlace['mouth'], on: Side): number {
  const [u, v] = planeOf(on)
  const outside = (axis: Axis): number =>
    Math.max(box.low[axis] - at[axis], at[axis] - box.high[axis])
  const [du, dv] = [outside(u), outside(v)]
  return du > 0 || dv > 0 ? Math.hypot(Math.max(0, du), Math.max(0, dv)) : Math.max(du, dv)
}

/** Threads too short for the material. */
function threadRules({ part, length }: Inspection): readonly Finding[] {
  const needed =
    THREAD_DIAMETERS.find(([words]) => words.test(part.material))?.[1] ?? USUAL_DIAMETERS
  return part.features.flatMap((hole) => {
    const thread = hole.kind === 'hole' && hole.thread ? parseThread(hole.thread) : undefined
    if (hole.kind !== 'hole' || !thread || hole.extent.kind === 'open') return []
    const [u, v] = planeOf(hole.on)
    const axis = (['x', 'y', 'z'] as const).find((other) => other !== u && other !== v) ?? 'z'
    const full = hole.extent.kind === 'deep' ? hole.extent.depth.mm : sizeAlong(part, axis)
    if (full >= needed * thread.majorMm - 1e-9) return []
    return [
      finding(
        'hole.thread-short',
        undefined,
        `Only ${length(full)} of thread in ${refLabel(part, hole.id)}.`,
        `In ${part.material} a screw wants ${needed} diameters, ${length(needed * thread.majorMm)} (common practice; a qualified person decides where it matters). Go deeper, or put in an insert.`,
        { feature: hole.id },
      ),
    ]
  })
}

/** Plain holes of the size of another hole’s tapping drill, which get taken for it at the machine. */
function sameDrillRules({ part }: Inspection): readonly Finding[] {
  const tapped = part.features.flatMap((hole) => {
    const thread = hole.kind === 'hole' && hole.thread ? parseThread(hole.thread) : undefined
    return thread ? [{ hole, drill: thread.majorMm - thread.pitchMm }] : []
  })
  return part.features.flatMap((plain) => {
    if (plain.kind !== 'hole' || plain.making !== 'drill') return []
    const same = tapped.find(
      ({ drill, hole }) => hole.on === plain.on && Math.abs(drill - plain.diameter.mm) < 0.06,
    )
    if (!same) return []
    return [
      finding(
        'hole.same-drill',
        undefined,
        `Easily taken for each other: ${refLabel(part, plain.id)} and the tapping holes of ${refLabel(part, same.hole.id)}.`,
        'The same drill makes both: tick them by number, or the wrong ones get tapped.',
        { feature: plain.id },
      ),
    ]
  })
}
