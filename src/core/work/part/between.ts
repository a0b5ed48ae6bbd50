import { cross, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { directionOf, type Surface } from './surface'

/** How two surfaces lie to each other: how far apart where they are parallel, the angle where they are not. */
export type Between =
  | { readonly kind: 'apart'; readonly mm: number; readonly isSquare?: true }
  | { readonly kind: 'angle'; readonly rad: number }

const PARALLEL = 1 - 1e-9
const SQUARE = 1e-9

/**
 * What is measured between two surfaces: between parallel planes, from an axis to a plane along it, between
 * parallel axes; between axes that pass each other the shortest way; else the angle, 0 to a quarter turn.
 */
export function betweenSurfaces(a: Surface, b: Surface): Between {
  const [u, v] = [directionOf(a), directionOf(b)]
  const along = Math.abs(dot(u, v))
  const apart = subtract(placeOn(b), placeOn(a))
  if (a.kind === 'plane' && b.kind === 'plane')
    return along > PARALLEL
      ? { kind: 'apart', mm: Math.abs(dot(apart, u)) }
      : { kind: 'angle', rad: Math.acos(along) }
  if (a.kind === 'axis' && b.kind === 'axis') {
    if (along > PARALLEL)
      return { kind: 'apart', mm: norm(subtract(apart, scale(u, dot(apart, u)))) }
    const across = cross(u, v)
    const mm = Math.abs(dot(apart, across)) / norm(across)
    return along < SQUARE
      ? { kind: 'apart', mm, isSquare: true }
      : { kind: 'angle', rad: Math.acos(along) }
  }
  const [normal] = a.kind === 'plane' ? [u] : [v]
  if (along < SQUARE) return { kind: 'apart', mm: Math.abs(dot(apart, normal)) }
  return { kind: 'angle', rad: Math.asin(Math.min(1, along)) }
}

const placeOn = (surface: Surface): Point<'part'> =>
  surface.kind === 'plane' ? surface.at : surface.from
