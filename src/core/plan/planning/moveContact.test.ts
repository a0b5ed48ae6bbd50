import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../foreman/findings'
import { applyMotion } from '../../ground/geometry'
import { boundsOf } from '../../ground/recipe'
import { predictWay } from '../../predict/prediction'
import { type Holding } from '../../shop/holding'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { editContact, putProp, type Setup } from '../way'
import { mm, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import {
  movableClamps,
  movables,
  moveClamp,
  moveContact,
  planWay,
  type PlannedSetup,
  putClampBack,
} from '.'
import { movesAlong } from './moveContact'
import { ON_TABLE } from '../../../../tests/support/holdingScenes'

const part = {
  ...plainBlock(),
  features: [topHole('a', 20, 30), topHole('pocket', 70, 30, { diameter: mm(20) })],
}
const first = setup('s-1', 'top', 'back', ['top', 'a', 'pocket'])
const plannedWith = (second: Setup): PlannedSetup => {
  const planned = planWay(STANDARD_WORKSHOP, part, way(first, second)).setups[1]
  if (!planned) throw new Error('no setup')
  return planned
}
const second = setup('s-2', 'bottom', 'back', ['bottom'])
const planned = plannedWith(second)
const contact = (id: string, of = planned) => {
  const found = of.contacts.find((c) => c.id === id)
  if (!found) throw new Error(id)
  return found
}

/** The same, leaning: nothing is drawn by pointer there. */
const leant = ({ clamping }: Setup): Setup['clamping'] =>
  clamping.kind === 'own'
    ? { ...clamping, lean: { by: 'sine-100', raised: 'back', angle: { rad: 0.3 } } }
    : clamping

describe('a contact moved by hand', () => {
  it('rests go both ways, what is at the jaw along it, the stop across', () => {
    expect(['rest1', 'guide1', 'stop1'].map((id) => movesAlong(planned, contact(id)))).toEqual([
      ['x', 'y'],
      ['x'],
      ['y'],
    ])
  })

  it('lies, once taken, where it was shown to come', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('rest1', 'rest2', 'rest3', 'guide1', 'stop1'),
        fc.double({ min: -45, max: 45, noNaN: true }),
        fc.double({ min: -55, max: -5, noNaN: true }),
        fc.constantFrom(0, 2),
        (id, x, y, reach) => {
          const moved = moveContact(planned, contact(id), { x, y }, reach)
          const after = contact(id, plannedWith(editContact(second, moved.edit)))
          for (const axis of ['x', 'y', 'z'] as const)
            expect(Math.abs(after.inSetup[axis] - moved.inSetup[axis])).toBeLessThan(1e-3)
          expect(after.bears).toBe(moved.bears)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('is drawn to the middle of the work, to a hole, to a parallel; else to whole millimetres', () => {
    const middle = (planned.standing.low.x + planned.standing.high.x) / 2
    const near = moveContact(planned, contact('rest1'), { x: middle + 0.8, y: -20.3 }, 1)
    expect(near.inSetup.x).toBeCloseTo(middle, 6)
    expect(near.at).toMatch(/^X the middle of the work, Y /)
    const plain = moveContact(planned, contact('rest1'), { x: -20.4, y: -20.3 }, 0.05)
    expect([plain.inSetup.x, plain.inSetup.y].map((v) => Math.abs(v - Math.round(v)))).toEqual([
      expect.closeTo(0, 6),
      expect.closeTo(0, 6),
    ])
    const parallel = moveContact(planned, contact('rest1'), { x: 0.3, y: -6.4 }, 1.5)
    expect(parallel.at).toMatch(/parallel|rest/)
  })

  it('over a hole it shows that nothing is there', () => {
    const { low } = planned.standing
    // The pocket of 20, 70 from the left, lies 30 from the end that is left now, less the stock there.
    const x = contact('stop1').inSetup.x + 30
    expect(
      moveContact(planned, contact('rest3'), { x, y: (low.y + planned.standing.high.y) / 2 }, 0)
        .bears,
    ).toBe(false)
    expect(moveContact(planned, contact('rest3'), { x: x + 25, y: -15 }, 0).bears).toBe(true)
  })

  it('a jack is moved like a contact: it comes to stand where it was shown', () => {
    const jack = { id: 'jack1', surface: 'top' as const, u: 50, v: 30 }
    const propped = putProp(second, jack)
    const at = plannedWith(propped)
    fc.assert(
      fc.property(
        fc.double({ min: -45, max: 45, noNaN: true }),
        fc.double({ min: -55, max: -5, noNaN: true }),
        (x, y) => {
          const own = movables(at).find(({ id }) => id === 'jack1')
          if (!own) throw new Error('no jack')
          const moved = moveContact(at, own, { x, y }, 0)
          const { u = NaN, v = NaN } = moved.edit
          const again = plannedWith(putProp(propped, { ...jack, u, v }))
          const stands = movables(again).find(({ id }) => id === 'jack1')
          expect(stands?.inSetup.x).toBeCloseTo(x, 3)
          expect(stands?.inSetup.y).toBeCloseTo(y, 3)
          expect(stands?.bears).toBe(moved.bears)
        },
      ),
      { numRuns: 40 },
    )
    expect(movables(plannedWith({ ...propped, clamping: leant(propped) }))).toEqual([])
  })
})

const ON_PARALLELS: Holding = { ...ON_TABLE, count: 3 }
const ON_JACKS: Holding = {
  kind: 'jacks',
  strap: 'straps-30',
  instrument: 'indicator',
  known: mm(0.1),
  clearance: mm(15),
  count: 3,
}

const taken = (holding: Holding): PlannedSetup =>
  plannedWith(setup('s-2', 'bottom', 'back', [], { holding: { ...holding } }))
const clampIn = (planned: PlannedSetup, id: string) => {
  const found = movableClamps(planned).find((clamp) => clamp.id === id)
  if (!found) throw new Error(id)
  return found
}

// On jacks straps lie low down beside the casting, on its ears; on the table on its top.
describe.each([
  ['on parallels', ON_PARALLELS, 1],
  ['on jacks', ON_JACKS, 0.35],
] as const)('a strap moved by hand, of work %s', (_, holding, share) => {
  const strapped = (): PlannedSetup => taken(holding)

  it('lies, once taken, where it was shown to come: over the nearest edge, its foot on the work', () => {
    const planned = strapped()
    const { high, low } = planned.standing
    fc.assert(
      fc.property(
        fc.constantFrom('strap1', 'strap2', 'strap3'),
        fc.double({ min: low.x - 30, max: high.x + 30, noNaN: true }),
        fc.double({ min: low.y - 30, max: high.y + 30, noNaN: true }),
        (id, x, y) => {
          const moved = moveClamp(planned, clampIn(planned, id), { x, y }, 0)
          const { foot, shape } = clampIn(taken(moved.holding), id)
          expect([foot.x, foot.y]).toEqual([moved.inSetup.x, moved.inSetup.y])
          expect(foot.x).toBeGreaterThanOrEqual(low.x)
          expect(foot.x).toBeLessThanOrEqual(high.x)
          expect(foot.y).toBeGreaterThanOrEqual(low.y)
          expect(foot.y).toBeLessThanOrEqual(high.y)
          const { high: to, low: from } = boundsOf(shape)
          // It comes from outside of the work.
          expect(from.x < low.x || from.y < low.y || to.x > high.x || to.y > high.y).toBe(true)
          expect(from.z).toBeCloseTo(low.z + share * (high.z - low.z), 9)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('is drawn to the middle of an edge, else to whole millimetres; the others stay; put back it lies as at first', () => {
    const planned = strapped()
    const { high, low } = planned.standing
    const middle = (low.x + high.x) / 2
    const moved = moveClamp(planned, clampIn(planned, 'strap3'), { x: middle + 1.4, y: high.y }, 2)
    expect(moved.inSetup.x).toBeCloseTo(middle, 9)
    const off = moveClamp(planned, clampIn(planned, 'strap3'), { x: 17.3, y: high.y + 4 }, 1)
    expect(off.inSetup.x).toBeCloseTo(17, 9)
    const after = taken(off.holding)
    expect(clampIn(after, 'strap1')).toEqual(clampIn(planned, 'strap1'))
    expect(clampIn(taken(putClampBack(after, 'strap3')), 'strap3')).toEqual(
      clampIn(planned, 'strap3'),
    )
  })
})

describe('a strap of work on parallels', () => {
  it('is told where nothing lies under it: neither a parallel nor a jack', () => {
    const planned = taken(ON_PARALLELS)
    const told = (second: Setup): number =>
      findingsOf(predictWay(planWay(STANDARD_WORKSHOP, part, way(first, second)))).filter(
        ({ code }) => code === 'clamp.unpropped',
      ).length
    expect(told(planned.setup)).toBe(1)
    const { x, y } = applyMotion(planned.standing.partFromSetup, clampIn(planned, 'strap3').foot)
    expect(told(putProp(planned.setup, { id: 'jack1', surface: 'top', u: x, v: y }))).toBe(0)
    // By hand: a parallel of 8 lies 15 in from the left end, under half of the reach.
    const overParallel = { x: planned.standing.low.x + 15, y: planned.standing.low.y }
    const moved = moveClamp(planned, clampIn(planned, 'strap3'), overParallel, 0)
    expect(told(taken(moved.holding).setup)).toBe(0)
  })
})
