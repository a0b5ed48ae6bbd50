import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planWay } from '../planning'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { axisOf, newPart, oppositeOf, type Part, type Side, sizeAlong } from '../../work/part'
import { newSetup, ORIENTATIONS, type Way } from '.'

const EMPTY: Way = { name: 'Way A', note: '', setups: [] }
const blockOf = (x: number, y: number, z: number): Part =>
  newPart('Block', { x: { mm: x }, y: { mm: y }, z: { mm: z } })

function standing(part: Part, up: Side, guide: Side) {
  const setup = newSetup(W, part, EMPTY, up, guide)
  const [planned] = planWay(W, part, { ...EMPTY, setups: [setup] }).setups
  if (!planned) throw new Error('no setup')
  return planned
}

const across = (part: Part, side: Side): number =>
  sizeAlong(part, axisOf(side)) + part.faces[side].stock.mm + part.faces[oppositeOf(side)].stock.mm

describe('a new setup', () => {
  const widest = Math.max(...W.vises.map(({ opening }) => opening))
  const size = fc.integer({ min: 12, max: 300 })

  it('is in a vise that opens wide enough, or in none', () => {
    fc.assert(
      fc.property(size, size, size, fc.constantFrom(...ORIENTATIONS), (x, y, z, { guide, up }) => {
        const part = blockOf(x, y, z)
        const { holding } = standing(part, up, guide).clamping
        if (holding.kind !== 'vise') {
          expect(across(part, guide)).toBeGreaterThan(widest)
          return
        }
        const opening = W.vises.find(({ id }) => id === holding.vise)?.opening ?? 0
        expect(opening).toBeGreaterThanOrEqual(across(part, guide))
      }),
    )
  })

  it('in a vise, what is cut from above clears the jaws, and no pair of parallels would grip deeper', () => {
    fc.assert(
      fc.property(size, size, size, fc.constantFrom(...ORIENTATIONS), (x, y, z, { guide, up }) => {
        const part = blockOf(x, y, z)
        const { holding } = standing(part, up, guide).clamping
        if (holding.kind !== 'vise') return
        const vise = W.vises.find(({ id }) => id === holding.vise)
        const high = across(part, up)
        const wanted = part.faces[up].stock.mm + 2
        const grips = W.parallels.map(({ height, id }) => ({
          id,
          grip: (vise?.jawHeight ?? 0) - height,
        }))
        const able = grips.filter(({ grip }) => grip >= 3 && high - grip >= wanted)
        const chosen = grips.find(({ id }) => id === holding.parallels)
        if (able.length > 0) expect(chosen?.grip).toBe(Math.max(...able.map(({ grip }) => grip)))
      }),
    )
  })

  it('is on a machine that is long enough, where there is one', () => {
    const long = standing(blockOf(700, 60, 40), 'top', 'back')
    const longest = Math.max(...W.machines.map(({ travel }) => travel.x))
    expect(long.machine.travel.x).toBe(longest)
    expect(standing(blockOf(90, 60, 40), 'top', 'back').machine.id).toBe(W.machines[0]?.id)
  })
})
