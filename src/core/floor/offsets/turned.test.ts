import fc from 'fast-check'
import { Matrix4, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { AXES } from '../../ground/geometry'
import { OILER_BLOCK, OILER_BLOCK_WAY } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { changeClamping, type Way } from '../../plan/way'
import { STANDARD_WORKSHOP, type Workshop } from '../../shop/workshop'
import { type RecordsBySetup, standingMark, zeroLedger } from '.'

/** Zero of setup 2 as it was found, in the machine. */
const foundAt = (
  workshop: Workshop,
  way: Way,
  at: { readonly x: number; readonly y: number; readonly z: number },
): RecordsBySetup => {
  const base = planWay(workshop, OILER_BLOCK, way).setups[1]
  if (!base) throw new Error('demo')
  return {
    's-2': [
      {
        id: 'r-1',
        who: 'A. Fell',
        takenAt: 0,
        record: {
          readings: { kind: 'stored', fixture: 'plate', at, knownMm: 0.01 },
          instrument: '',
          source: 'typed',
          stood: standingMark(base),
        },
      },
    ],
  }
}

const turnedBy = (rad: number): Way => ({
  ...OILER_BLOCK_WAY,
  setups: OILER_BLOCK_WAY.setups.map((s) =>
    s.clamping.kind === 'indexed' ? { ...s, clamping: { ...s.clamping, turn: { rad } } } : s,
  ),
})

const rotary = STANDARD_WORKSHOP.machines[0]?.rotary
if (!rotary) throw new Error('the first machine has a rotary axis')

describe('the zero of an indexed setup', () => {
  it('is that of its clamping, carried round the centre that the machine has (by matrices of three.js)', () => {
    const figure = fc.double({ min: -400, max: -10, noNaN: true })
    fc.assert(
      fc.property(
        fc.record({ x: figure, y: figure, z: figure }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        (at, rad, clockwise, head) => {
          const workshop: Workshop = {
            ...STANDARD_WORKSHOP,
            machines: STANDARD_WORKSHOP.machines.map((m) =>
              m.rotary
                ? {
                    ...m,
                    rotary: {
                      ...m.rotary,
                      positive: clockwise ? 'clockwise' : 'counter-clockwise',
                      turns: head ? 'head' : 'table',
                    },
                  }
                : m,
            ),
          }
          const way = turnedBy(rad)
          const plan = planWay(workshop, OILER_BLOCK, way)
          const rows = zeroLedger(plan, foundAt(workshop, way, at))
          // Counter-clockwise from the + end is right hand about the axis; a head that turns so turns the work back.
          const work = rad * (clockwise ? -1 : 1) * (head ? -1 : 1)
          const centre = new Vector3(rotary.centre.x, rotary.centre.y, rotary.centre.z)
          const turned = new Vector3(at.x, at.y, at.z)
            .sub(centre)
            .applyMatrix4(new Matrix4().makeRotationX(work))
            .add(centre)
          AXES.forEach((axis) => {
            expect(rows[1]?.axes[axis]?.at).toBeCloseTo(at[axis], 9)
            expect(rows[2]?.axes[axis]?.at).toBeCloseTo(turned[axis], 6)
            expect(rows[2]?.axes[axis]?.how).toBe('predicted')
          })
        },
      ),
      { numRuns: 40 },
    )
  })

  it('is known less well than the zero that it comes from, by the angle over the arm and the centre', () => {
    const at = { x: -298, y: -96, z: -370 }
    const way = turnedBy(-Math.PI / 6)
    const plan = planWay(STANDARD_WORKSHOP, OILER_BLOCK, way)
    const [, base, turned] = zeroLedger(plan, foundAt(STANDARD_WORKSHOP, way, at))
    expect(turned?.axes.x?.plusMinus).toBe(base?.axes.x?.plusMinus)
    for (const axis of ['y', 'z'] as const)
      expect(turned?.axes[axis]?.plusMinus).toBeGreaterThan(base?.axes[axis]?.plusMinus ?? NaN)
  })

  it('is not known while that of its clamping is not', () => {
    const plan = planWay(STANDARD_WORKSHOP, OILER_BLOCK, OILER_BLOCK_WAY)
    expect(zeroLedger(plan, {})[2]?.axes).toEqual({ x: undefined, y: undefined, z: undefined })
  })

  it('readings say nothing any more once it is turned otherwise', () => {
    const [, , now] = planWay(STANDARD_WORKSHOP, OILER_BLOCK, turnedBy(0.5)).setups
    const [, , then] = planWay(STANDARD_WORKSHOP, OILER_BLOCK, turnedBy(0.6)).setups
    if (!now || !then) throw new Error('demo')
    expect(standingMark(now)).not.toBe(standingMark(then))
    const moved = {
      ...OILER_BLOCK_WAY,
      setups: OILER_BLOCK_WAY.setups.map((s) =>
        changeClamping(s, (c) => ({ ...c, guide: 'left' })),
      ),
    }
    const elsewhere = planWay(STANDARD_WORKSHOP, OILER_BLOCK, moved).setups[2]
    expect(elsewhere && standingMark(elsewhere)).not.toBe(standingMark(now))
  })
})
