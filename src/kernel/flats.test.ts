import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cross, dot, norm, point, type Point, subtract } from '@/core/ground/geometry'
import { areaOf, meshVolume, triangleCount, triangleOf } from '@/core/ground/mesh'
import { type FacedMesh } from '@/core/work/solid'
import { closeFlats, type LeftOut } from './flats'
import { Welder } from './welder'

type At = Point<'file'>

interface Hole {
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly sides: number
}

const THICK = 8

/** The walls of a plate between z 0 and THICK, those of its holes too, without its two flats (faces 0 and 1). */
function walls(rings: readonly (readonly (readonly [number, number])[])[]): FacedMesh {
  const welder = new Welder()
  rings.forEach((ring, face) => {
    const positions = ring.flatMap(([x, y]) => [x, y, 0, x, y, THICK])
    const n = ring.length
    const triangles = ring.flatMap((_, i) => {
      const [a, b] = [2 * i, 2 * ((i + 1) % n)]
      return [a, b, b + 1, a, b + 1, a + 1]
    })
    welder.add(positions, triangles, face + 2)
  })
  return welder.mesh()
}

const outer = [
  [0, 0],
  [100, 0],
  [100, 60],
  [0, 60],
] as const

/** A hole's outline goes round the other way than the outer one. */
const ringOf = ({ radius, sides, x, y }: Hole): readonly (readonly [number, number])[] =>
  Array.from({ length: sides }, (_, i) => {
    const angle = (-2 * Math.PI * i) / sides
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)] as const
  })

const flatsOf = (outlines: number): readonly LeftOut[] => [
  { face: 0, at: point<'file'>(1, 1, 0), out: point<'file'>(0, 0, -1), outlines },
  { face: 1, at: point<'file'>(1, 1, THICK), out: point<'file'>(0, 0, 1), outlines },
]

/** One hole in each of some of 5 × 3 fields, so that none meets another. */
const holes = fc
  .array(
    fc.record({
      field: fc.integer({ min: 0, max: 14 }),
      radius: fc.double({ min: 0.5, max: 8, noNaN: true }),
      sides: fc.integer({ min: 3, max: 40 }),
    }),
    { maxLength: 12 },
  )
  .map((all): readonly Hole[] =>
    [...new Map(all.map((one) => [one.field, one])).values()].map(({ field, radius, sides }) => ({
      x: 10 + 20 * (field % 5),
      y: 10 + 20 * Math.floor(field / 5),
      radius,
      sides,
    })),
  )

/** Area of a polygon of equal sides in a circle. */
const areaIn = ({ radius, sides }: Hole): number =>
  (sides / 2) * radius ** 2 * Math.sin((2 * Math.PI) / sides)

describe('flats put into a mesh by their open edges', () => {
  it('close it, look outwards and have the area that is left between the holes', () => {
    fc.assert(
      fc.property(holes, (all) => {
        const open = walls([outer, ...all.map(ringOf)])
        const mesh = closeFlats(open, flatsOf(1 + all.length), 1e-3) as FacedMesh
        const area = 6000 - all.reduce((sum, hole) => sum + areaIn(hole), 0)
        for (const { face, out } of flatsOf(0)) {
          const own = Array.from({ length: triangleCount(mesh) }, (_, t) => t).filter(
            (t) => mesh.faceOf[t] === face,
          )
          expect(areaOf(mesh, own).mm2).toBeCloseTo(area, 2)
          for (const t of own) {
            const [a, b, c] = triangleOf<'file'>(mesh, t)
            const across: At = cross(subtract(b, a), subtract(c, a))
            expect(dot(across, out)).toBeCloseTo(norm(across), 4)
          }
        }
        // Every edge is met once each way: the mesh is closed.
        const seen = new Map<string, number>()
        for (let t = 0; t < triangleCount(mesh); t++)
          for (let k = 0; k < 3; k++) {
            const [a = 0, b = 0] = [
              mesh.triangles[3 * t + k],
              mesh.triangles[3 * t + ((k + 1) % 3)],
            ]
            const way = a < b ? 1 : -1
            const key = a < b ? `${a} ${b}` : `${b} ${a}`
            seen.set(key, (seen.get(key) ?? 0) + way)
          }
        expect([...seen.values()].every((sum) => sum === 0)).toBe(true)
        expect(meshVolume(mesh)).toBeCloseTo(area * THICK, 1)
      }),
      { numRuns: 40 },
    )
  })

  it('are left to others where their edges cannot be told', () => {
    const hole = { x: 50, y: 30, radius: 10, sides: 12 }
    const open = walls([outer, ringOf(hole)])
    // An outline too many, and one of the flats not named.
    expect(closeFlats(open, flatsOf(3), 1e-3)).toBeUndefined()
    expect(closeFlats(open, flatsOf(2).slice(0, 1), 1e-3)?.triangles.length).toBeGreaterThan(0)
    // Two islands in one plane are two flats, and which is whose is not told.
    const island = [
      [200, 0],
      [220, 0],
      [220, 20],
      [200, 20],
    ] as const
    expect(closeFlats(walls([outer, island]), flatsOf(2), 1e-3)).toBeUndefined()
    // Two outlines that share a corner.
    const touching = walls([
      outer,
      [
        [0, 0],
        [20, 40],
        [40, 20],
      ],
    ])
    expect(closeFlats(touching, flatsOf(2), 1e-3)).toBeUndefined()
  })
})
