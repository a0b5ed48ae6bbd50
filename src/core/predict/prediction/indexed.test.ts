import fc from 'fast-check'
import { Euler, Matrix4, Quaternion, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { OILER_BLOCK, OILER_BLOCK_WAY } from '../../paper/demo'
import { displacementAt, dotSix, type Point, type Six } from '../../ground/geometry'
import { planWay, rotaryCentre } from '../../plan/planning'
import { STANDARD_WORKSHOP, type Workshop } from '../../shop/workshop'
import { chainOf } from './chain'
import { type Way } from '../../plan/way'
import { type Part } from '../../work/part'

/** Only what the index hands on counts: machine and cutter are exact. */
const W: Workshop = {
  ...STANDARD_WORKSHOP,
  machines: STANDARD_WORKSHOP.machines.map((m) => ({
    ...m,
    repeatMm: 0,
    squarePer100: 0,
    zSquarePer100: 0,
    scalePer100: 0,
    tramPer100: 0,
    toolLengthMm: 0,
  })),
  capabilities: Object.fromEntries(
    Object.entries(STANDARD_WORKSHOP.capabilities).map(([name, c]) => [
      name,
      { ...c, positionMm: 0, leanPer100: 0, formMm: 0 },
    ]),
  ) as Workshop['capabilities'],
  conditions: { ...STANDARD_WORKSHOP.conditions, temperatureK: 0, sideForceN: 0 },
}

const fixture = { kind: 'fixture' } as const
/** Zero in the clamping is what the vise stores, in all three axes. */
const stored: Way = {
  ...OILER_BLOCK_WAY,
  setups: OILER_BLOCK_WAY.setups.map((s) => ({
    ...s,
    zero: { ...s.zero, x: fixture, y: fixture, z: fixture },
  })),
}

const vector = ({ x, y, z }: { x: number; y: number; z: number }): Vector3 => new Vector3(x, y, z)

describe('an indexed setup', () => {
  /**
   * The turn made in full, with matrices of three.js: the part as it was put down is turned about the true
   * centre by the true angle; the program's zero is carried round the centre as it is believed by the
   * angle as commanded; the drill comes straight down there. Where it went is read in the part.
   */
  it('hands on what the clamping and its zero had, and adds angle and centre', () => {
    const plan = planWay(W, OILER_BLOCK, stored)
    const [, base, turned] = plan.setups
    if (!base || !turned?.indexed) throw new Error('the demo has an indexed setup')
    const { model, stacked } = chainOf(plan)
    const { sources } = model.stack
    const at = (key: string): number => sources.findIndex((s) => s.key === key)
    const seat = plan.surfaces.get('seat')
    const deviation = stacked.surfaces.get('seat')
    if (seat?.kind !== 'axis' || !deviation?.shared) throw new Error('seat')
    const { forms } = deviation.shared
    const small = fc.integer({ min: -1000, max: 1000 }).map((n) => n / 1000)
    fc.assert(
      fc.property(fc.array(small, { minLength: 400, maxLength: 400 }), (draws) => {
        const x = sources.map((s, i) => (draws[i % draws.length] ?? 0) * s.plusMinus)
        const sixOf = (f: typeof forms): Six => {
          const six = [0, 0, 0, 0, 0, 0]
          f.indices.forEach((index, i) => {
            for (let k = 0; k < 6; k++)
              six[k] = (six[k] ?? 0) + (f.values[6 * i + k] ?? 0) * (x[index] ?? 0)
          })
          return six as unknown as Six
        }
        // How the part lies off in the clamping, and how its zero does, in the axes of the machine.
        const q = sixOf(stacked.seated[1] as typeof forms)
        const zeroOff = [0, 1, 2].map((k) => {
          const form = stacked.zeroed[1]?.[k]
          return (
            form?.indices.reduce((s, n, i) => s + (form.coefficients[i] ?? 0) * (x[n] ?? 0), 0) ?? 0
          )
        })
        const rows = base.standing.setupFromPart.rows
        const frame = new Matrix4().set(
          rows[0].x,
          rows[0].y,
          rows[0].z,
          base.standing.setupFromPart.shift.x,
          rows[1].x,
          rows[1].y,
          rows[1].z,
          base.standing.setupFromPart.shift.y,
          rows[2].x,
          rows[2].y,
          rows[2].z,
          base.standing.setupFromPart.shift.z,
          0,
          0,
          0,
          1,
        )
        const lie = new Matrix4()
          .makeRotationFromEuler(new Euler(q[0], q[1], q[2]))
          .setPosition(q[3], q[4], q[5])
        const part = frame.clone().multiply(lie)
        const centre = vector(rotaryCentre(base))
        const radians = turned.indexed?.workRad ?? NaN
        const about = (c: Vector3, angle: number): Matrix4 =>
          new Matrix4()
            .makeTranslation(c.x, c.y, c.z)
            .multiply(new Matrix4().makeRotationX(angle))
            .multiply(new Matrix4().makeTranslation(-c.x, -c.y, -c.z))
        const angleOff = x[at('at s-3, index angle')] ?? NaN
        const centreOff = [
          0,
          x[at('machine small-cnc, centre of A y')] ?? NaN,
          x[at('machine small-cnc, centre of A z')] ?? NaN,
        ] as const
        const now = about(centre, radians + angleOff).multiply(part)
        const believed = centre.clone().add(new Vector3(...centreOff))
        const zeroNominal = new Vector3(
          base.standing.stays.x.at,
          base.standing.stays.y.at,
          base.standing.stays.z.at,
        )
        const zero = zeroNominal
          .clone()
          .add(new Vector3(zeroOff[0], zeroOff[1], zeroOff[2]))
          .applyMatrix4(about(believed, radians))
        // What a first-order chain leaves out: products of the small turns, and of a small turn and a shift.
        const smallTurn = Math.hypot(q[0], q[1], q[2]) * Math.sqrt(3) + Math.abs(angleOff)
        const shifted =
          Math.hypot(q[3], q[4], q[5]) + Math.hypot(...centreOff) + Math.hypot(...zeroOff)
        const turn = new Quaternion().setFromRotationMatrix(new Matrix4().makeRotationX(radians))
        const back = now.clone().invert()
        const along = new Vector3(0, -Math.sin(Math.PI / 6), Math.cos(Math.PI / 6))
        for (const p of [seat.from, seat.to]) {
          const programmed = vector(p)
            .applyMatrix4(frame)
            .sub(zeroNominal)
            .applyQuaternion(turn)
            .add(zero)
          const made = programmed.applyMatrix4(back).sub(vector(p))
          const told = vector(displacementAt<'part'>(sixOf(forms), p as Point<'part'>))
          // Along its own axis a hole has no place.
          const off = made.clone().sub(told)
          off.sub(along.clone().multiplyScalar(off.dot(along)))
          const reach = vector(p).length() + vector(p).applyMatrix4(frame).distanceTo(centre)
          expect(off.length()).toBeLessThan(smallTurn * (smallTurn * reach + shifted) + 1e-9)
        }
      }),
      { numRuns: 60, endOnFailure: true },
    )
  })

  it('turned by nothing about an exact axis it is the clamping itself', () => {
    const exact: Workshop = {
      ...STANDARD_WORKSHOP,
      machines: STANDARD_WORKSHOP.machines.map((m) =>
        m.rotary ? { ...m, rotary: { ...m.rotary, centreMm: 0, angleRad: 0 } } : m,
      ),
    }
    const upright: Part = {
      ...OILER_BLOCK,
      features: OILER_BLOCK.features.map((f) => {
        if (f.kind !== 'hole' || f.id !== 'seat') return f
        const { tilt: _tilt, ...plain } = f
        return plain
      }),
      requirements: OILER_BLOCK.requirements.filter((r) => r.id !== 'seat-angle'),
    }
    const [first, second, third] = OILER_BLOCK_WAY.setups
    if (!first || !second || !third) throw new Error('demo')
    const zeroSetups = [
      first,
      second,
      { ...third, clamping: { kind: 'indexed' as const, of: 's-2', turn: { rad: 0 } } },
    ]
    const own = [first, { ...second, ops: [...second.ops, ...third.ops] }]
    const spread = (setups: Way['setups']): number[] => {
      const plan = planWay(exact, upright, { ...OILER_BLOCK_WAY, setups })
      const { model, stacked } = chainOf(plan)
      const deviation = stacked.surfaces.get('seat')
      const seat = plan.surfaces.get('seat')
      if (!deviation?.shared || seat?.kind !== 'axis') throw new Error('seat')
      const { forms } = deviation.shared
      // Shared part only: what the machine adds is named by its setup.
      return (
        [
          [0, 0, 0, 1, 0, 0],
          [0, 0, 0, 0, 1, 0],
          [1, 0, 0, 0, 0, 0],
          [0, 1, 0, 0, 0, 0],
        ] as const
      ).map((row) => {
        let variance = 0
        forms.indices.forEach((index, i) => {
          const six = Array.from({ length: 6 }, (_, k) => forms.values[6 * i + k] ?? 0)
          variance +=
            (dotSix(row, six as unknown as Six) * (model.stack.sources[index]?.plusMinus ?? 0)) ** 2
        })
        return Math.sqrt(variance)
      })
    }
    const [a, b] = [spread(zeroSetups), spread(own)]
    a.forEach((value, i) => expect(value).toBeCloseTo(b[i] ?? NaN, 12))
    expect(Math.max(...a)).toBeGreaterThan(0.001)
  })
})
