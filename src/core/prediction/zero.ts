import { applyMotion, point, type Point } from '../geometry'
import { isSide, normalOf, type Part, partSurfaces, type Side } from '../part'
import { type Pickup } from '../way'
import { type PlannedSetup } from './buildModel'

/** The program zero in the setup, from how each axis is found. */
export function zeroPoint(part: Part, planned: PlannedSetup): Point<'setup'> {
  const { layout, setup } = planned
  const surfaces = partSurfaces(part)
  const middle = (layout.low.x + layout.high.x) / 2
  const kept = { x: layout.stopX ?? middle, y: 0, z: layout.low.z }
  const along = (axis: 'x' | 'y' | 'z'): number => {
    const refs = touched(setup.zero[axis])
    if (refs.length === 0) return kept[axis]
    const values = refs.map((ref) => {
      const surface = surfaces.get(ref)
      if (!surface) return kept[axis]
      const at =
        surface.kind === 'axis'
          ? surface.from
          : isSide(ref)
            ? faceNow(planned, ref, surface.at)
            : surface.at
      return applyMotion(layout.setupFromPart, at)[axis]
    })
    return values.reduce((sum, v) => sum + v, 0) / values.length
  }
  return point(along('x'), along('y'), along('z'))
}

const faceNow = ({ before }: PlannedSetup, side: Side, at: Point<'part'>): Point<'part'> => {
  const n = normalOf(side)
  const over = before.stockOn[side]
  return point(at.x + n.x * over, at.y + n.y * over, at.z + n.z * over)
}

const touched = (pickup: Pickup): readonly string[] => {
  if (pickup.kind === 'fixture') return []
  if (pickup.kind === 'both-sides') return [pickup.first, pickup.second]
  return [pickup.kind === 'bore' ? pickup.feature : pickup.surface]
}
