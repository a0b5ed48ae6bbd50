import { planeDistance, type PlanePoint, point } from '../../ground/geometry'
import { creasesOf, type Mesh, meshBounds, RayTree, triangleCount } from '../../ground/mesh'

/** The work as triangles in the frame of the vise, mm: three figures a corner, three corners a triangle. */
export interface WorkMesh {
  readonly positions: readonly number[]
  readonly triangles: readonly number[]
}

/** What the corners and the triangles of work may come to, in figures of each. */
export const MOST_WORK_FIGURES = 120_000

const meshOf = ({ positions, triangles }: WorkMesh): Mesh => ({
  positions: Float32Array.from(positions),
  triangles: Uint32Array.from(triangles),
})

type Segment = readonly [PlanePoint, PlanePoint]

/** Sections closer to each other than this are one, mm. */
const LEVEL_MM = 0.01
const MOST_SECTIONS = 64
/** A hair beside, so that one does not look down along an edge between two triangles, mm. */
const ASIDE = [1.3e-6, 0.7e-6] as const

/** What a tip feels of work of any shape: what lies under it, and how far the nearest wall is at its height. */
export class Metal {
  private readonly tree: RayTree<'setup'>
  private readonly mesh: Mesh
  private readonly top: number
  private readonly sections = new Map<number, readonly Segment[]>()

  constructor(work: WorkMesh) {
    this.mesh = meshOf(work)
    this.tree = new RayTree(this.mesh)
    this.top = meshBounds(this.mesh).high.z
  }

  /** How high the metal under a place goes, of which the tip is above; nothing where there is none. */
  under({ x, y }: PlanePoint): number | undefined {
    const from = this.top + 1
    const [first] = this.tree.hits(point(x + ASIDE[0], y + ASIDE[1], from), point(0, 0, -1))
    return first && from - first.away
  }

  /** From a place to the nearest wall at a height, mm; negative within the metal, Infinity where nothing is that high. */
  toWall(at: PlanePoint, height: number): number {
    const section = this.section(height)
    let nearest = Infinity
    let crossed = 0
    for (const [a, b] of section) {
      nearest = Math.min(nearest, toSegment(at, a, b))
      // Even-odd, along X: each end of a segment counts for one side of the line only.
      if (a.y > at.y !== b.y > at.y && at.x < a.x + ((at.y - a.y) * (b.x - a.x)) / (b.y - a.y))
        crossed++
    }
    return crossed % 2 === 1 ? -nearest : nearest
  }

  private section(height: number): readonly Segment[] {
    const level = Math.round(height / LEVEL_MM)
    const known = this.sections.get(level)
    if (known) return known
    if (this.sections.size >= MOST_SECTIONS) this.sections.clear()
    // Half a step over the level: what lies flat at a round height is not cut along itself.
    const found = this.cutAt((level + 0.5) * LEVEL_MM)
    this.sections.set(level, found)
    return found
  }

  private cutAt(z: number): readonly Segment[] {
    const { positions, triangles } = this.mesh
    const found: Segment[] = []
    for (let t = 0; t < triangleCount(this.mesh); t++) {
      const ends: PlanePoint[] = []
      for (let k = 0; k < 3; k++) {
        const a = 3 * (triangles[3 * t + k] as number)
        const b = 3 * (triangles[3 * t + ((k + 1) % 3)] as number)
        const [az, bz] = [positions[a + 2] as number, positions[b + 2] as number]
        if (az > z === bz > z) continue
        const share = (z - az) / (bz - az)
        const along = (i: number): number =>
          (positions[a + i] as number) +
          share * ((positions[b + i] as number) - (positions[a + i] as number))
        ends.push({ x: along(0), y: along(1) })
      }
      const [from, to] = ends
      if (from && to) found.push([from, to])
    }
    return found
  }
}

function toSegment(p: PlanePoint, a: PlanePoint, b: PlanePoint): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const square = dx * dx + dy * dy
  const share =
    square > 0 ? Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square)) : 0
  return Math.hypot(p.x - a.x - share * dx, p.y - a.y - share * dy)
}

/** The cosine of how far two faces must turn from each other for an eye to see the edge between them: 25°. */
const EDGE_COS = 0.906
/** What looks up by less than this is a wall that leans by a hair. */
const UP = 0.1

/** The edges that an eye sees from above: where faces that are not upright turn, or end. */
export const sharpEdges = (mesh: WorkMesh): readonly Segment[] =>
  creasesOf<'setup'>(meshOf(mesh), EDGE_COS).flatMap(({ from, outs, to }) =>
    Math.max(...outs.map((out) => out.z)) > UP && planeDistance(from, to) > 0 ? [[from, to]] : [],
  )
