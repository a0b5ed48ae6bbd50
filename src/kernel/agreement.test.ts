import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { norm, point, type Point, scale, turnAbout } from '@/core/ground/geometry'
import { rectangleRing } from '@/core/ground/outline'
import { acrossOf, boundsOf, box, gapTo, moved, type Recipe, round } from '@/core/ground/recipe'
import { meshOf, type SolidMesh, stlOf } from '.'

type Body = Recipe<'part'>
const at = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })
const place = fc
  .record({ x: at(-20, 20), y: at(-20, 20), z: at(-20, 20) })
  .map(({ x, y, z }) => point<'part'>(x, y, z))
const boxes = fc
  .tuple(place, fc.record({ x: at(2, 20), y: at(2, 20), z: at(2, 20) }))
  .map(([low, size]): Body => box(low, point(low.x + size.x, low.y + size.y, low.z + size.z)))
const rounds = fc
  .tuple(place, place, at(1, 8), at(1, 8))
  .filter(([a, b]) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z) > 2)
  .map(([a, b, r, end]): Body => round(a, b, r, end))
/** Under the arc of a foot, or a plain rectangle, carried about an axis that leans any way. */
const turns = fc
  .tuple(place, place, fc.integer({ min: 10, max: 360 }), at(0, 9), at(1, 6), fc.boolean())
  .filter(([, out]) => Math.hypot(out.x, out.y, out.z) > 2)
  .map(([axisAt, along, degrees, from, size, isFoot]): Body => {
    const out = scale(along, 1 / norm(along))
    return {
      kind: 'turned',
      plane: { at: axisAt, out, across: acrossOf(out)[0] },
      section: isFoot
        ? [
            { x: from, y: 0 },
            { x: from + size, y: 0, bulge: -Math.tan(Math.PI / 8) },
            { x: from, y: size },
          ]
        : rectangleRing({ x: from, y: -size }, { x: from + size, y: 3 }),
      turnRad: (degrees * Math.PI) / 180,
    }
  })
const simple = fc.oneof(boxes, rounds, turns)
const bodies = fc.oneof(
  simple,
  fc
    .tuple(simple, place, at(-3, 3), fc.constantFrom('x', 'y', 'z'))
    .map(([of, centre, rad, axis]): Body => moved(turnAbout(axis, centre, rad), of)),
  fc.array(simple, { minLength: 1, maxLength: 3 }).map((of): Body => ({ kind: 'united', of })),
  fc
    .tuple(boxes, fc.array(simple, { maxLength: 3 }))
    .map(([from, by]): Body => ({ kind: 'cut', from, by })),
)

/** Signed volume of the tetrahedra from the origin: what an STL reader would find. */
const volumeOf = ({ positions, triangles }: SolidMesh): number => {
  let six = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => {
      const n = 3 * (triangles[t + k] as number)
      return [positions[n] as number, positions[n + 1] as number, positions[n + 2] as number]
    }) as [number[], number[], number[]]
    const [ax = 0, ay = 0, az = 0] = a
    const [bx = 0, by = 0, bz = 0] = b
    const [cx = 0, cy = 0, cz = 0] = c
    six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)
  }
  return six / 6
}

/** Whether a place is inside a closed mesh: by the solid angle under which its triangles are seen (Van Oosterom and Strackee, 1983). */
function isInside({ positions, triangles }: SolidMesh, p: Point<'part'>): boolean {
  let angle = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => {
      const n = 3 * (triangles[t + k] as number)
      return [
        (positions[n] as number) - p.x,
        (positions[n + 1] as number) - p.y,
        (positions[n + 2] as number) - p.z,
      ]
    }) as [number[], number[], number[]]
    const dot = (u: number[], v: number[]) => u.reduce((s, x, i) => s + x * (v[i] as number), 0)
    const size = (u: number[]) => Math.sqrt(dot(u, u))
    const [ax = 0, ay = 0, az = 0] = a
    const [bx = 0, by = 0, bz = 0] = b
    const [cx = 0, cy = 0, cz = 0] = c
    const triple = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)
    const [la, lb, lc] = [size(a), size(b), size(c)]
    angle += 2 * Math.atan2(triple, la * lb * lc + dot(a, b) * lc + dot(b, c) * la + dot(c, a) * lb)
  }
  return Math.abs(angle) > 2 * Math.PI
}

describe('what is reckoned of a recipe agrees with what the kernel cooks from it', () => {
  it('inside and outside, away from the facets of what is round', async () => {
    await fc.assert(
      fc.asyncProperty(
        bodies,
        fc.array(place, { minLength: 6, maxLength: 6 }),
        async (body, places) => {
          const mesh = await meshOf(body)
          for (const p of places) {
            const gap = gapTo(body, p)
            // A polygon of 48 sides lies up to 8 (1 − cos(π / 48)) = 0.02 inside its circle.
            if (Math.abs(gap) < 0.05) continue
            expect(isInside(mesh, p)).toBe(gap < 0)
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('the upright box about it encloses it and touches it, but for what was cut off', async () => {
    await fc.assert(
      fc.asyncProperty(simple, async (body) => {
        const { positions } = await meshOf(body)
        const { high, low } = boundsOf(body)
        const axes = ['x', 'y', 'z'] as const
        axes.forEach((axis, k) => {
          const values = [...positions].filter((_, i) => i % 3 === k)
          expect(Math.min(...values)).toBeGreaterThanOrEqual(low[axis] - 1e-4)
          expect(Math.max(...values)).toBeLessThanOrEqual(high[axis] + 1e-4)
        })
      }),
      { numRuns: 30 },
    )
  })

  it('an STL holds every facet, outward, with its volume', async () => {
    const mesh = await meshOf({
      kind: 'cut',
      from: box<'part'>(point(0, 0, 0), point(10, 20, 30)),
      by: [round(point<'part'>(5, 10, -1), point(5, 10, 31), 3)],
    })
    const bytes = stlOf(mesh, 'block')
    const view = new DataView(bytes.buffer)
    expect(view.getUint32(80, true)).toBe(mesh.triangles.length / 3)
    expect(bytes.length).toBe(84 + (50 * mesh.triangles.length) / 3)
    expect(volumeOf(mesh)).toBeCloseTo(mesh.volumeMm3, 1)
    for (let i = 0; i < mesh.triangles.length / 3; i++) {
      const at = 84 + 50 * i
      const normal = [0, 4, 8].map((k) => view.getFloat32(at + k, true))
      expect(Math.hypot(...normal)).toBeCloseTo(1, 4)
      const corner = [0, 4, 8].map((k) => view.getFloat32(at + 12 + k, true))
      const first = [0, 1, 2].map((k) => mesh.positions[3 * (mesh.triangles[3 * i] as number) + k])
      corner.forEach((value, k) => expect(value).toBeCloseTo(first[k] as number, 4))
    }
  })
})
