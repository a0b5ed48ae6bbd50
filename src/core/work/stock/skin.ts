import {
  AXES,
  cross,
  dot,
  norm,
  type Point,
  scale,
  subtract,
  add,
  withAxis,
} from '../../ground/geometry'
import { type Mesh, triangleCount, triangleOf } from '../../ground/mesh'
import { gapToRings } from '../../ground/outline'
import { alongPlane, type Bounds, boundsOf, gapTo, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  type AxisSurface,
  featureSurfaces,
  isSide,
  type Part,
  partSurfaces,
  planeOf,
  type PlaneSurface,
  type Side,
  type Surface,
} from '../part'
import { leaningSide } from './draft'
import { stateFinished, takenSoFar } from './solid'
import { blockNow, featureNow, isThere, levelNow, planeNow, type PartState } from './state'

type At = Point<'part'>

/** What each triangle of a picture of the part stands for: a number into the names; −1 where it is nothing that has a name. */
export interface Skin {
  readonly refs: readonly string[]
  readonly refOf: Int16Array
}

/** What a feature has taken, with the box about that. */
interface Tool {
  readonly recipe: Recipe<'part'>
  readonly bounds: Bounds<'part'>
}

const NEAR_MM = 5e-3
/** Facets of a round lie within it by up to this share of its radius: a polygon of 24 sides. */
const FACET_SHARE = 0.01

/**
 * Finds for each triangle the surface of the part that it lies on: its plane, or the hole or round about whose
 * axis it lies; else the feature that took the metal there.
 *
 * @param faceOf - the face of the file's body that a triangle belongs to, where it came from one.
 */
export function skinOf(
  part: Part,
  mesh: Mesh,
  faceOf?: Uint32Array,
  state = stateFinished(part),
): Skin {
  const surfaces = [...partSurfaces(part).values()]
    .filter(({ owner }) => isSide(owner) || isThere(part, state, owner))
    .map((surface) => asItIs(part, state, surface))
  const planes = surfaces.filter((s): s is PlaneSurface => s.kind === 'plane')
  const axes = surfaces.filter((s): s is AxisSurface => s.kind === 'axis')
  const heads = headRadii(part)
  const tools = new Map(
    [...takenSoFar(part, state)].map(([id, recipe]) => [id, { recipe, bounds: boundsOf(recipe) }]),
  )
  const byFace = faceOf && part.model ? ownersOfFaces(part) : undefined
  const refs: string[] = []
  const indexOf = new Map<string, number>()
  const refOf = new Int16Array(triangleCount(mesh)).fill(-1)
  for (let t = 0; t < refOf.length; t++) {
    const [a, b, c] = triangleOf<'part'>(mesh, t)
    const at = scale(add(add(a, b), c), 1 / 3)
    const across = cross(subtract(b, a), subtract(c, a))
    const size = norm(across)
    if (size === 0) continue
    const out = scale(across, 1 / size)
    const ref =
      planeAt(planes, tools, at, out)?.id ??
      axisAt(axes, heads, at)?.id ??
      byFace?.get(faceOf?.[t] ?? -1) ??
      ownerAt(tools, at)
    if (ref === undefined) continue
    let index = indexOf.get(ref)
    if (index === undefined) {
      index = refs.push(ref) - 1
      indexOf.set(ref, index)
    }
    refOf[t] = index
  }
  return { refs, refOf }
}

/** A surface with the stock that is still on it; a side as wide as the block is then. */
function asItIs(part: Part, state: PartState, surface: Surface): Surface {
  if (!isSide(surface.owner)) {
    const now = featureNow(part, state, surface.owner)
    const there = now && featureSurfaces(part, now).find(({ id }) => id === surface.id)
    return there ?? surface
  }
  if (surface.kind !== 'plane' || !isSide(surface.id)) return surface
  const { high, low } = blockNow(part, state)
  const [u, v] = planeOf(surface.id)
  const level = levelNow(part, state, surface.id)
  const corner = (a: number, b: number): At =>
    withAxis(withAxis(withAxis(low, axisOf(surface.id as Side), level), u, a), v, b)
  const leans = state.cut.has(surface.id) ? undefined : leaningSide(part, surface.id, level)
  return {
    ...surface,
    at: planeNow(part, state, surface),
    ...leans,
    corners: [
      corner(low[u], low[v]),
      corner(high[u], low[v]),
      corner(high[u], high[v]),
      corner(low[u], high[v]),
    ],
  }
}

/** The plane in which a triangle lies and which looks its way; that of a feature before that of a side. */
function planeAt(
  planes: readonly PlaneSurface[],
  tools: ReadonlyMap<string, Tool>,
  at: At,
  out: At,
): Surface | undefined {
  const found = planes.filter(
    (plane) =>
      dot(plane.normal, out) > 0.9999 &&
      Math.abs(dot(subtract(at, plane.at), plane.normal)) < NEAR_MM &&
      isWithin(plane, at),
  )
  const own = found.find(({ owner }) => {
    const tool = tools.get(owner)
    return tool && isOn(tool, at, NEAR_MM)
  })
  return own ?? found.find(({ id, owner }) => id === owner) ?? found[0]
}

function isWithin({ corners, rings }: PlaneSurface, at: At): boolean {
  if (rings) return gapToRings(rings.rings, alongPlane(rings.plane, at)) < NEAR_MM
  const [a, b, , d] = corners
  if (!a || !b || !d) return false
  return [subtract(b, a), subtract(d, a)].every((edge) => {
    const along = dot(subtract(at, a), edge) / dot(edge, edge)
    return along > -1e-3 && along < 1 + 1e-3
  })
}

function headRadii(part: Part): ReadonlyMap<string, number> {
  return new Map(
    part.features.flatMap((feature) =>
      feature.kind === 'hole'
        ? [[feature.id, (feature.head.kind === 'none' ? 0 : feature.head.diameter.mm) / 2]]
        : [],
    ),
  )
}

/** The hole or round about whose axis a triangle lies: on its wall, its head, its floor. */
function axisAt(
  axes: readonly AxisSurface[],
  heads: ReadonlyMap<string, number>,
  at: At,
): Surface | undefined {
  return axes.find(({ diameterMm, from, owner, to }) => {
    const along = subtract(to, from)
    const length = norm(along)
    const t = dot(subtract(at, from), along) / length
    const radius = diameterMm / 2
    if (t < -radius || t > length + radius) return false
    const off = norm(subtract(subtract(at, from), scale(along, t / length)))
    const within = (r: number): boolean =>
      off <= r + NEAR_MM && off >= r * (1 - FACET_SHARE) - NEAR_MM
    const head = heads.get(owner) ?? 0
    const isFloor = t > length - NEAR_MM && off < radius
    return (
      within(radius) ||
      isFloor ||
      (head > 0 && off <= head + NEAR_MM && off >= radius - NEAR_MM && t < length)
    )
  })
}

function ownerAt(tools: ReadonlyMap<string, Tool>, at: At): string | undefined {
  for (const [id, tool] of tools) if (isOn(tool, at, 0.05)) return id
  return undefined
}

/** Whether a place is so near the skin of what a feature takes; what is far from the box about that is not looked at. */
const isOn = ({ bounds: { high, low }, recipe }: Tool, at: At, near: number): boolean =>
  AXES.every((axis) => at[axis] > low[axis] - near && at[axis] < high[axis] + near) &&
  Math.abs(gapTo(recipe, at)) < near

function ownersOfFaces({ model }: Part): ReadonlyMap<number, string> {
  const owners = new Map<number, string>()
  for (const [id, faces] of Object.entries(model?.faces ?? {}))
    for (const face of faces) owners.set(face, id)
  model?.rest.forEach(({ faces }, i) => {
    for (const face of faces) owners.set(face, `rest-${i + 1}`)
  })
  return owners
}
