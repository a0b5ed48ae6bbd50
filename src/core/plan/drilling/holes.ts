import {
  applyMotion,
  dot,
  norm,
  type PlanePoint,
  type Point,
  point,
  subtract,
  withAxis,
} from '../../ground/geometry'
import { uppermost } from '../../shop/holding'
import { axisOf, cornerPoint, type HolePlace, holesOf, levelOf, outwardOf } from '../../work/part'
import { driven, type PlannedSetup, zeroPoint } from '../planning'
import { type Bounds, boundsOfPoints, cornersOfBox } from '../../ground/recipe'

/** From where the coordinates of a setup are counted. */
export type CountedFrom = 'zero' | 'corner' | 'centre'

/** One hole in the axes of a setup, from its zero, the marked corner or the centre of the part. */
export interface HoleInSetup extends HolePlace {
  /** Where the cutter enters, mm. */
  readonly at: Point<'setup'>
  /** What the axes of the machine read there, mm: with the head swung, table and quill; else the same as `at`. */
  readonly reads: Point<'setup'>
  /** It is drilled from its own mouth, or through from behind. */
  readonly from: 'mouth' | 'behind'
  /** Full-diameter depth from where the cutter enters, mm; the thickness for a through hole. */
  readonly depthMm: number
  readonly through: boolean
  /** How far the metal at its rim stands over the middle of where the cutter enters, and as far below where it leaves, mm: the face leans there. */
  readonly rimMm: number
  /** It is made in this setup. */
  readonly cutHere: boolean
}

/** The marked corner on the face that is up: where it is seen at the machine. */
export function markedCornerSeen({ part, standing }: PlannedSetup): Point<'part'> {
  const up = uppermost(standing)
  return withAxis(cornerPoint(part), axisOf(up), levelOf(part, up))
}

/** Where X, Y and Z are nought, in the frame of the setup. Corner and centre count Z from the top of the finished part. */
export function countingPoint(planned: PlannedSetup, from: CountedFrom): Point<'setup'> {
  const { part } = planned
  if (from === 'zero') return zeroPoint(planned)
  const { setupFromPart } = planned.standing
  const middle = point<'part'>(part.size.x.mm / 2, part.size.y.mm / 2, part.size.z.mm / 2)
  const across = applyMotion(setupFromPart, from === 'corner' ? cornerPoint(part) : middle)
  return point(across.x, across.y, finishedInSetup(planned).high.z)
}

/**
 * The holes that can be drilled as the part stands, in the axes of the setup. A hole is there when its
 * axis comes out upwards, or when it is plain through and comes out downwards.
 */
export function holesInSetup(
  planned: PlannedSetup,
  from: CountedFrom = 'zero',
  places: readonly HolePlace[] = holesOf(planned.part),
): readonly HoleInSetup[] {
  const origin = countingPoint(planned, from)
  const { standing, setup } = planned
  const cut = new Set(setup.ops.filter((op) => op.pass === 'finish').map((op) => op.feature))
  const up = standing.setupFromPart.rows[2]
  return places.flatMap((place): readonly HoleInSetup[] => {
    const { end, hole, mouth } = place
    const rise = dot(outwardOf(hole), up)
    const behind = rise < 0
    const through = hole.extent.kind === 'through'
    if (Math.abs(rise) < UPRIGHT || (behind && (!through || hole.head.kind !== 'none'))) return []
    const p = applyMotion(standing.setupFromPart, behind ? end : mouth)
    const at = point<'setup'>(p.x - origin.x, p.y - origin.y, p.z - origin.z)
    return [
      {
        ...place,
        at,
        reads: driven(planned, at),
        from: behind ? 'behind' : 'mouth',
        depthMm: norm(subtract(end, mouth)),
        through,
        rimMm: hole.tilt ? (Math.tan(hole.tilt.angle.rad) * hole.diameter.mm) / 2 : 0,
        cutHere: cut.has(hole.id),
      },
    ]
  })
}

const UPRIGHT = 1 - 1e-9

/** The finished part as it stands. */
const finishedInSetup = ({ part, standing }: PlannedSetup): Bounds<'setup'> =>
  boundsOfPoints(
    cornersOfBox({
      low: point<'part'>(0, 0, 0),
      high: point(part.size.x.mm, part.size.y.mm, part.size.z.mm),
    }).map((corner) => applyMotion(standing.setupFromPart, corner)),
  )

/** The finished part as it stands, seen from above, in the same coordinates as its holes. */
export function outlineInSetup(
  planned: PlannedSetup,
  from: CountedFrom = 'zero',
): { readonly low: PlanePoint; readonly high: PlanePoint } {
  const origin = countingPoint(planned, from)
  const { high, low } = finishedInSetup(planned)
  return {
    low: { x: low.x - origin.x, y: low.y - origin.y },
    high: { x: high.x - origin.x, y: high.y - origin.y },
  }
}
