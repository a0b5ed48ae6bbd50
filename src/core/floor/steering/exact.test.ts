import { describe, expect, it } from 'vitest'
import { makePiece as madeExactly } from '../../../../tests/support/exactChain'
import { calledThere } from '../../../../tests/support/calledThere'
import { EXACT_WORKSHOP, randomPlan } from '../../../../tests/support/randomPlans'
import { makePiece } from '../../chain/made'
import { type NamedSource } from '../../chain/variation'
import { contactRow, dotSix, point } from '../../ground/geometry'
import { planWay } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import { drawnOf } from './readInProcess'

/** The same errors in two makers that share nothing but the documents. */
describe('a fault made by two makers that share nothing', () => {
  it.each([1, 2, 3, 4])(
    'plan %i: every seat, stop, pair of parallels and vise moves every face alike',
    (seed) => {
      const { part, way } = randomPlan(seed)
      const plan = planWay(EXACT_WORKSHOP, part, way)
      const { model } = chainOf(plan)
      const { sources } = model.stack
      const drawn = drawnOf(plan)
      const values = (fault: string, size: number): number[] =>
        sources.map(({ key, offset }) => (key === fault ? size : offset))
      const there = (called: string, size: number) =>
        madeExactly(EXACT_WORKSHOP, part, way, (name) => (name === called ? size : 0))
      const still = there('', 0)
      let compared = 0
      const compare = ({ key, unit }: NamedSource): void => {
        const called = calledThere(key)
        if (called === undefined) return
        const size = unit === 'mm/mm' ? 0.0008 : 0.05
        const piece = makePiece(model.stack, values(key, size), drawn)
        const faulty = there(called, size)
        for (const [id, surface] of faulty) {
          const [known, six] = [plan.surfaces.get(id), piece.surfaces.get(id)]
          const before = still.get(id)
          if (
            known?.kind !== 'plane' ||
            surface.kind !== 'plane' ||
            before?.kind !== 'plane' ||
            !six
          )
            continue
          for (const { x, y, z } of known.corners) {
            const n = known.normal
            const offAt = ({ at, normal: [a, b, c] }: typeof surface): number =>
              ((at[0] - x) * a + (at[1] - y) * b + (at[2] - z) * c) / (n.x * a + n.y * b + n.z * c)
            const here = dotSix(contactRow(point<'part'>(x, y, z), n), six)
            expect(here, `${key} on ${id}`).toBeCloseTo(offAt(surface) - offAt(before), 3)
          }
          compared++
        }
      }
      sources.forEach(compare)
      expect(compared).toBeGreaterThan(100)
    },
  )
})
