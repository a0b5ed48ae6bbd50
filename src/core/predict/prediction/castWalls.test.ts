import { describe, expect, it } from 'vitest'
import { mm, plainBlock, setup, way } from '../../../../tests/support/documents'
import { planWay } from '../../plan/planning'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { type Feature, type Part } from '../../work/part'
import { predictWay } from '.'

/** A step cast with the block, 40 wide and 20 deep at its right end; the block's left end and base are what counts. */
function stepped(walls: NonNullable<Feature['bought']>['walls']): Part {
  const step: Feature = {
    kind: 'step',
    id: 'pad',
    on: 'top',
    along: 'right',
    width: mm(40),
    depth: mm(20),
    place: { dims: [], centred: false },
    bought: { bought: 'cast', stock: mm(2), spread: mm(0.8), toCut: true, walls },
  }
  const distance = (id: string, of: string, to: string) =>
    ({ id, kind: 'distance', of, to, plus: mm(2), minus: mm(-2), critical: false }) as const
  return {
    ...plainBlock(),
    features: [step],
    requirements: [distance('floor', 'pad.floor', 'bottom'), distance('wall', 'pad.wall', 'left')],
  }
}

function likelyOf(part: Part): Readonly<Record<string, number>> {
  const plan = planWay(
    STANDARD_WORKSHOP,
    part,
    way(setup('s-1', 'bottom', 'back', ['bottom', 'left']), setup('s-2', 'top', 'back', ['pad'])),
  )
  return Object.fromEntries(
    predictWay(plan).requirements.map(({ outcome, requirement }) => [
      requirement.id,
      outcome?.worst.predicted ?? NaN,
    ]),
  )
}

describe('a step of which only the floor is cut', () => {
  const [all, floor] = [
    likelyOf(stepped(undefined)),
    likelyOf(stepped({ stock: mm(0), toCut: false })),
  ]

  it('the floor is where the cut has it, as if all of it were cut', () => {
    expect(floor.floor).toBeCloseTo(all.floor ?? NaN, 12)
  })

  it('the wall stays where the casting has it: it wanders by what the casting does, and more than a cut', () => {
    // Both ends of the distance: the left end is cut against the stop, which the cast wall knows nothing of.
    expect(floor.wall).toBeGreaterThan(0.8)
    expect(all.wall).toBeLessThan(0.8)
  })
})
