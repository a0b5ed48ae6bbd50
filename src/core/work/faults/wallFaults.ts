import { AXES, type Axis } from '../../ground/geometry'
import { axisOf, type HolePlace, planeOf, refLabel, sizeAlong } from '../part'
import { capital, type Finding, finding } from '../../ground/finding'
import { wallBetween } from './holeGap'
import { andMore, LEAST_WALL, LEAST_WALL_MM, leastWall, radiusOf, Worst } from './holeWalls'
import { type Drawn } from './drawn'

/** Holes nearer than this are one place said twice, mm. */
const SAME_PLACE_MM = 0.01
/** Walls between holes of one face, or of opposite faces where both reach. */
export function neighbourRules(
  { part, length }: Drawn,
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
      judgeWall(worst, length, {
        ids,
        names,
        wall: apart - radii,
        radius: Math.min(radiusOf(a), radiusOf(b)),
        feature: b.hole.id,
        check: 'Check the pitch, or which hole belongs there.',
      })
    })
  }
  return worst.findings
}

/** Two holes with what is left between them, mm; less than nothing where they run into each other. */
interface Between {
  readonly ids: string
  readonly names: string
  readonly wall: number
  /** Of the smaller hole, mm. */
  readonly radius: number
  readonly feature: string
  /** What to check where they meet. */
  readonly check: string
}

function judgeWall(
  worst: Worst,
  length: Drawn['length'],
  { check, feature, ids, names, radius, wall }: Between,
): void {
  if (wall < 0)
    worst.add(`overlap ${ids}`, wall, (more) =>
      finding(
        'hole.overlap',
        undefined,
        `${capital(names)} run into each other.`,
        `By ${length(-wall)}. ${check}${andMore(more)}`,
        { feature },
      ),
    )
  else if (wall < leastWall(radius))
    worst.add(`wall ${ids}`, wall, (more) =>
      finding(
        'hole.wall',
        undefined,
        `Between ${names} ${length(wall)} is left.`,
        `The drill wanders into the other hole. Drill the smaller first, or move them apart.${andMore(more)}`,
        { feature },
      ),
    )
}

/** Walls from a hole that leans to every other: by the straight way from axis to axis. */
export function leaningRules(
  { part, length }: Drawn,
  holes: readonly HolePlace[],
): readonly Finding[] {
  const worst = new Worst()
  const leaning = holes.filter(({ hole }) => hole.tilt)
  for (const a of leaning)
    for (const b of holes) {
      if (a.key === b.key || (b.hole.tilt && b.key < a.key)) continue
      judgeWall(worst, length, {
        ids: [a.hole.id, b.hole.id].sort().join(' '),
        names: `${refLabel(part, a.key)} and ${refLabel(part, b.key)}`,
        wall: wallBetween(a, b),
        radius: Math.min(radiusOf(a), radiusOf(b)),
        feature: a.hole.id,
        check: 'Check the angle and the place, or which hole belongs there.',
      })
    }
  return worst.findings
}

/** Holes from faces beside each other: those that cross, and those that leave little between them. */
export function crossingRules(
  { part, length }: Drawn,
  holes: readonly HolePlace[],
): readonly Finding[] {
  const worst = new Worst()
  const straight = holes.filter(({ hole }) => !hole.tilt)
  for (const axis of AXES)
    forCrossing(straight, axis, (a, b) => {
      const wall = wallBetween(a, b)
      const ids = [a.hole.id, b.hole.id].sort().join(' ')
      const names = `${refLabel(part, a.key)} and ${refLabel(part, b.key)}`
      const radius = Math.min(radiusOf(a), radiusOf(b))
      if (wall < 0)
        worst.add(`cross ${ids}`, wall, (more) =>
          finding(
            'hole.crosses',
            undefined,
            `${capital(names)} cross.`,
            `Meant, as for oil or a pin? Then drill the smaller first, and deburr inside. If not, move one of them.${andMore(more)}`,
            { feature: b.hole.id },
          ),
        )
      else judgeWall(worst, length, { ids, names, wall, radius, feature: b.hole.id, check: '' })
    })
  return worst.findings
}

/** Calls back for holes along the two other axes that lie near each other in this one. */
function forCrossing(
  holes: readonly HolePlace[],
  axis: Axis,
  visit: (a: HolePlace, b: HolePlace) => void,
): void {
  const [u, v] = AXES.filter((other) => other !== axis)
  const along = (which: Axis | undefined): readonly HolePlace[] =>
    holes
      .filter(({ hole }) => axisOf(hole.on) === which)
      .sort((a, b) => a.mouth[axis] - b.mouth[axis])
  const [first, second] = [along(u), along(v)]
  const widest = Math.max(0, ...holes.map(radiusOf))
  const reach = 2 * widest + leastWall(widest)
  let from = 0
  for (const a of first) {
    while ((second[from]?.mouth[axis] ?? Infinity) < a.mouth[axis] - reach) from++
    for (let k = from; k < second.length; k++) {
      const b = second[k] as HolePlace
      if (b.mouth[axis] > a.mouth[axis] + reach) break
      visit(a, b)
    }
  }
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
function meet(part: Drawn['part'], a: HolePlace, b: HolePlace): boolean {
  if (a.hole.on === b.hole.on) return true
  const depth = ({ hole }: HolePlace): number =>
    hole.extent.kind === 'deep' ? hole.extent.depth.mm : Infinity
  const [u, v] = planeOf(a.hole.on)
  const axis = (['x', 'y', 'z'] as const).find((other) => other !== u && other !== v) ?? 'z'
  return depth(a) + depth(b) > sizeAlong(part, axis)
}
