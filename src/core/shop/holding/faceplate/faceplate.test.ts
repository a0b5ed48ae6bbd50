import { describe, expect, it } from 'vitest'
import { planWay } from '../../../plan/planning'
import { type Setup, wayIssues } from '../../../plan/way'
import { chainOf } from '../../../predict/prediction'
import { type Feature, newPart, type Part, type Requirement } from '../../../work/part'
import { STANDARD_WORKSHOP, type Workshop } from '../../workshop'
import { distance, mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { ON_FACEPLATE } from '../../../../../tests/support/holdingScenes'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type FaceplateHolding } from './parameters'

const step = (id: string, on: 'top' | 'bottom'): Feature => ({
  kind: 'step',
  id,
  on,
  along: 'right',
  width: mm(12),
  depth: mm(5),
  place: { dims: [], centred: true },
})
/** A flange 30 thick with a bore through it, 30 from its bottom, and a floor cut into its top and its bottom. */
const flange = (...requirements: readonly Requirement[]): Part =>
  bright({
    ...newPart('Flange', { x: mm(30), y: mm(80), z: mm(70) }),
    features: [
      topHole('c', 0, 0, {
        on: 'left',
        diameter: mm(20),
        place: {
          dims: [
            { from: 'front', at: mm(40) },
            { from: 'bottom', at: mm(30) },
          ],
          centred: false,
        },
      } as Partial<Feature>),
      step('d', 'top'),
      step('e', 'bottom'),
    ],
    requirements: [...requirements],
  })
const against = (more: Partial<FaceplateHolding> = {}): Setup =>
  setup('s-2', 'top', 'back', ['d'], { holding: { ...ON_FACEPLATE, round: 'c', ...more } })
const turned: Setup = {
  ...setup('s-3', 'top', 'back', ['e']),
  clamping: { kind: 'indexed', of: 's-2', turn: { rad: Math.PI } },
}
const worst = (
  shop: Workshop,
  part: Part,
  more: Partial<FaceplateHolding> = {},
): readonly (number | undefined)[] =>
  predictionOf(
    shop,
    part,
    way(setup('s-1', 'left', 'back', ['c']), against(more), turned),
  ).requirements.map(({ outcome }) => outcome?.worst.predicted)
const plates = (change: Partial<Workshop['facePlates'][number]>): Workshop =>
  only(({ facePlates }) => ({ facePlates: facePlates.map((p) => ({ ...p, ...change })) }))

describe('a faceplate', () => {
  it('has on its axis what was read there, as closely as that was read', () => {
    const shop = only(({ instruments }) => ({
      instruments: instruments.map((i) => ({ ...i, repeatMm: 0.007 })),
    }))
    const [floor] = worst(shop, flange(distance('d.floor', 'c')))
    expect(floor).toBeCloseTo(0.007, 9)
  })

  it('by its pin, as far as the pin is off, and half of the play to each side', () => {
    const [floor] = worst(plates({ centreMm: 0.02 }), flange(distance('d.floor', 'c')), {
      on: 'pin',
      pin: mm(19.97),
    })
    expect(floor).toBeCloseTo(0.02 + 0.03 / 2, 9)
  })

  it('running out it leans what is cut against the end that lies on it', () => {
    const square: Requirement = {
      kind: 'perpendicularity',
      id: 'r',
      critical: false,
      of: 'd.floor',
      tolerance: mm(1),
      to: 'left',
    }
    // The floor is 12 long along the axis.
    const [leans] = worst(plates({ facePer100: 0.05 }), flange(square))
    expect(leans).toBeCloseTo((0.05 / 100) * 12, 9)
  })

  it('turned by half, what agrees has twice what the axis moves by, wherever the work lies on it', () => {
    const shop = { ...plates({ divideMm: 0.03, divideDeg: 0 }) }
    for (const round of ['c', undefined]) {
      const [apart] = worst(shop, flange(distance('d.floor', 'e.floor')), { round })
      expect(apart).toBeCloseTo(2 * 0.03, 9)
    }
    const [, , standing] = planWay(
      shop,
      flange(),
      way(setup('s-1', 'left', 'back', ['c']), against(), turned),
    ).setups
    expect(standing?.standing.faceAt.up).toBe('bottom')
  })

  it('holds still by six, on the bore or on nothing round, and is drawn with straps or without', () => {
    for (const more of [
      {},
      { round: undefined },
      { on: 'pin', pin: mm(19.98) },
      { by: 'screws' },
    ] as const) {
      const plan = planWay(
        STANDARD_WORKSHOP,
        flange(),
        way(setup('s-1', 'left', 'back', ['c']), against(more)),
      )
      expect(chainOf(plan).stacked.locating.at(-1)?.kind).toBe('unique')
      const { standing } = plan.setups[1] ?? {}
      const isStrapped = !('by' in more)
      expect(standing?.clamps.map(({ name }) => name)).toEqual(
        isStrapped ? ['strap', 'stud', 'strap', 'stud'] : [],
      )
      expect(standing?.solids.map(({ name }) => name)).toEqual(
        'on' in more ? ['faceplate', 'pin'] : ['faceplate'],
      )
      // The axis goes through the bore, or through the middle of the work; the end lies at the face.
      expect(standing?.low.x).toBeCloseTo(0, 9)
      expect(standing?.low.z).toBeCloseTo('round' in more ? -35 : -30, 9)
    }
  })

  it('wants a round that is there, and one for a pin', () => {
    const codes = (more: Partial<FaceplateHolding>) =>
      wayIssues(STANDARD_WORKSHOP, flange(), way(against(more))).map(({ path }) =>
        path.split('.').at(-1),
      )
    expect(codes({ round: 'gone' })).toEqual(['round'])
    expect(codes({ round: undefined, on: 'pin' })).toEqual(['on'])
    expect(codes({})).toEqual([])
  })
})
