import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { type PlanePoint } from '@/core/ground/geometry'
import {
  circleRing,
  edgesOf,
  flatRing,
  isWithin,
  rectangleRing,
  type Region,
  regionArea,
  type RegionKernel,
  type Ring,
} from '@/core/ground/outline'
import { WORM_BLOCK, WORM_BLOCK_WAY_B } from '@/core/paper/demo'
import { findingsOf } from '@/core/foreman/findings'
import { predictWay } from '@/core/predict/prediction'
import { type Plan, planWay, type PlannedSetup, workOf } from '@/core/plan/planning'
import { type Locator, type SoftJawsHolding } from '@/core/shop/holding'
import { designSoftJaws, type JawDesign, type JawHalf, jawReport } from '@/core/shop/making'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { solidNow } from '@/core/work/stock'
import { mm, op, plainBlock, setup, topHole, way } from '../../tests/support/documents'
import { jawsOf } from './jaws'
import { exactKernel } from '../../tests/support/exactKernel'
import { stepOf } from './exact'
import { matrixOf, meshOf, withKitchen } from './mesh'
import { withShadows } from './regions'
import { IN_SOFT_JAWS } from '../../tests/support/holdingScenes'

/** A block with a lobe at its right, all of its outline cut before: 60 × 60 and a tongue 24 wide with a round end. */
const LOBE: Ring = [
  { x: 0, y: 0 },
  { x: 60, y: 0 },
  { x: 60, y: 18 },
  { x: 78, y: 18, bulge: 1 },
  { x: 78, y: 42 },
  { x: 60, y: 42 },
  { x: 60, y: 60 },
  { x: 0, y: 60 },
]
const lobed: Part = {
  ...plainBlock(),
  size: { x: mm(90), y: mm(60), z: mm(30) },
  features: [
    {
      kind: 'contour',
      id: 'outline',
      name: 'outline',
      on: 'top',
      place: { dims: [], centred: true },
      plane: { at: { x: 0, y: 0, z: 0 }, across: { x: 1, y: 0, z: 0 }, out: { x: 0, y: 0, z: 1 } },
      rings: [LOBE.map((corner) => ({ ...corner }))],
      takes: 'outside',
      through: true,
    },
  ],
}
const planHeld = (part: Part, holding: SoftJawsHolding): Plan => {
  const sides = ['left', 'right', 'front', 'back', 'top'] as const
  const first = setup('s-1', 'top', 'back', [...sides, ...part.features.map(({ id }) => id)])
  const second = setup('s-2', 'bottom', 'back', [], { holding, ops: [op('bottom')] })
  return planWay(STANDARD_WORKSHOP, part, way(first, second))
}
const held = (part: Part, holding: SoftJawsHolding): PlannedSetup => {
  const planned = planHeld(part, holding).setups[1]
  if (!planned) throw new Error('no setup')
  return planned
}
const codesOf = (plan: Plan): readonly string[] =>
  findingsOf(predictWay(plan)).map(({ code }) => code)

const softOf = ({ clamping: { holding } }: PlannedSetup): SoftJawsHolding => {
  if (holding.kind !== 'soft-jaws') throw new Error('not in soft jaws')
  return holding
}

/** What a half and the part share, mm³, and how far they are apart, mm, by the kernel's own solids. */
const meets = (
  { before, part, standing }: PlannedSetup,
  { body }: JawHalf,
  [moveX, moveY, moveZ]: readonly [number, number, number] = [0, 0, 0],
): Promise<{ readonly shared: number; readonly gap: number }> =>
  withKitchen((kitchen) => {
    const jaw = kitchen.keep(kitchen.cook(body).translate([moveX, moveY, moveZ]))
    const whole = kitchen.cook(solidNow(part, before))
    const work = kitchen.keep(whole.transform(matrixOf(standing.setupFromPart)))
    return { shared: kitchen.keep(jaw.intersect(work)).volume(), gap: jaw.minGap(work, 50) }
  })

describe('a casting held by sides that have their draft', () => {
  const LEAN_RAD = (3 * Math.PI) / 180
  const cast = { bought: 'cast', stock: mm(2) } as const
  const draft = { angle: { rad: LEAN_RAD }, narrow: 'bottom' } as const
  const plain = plainBlock()
  const casting: Part = {
    ...plain,
    faces: {
      ...plain.faces,
      front: { ...plain.faces.front, ...cast, draft },
      back: { ...plain.faces.back, ...cast, draft },
      left: { ...plain.faces.left, ...cast, draft },
    },
  }
  const stood = (walls: 'upright' | 'draft', part = casting): PlannedSetup => {
    const holding = { ...IN_SOFT_JAWS, walls, step: mm(12) }
    const [planned] = planWay(
      STANDARD_WORKSHOP,
      part,
      way(setup('s-1', 'top', 'back', ['top'], { holding })),
    ).setups
    if (!planned) throw new Error('no setup')
    return planned
  }
  const wallsOf = (designed: JawDesign): readonly JawHalf[] => [designed.fixed, designed.moving]

  it('lies flat against walls that lean with it, all the way down, and is in none of them', async () => {
    const planned = stood('draft')
    const design = await jawsOf(planned, softOf(planned))
    expect(design.troubles).toEqual([])
    expect(design.gripMm).toBeCloseTo(12 - 0.5, 6)
    expect(design.leans.fixed).toBeCloseTo(Math.tan(LEAN_RAD), 9)
    expect(design.leans.end).toBeCloseTo(Math.tan(LEAN_RAD), 9)
    expect(jawReport(design).leansDeg).toEqual({ fixed: 3, moving: 3, end: 3 })
    // By hand: as wide as it is bought, less what draft takes between its top and the top of the jaws, on both sides.
    const wide = casting.size.y.mm + 2 * 2
    const over = casting.size.z.mm + planned.before.stockOn.bottom - 12
    expect(design.walls.fixed - design.walls.moving).toBeCloseTo(
      wide - 2 * Math.tan(LEAN_RAD) * over,
      6,
    )
    for (const [half, sign] of [
      [design.fixed, 1],
      [design.moving, -1],
    ] as const) {
      const closed = await meets(planned, half)
      expect(closed.shared).toBeLessThan(1e-2)
      expect(closed.gap).toBeLessThan(1e-4)
      const away = await meets(planned, half, [-0.15 * Number(sign > 0), 0.1 * sign, -0.2])
      // Down by 0.2 and back by 0.1, square to a wall that leans by 3°.
      expect(away.gap).toBeCloseTo(0.1 * Math.cos(LEAN_RAD) + 0.2 * Math.sin(LEAN_RAD), 3)
      const pushed = await meets(planned, half, [0, -0.1 * sign, 0])
      expect(pushed.shared).toBeGreaterThan(0.1 * 11 * 35)
    }
    expect(design.cuts.map(({ what }) => what)).toContain(
      'wall of the moving half leaning 3°, in by 0.63 at the floor',
    )
  })

  it('both kernels make the same solid of it, with as much more metal as its wedges hold', async () => {
    const [upright, leaning] = await Promise.all(
      (['upright', 'draft'] as const).map((walls) => jawsOf(stood(walls), softOf(stood(walls)))),
    )
    if (!upright || !leaning) throw new Error('no design')
    const exact = await exactKernel()
    for (const [i, half] of wallsOf(leaning).entries()) {
      const mesh = (body: JawHalf['body']) => withKitchen((kitchen) => kitchen.cook(body).volume())
      const volume = await mesh(half.body)
      const written = stepOf(exact, half.body)
      if (!written.ok) throw new Error(written.issues[0].sentence)
      expect(Math.abs(written.value.volumeMm3 / volume - 1)).toBeLessThan(1e-3)
      const more = volume - (await mesh(wallsOf(upright)[i]?.body ?? half.body))
      // Half of what it goes in, over its height, along what bears; the groove at its foot is elsewhere then.
      const wedge = (Math.tan(LEAN_RAD) * 12 ** 2) / 2
      expect(more / wedge).toBeGreaterThan(0.8 * half.bearsMm)
      expect(more / wedge).toBeLessThan(1.6 * half.bearsMm)
    }
  })

  it('whatever it leans by, however deep: it bears all the way down and is cut by nothing', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 5, max: 100 }),
        fc.integer({ min: 5, max: 18 }),
        fc.boolean(),
        async (tenthsDeg, step, isLeftDrafted) => {
          const rad = (tenthsDeg / 10 / 180) * Math.PI
          const leaning = { ...cast, draft: { angle: { rad }, narrow: 'bottom' } } as const
          const { faces } = plain
          const part: Part = {
            ...plain,
            faces: {
              ...faces,
              front: { ...faces.front, ...leaning },
              back: { ...faces.back, ...leaning },
              ...(isLeftDrafted && { left: { ...faces.left, ...leaning } }),
            },
          }
          const holding = { ...IN_SOFT_JAWS, walls: 'draft', step: mm(step) } as const
          const [planned] = planWay(
            STANDARD_WORKSHOP,
            part,
            way(setup('s-1', 'top', 'back', ['top'], { holding })),
          ).setups
          if (!planned) throw new Error('no setup')
          const design = await jawsOf(planned, holding)
          expect(design.troubles).toEqual([])
          expect(design.gripMm).toBeCloseTo(step - 0.5, 6)
          for (const half of wallsOf(design)) {
            const closed = await meets(planned, half)
            expect(closed.shared).toBeLessThan(2e-2)
            expect(closed.gap).toBeLessThan(1e-4)
          }
        },
      ),
      { numRuns: 8, endOnFailure: true },
    )
  })

  it('between upright walls it is gripped nowhere along its height', async () => {
    const planned = stood('upright')
    const design = await jawsOf(planned, softOf(planned))
    expect(design.gripMm).toBe(0)
    expect(design.fixed.leastGapMm).toBeCloseTo(0, 6)
    expect(design.leans).toEqual({ fixed: 0, moving: 0, end: 0 })
    expect(jawReport(design)).not.toHaveProperty('leansDeg')
  })
})

describe('two-piece jaws', () => {
  const block: Part = { ...plainBlock(), size: { x: mm(70), y: mm(50), z: mm(30) } }
  const tops = (step: number): SoftJawsHolding => ({
    ...IN_SOFT_JAWS,
    blank: 'soft-125-tops',
    step: mm(step),
  })

  it('the top alone is cut: it begins on its base, and its screws go in from above, by hand', async () => {
    const planned = held(block, tops(9))
    const design = await jawsOf(planned, softOf(planned))
    expect(design.troubles).toEqual([])
    const exact = await exactKernel()
    for (const { body, high, low } of [design.fixed, design.moving]) {
      const between = (from: number, to: number): Promise<number> =>
        withKitchen((kitchen) => {
          const layer = kitchen.cook({
            kind: 'box',
            low: { x: low.x - 1, y: low.y - 1, z: from } as never,
            high: { x: high.x + 1, y: high.y + 1, z: to } as never,
          })
          return kitchen.keep(kitchen.cook(body).intersect(layer)).volume()
        })
      expect(await between(-1, 20)).toBeLessThan(1e-6)
      // 125 × 45 less two clearance holes of M6 (6.6) to 6 over the base, less two counterbores (11) over that.
      const slab = 125 * 45
      expect((await between(20, 26)) / 6 / (slab - 2 * (Math.PI / 4) * 6.6 ** 2)).toBeCloseTo(1, 3)
      expect((await between(26, 40)) / 14 / (slab - 2 * (Math.PI / 4) * 11 ** 2)).toBeCloseTo(1, 3)
      const written = stepOf(exact, body)
      if (!written.ok) throw new Error(written.issues[0].sentence)
      const mesh = await meshOf(body)
      expect(Math.abs(written.value.volumeMm3 / mesh.volumeMm3 - 1)).toBeLessThan(1e-3)
    }
  })

  it('a step through the top, or a pocket over the heads of its screws, is told', () => {
    expect(codesOf(planHeld(block, tops(9)))).not.toContain('soft-jaws.screws')
    expect(codesOf(planHeld(block, tops(28)))).toContain('soft-jaws.base')
    // 80 wide it goes 34 into each half, over screws 33 from the gap: whose heads reach 33 up, its floor at 43 or at 28.
    const wide: Part = { ...block, size: { ...block.size, x: mm(90), y: mm(80) } }
    expect(codesOf(planHeld(wide, tops(9)))).not.toContain('soft-jaws.screws')
    expect(codesOf(planHeld(wide, tops(24)))).toContain('soft-jaws.screws')
  })
})

describe('the worm block, stood on its end', () => {
  const planned = planWay(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_B).setups.at(-1)
  if (!planned) throw new Error('no setup')
  let design: JawDesign
  beforeAll(async () => {
    design = await jawsOf(planned, softOf(planned))
  })

  it('bears at walls and end, is clear elsewhere, and is relieved at the corners of the block', () => {
    // By hand: the block is 60 × 75 there, the wall 60 long, each half 32 deep from a gap of 11 less half of it.
    expect(design.troubles).toEqual([])
    expect(design.fixed.leastGapMm).toBeCloseTo(0, 9)
    expect(design.fixed.mostGapMm).toBeCloseTo(0.3, 6)
    expect(design.moving.leastGapMm).toBeCloseTo(0, 9)
    expect(design.moving.mostGapMm).toBeCloseTo(0.6, 6)
    // Wall of 60 and end of 32, less some 7 at each of the corners that are relieved: to half a place measured.
    expect(Math.abs(design.fixed.bearsMm - (60 + 32 - 3 * 7.07))).toBeLessThan(1)
    expect(design.gripMm).toBeCloseTo(17 - 0.5, 6)
    expect([...design.fixed.reliefs, ...design.moving.reliefs]).toHaveLength(4)
    expect(design.zero).toMatchObject({ x: -30, y: 0, z: 28 })
  })

  it('its mouth is chamfered along the walls that were cut, and on the edges of the blank it is not', async () => {
    for (const half of [design.fixed, design.moving]) {
      const { high, low } = half
      const isOnBlank = ({ from, to }: { from: PlanePoint; to: PlanePoint }): boolean =>
        (['x', 'y'] as const).some((axis) =>
          [low, high].some(
            (side) =>
              Math.abs(from[axis] - side[axis]) < 1e-3 && Math.abs(to[axis] - side[axis]) < 1e-3,
          ),
        )
      const flat = half.profile.map((ring) => flatRing(ring, 0.0005))
      const walls = flat
        .flatMap((ring) => edgesOf(ring))
        .filter((edge) => !isOnBlank(edge))
        .reduce((sum, { from, to }) => sum + Math.hypot(to.x - from.x, to.y - from.y), 0)
      const top = await withKitchen((kitchen) => {
        const layer = kitchen.cook({
          kind: 'box',
          low: { x: low.x, y: low.y, z: design.topZ - 0.5 } as never,
          high: { x: high.x, y: high.y, z: design.topZ } as never,
        })
        return kitchen.keep(kitchen.cook(half.body).intersect(layer)).volume()
      })
      const taken = regionArea(flat) * 0.5 - top
      // Half of a square of 0.5 along each wall; a corner more or less comes to a third of 0.5³.
      expect(Math.abs(taken - (0.5 ** 2 / 2) * walls)).toBeLessThan(0.03 * taken)
      expect(walls).toBeGreaterThan(60 + 32)
    }
  })

  it('channels run over the floor and out at the gap, within the pocket, and take nothing of walls', async () => {
    const channelled = await jawsOf(planned, { ...softOf(planned), channels: 2 })
    expect(channelled.troubles).toEqual([])
    for (const half of ['fixed', 'moving'] as const) {
      const [plain, cut] = [design[half], channelled[half]]
      expect(cut.profile).toEqual(plain.profile)
      expect(cut.channels).toHaveLength(2)
      const gapY = half === 'fixed' ? cut.low.y : cut.high.y
      for (const ring of cut.channels) {
        // So wide as the cutter, from the gap to near the wall.
        const [xs, ys] = [ring.map(({ x }) => x), ring.map(({ y }) => y)]
        expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(6, 1)
        expect(Math.min(...ys.map((y) => Math.abs(y - gapY)))).toBeLessThan(1e-6)
        for (const corner of ring.filter(({ y }) => Math.abs(y - gapY) > 0.01))
          expect(cut.profile.some((wall) => isWithin([flatRing(wall, 0.01)], corner))).toBe(false)
      }
      const volume = (body: JawHalf['body']): Promise<number> =>
        withKitchen((kitchen) => kitchen.cook(body).volume())
      const area = regionArea(cut.channels.map((ring) => flatRing(ring, 0.001)))
      const [before, after] = [await volume(plain.body), await volume(cut.body)]
      // Two deep; where the groove at the foot of the wall is already, half a millimetre of that is gone.
      expect(before - after).toBeLessThan(2 * area + 0.1)
      expect(before - after).toBeGreaterThan(1.5 * area)
      const closed = await meets(planned, cut)
      expect(closed.shared).toBeLessThan(1e-3)
      expect(closed.gap).toBeLessThan(1e-4)
    }
    expect(channelled.cuts.map(({ what }) => what).join()).toMatch(/for coolant and chips/)
    expect(design.cuts.map(({ what }) => what).join()).not.toMatch(/coolant/)
  })

  it('neither half cuts the block, both touch it; lifted off their floor and away from it they are as far off as they were moved', async () => {
    for (const [half, sign] of [
      [design.fixed, 1],
      [design.moving, -1],
    ] as const) {
      const closed = await meets(planned, half)
      expect(closed.shared).toBeLessThan(1e-3)
      expect(closed.gap).toBeLessThan(1e-4)
      const away = await meets(planned, half, [-0.2 * sign, 0.1 * sign, -0.15])
      expect(away.gap).toBeCloseTo(0.1, 4)
      // Pushed further together by a tenth they meet over the whole wall between the reliefs.
      const pushed = await meets(planned, half, [0, -0.1 * sign, 0])
      expect(pushed.shared).toBeGreaterThan(0.1 * 17 * 40)
    }
  })

  it('both kernels make the same solid of a half', async () => {
    const exact = await exactKernel()
    for (const { body } of [design.fixed, design.moving]) {
      const written = stepOf(exact, body)
      const mesh = await meshOf(body)
      if (!written.ok) throw new Error(written.issues[0].sentence)
      expect(Math.abs(written.value.volumeMm3 / mesh.volumeMm3 - 1)).toBeLessThan(1e-3)
    }
  })
})

describe('a part with a lobe', () => {
  it('the lobe lies free in both halves, the jaw is rounded past the corners that it has there, and both ends of the lobe can be cut', async () => {
    const planned = held(lobed, IN_SOFT_JAWS)
    const design = await jawsOf(planned, IN_SOFT_JAWS)
    expect(design.troubles).toEqual([])
    expect(planned.contacts.every(({ bears }) => bears)).toBe(true)
    const arcs = (half: JawHalf) =>
      half.profile.flatMap(edgesOf).filter((edge) => edge.kind === 'arc')
    // Its end: 12 and what is free about it. A corner of the part's own, filled by 3 and grown by as much: 2.7.
    expect(arcs(design.fixed).some((arc) => Math.abs(arc.radiusMm - 12.3) < 2e-3)).toBe(true)
    expect(arcs(design.fixed).some((arc) => Math.abs(arc.radiusMm - 2.7) < 2e-3)).toBe(true)
    expect(arcs(design.moving).some((arc) => Math.abs(arc.radiusMm - 12.6) < 2e-3)).toBe(true)
    for (const half of [design.fixed, design.moving])
      expect((await meets(planned, half)).shared).toBeLessThan(1e-3)
  })

  it('a cutter that is too thick for the pocket is told, with the largest that does', async () => {
    const slim: Part = {
      ...lobed,
      features: lobed.features.map((one) =>
        one.kind === 'contour'
          ? {
              ...one,
              rings: [
                LOBE.map((corner) => ({
                  ...corner,
                  y: corner.y === 18 ? 50 : corner.y === 42 ? 58.5 : corner.y,
                })),
              ],
            }
          : one,
      ),
    }
    const holding = { ...IN_SOFT_JAWS, cutter: 'end-16' }
    const { troubles } = await jawsOf(held(slim, holding), holding)
    expect(troubles.map(({ code }) => code)).toContain('cutter')
    expect(troubles.map(({ sentence }) => sentence).join(' ')).toMatch(/End mill (6|10) does/)
  })
})

describe('a round boss in bored halves', () => {
  const hub: Part = {
    ...plainBlock(),
    size: { x: mm(80), y: mm(80), z: mm(40) },
    features: [
      {
        kind: 'boss',
        id: 'spigot',
        on: 'top',
        diameter: mm(50),
        height: mm(18),
        place: { dims: [], centred: true },
      },
    ],
  }
  const bored: SoftJawsHolding = { ...IN_SOFT_JAWS, round: 'spigot', stop: 'none', step: mm(12) }
  const planned = held(hub, bored)

  it('bears on both sides of the axis at zero, is free elsewhere; neither half cuts it', async () => {
    const design = await jawsOf(planned, bored)
    expect(design.troubles).toEqual([])
    // Each half bears over 130 degrees of a circle of 50: some 56.7; the rest is free by 0.3.
    for (const half of [design.fixed, design.moving]) {
      expect(half.leastGapMm).toBeLessThan(1e-3)
      expect(half.leastGapMm).toBeGreaterThanOrEqual(-1e-9)
      expect(half.mostGapMm).toBeCloseTo(0.3, 3)
      expect(half.bearsMm).toBeGreaterThan(45)
      const closed = await meets(planned, half)
      expect(closed.shared).toBeLessThan(0.5)
    }
    const arcs = design.fixed.profile.flatMap(edgesOf).filter((edge) => edge.kind === 'arc')
    expect(arcs.some((arc) => Math.abs(arc.radiusMm - 25) < 2e-3)).toBe(true)
    expect(design.zero).toMatchObject({ x: 0, y: 0, words: 'axis of the bore, floor of the step' })
    expect(design.gripMm).toBeCloseTo(11.5, 0)
  })

  it('is located by its axis; a boss that is not cut yet, or not within the step, is told', () => {
    expect(
      planned.contacts.map(({ surface }) => surface).filter((s) => s === 'spigot'),
    ).toHaveLength(2)
    expect(planned.standing.stays.y.words).toBe('bore of the jaws, as stored')
    const codes = (first: readonly string[]) => {
      const plan = planWay(
        STANDARD_WORKSHOP,
        hub,
        way(
          setup('s-1', 'top', 'back', first),
          setup('s-2', 'bottom', 'back', [], { holding: bored, ops: [op('bottom')] }),
        ),
      )
      return codesOf(plan)
    }
    expect(codes(['top', 'spigot'])).not.toContain('soft-jaws.no-flat')
    expect(codes(['top'])).toContain('soft-jaws.no-flat')
  })
})

describe('two side by side in one pair', () => {
  it('each lies as the first does, shifted; neither half cuts either; both bear as one alone does twice', async () => {
    const small: Part = { ...plainBlock(), size: { x: mm(40), y: mm(60), z: mm(30) } }
    const one = { ...IN_SOFT_JAWS, shift: mm(-30) }
    const two = { ...one, columns: 2, between: mm(14) }
    const planned = held(small, two)
    const [alone, both] = await Promise.all([jawsOf(planned, one), jawsOf(planned, two)])
    const step = planned.standing.high.x - planned.standing.low.x + 14
    expect(both.shifts).toEqual([0, step])
    expect(both.troubles).toEqual([])
    expect(both.outline).toHaveLength(2)
    for (const which of ['fixed', 'moving'] as const) {
      expect(both[which].bearsMm / alone[which].bearsMm).toBeCloseTo(2, 1)
      expect(both[which].leastGapMm).toBeCloseTo(0, 6)
      for (const by of both.shifts) {
        const closed = await meets(planned, both[which], [-by, 0, 0])
        expect(closed.shared).toBeLessThan(1e-3)
        expect(closed.gap).toBeLessThan(1e-4)
      }
    }
  })
})

describe('a pin in the fixed half', () => {
  const drilled: Part = { ...plainBlock(), features: [topHole('a', 20, 50)] }
  const pinned: SoftJawsHolding = { ...IN_SOFT_JAWS, stop: 'none', pin: 'a' }
  const planned = held(drilled, pinned)

  it('stands under its hole as the part lies there, and its own hole is out of the solid', async () => {
    const design = await jawsOf(planned, pinned)
    const [pin] = design.fixed.pins
    // Turned over about Y: 20 from the left lies 30 right of the middle of a hundred; 50 from the front, 10 from the wall.
    expect(pin?.at.x).toBeCloseTo(30, 9)
    expect(pin?.at.y).toBeCloseTo(-10, 9)
    expect(pin).toMatchObject({ headMm: 7.98, shankMm: 8, deepMm: 16 })
    expect(design.zero).toMatchObject({ x: expect.closeTo(30, 9) as number })
    const without = await jawsOf(held(drilled, { ...pinned, pin: undefined }), {
      ...pinned,
      pin: undefined,
    })
    const volume = async ({ fixed }: JawDesign) => (await meshOf(fixed.body)).volumeMm3
    const gone = (await volume(without)) - (await volume(design))
    expect(gone / (Math.PI * 16 * 16)).toBeCloseTo(1, 2)
    expect(design.cuts.map(({ what }) => what).join(' ')).toContain('reamed 8 H7')
  })

  it('is what locates along X, with its play and as it is bored', () => {
    const stop = planned.contacts.find(({ role }) => role === 'stop')
    expect(stop?.surface).toBe('a')
    const errors = planned.standing.errors({ ...(stop as Locator) })
    const { bore } = STANDARD_WORKSHOP.capabilities
    expect(errors.map(({ plusMinus }) => plusMinus)).toEqual([
      bore.positionMm,
      expect.closeTo(0.01, 9),
    ])
  })
})

it('under a hole that comes through the floor has a relief, and the solid is less by that', async () => {
  const drilled: Part = { ...plainBlock(), features: [topHole('a', 20, 12)] }
  const planned = (ops: readonly string[]): PlannedSetup => {
    const cut = setup('s-1', 'bottom', 'back', ['left', 'right', 'front', 'back', 'bottom'])
    const held = setup('s-2', 'top', 'back', ops, { holding: IN_SOFT_JAWS })
    const [, second] = planWay(STANDARD_WORKSHOP, drilled, way(cut, held)).setups
    if (!second) throw new Error('no setup')
    return second
  }
  const volume = async (design: JawDesign): Promise<number> =>
    (await meshOf(design.moving.body)).volumeMm3
  const [without, withIt] = [
    await jawsOf(planned(['top']), IN_SOFT_JAWS),
    await jawsOf(planned(['top', 'a']), IN_SOFT_JAWS),
  ]
  // 8 and 3 wider, 6 deep; 12 from the front of 60, in the moving half.
  expect(withIt.moving.under).toEqual([{ at: { x: -30, y: -48 }, radiusMm: 5.5, deepMm: 6 }])
  expect(withIt.fixed.under).toEqual([])
  const taken = (await volume(without)) - (await volume(withIt))
  expect(Math.abs(taken / (Math.PI * 5.5 ** 2 * 6) - 1)).toBeLessThan(0.005)
})

/** Around a middle, edge after edge straight or bent in or out, within 40 × 26. */
const blob = fc
  .array(
    fc.record({
      out: fc.double({ min: 0.35, max: 1, noNaN: true }),
      bend: fc.integer({ min: -1, max: 1 }),
    }),
    { minLength: 4, maxLength: 9 },
  )
  .map((rays): Ring =>
    rays.map(({ bend, out }, i) => {
      const angle = (2 * Math.PI * i) / rays.length
      return {
        x: 40 * out * Math.cos(angle),
        y: 26 * out * Math.sin(angle) - 30,
        ...(bend !== 0 && { bulge: bend * 0.2 }),
      }
    }),
  )

describe('any outline between two flats, with openings in it', () => {
  const block: Part = { ...plainBlock(), size: { x: mm(100), y: mm(60), z: mm(40) } }
  const planned = held(block, { ...IN_SOFT_JAWS, stop: 'none' })

  /** Designs for an outline that is handed in, as if the part below the jaws' top were that. */
  const designFor = (shadowOf: (kernel: RegionKernel) => Region, holding: SoftJawsHolding) =>
    withShadows(solidNow(block, planned.before), planned.standing.setupFromPart, (kernel) => {
      const shadow = shadowOf(kernel)
      const design = designSoftJaws(holding, workOf(planned), {
        ...kernel,
        shadow: () => shadow,
        section: () => shadow,
      })
      return { design, shadow, kernel: { cut: kernel.cut, meet: kernel.meet, grow: kernel.grow } }
    })

  it('the jaw never cuts it, touches at the flats, is clear by no less than is wanted elsewhere, and the cutter makes all of it or it is told', async () => {
    await fc.assert(
      fc.asyncProperty(
        blob,
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.constantFrom('end-6', 'end-10', 'end-16'),
        async (ring, clear, cutter) => {
          const holding = { ...IN_SOFT_JAWS, stop: 'none' as const, clear: mm(clear), cutter }
          const { design, shadow } = await designFor(
            (kernel) =>
              kernel.cut(
                kernel.unite([
                  [flatRing(ring, 0.01)],
                  [rectangleRing({ x: -30, y: -12 }, { x: 25, y: 0 })],
                  [rectangleRing({ x: -20, y: -60 }, { x: 30, y: -50 })],
                  [rectangleRing({ x: -6, y: -55 }, { x: 6, y: -5 })],
                ]),
                [flatRing(circleRing({ x: 0, y: -20 }, 3), 0.01)],
              ),
            holding,
          )
          const radius = design.cutter.diameter / 2
          for (const half of [design.fixed, design.moving]) {
            const wall = half.half === 'fixed' ? 0 : -60
            for (const at of placesOf(shadow, half)) {
              const gap = gapOf(half, at)
              expect(gap).toBeGreaterThan(-0.002)
              // Away from the flat that bears it is clear.
              if (Math.abs(at.y - wall) > clear + 0.01) expect(gap).toBeGreaterThan(clear - 0.02)
            }
            expect(half.bearsMm).toBeGreaterThan(0)
            // The jaw's inside corners turn clockwise about its metal: what a cutter leaves in one that is tighter is told.
            const left = half.profile
              .flatMap(edgesOf)
              .filter((edge) => edge.kind === 'arc' && edge.turnRad < 0)
              .map((edge) =>
                edge.kind === 'arc' && edge.radiusMm < radius - 0.001
                  ? (radius - edge.radiusMm) * (1 / Math.cos(edge.turnRad / 2) - 1)
                  : 0,
              )
            const isTold = design.troubles.some(({ code }) => code === 'cutter')
            expect(isTold || Math.max(0, ...left) < 0.03).toBe(true)
          }
        },
      ),
      { numRuns: 12, endOnFailure: true },
    )
  })
})

/** Places of an outline that lie in a half, each corner and between. */
const placesOf = (region: Region, { high, low }: JawHalf): readonly PlanePoint[] =>
  region
    .filter((loop) => regionArea([loop]) > 0)
    .flatMap((loop) =>
      loop.flatMap((p, i) => {
        const q = loop[(i + 1) % loop.length] as PlanePoint
        return [0, 0.5].map((t) => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }))
      }),
    )
    .filter(({ x, y }) => x > low.x && x < high.x && y > low.y && y < high.y)

/** How far metal of a half is from a place, less than 0 where the place lies in it: by many points of its outline, not by the engine's own measure. */
function gapOf({ profile }: JawHalf, at: PlanePoint): number {
  let nearest = Infinity
  for (const ring of profile) {
    const flat = flatRing(ring, 0.002)
    flat.forEach((p, i) => {
      const q = flat[(i + 1) % flat.length] as PlanePoint
      const [dx, dy] = [q.x - p.x, q.y - p.y]
      const t = Math.min(
        1,
        Math.max(0, ((at.x - p.x) * dx + (at.y - p.y) * dy) / (dx * dx + dy * dy || 1)),
      )
      nearest = Math.min(nearest, Math.hypot(at.x - p.x - t * dx, at.y - p.y - t * dy))
    })
  }
  return isWithin(profile, at) ? -nearest : nearest
}
