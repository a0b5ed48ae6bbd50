import { describe, expect, it } from 'vitest'
import { AXES } from '../../ground/geometry'
import { planWay } from '../../plan/planning'
import { changeClamping, type Lean, type Setup } from '../../plan/way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { bright } from '../../../../tests/support/perfect'
import { plainBlock, setup, way } from '../../../../tests/support/documents'
import { type RecordsBySetup, standingMark, zeroLedger } from '.'

const [tilter] = STANDARD_WORKSHOP.tilters
const other = STANDARD_WORKSHOP.machines.find(({ id }) => id !== 'small-cnc')
if (!tilter || !other) throw new Error('the workshop has less than that')
const leans = (degrees: number): Lean => ({
  by: tilter.id,
  raised: 'back',
  angle: { rad: (degrees * Math.PI) / 180 },
})
const chamfer = (id: string, guide: 'back' | 'front', degrees = 45): Setup =>
  changeClamping(setup(id, 'top', guide, []), (clamping) => ({
    ...clamping,
    lean: leans(degrees),
  }))
const part = bright(plainBlock())
const AT = { x: -300, y: -120, z: -380 }

/** What is known of the last setup's zero when that of the first was found. */
const lastOf = (...setups: Setup[]) => {
  const plan = planWay(STANDARD_WORKSHOP, part, way(...setups))
  const [first] = plan.setups
  if (!first) throw new Error('no setup')
  const records: RecordsBySetup = {
    [first.id]: [
      {
        id: 'r-1',
        who: 'A. Fell',
        takenAt: 0,
        record: {
          readings: { kind: 'stored', fixture: 'pin', at: AT, knownMm: 0.01 },
          instrument: '',
          source: 'typed',
          stood: standingMark(first),
        },
      },
    ],
  }
  const { axes } = zeroLedger(plan, records).at(-1) ?? {}
  return AXES.map((axis) => axes?.[axis]?.at)
}

describe('step and line from one chamfer to the next', () => {
  it('stay where the same holding leans just so: whichever edge of the part is up', () => {
    expect(lastOf(chamfer('s-1', 'back'), chamfer('s-2', 'front'))).toEqual([AT.x, AT.y, AT.z])
    expect(lastOf(chamfer('s-1', 'back'), chamfer('s-2', 'front'), chamfer('s-3', 'back'))).toEqual(
      [AT.x, AT.y, AT.z],
    )
  })

  it('do not stay where it leans otherwise, or was put away meanwhile', () => {
    const unknown = [undefined, undefined, undefined]
    expect(lastOf(chamfer('s-1', 'back'), chamfer('s-2', 'front', 30))).toEqual(unknown)
    const flat = setup('s-2', 'top', 'back', [])
    expect(lastOf(chamfer('s-1', 'back'), flat, chamfer('s-3', 'front'))).toEqual(unknown)
  })

  it('do not stay on something else that leans as much, nor without what keeps them', () => {
    const unknown = [undefined, undefined, undefined]
    const another = STANDARD_WORKSHOP.tilters.find(({ id }) => id !== tilter.id)
    const onAnother = changeClamping(chamfer('s-2', 'front'), (clamping) => ({
      ...clamping,
      lean: { ...leans(45), by: another?.id ?? '' },
    }))
    expect(lastOf(chamfer('s-1', 'back'), onAnother)).toEqual(unknown)
    // Another end's stop: along the jaw nothing is known, step and line are.
    const right = changeClamping(chamfer('s-2', 'front'), (clamping) => ({
      ...clamping,
      holding: { ...clamping.holding, stop: 'right' } as typeof clamping.holding,
    }))
    expect(lastOf(chamfer('s-1', 'back'), right)).toEqual([undefined, AT.y, AT.z])
  })

  it('on other parallels go by how much those are higher, as it leans', () => {
    const { parallels } = STANDARD_WORKSHOP
    const height = (id: string): number => parallels.find((p) => p.id === id)?.height ?? NaN
    const raised = changeClamping(chamfer('s-2', 'front'), (clamping) => ({
      ...clamping,
      holding: { ...clamping.holding, parallels: 'p-18' } as typeof clamping.holding,
    }))
    const by = (height('p-18') - height('p-12')) * Math.SQRT1_2
    const [x, y, z] = lastOf(chamfer('s-1', 'back'), raised)
    expect(x).toBeCloseTo(AT.x, 9)
    // Turned by 45°, what is higher goes up and to the front by as much.
    expect(Math.abs((y ?? NaN) - AT.y)).toBeCloseTo(Math.abs(by), 9)
    expect((z ?? NaN) - AT.z).toBeCloseTo(by, 9)
  })

  it('stay while the part is on another machine', () => {
    const away = setup('s-2', 'top', 'back', [], { machine: other.id })
    expect(lastOf(chamfer('s-1', 'back'), away, chamfer('s-3', 'front'))).toEqual([
      AT.x,
      AT.y,
      AT.z,
    ])
  })
})
