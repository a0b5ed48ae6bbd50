import { describe, expect, it } from 'vitest'
import { type Finding } from '@/core/ground/finding'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { type Holding, kindOf } from '@/core/shop/holding'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Feature, newPart, type Part, partSurfaces } from '@/core/work/part'
import { mm, setup, topHole, way } from '../../tests/support/documents'
import { metalOf } from '.'

const blockOf = (x: number, y: number, z: number, ...features: readonly Feature[]): Part => ({
  ...newPart('Block', { x: mm(x), y: mm(y), z: mm(z) }),
  features: [...features],
})

const touchesIn = async (part: Part, plan: Way): Promise<readonly Finding[]> =>
  (await metalOf(planWay(STANDARD_WORKSHOP, part, plan))).findings.filter(({ code }) =>
    /touches$/.test(code),
  )

describe('the chuck of a drill', () => {
  const holding = (part: Part): Holding => {
    const begun = kindOf({ kind: 'straps' }).begin(STANDARD_WORKSHOP, part, partSurfaces(part), {
      up: 'top',
      guide: 'back',
    })
    if (!begun) throw new Error('no straps')
    return begun
  }
  const drilled = (fromLeft: number, deepMm: number): readonly [Part, Way] => {
    const part = blockOf(
      200,
      120,
      40,
      topHole('a', fromLeft, 60, {
        extent: { kind: 'deep', depth: mm(deepMm) },
      } as Partial<Feature>),
    )
    return [part, way(setup('s-1', 'top', 'back', ['a'], { holding: holding(part) }))]
  }

  it('comes down on a strap beside a deep hole', async () => {
    // By hand: 35 deep in 40 over 14 of parallels ends 19 over the table; 57 of flute (drilled 6, bored 8) end at 76.
    // The strap stands there from 56 to 88, 8 from the axis of a chuck of 42.
    const found = await touchesIn(...drilled(20, 35))
    expect(found.map(({ what }) => what)).toEqual([
      'Drilling bore 8, the chuck comes down on strap.',
    ])
    expect(found[0]?.rest).toMatch(/is 12 mm too short/)
  })

  it('stays over it where the hole is shallow, and beside it where it is further away', async () => {
    expect(await touchesIn(...drilled(20, 10))).toEqual([])
    expect(await touchesIn(...drilled(100, 35))).toEqual([])
  })
})
