import { applyMotion, type Axis, point, type Point } from '../geometry'
import { isSide, levelOf, middleOf, normalOf, type Part, partSurfaces, type Side } from '../part'
import { refsOfPickup } from '../way'
import { type PlannedSetup } from './planned'

/** The program zero in the setup: on what is touched, or where the setup says that it is to lie. */
export function zeroPoint(part: Part, planned: PlannedSetup): Point<'setup'> {
  const { lies } = planned.setup.zero
  const found = touchedPoint(part, planned)
  const along = (axis: Axis): number => {
    const ref = lies?.[axis]
    if (ref === undefined) return found[axis]
    const at = ref === 'middle' ? middleOf(part) : finishedPoint(part, ref)
    return at ? applyMotion(planned.layout.setupFromPart, at)[axis] : found[axis]
  }
  return point(along('x'), along('y'), along('z'))
}

/** What is touched to find zero, axis by axis, in the setup; the jaw, stop and parallels where nothing is. */
export function touchedPoint(part: Part, planned: PlannedSetup): Point<'setup'> {
  const { layout, setup } = planned
  const surfaces = partSurfaces(part)
  const middle = (layout.low.x + layout.high.x) / 2
  const kept = { x: layout.stopX ?? middle, y: 0, z: layout.low.z }
  const along = (axis: Axis): number => {
    const refs = refsOfPickup(setup.zero[axis])
    if (refs.length === 0) return kept[axis]
    const values = refs.map((ref) => {
      const surface = surfaces.get(ref)
      return surface ? surfacePoint(planned, ref, surface)[axis] : kept[axis]
    })
    return values.reduce((sum, v) => sum + v, 0) / values.length
  }
  return point(along('x'), along('y'), along('z'))
}

type KnownSurface = NonNullable<ReturnType<ReturnType<typeof partSurfaces>['get']>>

/** Where a surface lies in a setup as the part is before it: a face with the stock that is still on it. */
export function surfacePoint(
  planned: PlannedSetup,
  ref: string,
  surface: KnownSurface,
): Point<'setup'> {
  const at =
    surface.kind === 'axis'
      ? surface.from
      : isSide(ref)
        ? faceNow(planned, ref, surface.at)
        : surface.at
  return applyMotion(planned.layout.setupFromPart, at)
}

/** A place on a finished face or on the axis of a hole. */
function finishedPoint(part: Part, ref: string): Point<'part'> | undefined {
  if (isSide(ref)) {
    const n = normalOf(ref)
    const level = levelOf(part, ref)
    return point(Math.abs(n.x) * level, Math.abs(n.y) * level, Math.abs(n.z) * level)
  }
  const surface = partSurfaces(part).get(ref)
  return surface && (surface.kind === 'axis' ? surface.from : surface.at)
}

const faceNow = ({ before }: PlannedSetup, side: Side, at: Point<'part'>): Point<'part'> => {
  const n = normalOf(side)
  const over = before.stockOn[side]
  return point(at.x + n.x * over, at.y + n.y * over, at.z + n.z * over)
}
