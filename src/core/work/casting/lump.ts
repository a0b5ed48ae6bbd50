import { type Fit } from '../../chain/fitting'
import { seededUniform } from '../../chain/variation'
import {
  add,
  applyMotion,
  dot,
  invertMotion,
  norm,
  type Point,
  scale,
  subtract,
} from '../../ground/geometry'
import { decompose } from '../../ground/linalg'
import { cornerOf, type Mesh, triangleCount } from '../../ground/mesh'
import { acrossOf } from '../../ground/recipe'
import {
  boughtOf,
  directionOf,
  type Part,
  partSurfaces,
  staysAsBought,
  type Surface,
} from '../part'
import { type PartState, type Skin } from '../stock'
import { type JoinedPoint } from './joined'
import { isBore } from './surfaces'

type At = Point<'part'>

/** How far the skin of one casting lies outside of where it should, mm, at a place of a surface as drawn. */
type SkinOff = (at: At) => number

/** A casting as it was measured, with the part as it is to lie in it. */
export interface MeasuredSkin {
  readonly points: readonly JoinedPoint[]
  readonly fit: Pick<Fit, 'motion' | 'slacks'>
}

/** How much of its spread a skin is off as a whole, and how much it leans, where nobody has measured it. */
const [OFF_SHARE, LEAN_SHARE] = [0.5, 0.35]

/**
 * What the skin of one casting is off: through its points where they tell, else drawn at random within what the
 * pattern says it wanders.
 *
 * @param seed - the same casting is off by the same wherever it is asked for.
 */
export function skinOff(
  part: Part,
  measured: MeasuredSkin | undefined,
  seed: number,
): ReadonlyMap<string, SkinOff> {
  const uniform = seededUniform(seed)
  const toPart = measured && invertMotion(measured.fit.motion)
  const found = new Map<string, SkinOff>()
  for (const surface of partSurfaces(part).values()) {
    const bought = boughtOf(part, surface.id)
    if (!bought || bought.bought === 'cut') continue
    const spread = bought.spread.mm
    const drawn = [OFF_SHARE, LEAN_SHARE, LEAN_SHARE].map(
      (share) => spread * share * (2 * uniform() - 1),
    )
    const shape = shapeOf(surface)
    const own =
      measured && toPart
        ? measured.fit.slacks.flatMap(({ outsideMm, point, surface: id }) => {
            const of = measured.points[point]
            if (id !== surface.id || !of) return []
            const stock = bought.toCut ? bought.stock.mm : 0
            return [{ at: shape(applyMotion(toPart, of.at)), off: outsideMm - stock }]
          })
        : []
    const figures = own.length === 0 ? drawn : throughPoints(own)
    found.set(surface.id, (at) => sum(shape(at), figures))
  }
  return found
}

const sum = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((total, value, i) => total + value * (b[i] ?? 0), 0)

/** In what a surface may be off: as a whole, and leaning two ways; a round in its size, and aside two ways. */
function shapeOf(surface: Surface): (at: At) => readonly number[] {
  if (surface.kind === 'plane') {
    const [u, v] = acrossOf(surface.normal)
    const size = Math.max(1, ...surface.corners.map((at) => norm(subtract(at, surface.at))))
    return (at) => {
      const by = subtract(at, surface.at)
      return [1, dot(by, u) / size, dot(by, v) / size]
    }
  }
  const [u, v] = acrossOf(directionOf(surface))
  return (at) => {
    const by = subtract(at, surface.from)
    const [x, y] = [dot(by, u), dot(by, v)]
    const away = Math.hypot(x, y) || 1
    return [1, x / away, y / away]
  }
}

/** Below this share of the largest a way of being off is not told by the points. */
const TOLD = 0.05

/** The figures of least squares; what points do not tell is left at nothing. */
function throughPoints(
  points: readonly { readonly at: readonly number[]; readonly off: number }[],
): readonly number[] {
  return solved(
    points.map(({ at }) => at),
    points.map(({ off }) => off),
  )
}

/** The shortest answer of rows · x = values in the sense of least squares. */
function solved(rows: readonly (readonly number[])[], values: readonly number[]): number[] {
  const columns = rows[0]?.length ?? 0
  const { rightVectors, singularValues } = decompose(rows, columns)
  const x = new Array<number>(columns).fill(0)
  rightVectors.forEach((way, i) => {
    const size = singularValues[i] ?? 0
    if (size < TOLD * (singularValues[0] ?? 0) || size === 0) return
    const along = rows.reduce((total, row, j) => total + sum(row, way) * (values[j] ?? 0), 0)
    way.forEach((part, k) => (x[k] = (x[k] as number) + (part * along) / size ** 2))
  })
  return x
}

/**
 * The casting as it is: each corner of its facets moved so that every face that it lies on is as far off as its skin.
 * What has been cut in the state is where it belongs.
 *
 * @param mesh - as it should be in that state, with what its triangles stand for.
 */
export function lumpOf(
  part: Part,
  state: Pick<PartState, 'cut'>,
  mesh: Mesh & Skin,
  off: ReadonlyMap<string, SkinOff>,
): Mesh {
  const surfaces = partSurfaces(part)
  const touching = new Map<string, { at: At; vertices: number[]; refs: Set<string> }>()
  for (let t = 0; t < triangleCount(mesh); t++) {
    const ref = mesh.refs[mesh.refOf[t] ?? -1]
    for (let k = 0; k < 3; k++) {
      const vertex = mesh.triangles[3 * t + k] as number
      const at = cornerOf<'part'>(mesh, vertex)
      const key = `${at.x.toFixed(3)} ${at.y.toFixed(3)} ${at.z.toFixed(3)}`
      const one = touching.get(key) ?? { at, vertices: [], refs: new Set<string>() }
      one.vertices.push(vertex)
      if (ref !== undefined) one.refs.add(ref)
      touching.set(key, one)
    }
  }
  const positions = Float32Array.from(mesh.positions)
  for (const { at, refs, vertices } of touching.values()) {
    const faces = [...refs].flatMap((ref) => {
      const surface = surfaces.get(ref)
      if (!surface) return []
      const mm =
        state.cut.has(surface.owner) && !staysAsBought(part, surface.id)
          ? 0
          : (off.get(ref)?.(at) ?? 0)
      return [{ out: outOf(part, surface, at), mm }]
    })
    if (faces.every(({ mm }) => mm === 0)) continue
    const [x = 0, y = 0, z = 0] = solved(
      faces.map(({ out }) => [out.x, out.y, out.z]),
      faces.map(({ mm }) => mm),
    )
    const moved = add(at, { x, y, z })
    for (const vertex of vertices) positions.set([moved.x, moved.y, moved.z], 3 * vertex)
  }
  return { positions, triangles: mesh.triangles }
}

/** Out of the metal at a place of a surface, unit. */
function outOf(part: Part, surface: Surface, at: At): At {
  if (surface.kind === 'plane') return surface.normal
  const along = directionOf(surface)
  const by = subtract(at, surface.from)
  const out = subtract(by, scale(along, dot(by, along)))
  const away = norm(out) || 1
  return scale(out, (isBore(part, surface) ? -1 : 1) / away)
}
