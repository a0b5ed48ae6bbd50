import { add, applyMotion, type PlanePoint, type Point, point, scale, withAxis } from '../geometry'
import {
  axisOf,
  depthOf,
  type Hole,
  holePoints,
  levelOf,
  normalOf,
  type Part,
  type Side,
  SIDES,
  signOf,
} from '../part'
import { type PlannedSetup, zeroPoint } from '../planning'

/** One hole of the part. */
export interface HolePlace {
  /** `side.3`; the feature's own id when it has one hole. The same as its surface. */
  readonly key: string
  readonly hole: Hole
  /** Within its feature, from 1. */
  readonly number: number
  readonly count: number
  /** Mouth on its face, where its axis comes out of the finished part. */
  readonly mouth: Point<'part'>
}

/** Every hole of the part, feature by feature. */
export function holesOf(part: Part): readonly HolePlace[] {
  return part.features.flatMap((hole) => {
    if (hole.kind !== 'hole') return []
    const points = holePoints(part, hole)
    return points.map((mouth, i) => ({
      key: points.length === 1 ? hole.id : `${hole.id}.${i + 1}`,
      hole,
      number: i + 1,
      count: points.length,
      mouth,
    }))
  })
}

/** From where the coordinates of a setup are counted. */
export type CountedFrom = 'zero' | 'corner' | 'centre'

/** One hole in the axes of a setup, from its zero, the marked corner or the centre of the part. */
export interface HoleInSetup extends HolePlace {
  /** Where the cutter enters, mm. */
  readonly at: Point<'setup'>
  /** It is drilled from its own mouth, or through from behind. */
  readonly from: 'mouth' | 'behind'
  /** Full-diameter depth from where the cutter enters, mm; the thickness for a through hole. */
  readonly depthMm: number
  readonly through: boolean
  /** It is made in this setup. */
  readonly cutHere: boolean
}

/**
 * The corner that is marked on the part: where the datum faces meet, and left, front and bottom for
 * those directions that have no datum.
 */
export function markedCorner(part: Part): Readonly<Record<'x' | 'y' | 'z', Side>> {
  const along = (axis: 'x' | 'y' | 'z', usual: Side): Side =>
    SIDES.find((side) => axisOf(side) === axis && part.faces[side].datum !== undefined) ?? usual
  return { x: along('x', 'left'), y: along('y', 'front'), z: along('z', 'bottom') }
}

/** Place of the marked corner on the finished part. */
export function cornerPoint(part: Part): Point<'part'> {
  const corner = markedCorner(part)
  return point(levelOf(part, corner.x), levelOf(part, corner.y), levelOf(part, corner.z))
}

/** The marked corner on the face that is up: where it is seen at the machine. */
export function markedCornerSeen(part: Part, up: Side): Point<'part'> {
  return withAxis(cornerPoint(part), axisOf(up), levelOf(part, up))
}

/** Where X, Y and Z are nought, in the frame of the setup. Corner and centre count Z from the face that is up. */
export function countingPoint(planned: PlannedSetup, from: CountedFrom): Point<'setup'> {
  const { part } = planned
  if (from === 'zero') return zeroPoint(planned)
  const { setupFromPart } = planned.standing
  const middle = point<'part'>(part.size.x.mm / 2, part.size.y.mm / 2, part.size.z.mm / 2)
  const across = applyMotion(setupFromPart, from === 'corner' ? cornerPoint(part) : middle)
  const { up } = planned.setup
  const n = normalOf(up)
  const level = levelOf(part, up) * signOf(up)
  const top = applyMotion(setupFromPart, point(n.x * level, n.y * level, n.z * level)).z
  return point(across.x, across.y, top)
}

/**
 * The holes that can be drilled as the part stands, in the axes of the setup. A hole is there when its
 * face is up, or when it is plain through and its face is down.
 */
export function holesInSetup(
  planned: PlannedSetup,
  from: CountedFrom = 'zero',
  places: readonly HolePlace[] = holesOf(planned.part),
): readonly HoleInSetup[] {
  const origin = countingPoint(planned, from)
  const { standing, setup } = planned
  const cut = new Set(setup.ops.filter((op) => op.pass === 'finish').map((op) => op.feature))
  const ways = new Map<Hole, Drilled | undefined>()
  const found: HoleInSetup[] = []
  for (const { count, hole, key, mouth, number } of places) {
    if (!ways.has(hole)) ways.set(hole, drilledAs(planned, hole, cut))
    const drilled = ways.get(hole)
    if (!drilled) continue
    const p = applyMotion(standing.setupFromPart, add(mouth, drilled.fromMouth))
    found.push({
      key,
      hole,
      number,
      count,
      mouth,
      at: point<'setup'>(p.x - origin.x, p.y - origin.y, p.z - origin.z),
      from: drilled.from,
      depthMm: drilled.depthMm,
      through: drilled.through,
      cutHere: drilled.cutHere,
    })
  }
  return found
}

/** What all holes of a feature share in a setup. */
interface Drilled extends Pick<HoleInSetup, 'from' | 'depthMm' | 'through' | 'cutHere'> {
  /** From the mouth to where the cutter enters. */
  readonly fromMouth: Point<'part'>
}

/** How a feature's holes stand in a setup; undefined when they cannot be drilled there. */
function drilledAs(
  { part, setup }: PlannedSetup,
  hole: Hole,
  cut: ReadonlySet<string>,
): Drilled | undefined {
  if (axisOf(hole.on) !== axisOf(setup.up)) return undefined
  const through = hole.extent.kind === 'through'
  const behind = hole.on !== setup.up
  if (behind && (!through || hole.head.kind !== 'none')) return undefined
  const depthMm = depthOf(part, hole.on, hole.extent)
  return {
    from: behind ? 'behind' : 'mouth',
    depthMm,
    through,
    cutHere: cut.has(hole.id),
    fromMouth: scale(normalOf(hole.on), behind ? -depthMm : 0),
  }
}

/** The finished part as it stands, seen from above, in the same coordinates as its holes. */
export function outlineInSetup(
  planned: PlannedSetup,
  from: CountedFrom = 'zero',
): { readonly low: PlanePoint; readonly high: PlanePoint } {
  const { part } = planned
  const origin = countingPoint(planned, from)
  const { setupFromPart } = planned.standing
  const a = applyMotion(setupFromPart, point<'part'>(0, 0, 0))
  const b = applyMotion(setupFromPart, point(part.size.x.mm, part.size.y.mm, part.size.z.mm))
  return {
    low: { x: Math.min(a.x, b.x) - origin.x, y: Math.min(a.y, b.y) - origin.y },
    high: { x: Math.max(a.x, b.x) - origin.x, y: Math.max(a.y, b.y) - origin.y },
  }
}
