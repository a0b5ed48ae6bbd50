import { describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
import { box, type Recipe } from '@/core/ground/recipe'
import { plateOf } from '@/core/plan/plates'
import { planWay } from '@/core/plan/planning'
import { type EdgePlateHolding } from '@/core/shop/holding'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { nominalSolid } from '@/core/work/stock'
import { mm, plainBlock, setup, way } from '../../tests/support/documents'
import { withKitchen } from './mesh'

const IN_POCKET: EdgePlateHolding = {
  kind: 'plate-stops',
  plate: 'plate-1',
  stop: 'left',
  dowel: mm(8),
  wall: mm(6),
  clamps: 2,
  columns: 2,
  rows: 1,
  gap: mm(35),
  slots: mm(63),
}

/** Faces that touch share what single precision makes of it, mm³. */
const NOTHING = 1e-4

/** What two solids share, mm³. */
const shared = (a: Recipe<'part'>, b: Recipe<'part'>): Promise<number> =>
  withKitchen((kitchen) => kitchen.keep(kitchen.cook(a).intersect(kitchen.cook(b))).volume())

describe('a pocket in a plate', () => {
  it.each(['left', 'right'] as const)(
    'takes the work to its very corners, stopped at the %s, bears at two walls and nowhere else, by hand',
    async (stop) => {
      const plan = planWay(
        STANDARD_WORKSHOP,
        plainBlock(),
        way(setup('s-1', 'top', 'back', ['top'], { holding: { ...IN_POCKET, stop } })),
      )
      const [planned] = plan.setups
      const design = planned && plateOf(plan, planned)?.design
      const gear = STANDARD_WORKSHOP.plates.find(({ id }) => id === 'plate-1')
      if (!planned || !design?.pocket || !gear) throw new Error('no plate')
      const { high, low } = planned.standing
      const [long, deep] = [high.x - low.x, high.y - low.y]
      const plate = nominalSolid(design.part)
      // The plate's frame begins at its underside; rests are as high over that as the gear says.
      const work = (at: { x: number; y: number }, dx: number, dy: number) =>
        box<'part'>(
          point(at.x + dx, at.y + dy, gear.height),
          point(at.x + dx + long, at.y + dy + deep, gear.height + high.z),
        )
      const out = stop === 'left' ? 1 : -1
      const { clear } = { clear: design.pocket.widthMm - long }
      // Nothing was cut: it may be larger by what both its sides are bought to.
      expect(clear).toBeGreaterThan(0.5)
      for (const { corner } of design.places) {
        expect(await shared(plate, work(corner, 0, 0))).toBeLessThan(NOTHING)
        // Into the back wall by a tenth: all its length but what the reliefs at both corners take, 6.5 each way.
        const back = await shared(plate, work(corner, 0, 0.1))
        expect(back / (0.1 * 6 * (long - 6.5 - (6.5 - clear)))).toBeCloseTo(1, 2)
        const end = await shared(plate, work(corner, -0.1 * out, 0))
        expect(end / (0.1 * 6 * (deep - 6.5 - (6.5 - clear)))).toBeCloseTo(1, 2)
        // To the free end and to the front there is room.
        expect(await shared(plate, work(corner, (clear - 0.01) * out, -clear + 0.01))).toBeLessThan(
          NOTHING,
        )
      }
    },
  )
})
