import { cross, dot, norm, type Point, point, scale, subtract } from '../../ground/geometry'
import { type Mesh, triangleCount, triangleOf } from '../../ground/mesh'
import { type Skin } from '../../work/stock'

type At = Point<'part'>
type Flat = readonly [number, number]

/** How a part is looked at: its directions to the right, away and up; slanting from above, or square to its front. */
export interface Looking {
  readonly axes: readonly [At, At, At]
  readonly kind: 'slanting' | 'square'
}

/** Which way a face looks that is seen: each has its own tone. */
export type Shade = 'up' | 'side' | 'front'

/** What is seen of a solid: which face at each place of a grid, and its edges; plain data, made where solids are. */
export interface Look {
  /** Low corner of the grid, and how far its places are apart, mm on the sheet. */
  readonly low: Flat
  readonly step: number
  readonly columns: number
  readonly rows: number
  /** For each place, row by row from below, a number into `seen`; −1 where nothing is. */
  readonly places: Int16Array
  readonly seen: readonly { readonly ref: string | undefined; readonly shade: Shade }[]
  readonly edges: readonly LookEdge[]
}

export interface LookEdge {
  readonly from: Flat
  readonly to: Flat
  readonly isHidden: boolean
  readonly ref: string | undefined
}

/** Places along the longer side of the grid. */
const PLACES = 280
/** Faces that meet at less than this are one round surface, rad. */
const SHARP_RAD = (20 * Math.PI) / 180
const COS30 = Math.cos(Math.PI / 6)

/** Where a place of the part comes to lie on the sheet. */
export function onSheet({ axes, kind }: Looking, p: At): Flat {
  const [x, y, z] = [dot(axes[0], p), dot(axes[1], p), dot(axes[2], p)]
  return kind === 'square' ? [x, z] : [(x + y) * COS30, z - (x - y) / 2]
}

/** The direction towards the one who looks; unit. */
const towardsEye = ({ axes: [right, away, up], kind }: Looking): At => {
  if (kind === 'square') return scale(away, -1)
  const sum = point<'part'>(
    right.x - away.x + up.x,
    right.y - away.y + up.y,
    right.z - away.z + up.z,
  )
  return scale(sum, 1 / norm(sum))
}

interface Corner {
  readonly at: Flat
  /** Towards the eye, mm. */
  readonly near: number
}

interface Face {
  readonly corners: readonly [Corner, Corner, Corner]
  readonly out: At
  readonly isFront: boolean
  readonly seen: number
  readonly ref: string | undefined
}

/** Looks at a solid: what covers what by a grid of depths, then which stretches of its edges are seen. */
export function lookAt(mesh: Mesh, skin: Skin, looking: Looking): Look {
  const seen: { ref: string | undefined; shade: Shade }[] = []
  const faces = facesOf(mesh, skin, looking, seen)
  const all = faces.flatMap(({ corners }) => corners.map(({ at }) => at))
  const low: Flat = [least(all.map(([u]) => u)), least(all.map(([, v]) => v))]
  const [wide, high] = [most(all.map(([u]) => u)) - low[0], most(all.map(([, v]) => v)) - low[1]]
  const step = Math.max(wide, high, 1e-3) / PLACES
  const grid = new Grid(low, step, Math.ceil(wide / step) + 1, Math.ceil(high / step) + 1)
  for (const face of faces) if (face.isFront) grid.fill(face)
  const edges = edgesOf(mesh, faces).flatMap((edge) => grid.stretches(edge))
  const { columns, places, rows } = grid
  return { low, step, columns, rows, places, seen, edges }
}

const least = (all: readonly number[]): number => all.reduce((a, b) => Math.min(a, b), Infinity)
const most = (all: readonly number[]): number => all.reduce((a, b) => Math.max(a, b), -Infinity)

function facesOf(
  mesh: Mesh,
  { refOf, refs }: Skin,
  looking: Looking,
  seen: { ref: string | undefined; shade: Shade }[],
): readonly Face[] {
  const eye = towardsEye(looking)
  const numbers = new Map<string, number>()
  return Array.from({ length: triangleCount(mesh) }, (_, t): Face => {
    const [a, b, c] = triangleOf<'part'>(mesh, t)
    const across = cross(subtract(b, a), subtract(c, a))
    const size = norm(across)
    const out = size > 0 ? scale(across, 1 / size) : point<'part'>(0, 0, 0)
    const ref = refs[refOf[t] ?? -1]
    const shade = shadeOf(looking, out)
    const key = `${ref ?? ''} ${shade}`
    let number = numbers.get(key)
    if (number === undefined) {
      number = seen.push({ ref, shade }) - 1
      numbers.set(key, number)
    }
    const corner = (p: At): Corner => ({ at: onSheet(looking, p), near: dot(eye, p) })
    return {
      corners: [corner(a), corner(b), corner(c)],
      out,
      isFront: dot(out, eye) > 1e-6,
      seen: number,
      ref,
    }
  })
}

function shadeOf({ axes, kind }: Looking, out: At): Shade {
  if (kind === 'square') return 'up'
  if (dot(out, axes[2]) > 0.5) return 'up'
  return dot(out, axes[0]) > 0.5 ? 'side' : 'front'
}

interface Edge {
  readonly from: Corner
  readonly to: Corner
  readonly ref: string | undefined
}

/** Edges where faces meet sharply, or where a round turns away from the eye. */
function edgesOf(mesh: Mesh, faces: readonly Face[]): readonly Edge[] {
  const names = cornerNames(mesh)
  const met = new Map<string, { face: Face; from: Corner; to: Corner }[]>()
  faces.forEach((face, t) => {
    for (let k = 0; k < 3; k++) {
      const [i, j] = [names[3 * t + k] ?? 0, names[3 * t + ((k + 1) % 3)] ?? 0]
      const key = i < j ? `${i} ${j}` : `${j} ${i}`
      const side = {
        face,
        from: face.corners[k] as Corner,
        to: face.corners[(k + 1) % 3] as Corner,
      }
      const known = met.get(key)
      if (known) known.push(side)
      else met.set(key, [side])
    }
  })
  return [...met.values()].flatMap(([a, b]) => {
    if (!a) return []
    const cosine = b ? dot(a.face.out, b.face.out) : -1
    const isTurning = b !== undefined && a.face.isFront !== b.face.isFront
    if (cosine > Math.cos(SHARP_RAD) && !(isTurning && cosine < 1 - 1e-6)) return []
    return [{ from: a.from, to: a.to, ref: ownRef(a.face.ref, b?.face.ref) }]
  })
}

/** Of the two faces at an edge the one that belongs to a feature. */
const ownRef = (a: string | undefined, b: string | undefined): string | undefined =>
  a?.includes('.') ? a : (b ?? a)

/** A number for each corner of each triangle; corners at the same place have the same. */
function cornerNames(mesh: Mesh): Int32Array {
  const known = new Map<string, number>()
  const { positions, triangles } = mesh
  return Int32Array.from(triangles, (vertex) => {
    const key = [0, 1, 2].map((k) => Math.round((positions[3 * vertex + k] ?? 0) * 1e3)).join(' ')
    let name = known.get(key)
    if (name === undefined) known.set(key, (name = known.size))
    return name
  })
}

/** An edge that lies behind the grid's faces by less than so many steps is seen. */
const BEHIND_STEPS = 2.5

/** The grid of what is nearest to the eye. */
class Grid {
  readonly places: Int16Array
  private readonly near: Float32Array

  constructor(
    private readonly low: Flat,
    private readonly step: number,
    readonly columns: number,
    readonly rows: number,
  ) {
    this.places = new Int16Array(columns * rows).fill(-1)
    this.near = new Float32Array(columns * rows).fill(-Infinity)
  }

  fill({ corners: [a, b, c], seen }: Face): void {
    const grid = (p: Corner): Flat => [
      (p.at[0] - this.low[0]) / this.step,
      (p.at[1] - this.low[1]) / this.step,
    ]
    const [p, q, r] = [grid(a), grid(b), grid(c)]
    const area = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
    if (Math.abs(area) < 1e-9) return
    const [u0, u1] = [Math.min(p[0], q[0], r[0]), Math.max(p[0], q[0], r[0])]
    const [v0, v1] = [Math.min(p[1], q[1], r[1]), Math.max(p[1], q[1], r[1])]
    for (let v = Math.max(0, Math.ceil(v0)); v <= Math.min(this.rows - 1, v1); v++)
      for (let u = Math.max(0, Math.ceil(u0)); u <= Math.min(this.columns - 1, u1); u++) {
        const second = ((u - p[0]) * (r[1] - p[1]) - (v - p[1]) * (r[0] - p[0])) / area
        const third = ((q[0] - p[0]) * (v - p[1]) - (q[1] - p[1]) * (u - p[0])) / area
        if (second < -1e-6 || third < -1e-6 || second + third > 1 + 1e-6) continue
        const near = a.near + second * (b.near - a.near) + third * (c.near - a.near)
        const i = v * this.columns + u
        if (near <= (this.near[i] ?? 0)) continue
        this.near[i] = near
        this.places[i] = seen
      }
  }

  /** An edge in stretches that are seen or hidden. */
  stretches({ from, ref, to }: Edge): readonly LookEdge[] {
    const [du, dv] = [to.at[0] - from.at[0], to.at[1] - from.at[1]]
    const long = Math.hypot(du, dv)
    const count = Math.max(1, Math.ceil(long / this.step / 2))
    const along = (t: number): Flat => [from.at[0] + t * du, from.at[1] + t * dv]
    const found: LookEdge[] = []
    let start = 0
    let isHidden = this.isHidden(
      along(0.5 / count),
      from.near + (0.5 / count) * (to.near - from.near),
    )
    for (let k = 1; k <= count; k++) {
      const t = (k + 0.5) / count
      const next =
        k === count ? !isHidden : this.isHidden(along(t), from.near + t * (to.near - from.near))
      if (next === isHidden) continue
      found.push({ from: along(start / count), to: along(k / count), isHidden, ref })
      start = k
      isHidden = next
    }
    return found
  }

  /** Whether something is nearer to the eye all about a place. */
  private isHidden([u, v]: Flat, near: number): boolean {
    const [i, j] = [(u - this.low[0]) / this.step, (v - this.low[1]) / this.step]
    for (const column of [Math.floor(i), Math.ceil(i)])
      for (const row of [Math.floor(j), Math.ceil(j)]) {
        if (column < 0 || row < 0 || column >= this.columns || row >= this.rows) return false
        const there = this.near[row * this.columns + column] ?? -Infinity
        if (there <= near + BEHIND_STEPS * this.step) return false
      }
    return true
  }
}
