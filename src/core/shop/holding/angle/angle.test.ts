import { describe, expect, it } from 'vitest'
import { planWay } from '../../../plan/planning'
import { wayIssues } from '../../../plan/way'
import { chainOf } from '../../../predict/prediction'
import { type Feature, newPart, type Part } from '../../../work/part'
import { STANDARD_WORKSHOP, type Workshop } from '../../workshop'
import { mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type AngleHolding } from './parameters'

const through = (id: string, left: number): Feature =>
  topHole(id, left, 0, {
    on: 'front',
    place: {
      dims: [
        { from: 'left', at: mm(left) },
        { from: 'bottom', at: mm(20) },
      ],
      centred: false,
    },
  } as Partial<Feature>)
/** A plate 100 long and 40 high with two holes from front to back, 60 apart; its left end is to be square to the bottom. */
const plate = (): Part => {
  const part = bright({
    ...newPart('Plate', { x: mm(100), y: mm(60), z: mm(40) }),
    features: [through('a', 20), through('b', 80)],
  })
  return {
    ...part,
    faces: { ...part.faces, left: { ...part.faces.left, toCut: true, stock: mm(1) } },
    requirements: [
      {
        kind: 'perpendicularity',
        id: 'r',
        critical: false,
        of: 'left',
        tolerance: mm(1),
        to: 'bottom',
      },
    ],
  }
}
const onPlate = (more: Partial<AngleHolding>, features = ['left']) =>
  way(
    setup('s-1', 'front', 'top', ['a', 'b']),
    setup('s-2', 'top', 'back', features, {
      holding: {
        kind: 'angle-plate',
        anglePlate: 'angle-150',
        parallels: 'p-12',
        stop: 'right',
        ...more,
      },
    }),
  )
const worst = (shop: Workshop, more: Partial<AngleHolding>) =>
  predictionOf(shop, plate(), onPlate(more)).requirements[0]?.outcome?.worst.predicted
const HOLES = { square: 'holes', first: 'a', second: 'b', instrument: 'indicator' } as const
/** Holes come to so much, parallels differ by so much, the indicator repeats to so much. */
const shop = (hole: number, parallels: number, reads: number): Workshop =>
  only((w) => ({
    capabilities: { ...w.capabilities, bore: { ...w.capabilities.bore, positionMm: hole } },
    parallels: w.parallels.map((p) => ({ ...p, differenceMm: parallels })),
    instruments: w.instruments.map((i) => (i.id === 'indicator' ? { ...i, repeatMm: reads } : i)),
  }))

describe('work on an angle plate', () => {
  it('made level by two holes follows those, by the lever of what is between them', () => {
    const [hole, reads] = [0.02, 0.006]
    // Each end of 60 off by so much, over a height of 40.
    expect(worst(shop(hole, 0.5, reads), HOLES)).toBeCloseTo(((2 * (hole + reads)) / 60) * 40, 5)
  })

  it('on parallels follows those; read up its end, what is read', () => {
    // Parallels stand at eight tenths of half the length of 101 to both sides.
    expect(worst(shop(0.5, 0.02, 0.5), {})).toBeCloseTo((0.02 / 80.8) * 40, 5)
    const byEnd = worst(shop(0.5, 0.5, 0.006), {
      square: 'end',
      instrument: 'indicator',
      stop: 'right',
    })
    expect(byEnd).toBeCloseTo(((2 * 0.006) / (0.7 * 40)) * 40, 5)
  })

  it('holds still by six, and where it is set by hand nothing keeps that axis', () => {
    for (const more of [HOLES, { square: 'end', instrument: 'indicator' } as const, {}]) {
      const chain = chainOf(planWay(STANDARD_WORKSHOP, plate(), onPlate(more)))
      expect(chain.stacked.locating.at(-1)?.kind).toBe('unique')
      const { stays } = chain.plan.setups[1]?.standing ?? {}
      const square = 'square' in more ? more.square : 'parallels'
      expect(stays?.x.error === undefined).toBe(square === 'end')
      expect(stays?.z.error === undefined).toBe(square === 'holes')
    }
  })

  it('indicated for this setup its face is out of line by what was read over its width', () => {
    const off = only((w) => ({
      anglePlates: w.anglePlates.map((p) => ({ ...p, tramPer100: 0.5 })),
      instruments: w.instruments.map((i) => ({ ...i, repeatMm: 0.005 })),
    }))
    const errors = (more: Partial<AngleHolding>) =>
      planWay(off, plate(), onPlate(more)).setups[1]?.standing.errors({
        role: 'guide',
        id: 'guide1',
        by: undefined,
        inSetup: { x: 50, y: 0, z: 20 },
      } as never)
    const width = off.anglePlates.find(({ id }) => id === 'angle-150')?.width ?? NaN
    expect(errors({ trued: 'indicated', instrument: 'indicator' })?.[1]?.plusMinus).toBeCloseTo(
      (Math.SQRT2 * 0.005) / width,
      9,
    )
    expect(errors({})?.[1]?.plusMinus).toBeCloseTo(0.005, 9)
  })

  it('wants two holes, and not the same twice; screwed it has no clamps in front', () => {
    const paths = (more: Partial<AngleHolding>) =>
      wayIssues(STANDARD_WORKSHOP, plate(), onPlate(more)).map(({ path }) => path.split('.').at(-1))
    expect(paths({ square: 'holes', first: 'a' })).toEqual(['second'])
    expect(paths({ ...HOLES, second: 'a' })).toEqual(['second'])
    expect(paths(HOLES)).toEqual([])
    const standing = planWay(STANDARD_WORKSHOP, plate(), onPlate({ by: 'screws' })).setups[1]
      ?.standing
    expect(standing?.clamps).toEqual([])
    expect(standing?.words.note).toMatch(/Screws from behind/)
  })
})
