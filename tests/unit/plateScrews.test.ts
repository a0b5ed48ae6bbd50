import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { keyForScrew, parseThread, STANDARD_THREADS } from '@/core/handbook/standards'
import { planWay } from '@/core/plan/planning'
import { plateOf } from '@/core/plan/plates'
import { type PinPlateHolding } from '@/core/shop/holding'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Feature, type Hole, type Part } from '@/core/work/part'
import { mm, op, plainBlock, setup, topHole, way } from '../support/documents'

const ON_PINS: PinPlateHolding = {
  kind: 'plate',
  plate: 'plate-1',
  round: 'a',
  roundPin: mm(7.98),
  relieved: 'b',
  relievedPin: mm(7.9),
  screws: ['c'],
  columns: 1,
  rows: 1,
  gap: mm(20),
  slots: mm(0),
}

/** Of a height, with a hole for M6 through which it is held down: its own head, and what else is cut. */
const block = (tall: number, head: Hole['head'], more: readonly Feature[] = []): Part => {
  const plain = plainBlock()
  return {
    ...plain,
    size: { ...plain.size, z: mm(tall) },
    features: [
      topHole('a', 10, 30, { making: 'ream' }),
      topHole('b', 90, 30, { making: 'ream' }),
      topHole('c', 50, 30, { diameter: mm(6.6), making: 'drill', head }),
      ...more,
    ],
  }
}

/** Everything cut from above in one setup, then on pins with the same side up, or turned over. */
function held(part: Part, up: 'top' | 'bottom' = 'top') {
  const features = part.features.map(({ id }) => id)
  const plan = planWay(
    STANDARD_WORKSHOP,
    part,
    way(
      setup('s-1', 'top', 'back', ['top', ...features]),
      setup('s-2', up, 'back', [], {
        holding: ON_PINS,
        ops: up === 'bottom' ? [op('bottom')] : [],
      }),
    ),
  )
  const [, planned] = plan.setups
  const design = planned && plateOf(plan, planned)?.design
  if (!planned || !design) throw new Error('no plate')
  const { high, low } = planned.standing
  return {
    tall: high.z - low.z,
    screw: design.screws[0],
    // What the pins have to say is of no concern here.
    troubles: design.troubles.filter((told) => /head of/.test(told)),
  }
}

const NONE: Hole['head'] = { kind: 'none' }
const bored = (diameter: number, depth: number): Hole['head'] => ({
  kind: 'counterbore',
  diameter: mm(diameter),
  depth: mm(depth),
})
/** A slot through the middle of the hole, or a step whose wall stands so far from it. */
const slot = (wide: number): Feature => ({
  kind: 'slot',
  id: 's',
  on: 'top',
  runs: 'x',
  width: mm(wide),
  depth: mm(12),
  place: { dims: [{ from: 'front', at: mm(30) }], centred: false },
})
const step = (wide: number): Feature => ({
  kind: 'step',
  id: 's',
  on: 'top',
  along: 'front',
  width: mm(wide),
  depth: mm(12),
  place: { dims: [], centred: false },
})

describe('screws that hold a part on its plate', () => {
  it('are as long as from their seat: on top, let in, or on the floor of a slot, by hand', () => {
    // Rests 6 high; an M6 goes nine into the plate; lengths come in fives.
    const inFives = (length: number): number => Math.floor(length / 5) * 5
    const plain = held(block(40, NONE))
    expect(plain.screw).toMatchObject({ thread: 'M6', engagedMm: 9 })
    expect(plain.screw?.lengthMm).toBe(inFives(plain.tall + 6 + 9))
    const sunk = held(block(40, bored(11, 16.6)))
    expect(sunk.screw?.lengthMm).toBe(inFives(sunk.tall - 16.6 + 6 + 9))
    // Turned over the counterbore is below: the head lies on what is up.
    const over = held(block(40, bored(11, 16.6)), 'bottom')
    expect(over.screw?.lengthMm).toBe(inFives(over.tall + 6 + 9))
    for (const { troubles } of [plain, sunk, over]) expect(troubles).toEqual([])
  })

  it('lie on the floor of a slot that takes their head of 10, over one that does not, and not on the edge of a wall', () => {
    const inFives = (length: number): number => Math.floor(length / 5) * 5
    const wide = held(block(40, NONE, [slot(11)]))
    expect(wide.screw?.lengthMm).toBe(inFives(wide.tall - 12 + 6 + 9))
    const narrow = held(block(40, NONE, [slot(8)]))
    expect(narrow.screw?.lengthMm).toBe(inFives(narrow.tall + 6 + 9))
    // The hole is 30 from the front: a step of 36 leaves 6 to its wall, one of 33 only 3.
    const free = held(block(40, NONE, [step(36)]))
    expect(free.screw?.lengthMm).toBe(inFives(free.tall - 12 + 6 + 9))
    for (const { troubles } of [wide, narrow, free]) expect(troubles).toEqual([])
    expect(held(block(40, NONE, [step(33)])).troubles.join(' ')).toContain('has no even seat')
  })

  it('a key reaches down as far as its long arm, less its bend', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.integer({ min: 20, max: 100 }), fc.constantFrom(75, 76, 77)),
        (deep) => {
          const { troubles } = held(block(130, bored(11, deep)))
          // A key of 5 is 80 long, its bend takes 10; the head stands up by 6.
          expect(troubles.length > 0).toBe(deep - 6 > 70)
          if (troubles.length > 0) expect(troubles[0]).toContain('a key of 5 is 80 long')
        },
      ),
      { numRuns: 30 },
    )
  })

  it('every metric screw of the table has a smaller socket, and larger ones no shorter keys', () => {
    let before = { acrossMm: 0, longMm: 0 }
    const coarse = STANDARD_THREADS.filter((one) => /^M[\d.]+$/.test(one))
      .flatMap((name) => parseThread(name) ?? [])
      .sort((a, b) => a.majorMm - b.majorMm)
    for (const thread of coarse) {
      const key = keyForScrew(thread)
      if (!key) continue
      expect(key.acrossMm).toBeLessThan(thread.majorMm)
      expect(key.acrossMm).toBeGreaterThanOrEqual(before.acrossMm)
      expect(key.longMm).toBeGreaterThanOrEqual(before.longMm)
      before = key
    }
    expect(before.acrossMm).toBe(17)
    expect(keyForScrew(parseThread('M8') as NonNullable<ReturnType<typeof parseThread>>)).toEqual({
      acrossMm: 6,
      longMm: 90,
    })
  })
})
