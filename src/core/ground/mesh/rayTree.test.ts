import fc from 'fast-check'
import { inverse, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { point, type Point } from '../geometry'
import { boxMesh } from '../../../../tests/support/meshes'
import { boxesOf, type Mesh, RayTree, triangleCount, triangleOf } from '.'

type At = Point<'part'>

const figure = fc.integer({ min: -20_000, max: 20_000 }).map((n) => n / 1000)
const at = fc
  .record({ x: figure, y: figure, z: figure })
  .map(({ x, y, z }) => point<'part'>(x, y, z))

/** Triangles that have nothing to do with each other. */
const soup = fc.array(fc.tuple(at, at, at), { minLength: 1, maxLength: 120 }).map((all): Mesh => ({
  positions: Float32Array.from(all.flat().flatMap(({ x, y, z }) => [x, y, z])),
  triangles: Uint32Array.from({ length: 3 * all.length }, (_, i) => i),
}))

/** Where a ray meets a triangle, by solving for its weights: how far the nearest side is from being missed, and how far along. */
function solved(mesh: Mesh, t: number, from: At, along: At): { inside: number; away: number } {
  const [a, b, c] = triangleOf<'part'>(mesh, t)
  const columns = [
    [b.x - a.x, c.x - a.x, -along.x],
    [b.y - a.y, c.y - a.y, -along.y],
    [b.z - a.z, c.z - a.z, -along.z],
  ]
  const [u = NaN, v = NaN, away = NaN] = inverse(new Matrix(columns))
    .mmul(Matrix.columnVector([from.x - a.x, from.y - a.y, from.z - a.z]))
    .to1DArray()
  return { inside: Math.min(u, v, 1 - u - v), away }
}

describe('a ray through the tree over a mesh', () => {
  it('meets the triangles that it meets when each is asked, nearest first', () => {
    fc.assert(
      fc.property(soup, at, at, (mesh, from, along) => {
        fc.pre(Math.hypot(along.x, along.y, along.z) > 0.1)
        // The boxes as they come from a worker.
        const hits = new RayTree<'part'>(mesh, structuredClone(boxesOf(mesh))).hits(from, along)
        const met = new Map(hits.map(({ away, triangle }) => [triangle, away]))
        expect(hits.map(({ away }) => away)).toEqual(
          [...hits.map(({ away }) => away)].sort((a, b) => a - b),
        )
        for (let t = 0; t < triangleCount(mesh); t++) {
          let one: { inside: number; away: number }
          try {
            one = solved(mesh, t, from, along)
          } catch {
            continue
          }
          // What is met at its very edge or all but lies in the ray may go either way.
          if (!(Math.abs(one.inside) > 1e-4 && Math.abs(one.away) > 1e-4)) continue
          if (one.inside > 0 && one.away > 0 && one.away < 1e4)
            expect(met.get(t)).toBeCloseTo(one.away, 3)
          else if (one.inside < 0 || one.away < 0) expect(met.has(t)).toBe(false)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('goes through a box along an axis, in the plane of a side of its neighbours too', () => {
    const tree = new RayTree<'part'>(
      boxMesh([
        [0, 0, 0],
        [10, 20, 30],
      ]),
    )
    const away = (from: At, along: At): readonly number[] => [
      ...new Set(tree.hits(from, along).map((hit) => hit.away)),
    ]
    expect(away(point(-5, 3, 7), point(1, 0, 0))).toEqual([5, 15])
    expect(away(point(4, 3, 40), point(0, 0, -1))).toEqual([10, 40])
    expect(away(point(4, -1, 7), point(0, 2, 0))).toEqual([0.5, 10.5])
    // From a side, along it: the ends that it runs into are met all the same.
    expect(away(point(-5, 0, 7), point(1, 0, 0))).toEqual([5, 15])
    expect(away(point(-5, 30, 7), point(1, 0, 0))).toEqual([])
  })

  it('tells inside from outside', () => {
    fc.assert(
      fc.property(at, at, at, (a, b, place) => {
        const low = point<'part'>(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.min(a.z, b.z))
        const high = point<'part'>(Math.max(a.x, b.x), Math.max(a.y, b.y), Math.max(a.z, b.z))
        const gaps = (['x', 'y', 'z'] as const).flatMap((k) => [
          place[k] - low[k],
          high[k] - place[k],
        ])
        fc.pre(gaps.every((gap) => Math.abs(gap) > 1e-3))
        fc.pre((['x', 'y', 'z'] as const).every((k) => high[k] - low[k] > 1e-2))
        const tree = new RayTree<'part'>(
          boxMesh([
            [low.x, low.y, low.z],
            [high.x, high.y, high.z],
          ]),
        )
        expect(tree.isInside(place)).toBe(gaps.every((gap) => gap > 0))
      }),
    )
  })
})
