import { applyMotion, type Axis, point, type Point } from '../../ground/geometry'
import { isSide, levelOf, middleOf, normalOf, type Side, type Surface } from '../../work/part'
import { refsOfPickup } from '../way'
import { type PlannedSetup } from './planned'

/** The program zero in the setup: on what is touched, or where the setup says that it is to lie. */
export function zeroPoint(planned: PlannedSetup): Point<'setup'> {
  const { lies } = planned.setup.zero
  const found = touchedPoint(planned)
  const along = (axis: Axis): number => {
    const ref = lies?.[axis]
    if (ref === undefined) return found[axis]
    const at = ref === 'middle' ? middleOf(planned.part) : finishedPoint(planned, ref)
    return at ? applyMotion(planned.standing.setupFromPart, at)[axis] : found[axis]
  }
  return point(along('x'), along('y'), along('z'))
}

/** What is touched to find zero, axis by axis, in the setup; the jaw, stop and parallels where nothing is. */
export function touchedPoint(planned: PlannedSetup): Point<'setup'> {
  const { standing, setup, surfaces } = planned
  const { stays } = standing
  const along = (axis: Axis): number => {
    const refs = refsOfPickup(setup.zero[axis])
    if (refs.length === 0) return stays[axis].at
    const values = refs.map((ref) => {
      const surface = surfaces.get(ref)
      return surface ? surfacePoint(planned, ref, surface)[axis] : stays[axis].at
    })
    return values.reduce((sum, v) => sum + v, 0) / values.length
  }
  return point(along('x'), along('y'), along('z'))
}

/** Where a surface lies in a setup as the part is before it: a face with the stock that is still on it. */
export function surfacePoint(planned: PlannedSetup, ref: string, surface: Surface): Point<'setup'> {
  const at =
    surface.kind === 'axis'
      ? surface.from
      : isSide(ref)
        ? faceNow(planned, ref, surface.at)
        : surface.at
  return applyMotion(planned.standing.setupFromPart, at)
}

/** A place on a finished face or on the axis of a hole. */
function finishedPoint({ part, surfaces }: PlannedSetup, ref: string): Point<'part'> | undefined {
  if (isSide(ref)) {
    const n = normalOf(ref)
    const level = levelOf(part, ref)
    return point(Math.abs(n.x) * level, Math.abs(n.y) * level, Math.abs(n.z) * level)
  }
  const surface = surfaces.get(ref)
  return surface && (surface.kind === 'axis' ? surface.from : surface.at)
}

const faceNow = ({ before }: PlannedSetup, side: Side, at: Point<'part'>): Point<'part'> => {
  const n = normalOf(side)
  const over = before.stockOn[side]
  return point(at.x + n.x * over, at.y + n.y * over, at.z + n.z * over)
}
