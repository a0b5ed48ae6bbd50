import { describe, expect, it } from 'vitest'
import { newPart, type Feature, type Part } from '@/core/work/part'
import { LIE_OF_FILE, laySolid, recognise } from '@/core/work/recognise'
import { nominalSolid } from '@/core/work/stock'
import { blended, throughStep } from '../../tests/support/exactKernel'
import { mm } from '../../tests/support/documents'
import { meshOf, stlOf } from '.'

const block = (...features: readonly Feature[]): Part => ({
  ...newPart('Block', { x: mm(100), y: mm(60), z: mm(40) }),
  features: [...features],
})
const middle = { dims: [], centred: true }

/** Area under the arc of a fillet, and how far its centroid lies from the wall: by integrals, mm² and mm. */
const areaOf = (r: number): number => r * r * (1 - Math.PI / 4)
const centroidOf = (r: number): number => (r * (5 / 6 - Math.PI / 4)) / (1 - Math.PI / 4)

const slot = { id: 'slot', kind: 'slot', on: 'top', place: middle, runs: 'x' } as const
const pocket = { id: 'pocket', kind: 'pocket', on: 'top', place: middle } as const
const ten = { kind: 'deep', depth: mm(10) } as const

const R = 3
/** What is cut away, mm³, by hand: the straight shape less what stays in its foot (Pappus where it is carried round). */
const SCENES: readonly (readonly [string, Feature, number])[] = [
  [
    'a slot from end to end',
    { ...slot, width: mm(20), depth: mm(10), fillet: mm(R) },
    100 * 20 * 10 - 2 * 100 * areaOf(R),
  ],
  [
    'a step',
    {
      id: 'step',
      kind: 'step',
      on: 'top',
      along: 'front',
      place: middle,
      width: mm(20),
      depth: mm(10),
      fillet: mm(R),
    },
    100 * 20 * 10 - 100 * areaOf(R),
  ],
  [
    'a pocket with sharp corners: two feet share a mitre',
    { ...pocket, across: mm(50), up: mm(30), extent: ten, fillet: mm(R) },
    50 * 30 * 10 - 160 * areaOf(R) + 4 * 2 * areaOf(R) * centroidOf(R),
  ],
  [
    'a pocket with round corners',
    { ...pocket, across: mm(50), up: mm(30), extent: ten, corner: mm(5), fillet: mm(R) },
    (50 * 30 - (4 - Math.PI) * 25) * 10 -
      (160 - 8 * 5) * areaOf(R) -
      2 * Math.PI * (5 - centroidOf(R)) * areaOf(R),
  ],
  [
    'a pocket whose corners are those of a ball',
    { ...pocket, across: mm(50), up: mm(30), extent: ten, corner: mm(R), fillet: mm(R) },
    (50 * 30 - (4 - Math.PI) * R * R) * 10 -
      (160 - 8 * R) * areaOf(R) -
      2 * Math.PI * (R - centroidOf(R)) * areaOf(R),
  ],
  [
    'a boss',
    {
      id: 'boss',
      kind: 'boss',
      on: 'top',
      place: middle,
      diameter: mm(30),
      height: mm(8),
      fillet: mm(R),
    },
    (100 * 60 - Math.PI * 225) * 8 - 2 * Math.PI * (15 + centroidOf(R)) * areaOf(R),
  ],
  [
    'a floor round a square island, open on one side',
    {
      id: 'level',
      kind: 'contour',
      on: 'top',
      place: middle,
      plane: { at: { x: 0, y: 0, z: 30 }, across: { x: 1, y: 0, z: 0 }, out: { x: 0, y: 0, z: 1 } },
      rings: [
        [
          { x: 0, y: 10 },
          { x: 80, y: 10 },
          { x: 80, y: 50 },
          { x: 0, y: 50, open: true },
        ],
        [
          { x: 30, y: 20 },
          { x: 50, y: 20 },
          { x: 50, y: 40 },
          { x: 30, y: 40 },
        ],
      ],
      takes: 'inside',
      through: false,
      fillet: mm(R),
    },
    (80 * 40 - 400) * 10 -
      (80 + 40 + 80 + 80) * areaOf(R) +
      2 * 2 * areaOf(R) * centroidOf(R) -
      2 * Math.PI * centroidOf(R) * areaOf(R),
  ],
]

/** What must come back: sizes, and of an outline how much it encloses. */
const sizesOf = (feature: Feature) => {
  const { id: _, place: __, ...sizes } = feature
  if (feature.kind !== 'contour') return sizes
  return { fillet: feature.fillet, takes: 'inside' }
}

describe('what a cutter with a round nose leaves in the foot of walls', () => {
  it.each(SCENES)(
    '%s: as much as by hand, in both kernels',
    async (_, feature, byHand) => {
      const solid = nominalSolid(block(feature))
      const { volumeMm3 } = await meshOf(solid)
      expect(240_000 - volumeMm3).toBeGreaterThan(byHand * 0.9985)
      expect(240_000 - volumeMm3).toBeLessThan(byHand * 1.0015)
      const exact = await throughStep(solid)
      expect(240_000 - exact.volumeMm3).toBeCloseTo(byHand, 3)
    },
    120_000,
  )

  it.each(SCENES)(
    '%s: read back from a file it is the same feature, with nothing left over',
    async (_, feature) => {
      const { solid } = laySolid(await throughStep(nominalSolid(block(feature))), LIE_OF_FILE)
      const { part, rest } = recognise(solid, 'read')
      expect(rest).toEqual([])
      expect(part.features.map(({ kind }) => kind)).toEqual([feature.kind])
      expect(part.features[0]).toMatchObject(sizesOf(feature))
    },
    120_000,
  )

  // A ball's own corner the kernel's blending cannot do: there its arc has no room.
  it.each(SCENES.filter(([name]) => !name.includes('ball')))(
    '%s: with the arcs laid by the exact kernel’s own blending, the same is recognised, and has its volume',
    async (_, feature, byHand) => {
      const { fillet: __, ...sharp } = feature as Feature & { fillet?: unknown }
      const floor = feature.kind === 'boss' ? 32 : 30
      const solid = await blended(
        nominalSolid(block(sharp as Feature)),
        { radiusMm: R },
        ({ x, y, z }) => Math.abs(z - floor) < 1e-6 && x > 1 && x < 99 && y > 1 && y < 59,
      )
      // At corners that stand out it lays the arcs on to a mitre, where a cutter would go round.
      const mitres = feature.kind === 'contour' ? 4 : 0
      const more = mitres * (2 - Math.PI / 2) * areaOf(R) * centroidOf(R)
      expect(240_000 - solid.volumeMm3).toBeCloseTo(byHand - more, 2)
      const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'blended')
      expect(rest).toEqual([])
      expect(part.features.map(({ kind }) => kind)).toEqual([feature.kind])
      expect(part.features[0]).toMatchObject(sizesOf(feature))
    },
    120_000,
  )

  it.each(SCENES)(
    '%s: its STL is closed, with no facet that has fallen together',
    async (_, feature) => {
      const bytes = stlOf(await meshOf(nominalSolid(block(feature))), 'foot')
      const view = new DataView(bytes.buffer)
      const ways = new Map<string, number>()
      for (let i = 0; i < view.getUint32(80, true); i++) {
        const corners = [0, 1, 2].map((k) =>
          [0, 4, 8].map((d) => view.getFloat32(84 + 50 * i + 12 + 12 * k + d, true)).join(' '),
        )
        expect(new Set(corners).size).toBe(3)
        corners.forEach((from, k) => {
          const [there, back] = [
            `${from} > ${corners[(k + 1) % 3]}`,
            `${corners[(k + 1) % 3]} > ${from}`,
          ]
          ways.set(there, (ways.get(there) ?? 0) + 1)
          ways.set(back, (ways.get(back) ?? 0) - 1)
        })
      }
      expect([...ways.values()].every((count) => count === 0)).toBe(true)
    },
  )
})
