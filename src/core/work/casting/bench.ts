import { type PartInCasting } from '../../chain/fitting'
import {
  applyMotion,
  AXES,
  dot,
  invertMotion,
  norm,
  point,
  type Point,
  subtract,
  withAxis,
} from '../../ground/geometry'
import { decompose } from '../../ground/linalg'
import {
  axisOf,
  boughtOf,
  directionOf,
  levelOf,
  normalOf,
  oppositeOf,
  type Part,
  partSurfaces,
  planeOf,
  refLabel,
  type Side,
  sizeAlong,
} from '../part'
import { type JoinedPoint } from './joined'
import { type Casting } from './schema'
import { cutsSince } from './since'

/** A jack, screw or shim under the skin. */
export interface Jack {
  readonly id: string
  /** Where it stands under the part. */
  readonly at: Point<'part'>
  readonly heightMm: number
}

/** A marked point by which the casting is really set. */
export interface Reading {
  readonly point: string
  readonly label: string
  readonly heightMm: number
  readonly plusMinusMm: number
}

/** A line scribed all round at one height, or the middle of a bore. */
export interface Scribe {
  readonly surface: string
  readonly label: string
  readonly heightMm: number
  readonly isAxis: boolean
}

/** How the casting stands with one face of the part down, and what is read and scribed there; heights over the plate, mm. No jacks where that face is cut. */
export interface BenchStand {
  readonly down: Side
  /** How high the plane of the finished face that is down lies. */
  readonly floorMm: number
  readonly jacks: readonly Jack[]
  readonly readings: readonly Reading[]
  readonly scribes: readonly Scribe[]
}

/** Where three jacks stand, as shares of the face that is down: two at one end, one at the other. */
export const JACKS_AT = [
  [0.15, 0.2],
  [0.85, 0.2],
  [0.5, 0.85],
] as const
const MOST_READINGS = 4

/** The stand with a face of the part down: what holds it, and by what it is set. */
export function benchStand(
  part: Part,
  casting: Casting,
  points: readonly JoinedPoint[],
  motion: PartInCasting,
  down: Side = casting.bench.down,
): BenchStand {
  const up = normalOf(oppositeOf(down))
  const toPart = invertMotion(motion)
  const placed = points
    .filter(({ surface }) => !surface.startsWith('wall:'))
    .map((one) => ({ ...one, at: applyMotion(toPart, one.at) }))
  const skin = skinUnder(part, placed, down)
  // On a cut face it lies flat, and nothing is jacked up.
  const isCut = cutsSince(casting).includes(down)
  const where = isCut ? [] : jackPlaces(part, casting.bench, down)
  const heights = where.map((at) => skin(at))
  const offset = isCut
    ? -dot(up, faceMiddle(part, down))
    : casting.bench.clearance - Math.min(...heights)
  const jacks = where.map((at, i): Jack => ({
    id: `jack ${i + 1}`,
    at: withAxis(at, axisOf(down), up[axisOf(down)] * (heights[i] ?? 0)),
    heightMm: offset + (heights[i] ?? 0),
  }))
  return {
    down,
    floorMm: offset + dot(up, faceMiddle(part, down)),
    jacks,
    readings: controls(part, placed, up).map((one) => ({
      point: one.id,
      label: refLabel(part, one.surface),
      heightMm: offset + dot(up, one.at),
      plusMinusMm: one.plusMinusMm ?? 0,
    })),
    scribes: scribes(part, up).map(({ heightMm, ...one }) => ({
      ...one,
      heightMm: heightMm + offset,
    })),
  }
}

const faceMiddle = (part: Part, side: Side): Point<'part'> =>
  withAxis(
    point(sizeAlong(part, 'x') / 2, sizeAlong(part, 'y') / 2, sizeAlong(part, 'z') / 2),
    axisOf(side),
    levelOf(part, side),
  )

function jackPlaces(part: Part, bench: Casting['bench'], down: Side): readonly Point<'part'>[] {
  const [u, v] = planeOf(down)
  const at = (across: number, up: number): Point<'part'> =>
    withAxis(withAxis(faceMiddle(part, down), u, across), v, up)
  if (bench.jacks && down === bench.down) return bench.jacks.map(({ across, up }) => at(across, up))
  return JACKS_AT.map(([a, b]) => at(a * sizeAlong(part, u), b * sizeAlong(part, v)))
}

type Placed = Omit<JoinedPoint, 'at'> & { readonly at: Point<'part'> }

/** A surface looks this much down before something stands under it. */
const LOOKS = 0.7

/** How high the skin lies over a place, measured along the way up: the plane through what was measured there. */
function skinUnder(
  part: Part,
  placed: readonly Placed[],
  down: Side,
): (at: Point<'part'>) => number {
  const up = normalOf(oppositeOf(down))
  const surfaces = partSurfaces(part)
  const [u, v] = planeOf(down)
  const under = placed.filter(({ surface: id }) => {
    const surface = surfaces.get(id)
    return surface?.kind === 'plane' && dot(surface.normal, up) < -LOOKS
  })
  const usual = -(boughtOf(part, down)?.stock.mm ?? 0) + dot(up, faceMiddle(part, down))
  const [first] = under
  if (!first) return () => usual
  const { inverse, rank } = decompose(
    under.map(({ at }) => [at[u], at[v], 1]),
    3,
  )
  const heights = under.map(({ at }) => dot(up, at))
  if (rank < 3) return () => heights.reduce((a, b) => a + b, 0) / heights.length
  const [a = 0, b = 0, c = 0] = inverse.map((row) =>
    row.reduce((sum, w, i) => sum + w * (heights[i] ?? 0), 0),
  )
  return (at) => a * at[u] + b * at[v] + c
}

/** Points by which it is set: on what looks up, else beside; as far apart as can be. */
function controls(part: Part, placed: readonly Placed[], up: Point<'part'>): readonly Placed[] {
  const surfaces = partSurfaces(part)
  const looks = ({ surface: id }: Placed): number => {
    const surface = surfaces.get(id)
    return surface?.kind === 'plane' ? dot(surface.normal, up) : 0
  }
  const above = placed.filter((one) => looks(one) > LOOKS)
  const pool = above.length >= 3 ? above : placed.filter((one) => looks(one) > -LOOKS)
  const [first] = pool
  if (!first) return []
  const flat = (a: Placed, b: Placed): number => {
    const by = subtract(a.at, b.at)
    return norm(
      subtract(by, { x: up.x * dot(by, up), y: up.y * dot(by, up), z: up.z * dot(by, up) }),
    )
  }
  const chosen = [pool.reduce((far, one) => (flat(one, first) > flat(far, first) ? one : far))]
  while (chosen.length < Math.min(MOST_READINGS, pool.length)) {
    const away = (one: Placed): number => Math.min(...chosen.map((known) => flat(known, one)))
    const next = pool.reduce((far, one) => (away(one) > away(far) ? one : far))
    if (away(next) < 1e-6) break
    chosen.push(next)
  }
  return chosen
}

/** Heights of all finished planes that lie level, and of the axes of bores that do. */
function scribes(part: Part, up: Point<'part'>): readonly Scribe[] {
  return [...partSurfaces(part).values()].flatMap((surface): Scribe[] => {
    const bought = boughtOf(part, surface.id)
    // What is not in the casting and not a face of it is drilled later, from what is cut by then.
    if (!bought?.toCut) return []
    const along = Math.abs(dot(directionOf(surface), up))
    const isAxis = surface.kind === 'axis'
    if (isAxis ? along > 1e-6 : along < 1 - 1e-6) return []
    const at = surface.kind === 'axis' ? surface.from : surface.at
    return [
      { surface: surface.id, label: refLabel(part, surface.id), heightMm: dot(up, at), isAxis },
    ]
  })
}

/** The stands of a layout: as it stands, then on the two faces beside, against an angle plate. */
export function layoutStands(
  part: Part,
  casting: Casting,
  points: readonly JoinedPoint[],
  motion: PartInCasting,
): readonly BenchStand[] {
  const first = casting.bench.down
  const others = (['left', 'front', 'bottom'] as const).filter(
    (side) => axisOf(side) !== axisOf(first),
  )
  return [first, ...others].map((down) => benchStand(part, casting, points, motion, down))
}

/** What the hand does to the casting from how it lies: at each end, up or down, and how it slides and swings. */
export interface HandMove {
  readonly words: string
  readonly mm: number
}

const LEAST_MOVE_MM = 0.05
const ENDS: Readonly<Record<'x' | 'y', string>> = { x: 'right end', y: 'back' }
const WAYS: Readonly<Record<'x' | 'y' | 'z', readonly [string, string]>> = {
  x: ['to the left', 'to the right'],
  y: ['to the front', 'to the back'],
  z: ['down', 'up'],
}

/** How the casting is moved so that the part in it lies along the axes of the plate. */
export function handMoves(
  points: readonly JoinedPoint[],
  motion: PartInCasting,
): readonly HandMove[] {
  const toPart = invertMotion(motion)
  const low = { x: Infinity, y: Infinity, z: Infinity }
  const high = { x: -Infinity, y: -Infinity, z: -Infinity }
  for (const { at } of points)
    for (const axis of AXES) {
      low[axis] = Math.min(low[axis], at[axis])
      high[axis] = Math.max(high[axis], at[axis])
    }
  const middle = point<'casting'>((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)
  const moveAt = (at: Point<'casting'>): Point<'part'> => {
    const to = applyMotion(toPart, at)
    return point(to.x - at.x, to.y - at.y, to.z - at.z)
  }
  const moves: HandMove[] = []
  const say = (what: string, axis: 'x' | 'y' | 'z', mm: number): void => {
    if (Math.abs(mm) < LEAST_MOVE_MM) return
    moves.push({ words: `${what} ${WAYS[axis][mm < 0 ? 0 : 1]}`, mm: Math.abs(mm) })
  }
  for (const axis of ['x', 'y'] as const) {
    const far = ENDS[axis]
    const [a, b] = [
      moveAt(withAxis(middle, axis, low[axis])).z,
      moveAt(withAxis(middle, axis, high[axis])).z,
    ]
    // One end stays where it is, the other is lifted or let down: that is how it is done.
    say(far, 'z', b - a)
  }
  const whole = moveAt(middle)
  say('slid', 'x', whole.x)
  say('slid', 'y', whole.y)
  const swing = moveAt(withAxis(middle, 'x', high.x)).y - moveAt(withAxis(middle, 'x', low.x)).y
  say('right end swung', 'y', swing)
  return moves
}
