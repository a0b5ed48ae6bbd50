import { outsideWith, type PartInCasting } from '../../chain/fitting'
import { add, applyMotion, norm, type Point, scale, subtract } from '../../ground/geometry'
import { acrossOf } from '../../ground/recipe'
import { boughtOf, type Part, partSurfaces, refLabel, type Surface } from '../part'
import { type JoinedPoint } from './joined'
import { fitSurfacesOf } from './surfaces'

/** A place where it is worth measuring next. */
export interface NextPoint {
  readonly surface: string
  readonly label: string
  readonly at: Point<'part'>
  /** By how much it could turn out to be tighter than what is tightest now, mm. */
  readonly riskMm: number
}

/** Over this a skin may wander on its own, mm (common practice, no source). */
const ALIKE_MM = 40
const MOST = 3

/**
 * Where a point would say most: where the skin, by how much it wanders and how far the nearest point is, could
 * come out tighter than the tightest that is known. None of them: enough is measured.
 */
export function nextPoints(
  part: Part,
  points: readonly JoinedPoint[],
  motion: PartInCasting,
  smallestMm: number,
): readonly NextPoint[] {
  const surfaces = partSurfaces(part)
  const outside = outsideWith(motion)
  const found = fitSurfacesOf(part).flatMap((on): NextPoint[] => {
    const surface = surfaces.get(on.id)
    const wanders = boughtOf(part, on.id)?.spread.mm ?? 0
    if (!surface || wanders === 0) return []
    const own = points.filter((one) => one.surface === on.id)
    const known = own.map((one) => ({
      at: one.at,
      mm: outside({ at: one.at, on, plusMinusMm: 0 }).mm,
    }))
    const usual =
      known.length > 0 ? known.reduce((sum, { mm }) => sum + mm, 0) / known.length : (on.aimMm ?? 0)
    const best = placesOn(surface)
      .map((at) => {
        const there = applyMotion(motion, at)
        const away = Math.min(Infinity, ...known.map((one) => norm(subtract(one.at, there))))
        const open = Number.isFinite(away) ? 1 - Math.exp(-away / ALIKE_MM) : 1
        return { at, riskMm: 2 * wanders * open - (usual - on.leastMm - smallestMm) }
      })
      .reduce((most, one) => (one.riskMm > most.riskMm ? one : most))
    // Of a face to be cut that nobody has touched all metal is unknown.
    const riskMm = known.length === 0 && on.kind === 'cut' ? (on.aimMm ?? 0) : best.riskMm
    return riskMm > 0 ? [{ surface: on.id, label: refLabel(part, on.id), at: best.at, riskMm }] : []
  })
  return found.sort((a, b) => b.riskMm - a.riskMm).slice(0, MOST)
}

const SHARES = [0.08, 0.36, 0.64, 0.92] as const

/** Places spread over a surface. */
function placesOn(surface: Surface): readonly Point<'part'>[] {
  if (surface.kind === 'axis') {
    const along = subtract(surface.to, surface.from)
    const [u, v] = acrossOf(along)
    return [0.1, 0.9].flatMap((deep) =>
      [0, 1, 2, 3, 4, 5].map((i) => {
        const angle = (i * Math.PI) / 3
        const out = add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)))
        return add(add(surface.from, scale(along, deep)), scale(out, surface.diameterMm / 2))
      }),
    )
  }
  const [a, b, , d] = surface.corners
  if (!a || !b || !d) return [surface.at]
  return SHARES.flatMap((s) =>
    SHARES.map((t) => add(add(a, scale(subtract(b, a), s)), scale(subtract(d, a), t))),
  )
}
