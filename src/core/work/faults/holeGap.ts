import { add, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { acrossOf, gapTo, type Recipe, round } from '../../ground/recipe'
import { pointLengthMm } from '../../handbook/standards'
import { type HolePlace } from '../part'
import { leastWall, radiusOf } from './holeWalls'

/** Least distance between the axes of two holes, mm. Ericson, Real-Time Collision Detection, 2005, 5.1.9 (cited from memory). */
export function segmentsApart(
  a: Pick<HolePlace, 'mouth' | 'end'>,
  b: Pick<HolePlace, 'mouth' | 'end'>,
): number {
  const [d1, d2, r] = [
    subtract(a.end, a.mouth),
    subtract(b.end, b.mouth),
    subtract(a.mouth, b.mouth),
  ]
  const [aa, ee, ff] = [dot(d1, d1), dot(d2, d2), dot(d2, r)]
  const [bb, cc] = [dot(d1, d2), dot(d1, r)]
  const within = (value: number): number => Math.min(1, Math.max(0, value))
  const denominator = aa * ee - bb * bb
  let s = denominator > 1e-12 * aa * ee ? within((bb * ff - cc * ee) / denominator) : 0
  let t = (bb * s + ff) / ee
  if (t < 0 || t > 1) {
    t = within(t)
    s = within((bb * t - cc) / aa)
  }
  return norm(subtract(add(a.mouth, scale(d1, s)), add(b.mouth, scale(d2, t))))
}

/** Places along and round a hole at which it is asked how near the other is. */
const [ALONG, ROUND] = [24, 24]

/**
 * What is left between two holes, mm; less than nothing where they run into each other. Ends are taken as they
 * are: flat, or with the point of a drill; to a few hundredths of the smaller hole's diameter.
 */
export function wallBetween(a: HolePlace, b: HolePlace): number {
  const wall = segmentsApart(a, b) - radiusOf(a) - radiusOf(b)
  if (wall >= Math.min(leastWall(radiusOf(a)), leastWall(radiusOf(b)))) return wall
  // Between the axes that is nearest; an end that is blind is no ball.
  const other = asDrilled(b)
  const apart = Math.min(
    ...placesOn(a).map((at) => Math.min(...other.map((one) => gapTo(one, at)))),
  )
  return apart > 0 ? apart : wall
}

/** How far the point of the drill goes beyond the depth of a hole, mm. */
const pointOf = ({ hole }: HolePlace): number =>
  hole.extent.kind === 'deep' && hole.making !== 'bore' ? pointLengthMm(hole.diameter.mm) : 0

const inwards = ({ end, mouth }: HolePlace): Point<'part'> => {
  const along = subtract(end, mouth)
  return scale(along, 1 / norm(along))
}

function asDrilled(place: HolePlace): readonly Recipe<'part'>[] {
  const { end, mouth } = place
  const radius = radiusOf(place)
  const tip = pointOf(place)
  return [
    round(mouth, end, radius),
    ...(tip > 0 ? [round(end, add(end, scale(inwards(place), tip)), radius, radius / 50)] : []),
  ]
}

/** Places on the wall, the floor and the point of a hole. */
function placesOn(place: HolePlace): readonly Point<'part'>[] {
  const { end, mouth } = place
  const radius = radiusOf(place)
  const tip = pointOf(place)
  const along = inwards(place)
  const [u, v] = acrossOf(along)
  const ring = (at: Point<'part'>, r: number): readonly Point<'part'>[] =>
    Array.from({ length: ROUND }, (_, i) => {
      const angle = (2 * Math.PI * i) / ROUND
      return add(at, add(scale(u, r * Math.cos(angle)), scale(v, r * Math.sin(angle))))
    })
  const wall = Array.from({ length: ALONG + 1 }, (_, i) =>
    ring(add(mouth, scale(subtract(end, mouth), i / ALONG)), radius),
  )
  const floor = [0, 0.25, 0.5, 0.75].map((share) =>
    ring(add(end, scale(along, tip * (1 - share))), radius * share),
  )
  return [...wall, ...floor].flat()
}
