import {
  cross,
  dot,
  type Motion,
  norm,
  point,
  type Point,
  scale,
  subtract,
} from '../../ground/geometry'
import { acrossOf } from '../../ground/recipe'
import { moveSolid, type Solid } from '../solid'

type At = Point<'file'>

/** How a part is to lie: the way out of its base, and the way out of its front, in the axes of the file. */
export interface Lie {
  readonly base: At
  readonly front: At
}

const SAME = 1 - 1e-9

/** Flats that look the same way or the opposite one, and what they come to, mm². */
interface Flats {
  readonly along: At
  areaMm2: number
  /** The largest flat that looks along, and the largest that looks the other way, mm². */
  largest: [number, number]
}

/** What of all flats each of the file's own axes has to have square to it, for the part to lie as it was drawn. */
const OWN_SHARE = 0.08

/** How a part lies in the axes of its file: Z up, Y to the back. */
export const LIE_OF_FILE: Lie = { base: point(0, 0, -1), front: point(0, -1, 0) }

/**
 * How a part would lie: as it was drawn where flats lie square to all three axes of the file, else on its
 * largest flat, its longest side to the right.
 */
export function proposeLie(solid: Solid): Lie {
  const flats = flatsOf(solid)
  const all = flats.reduce((sum, one) => sum + one.areaMm2, 0)
  const isDrawnSo = [point<'file'>(1, 0, 0), point<'file'>(0, 1, 0), point<'file'>(0, 0, 1)].every(
    (axis) => flats.some((one) => dot(one.along, axis) > SAME && one.areaMm2 > OWN_SHARE * all),
  )
  return isDrawnSo ? LIE_OF_FILE : largestDown(solid, flats)
}

/** On its largest flat, its longest side to the right; a round part stands on end. */
export function largestDown(solid: Solid, flats = flatsOf(solid)): Lie {
  const [most] = flats
  const up = most ? upOf(most) : longestBore(solid)
  const beside = flats.filter((one) => Math.abs(dot(one.along, up)) < 1e-6)
  const side = beside[0]?.along ?? acrossOf(up)[0]
  const other = cross(up, side)
  const [long] = [side, other].sort((a, b) => reach(solid, b) - reach(solid, a)) as [At]
  const x = towardsFile(long)
  return { base: scale(up, -1), front: scale(cross(up, x), -1) }
}

function flatsOf(solid: Solid): readonly Flats[] {
  const found: Flats[] = []
  for (const face of solid.faces) {
    if (face.kind !== 'plane') continue
    const { out } = face.plane
    let flats = found.find((one) => Math.abs(dot(one.along, out)) > SAME)
    if (!flats) found.push((flats = { along: towardsFile(out), areaMm2: 0, largest: [0, 0] }))
    flats.areaMm2 += face.areaMm2
    const side = dot(flats.along, out) > 0 ? 0 : 1
    flats.largest[side] = Math.max(flats.largest[side], face.areaMm2)
  }
  return found.sort((a, b) => b.areaMm2 - a.areaMm2)
}

/** Up is away from the larger of the two largest flats; as in the file where they are alike. */
const upOf = ({ along, largest: [one, other] }: Flats): At =>
  one > other * 1.02 ? scale(along, -1) : along

/** Of a direction and its opposite the one that is nearer to the positive axes of the file. */
function towardsFile(along: At): At {
  const largest = [along.x, along.y, along.z].reduce((most, c) =>
    Math.abs(c) > Math.abs(most) + 1e-9 ? c : most,
  )
  return largest < 0 ? scale(along, -1) : along
}

function longestBore(solid: Solid): At {
  let [best, length] = [point<'file'>(0, 0, 1), 0]
  for (const face of solid.faces) {
    if (face.kind !== 'cylinder') continue
    const along = subtract(face.to, face.from)
    if (norm(along) > length) [best, length] = [scale(along, 1 / norm(along)), norm(along)]
  }
  return towardsFile(best)
}

/** How far a solid reaches along a direction, mm. */
function reach({ mesh }: Solid, along: At): number {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < mesh.positions.length; i += 3) {
    const [x = 0, y = 0, z = 0] = [mesh.positions[i], mesh.positions[i + 1], mesh.positions[i + 2]]
    const value = along.x * x + along.y * y + along.z * z
    if (value < low) low = value
    if (value > high) high = value
  }
  return high - low
}

/** A solid as it lies as a part: its low corner at the origin; and the motion that brought it there. */
export interface Laid {
  readonly solid: Solid<'part'>
  readonly motion: Motion<'part', 'file'>
}

/**
 * Lays a solid as wished.
 *
 * @param times - what its lengths are multiplied by, where the unit of its file was wrong.
 */
export function laySolid(solid: Solid, lie: Lie, times = 1): Laid {
  const z = scale(ownDirection(solid, lie.base), -1)
  const away = scale(ownDirection(solid, lie.front), -1)
  const square = subtract(away, scale(z, dot(away, z)))
  const y = exact(norm(square) < 1e-6 ? acrossOf(z)[1] : scale(square, 1 / norm(square)))
  const rows = [cross(y, z), y, z] as const
  const turned = moveSolid(solid, { rows, shift: point<'part'>(0, 0, 0) }, times)
  const motion: Motion<'part', 'file'> = { rows, shift: scale(turned.low, -1) }
  return { solid: moveSolid(solid, motion, times), motion }
}

/** A direction that was picked in a picture, rad from a direction of the solid, is meant to be that. */
const PICKED_RAD = 1e-3

/** The way out of the flat, or along the axis, that a direction is nearly along; else the direction itself. */
function ownDirection(solid: Solid, direction: At): At {
  const wanted = exact(scale(direction, 1 / norm(direction)))
  let [best, nearest] = [wanted, PICKED_RAD]
  for (const face of solid.faces) {
    if (face.kind !== 'plane' && face.kind !== 'cylinder') continue
    const along = face.kind === 'plane' ? face.plane.out : subtract(face.to, face.from)
    const unit = scale(along, 1 / norm(along))
    const own = dot(unit, wanted) < 0 ? scale(unit, -1) : unit
    const off = norm(subtract(own, wanted))
    if (off < nearest) [best, nearest] = [exact(own), off]
  }
  return best
}

/** A direction along an axis but for rounding, exactly so. */
function exact(along: At): At {
  const round = (c: number): number =>
    Math.abs(c) > SAME ? Math.sign(c) : Math.abs(c) < 1e-9 ? 0 : c
  return point(round(along.x), round(along.y), round(along.z))
}
