import { add, AXES, norm, type Point, scale, subtract } from '../../ground/geometry'
import { type RayTree, treeOf, triangleOf } from '../../ground/mesh'
import { type Bounds, boundsOf, boundsOfPoints, gapTo, type Recipe } from '../../ground/recipe'
import { type Side, SIDES, axisOf, signOf } from '../part'
import { type Solid, type SolidFace } from '../solid'

type At = Point<'part'>

/** How far a place is stepped off a face to ask what is there, mm. */
export const STEP_MM = 0.02
const MOST_PLACES = 40

/** One of the pieces that a solid is united of, with the box about it. */
interface Piece {
  readonly recipe: Recipe<'part'>
  readonly bounds: Bounds<'part'>
}

const piecesOf = (recipe: Recipe<'part'>): readonly Piece[] =>
  recipe.kind === 'united' ? recipe.of.flatMap(piecesOf) : [{ recipe, bounds: boundsOf(recipe) }]

/** Whether a place is so near the skin of what the pieces are together: on one of them, deep in none. */
function isOnSkin(pieces: readonly Piece[], at: At, near: number): boolean {
  let gap = Infinity
  for (const { bounds, recipe } of pieces)
    if (isWithin(bounds, at, near)) gap = Math.min(gap, gapTo(recipe, at))
  return Math.abs(gap) < near
}

const overlap = (a: Bounds<'part'>, b: Bounds<'part'>, near: number): boolean =>
  AXES.every((axis) => a.low[axis] < b.high[axis] + near && b.low[axis] < a.high[axis] + near)

const isWithin = ({ high, low }: Bounds<'part'>, at: At, near: number): boolean =>
  at.x > low.x - near &&
  at.y > low.y - near &&
  at.z > low.z - near &&
  at.x < high.x + near &&
  at.y < high.y + near &&
  at.z < high.z + near

/** A solid that can be asked what is metal, and which of its faces are known already. */
export class Seen {
  readonly rays: RayTree<'part'>
  /** How far triangles may be off the surfaces that they stand for, mm. */
  readonly meshMm: number
  readonly size: At
  private readonly triangles: readonly number[][]
  private readonly taken: Recipe<'part'>[] = []
  private readonly known = new Map<number, string>()
  private readonly places = new Map<number, readonly At[]>()

  constructor(readonly solid: Solid<'part'>) {
    this.rays = treeOf(solid.mesh)
    this.size = subtract(solid.high, solid.low)
    this.meshMm = Math.max(0.01, norm(this.size) / 1000)
    const triangles = solid.faces.map((): number[] => [])
    solid.mesh.faceOf.forEach((face, t) => triangles[face]?.push(t))
    this.triangles = triangles
  }

  isMetal(at: At): boolean {
    return this.rays.isInside(at)
  }

  /** Whether nothing stands in the way from a place along a direction. */
  isOpen(from: At, along: At): boolean {
    return this.rays.hits(from, along).length === 0
  }

  isSideLevel(face: SolidFace<'part'>): Side | undefined {
    if (face.kind !== 'plane') return undefined
    const { at, out } = face.plane
    return SIDES.find((side) => {
      const axis = axisOf(side)
      if (out[axis] * signOf(side) < 1 - 1e-9) return false
      const level = signOf(side) > 0 ? this.size[axis] : 0
      return Math.abs(at[axis] - level) < 1e-4
    })
  }

  /** Says that a feature takes so much, and which faces are its own. */
  take(id: string, recipe: Recipe<'part'> | undefined, faces: readonly number[]): void {
    if (recipe) this.taken.push(recipe)
    for (const face of faces) this.known.set(face, id)
  }

  /** Gives the faces that bound what the feature taken last has taken to it. */
  explain(id: string): void {
    const recipe = this.taken[this.taken.length - 1]
    if (!recipe) return
    const pieces = piecesOf(recipe)
    for (const face of this.solid.faces)
      if (!this.known.has(face.index) && this.lieOn(face, pieces)) this.known.set(face.index, id)
  }

  /** Whether what a feature would take bounds a face that nothing stands for yet. */
  wouldExplain(recipe: Recipe<'part'> | undefined): boolean {
    if (!recipe) return false
    const pieces = piecesOf(recipe)
    return this.solid.faces.some(
      (face) =>
        !this.isKnown(face) && this.isSideLevel(face) === undefined && this.lieOn(face, pieces),
    )
  }

  /** Whether an edge of the solid goes through what a feature would take, so that it would take metal. */
  takesEdge(recipe: Recipe<'part'> | undefined): boolean {
    if (!recipe) return false
    const pieces = piecesOf(recipe)
    return this.solid.edges.some(({ points }) => {
      const [a, b] = [points[(points.length - 1) >> 1], points[points.length >> 1]]
      if (!a || !b) return false
      const middle = scale(add(a, b), 0.5)
      return pieces.some(
        ({ bounds, recipe: piece }) =>
          isWithin(bounds, middle, 0) && gapTo(piece, middle) < -STEP_MM,
      )
    })
  }

  private lieOn(face: SolidFace<'part'>, pieces: readonly Piece[]): boolean {
    const near = face.kind === 'plane' ? 1e-3 : 2 * this.meshMm
    const places = this.placesOn(face)
    const [first] = places
    if (!first || !isOnSkin(pieces, first, near)) return false
    const about = boundsOfPoints(places)
    const there = pieces.filter(({ bounds }) => overlap(bounds, about, near))
    return places.every((at) => isOnSkin(there, at, near))
  }

  /** Middles of the triangles of a face, not too many. */
  placesOn(face: SolidFace<'part'>): readonly At[] {
    const known = this.places.get(face.index)
    if (known) return known
    const found = this.middlesOf(face)
    this.places.set(face.index, found)
    return found
  }

  private middlesOf(face: SolidFace<'part'>): readonly At[] {
    const own = this.triangles[face.index] ?? []
    const each = Math.max(1, Math.floor(own.length / MOST_PLACES))
    return own
      .filter((_, i) => i % each === 0)
      .map((t) => {
        const [a, b, c] = triangleOf<'part'>(this.solid.mesh, t)
        return scale(add(add(a, b), c), 1 / 3)
      })
  }

  isKnown(face: SolidFace<'part'>): boolean {
    return this.known.has(face.index)
  }

  /** The feature that a face belongs to. */
  ownerOf(face: number): string | undefined {
    return this.known.get(face)
  }

  /** The faces that each feature and side stands for. */
  get faces(): Readonly<Record<string, number[]>> {
    const found: Record<string, number[]> = {}
    for (const [face, id] of this.known) (found[id] ??= []).push(face)
    return found
  }

  /** How far a place is inside the box about the solid, mm. */
  depthOf(at: At): number {
    return Math.min(...AXES.flatMap((axis) => [at[axis], this.size[axis] - at[axis]]))
  }
}

/** A figure without the noise of its making. */
export const tidy = (mm: number): number => {
  const round = Math.round(mm * 1e6) / 1e6
  return round === 0 ? 0 : round
}
