import { dot, norm, scale, subtract } from '../../ground/geometry'
import { type Model } from '../part'
import { type SolidFace } from '../solid'
import { endOfRound, faceOnly } from './levels'
import { type Seen, tidy } from './seen'

type Rest = Model['rest'][number]

/** Corners that an outline in a document may have. */
const MOST_CORNERS = 1000

/** What no feature stands for, gathered by kind and size. */
export function restOf(seen: Seen): Model['rest'] {
  const groups = new Map<string, Rest>()
  for (const face of seen.solid.faces) {
    if (seen.isKnown(face) || seen.isSideLevel(face)) continue
    const { kind, sizeMm } = kindOf(face, turnOf(seen, face))
    const key = `${kind} ${sizeMm?.toFixed(4) ?? ''}${kind === 'free' || kind === 'flat' ? face.index : ''}`
    const known = groups.get(key)
    const { x, y, z } = face.at
    if (known) {
      known.faces.push(face.index)
      known.areaMm2 += face.areaMm2
    } else
      groups.set(key, {
        kind,
        faces: [face.index],
        ...(sizeMm !== undefined && { sizeMm: tidy(sizeMm) }),
        at: { x: tidy(x), y: tidy(y), z: tidy(z) },
        areaMm2: face.areaMm2,
        ...surfaceOf(seen, face, kind),
      })
  }
  return [...groups.values()].map((rest) => ({
    ...rest,
    areaMm2: tidy(rest.areaMm2),
  }))
}

/** What can be named by hand: the outline of a flat, the circle at the end of a round. */
function surfaceOf(
  seen: Seen,
  face: SolidFace<'part'>,
  kind: Rest['kind'],
): Pick<Rest, 'surface'> | undefined {
  if (kind === 'flat' && face.kind === 'plane') {
    const { on, plane, rings } = faceOnly(seen, face)
    return rings.every((ring) => ring.length <= MOST_CORNERS)
      ? { surface: { on, plane, rings } }
      : undefined
  }
  if (kind !== 'round' || face.kind !== 'cylinder') return undefined
  const { on, plane, rings } = endOfRound(face)
  return { surface: { on, plane, rings } }
}

/** How far the pieces of one round go about its axis together, rad; a seam may part it into halves. */
function turnOf(seen: Seen, face: SolidFace<'part'>): number {
  if (face.kind !== 'cylinder') return 0
  const along = subtract(face.to, face.from)
  const isSame = (other: SolidFace<'part'>): boolean => {
    if (other.kind !== 'cylinder' || other.isHollow !== face.isHollow) return false
    if (Math.abs(other.radiusMm - face.radiusMm) > 1e-4) return false
    return [other.from, other.to].every((end) => {
      const by = subtract(end, face.from)
      const off = subtract(by, scale(along, dot(by, along) / dot(along, along)))
      return norm(off) < 1e-3
    })
  }
  return seen.solid.faces
    .filter(isSame)
    .reduce((sum, other) => sum + (other.kind === 'cylinder' ? other.sweepRad : 0), 0)
}

function kindOf(face: SolidFace<'part'>, turnRad: number): Pick<Rest, 'kind' | 'sizeMm'> {
  switch (face.kind) {
    case 'plane':
      return { kind: 'flat' }
    case 'cylinder': {
      const isPart = turnRad < Math.PI + 0.01
      const kind = !isPart ? 'round' : face.isHollow ? 'fillet' : 'rounding'
      return { kind, sizeMm: face.radiusMm }
    }
    case 'torus':
      return { kind: face.isHollow ? 'fillet' : 'rounding' }
    case 'sphere':
      return { kind: face.isHollow ? 'fillet' : 'rounding', sizeMm: face.radiusMm }
    case 'cone':
      return { kind: 'cone', sizeMm: face.radiusMm }
    case 'free':
      return { kind: 'free' }
  }
}
