import { type PlanePoint } from '../../ground/geometry'
import { isWithin, rectangleRing, ringArea, ringBounds } from '../../ground/outline'
import { onPlane, type Plane } from '../../ground/recipe'
import { type Contour } from '../part'
import { placesIn } from './places'
import { type Seen, STEP_MM, tidy } from './seen'

type Marked = Contour['rings'][number]

/** Places in a triangle at which it is looked whether anything stands there, as shares of its corners. */
const SHARES = [
  [1 / 3, 1 / 3],
  [0.6, 0.2],
  [0.2, 0.6],
  [0.2, 0.2],
] as const

/**
 * An outline without the notches that something deeper has cut into it: there a tool that goes straight over meets
 * nothing, and what it is cut from may still stand there when it is cut first.
 */
export function withoutNotches(seen: Seen, plane: Plane<'part'>, ring: Marked): Marked {
  const turn = Math.sign(ringArea(ring))
  for (let k = 0; k < ring.length && ring.length > 3; k++) {
    const at = (i: number): Marked[number] =>
      ring[(i + ring.length) % ring.length] as Marked[number]
    const [before, here, after] = [at(k - 1), at(k), at(k + 1)]
    const isStraight = !before.bulge && !here.bulge
    if (!before.open || !here.open || !isStraight) continue
    const across =
      (here.x - before.x) * (after.y - here.y) - (here.y - before.y) * (after.x - here.x)
    if (across * turn >= 0 || !isFree(seen, plane, before, here, after)) continue
    return withoutNotches(
      seen,
      plane,
      ring.filter((_, i) => i !== k),
    )
  }
  return ring
}

/**
 * An outline that is open all round as the rectangle about it, where a tool that goes over all of that meets nothing:
 * an edge that is rounded off beside a slant has cut its corner away.
 */
export function withSquareCorners(seen: Seen, plane: Plane<'part'>, ring: Marked): Marked {
  if (ring.length <= 4 || ring.some(({ open }) => !open)) return ring
  const { high, low } = ringBounds([ring])
  const square = rectangleRing(low, high)
  const more = placesIn([square]).filter((p) => !isWithin([ring], p))
  return more.every((p) => isFreeAt(seen, plane, p))
    ? square.map(({ x, y }) => ({ x: tidy(x), y: tidy(y), open: true as const }))
    : ring
}

/** Whether a tool that comes straight down to a place of a plane meets nothing. */
function isFreeAt(seen: Seen, plane: Plane<'part'>, at: PlanePoint): boolean {
  const over = onPlane(plane, at, STEP_MM)
  return !seen.isMetal(over) && seen.isOpen(over, plane.out)
}

const isFree = (
  seen: Seen,
  plane: Plane<'part'>,
  a: PlanePoint,
  b: PlanePoint,
  c: PlanePoint,
): boolean =>
  SHARES.every(([s, t]) => {
    const r = 1 - s - t
    return isFreeAt(seen, plane, {
      x: s * a.x + t * b.x + r * c.x,
      y: s * a.y + t * b.y + r * c.y,
    })
  })
