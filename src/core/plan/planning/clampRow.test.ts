import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../foreman/findings'
import { boundsOf } from '../../ground/recipe'
import { predictWay } from '../../predict/prediction'
import { type Holding, HOLDING_KINDS, kindOf } from '../../shop/holding'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { mm, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { IN_V, journalFirst, spindle, TOES } from '../../../../tests/support/holdingScenes'
import {
  clampMovesAlong,
  movableClamps,
  moveClamp,
  planWay,
  type PlannedSetup,
  putClampBack,
} from '.'

const block = { ...plainBlock(), features: [topHole('a', 20, 30)] }
const first = setup('s-1', 'top', 'back', ['top', 'a'])

/** A second setup in a holding; of a round in V-blocks the part is another. */
function heldBy(holding: Holding, workshop = STANDARD_WORKSHOP): PlannedSetup {
  const second = setup('s-2', 'bottom', 'back', [], { holding })
  const [part, before] =
    holding.kind === 'v-blocks' ? ([spindle(), journalFirst] as const) : ([block, first] as const)
  const up = holding.kind === 'v-blocks' ? { ...second, up: 'top' as const } : second
  const planned = planWay(workshop, part, way(before, up)).setups[1]
  if (!planned) throw new Error('no setup')
  return planned
}

const firstOf = (kind: Holding['kind']): Holding => {
  if (kind === 'v-blocks') return IN_V
  const { surfaces } = heldBy(TOES)
  const found = HOLDING_KINDS.find((one) => one.kind === kind)
  const pose = { up: 'bottom', guide: 'back' } as const
  const holding = found?.begin(STANDARD_WORKSHOP, block, surfaces, pose)
  if (!holding) throw new Error(kind)
  return holding
}
const ROWS = ['angle-plate', 'v-blocks', 'toe-clamps', 'plate-stops', 'mate'] as const
const clampOf = (planned: PlannedSetup, id: string) => {
  const found = movableClamps(planned).find((clamp) => clamp.id === id)
  if (!found) throw new Error(id)
  return found
}

describe.each(ROWS)('clamps in a row, held by %s', (kind) => {
  const planned = heldBy(firstOf(kind))
  const { high, low } = planned.standing

  it('lie, once taken, where they were shown to come, never past the ends of the work; the others stay', () => {
    expect(movableClamps(planned).map(({ id }) => id)).toEqual(['clamp1', 'clamp2'])
    for (const clamp of movableClamps(planned))
      // Two blocks of 30 fill a journal of 60: neither has where to go.
      expect(clampMovesAlong(planned, clamp)).toEqual(kind === 'v-blocks' ? [] : ['x'])
    fc.assert(
      fc.property(
        fc.constantFrom('clamp1', 'clamp2'),
        fc.integer({ min: -30, max: 130 }),
        (id, share) => {
          const x = low.x + ((high.x - low.x) * share) / 100
          const moved = moveClamp(planned, clampOf(planned, id), { x, y: 0 }, 0)
          const after = heldBy(moved.holding)
          const { foot, shape } = clampOf(after, id)
          expect(foot).toEqual(moved.inSetup)
          expect(foot.x).toBeGreaterThanOrEqual(low.x - 1e-9)
          expect(foot.x).toBeLessThanOrEqual(high.x + 1e-9)
          const { high: to, low: from } = boundsOf(shape)
          expect((from.x + to.x) / 2).toBeCloseTo(foot.x, 6)
          const other = id === 'clamp1' ? 'clamp2' : 'clamp1'
          if (kind !== 'v-blocks') expect(clampOf(after, other)).toEqual(clampOf(planned, other))
          const back = putClampBack(after, id)
          expect(back).toEqual(planned.clamping.holding)
        },
      ),
      { numRuns: 25 },
    )
  })

  it('push, and locate nothing: what is predicted stays as it is', () => {
    if (kind === 'v-blocks') return
    const moved = moveClamp(planned, clampOf(planned, 'clamp1'), { x: low.x + 1, y: 0 }, 0)
    const contacts = (of: PlannedSetup) => of.contacts.map(({ id, inSetup }) => [id, inSetup])
    expect(contacts(heldBy(moved.holding))).toEqual(contacts(planned))
    const mark = (holding: Holding): string => kindOf(holding).readingMark(holding)
    expect(mark(moved.holding)).toBe(mark(planned.clamping.holding))
  })
})

describe('straps over V-blocks', () => {
  it('take their blocks along, which stay on the round and beside each other; read before, it lies otherwise', () => {
    // Two blocks of 12 under a journal of 60: their middles 48 apart at first.
    const short = {
      ...STANDARD_WORKSHOP,
      vBlocks: STANDARD_WORKSHOP.vBlocks.map((v) => ({ ...v, length: 12 })),
    }
    const planned = heldBy(IN_V, short)
    const rests = (of: PlannedSetup) =>
      of.contacts.flatMap(({ id, inSetup }) => (/^rest[12]$/.test(id) ? [inSetup.x] : []))
    const [left = 0, right = 0] = rests(planned)
    expect(right - left).toBeCloseTo(48, 6)
    expect(clampMovesAlong(planned, clampOf(planned, 'clamp1'))).toEqual(['x'])
    const to = (x: number) => moveClamp(planned, clampOf(planned, 'clamp1'), { x, y: 0 }, 0).holding
    const moved = to(left + 20)
    expect(rests(heldBy(moved, short))).toEqual([
      expect.closeTo(left + 20, 6),
      expect.closeTo(right, 6),
    ])
    const mark = (holding: Holding): string => kindOf(holding).readingMark(holding)
    expect(mark(moved)).not.toBe(mark(IN_V))
    // Drawn past the other, or off the round, it comes to lie beside that, or at the end.
    expect(rests(heldBy(to(right + 40), short))).toEqual([
      expect.closeTo(right - 12, 6),
      expect.closeTo(right, 6),
    ])
    expect(rests(heldBy(to(left - 40), short))[0]).toBeCloseTo(left, 6)
  })
})

describe('clamps moved to where they do not serve', () => {
  const told = (holding: Holding): readonly string[] => {
    const second = setup('s-2', 'bottom', 'back', [], { holding })
    return findingsOf(predictWay(planWay(STANDARD_WORKSHOP, block, way(first, second)))).map(
      ({ code }) => code,
    )
  }

  it('outside of both stops they push the work round one: told by the middle of their pushes', () => {
    // Stops 15 % inside of the ends of 104 as bought: 36.4 from its middle. By hand: (−51 − 23) / 2 = −37, (−51 − 21) / 2 = −36.
    const with2 = (one: number, other: number): Holding => ({
      ...TOES,
      moved: [
        { clamp: 1, along: mm(one) },
        { clamp: 2, along: mm(other) },
      ],
    })
    expect(told(TOES)).not.toContain('clamp.turns')
    expect(told(with2(-51, -21))).not.toContain('clamp.turns')
    expect(told(with2(-51, -23))).toContain('clamp.turns')
    expect(told(with2(51, 23))).toContain('clamp.turns')
    const dowels = { ...firstOf('plate-stops'), moved: [{ clamp: 1, along: mm(48) }] } as Holding
    expect(told(dowels)).toContain('clamp.turns')
  })

  it('beside the angle plate nothing is behind the work', () => {
    const narrow = {
      ...STANDARD_WORKSHOP,
      anglePlates: STANDARD_WORKSHOP.anglePlates.map((p) => ({ ...p, width: 60 })),
    }
    const holding = {
      ...firstOf('angle-plate'),
      moved: [{ clamp: 2, along: mm(31) }],
    } as Holding
    const second = setup('s-2', 'bottom', 'back', [], { holding })
    const codes = (workshop: typeof narrow): readonly string[] =>
      findingsOf(predictWay(planWay(workshop, block, way(first, second)))).map(({ code }) => code)
    expect(codes(narrow)).toContain('clamp.unpropped')
    expect(codes(STANDARD_WORKSHOP)).not.toContain('clamp.unpropped')
  })
})
