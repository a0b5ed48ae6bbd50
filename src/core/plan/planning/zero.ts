import { applyMotion, type Axis, point, type Point } from '../../ground/geometry'
import { isSide, levelOf, middleOf, normalOf, type Surface } from '../../work/part'
import { refsOfPickup } from '../way'
import { planeNow } from '../../work/stock'
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
      return surface ? surfacePoint(planned, surface)[axis] : stays[axis].at
    })
    return values.reduce((sum, v) => sum + v, 0) / values.length
  }
  return point(along('x'), along('y'), along('z'))
}

/** Where a surface lies in a setup as the part is before it: a face with the stock that is still on it. */
export function surfacePoint(planned: PlannedSetup, surface: Surface): Point<'setup'> {
  const at =
    surface.kind === 'axis' ? surface.from : planeNow(planned.part, planned.before, surface)
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
