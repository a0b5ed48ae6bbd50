import { add, dot, norm, scale, subtract } from '../../ground/geometry'
import { type Model } from '../part'
import { type SolidFace } from '../solid'
import { type Seen, STEP_MM, tidy } from './seen'

type Flat = SolidFace<'part'> & { readonly kind: 'plane' }
type Wall = Model['walls'][number]

/** A wall or rib is no thicker than this, and so many times as large as it is thick (common practice, no source). */
const [WALL_MM, SLENDER] = [15, 1.5]
/** So much of the smaller face has to have the other one behind it. */
const BEHIND_SHARE = 0.6
/** More flats than this are not held against each other. */
const MOST_FLATS = 400

/** Walls, ribs and webs: two flats back to back with metal between, by thickness. */
export function wallsOf(seen: Seen): readonly Wall[] {
  const flats = seen.solid.faces.filter((face): face is Flat => face.kind === 'plane')
  if (flats.length > MOST_FLATS) return []
  const walls: Wall[] = []
  flats.forEach((a, i) => {
    for (const b of flats.slice(i + 1)) {
      const thickMm = betweenBacks(a, b)
      if (thickMm === undefined || !isBehind(seen, a, b, thickMm)) continue
      const known = walls.find((wall) => Math.abs(wall.thickMm - thickMm) < 1e-3)
      const pair = [a.index, b.index]
      if (known) {
        known.count++
        known.faces.push(...pair)
      } else walls.push({ thickMm: tidy(thickMm), count: 1, faces: pair })
    }
  })
  return walls.sort((a, b) => a.thickMm - b.thickMm).slice(0, 50)
}

/** How thick it is between two flats that look away from each other; undefined where that is no wall. */
function betweenBacks(a: Flat, b: Flat): number | undefined {
  const [p, q] = [a.plane, b.plane]
  if (norm(add(p.out, q.out)) > 1e-6) return undefined
  const thickMm = dot(subtract(p.at, q.at), p.out)
  const slender = Math.sqrt(Math.min(a.areaMm2, b.areaMm2)) / thickMm
  return thickMm > 0.05 && thickMm <= WALL_MM && slender >= SLENDER ? thickMm : undefined
}

function isBehind(seen: Seen, a: Flat, b: Flat, thickMm: number): boolean {
  const small = a.areaMm2 <= b.areaMm2 ? a : b
  const inward = scale(small.plane.out, -1)
  const places = seen.placesOn(small)
  const met = places.filter((at) => {
    const from = add(at, scale(inward, STEP_MM))
    const first = Math.min(...seen.rays.hits(from, inward).map(({ away }) => away))
    return Math.abs(first + STEP_MM - thickMm) < 1e-2
  })
  return places.length > 0 && met.length >= BEHIND_SHARE * places.length
}
