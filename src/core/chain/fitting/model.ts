import {
  add,
  applyMotion,
  cross,
  dot,
  invertMotion,
  type Motion,
  norm,
  type Point,
  scale,
  subtract,
} from '../../ground/geometry'

/** What a surface is to be: cut clean, left as cast in its place, or the far side of a wall that must keep its thickness. */
export type FitKind = 'cut' | 'cast' | 'wall'

interface Common {
  readonly id: string
  readonly kind: FitKind
  /** The least that must be outside of it at every point, mm. */
  readonly leastMm: number
  /** The most that may be, mm. */
  readonly mostMm?: number | undefined
  /** What one would like to be there, mm; what lies there at first where it is left out. */
  readonly aimMm?: number | undefined
  /** How much it counts when what can be chosen freely is balanced; 1 where left out. */
  readonly weight?: number | undefined
}

/** A surface of the finished part, as it lies in the part. */
export type FitSurface = Common &
  (
    | { readonly shape: 'plane'; readonly at: Point<'part'>; readonly normal: Point<'part'> }
    | {
        /** About an axis; inside: the metal is outside of it, a bore. */
        readonly shape: 'round'
        readonly at: Point<'part'>
        readonly axis: Point<'part'>
        readonly radiusMm: number
        readonly isInside: boolean
      }
  )

/** A point measured on the skin of a casting that belongs to a surface of the part. */
export interface FitPoint {
  readonly surface: string
  readonly at: Point<'casting'>
  /** How well it is known, ± mm. */
  readonly plusMinusMm?: number | undefined
}

/** Where the part lies in the casting. */
export type PartInCasting = Motion<'casting', 'part'>

/** A point that has its surface. */
export interface Measured {
  readonly at: Point<'casting'>
  readonly on: FitSurface
  readonly plusMinusMm: number
}

/** What lies outside of a surface at a point, and the way along which that grows, in the casting. */
export interface Outside {
  readonly mm: number
  readonly way: Point<'casting'>
}

/** How to look at points with the part lying so: each is asked for its own. */
export function outsideWith(motion: PartInCasting): (point: Measured) => Outside {
  const toPart = invertMotion(motion)
  const { rows } = toPart
  // A direction of the part in the casting: the rows of the way back are the columns of the way there.
  const back = (d: Point<'part'>): Point<'casting'> =>
    add(add(scale(rows[0], d.x), scale(rows[1], d.y)), scale(rows[2], d.z))
  return ({ at, on }) => {
    const by = subtract(applyMotion(toPart, at), on.at)
    if (on.shape === 'plane') return { mm: dot(by, on.normal), way: back(on.normal) }
    const out = subtract(by, scale(on.axis, dot(by, on.axis)))
    const away = norm(out)
    const radial = away > 1e-12 ? scale(out, 1 / away) : anyAcross(on.axis)
    return on.isInside
      ? { mm: on.radiusMm - away, way: back(scale(radial, -1)) }
      : { mm: away - on.radiusMm, way: back(radial) }
  }
}

function anyAcross(axis: Point<'part'>): Point<'part'> {
  const aside = cross(axis, { x: 0, y: 0, z: 1 })
  const size = norm(aside)
  return size > 1e-6 ? scale(aside, 1 / size) : { x: 1, y: 0, z: 0 }
}
