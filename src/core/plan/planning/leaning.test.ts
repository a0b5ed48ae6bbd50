import fc from 'fast-check'
import { Matrix4, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { OILER_BLOCK, OILER_BLOCK_LEANING_WAY } from '../../paper/demo'
import { applyMotion, displacementAt, point, type Six } from '../../ground/geometry'
import { chainOf } from '../../predict/prediction'
import { findingsOf } from '../../foreman/findings'
import { settingOf, STANDARD_WORKSHOP, type Tilter } from '../../shop/workshop'
import { outwardOf } from '../../work/part'
import { editContact, type Lean, type Setup, wayIssues, type Way } from '../way'
import { only } from '../../../../tests/support/perfect'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { cornerOf, leanFor, levelled, movables, moveContact, planWay } from '.'

const DEGREE = Math.PI / 180
const tilter = (id: string): Tilter => {
  const found = STANDARD_WORKSHOP.tilters.find((t) => t.id === id)
  if (!found) throw new Error(id)
  return found
}
/** A lean of an angle, the back raised. */
const back = (rad: number) => ({ raised: 'back' as const, angle: { rad } })
const leaning = (change: Partial<Lean>): Way => ({
  ...OILER_BLOCK_LEANING_WAY,
  setups: OILER_BLOCK_LEANING_WAY.setups.map((s) =>
    s.clamping.kind === 'own' && s.clamping.lean
      ? { ...s, clamping: { ...s.clamping, lean: { ...s.clamping.lean, ...change } } }
      : s,
  ),
})
const seatOf = (way: Way, workshop = STANDARD_WORKSHOP) => {
  const plan = planWay(workshop, OILER_BLOCK, way)
  const leant = plan.setups.find((s) => s.leaning)
  if (!leant?.leaning) throw new Error('nothing leans')
  return { plan, leant, leaning: leant.leaning }
}

describe('setting a lean', () => {
  it('a sine plate of 100 for 30° stands on 50.000 (handbooks of metrology, from memory)', () => {
    const set = settingOf(tilter('sine-100'), back(30 * DEGREE))
    expect(set.ok && set.value.words).toBe('50.000 mm of gauge blocks under the raised roll')
  })

  it('is off by what blocks and rolls make of its angle, both together', () => {
    const sine = tilter('sine-100')
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1.04, noNaN: true }), (rad) => {
        const set = settingOf(sine, back(rad))
        const raise = sine.apart * Math.sin(rad)
        // Each by itself, by the arcsine of what then stands there.
        const byStack = Math.asin((raise + sine.offMm) / sine.apart) - rad
        const byRolls = Math.asin(raise / (sine.apart - sine.offMm)) - rad
        const off = set.ok ? set.value.plusMinusRad : NaN
        expect(off / Math.hypot(byStack, byRolls)).toBeCloseTo(1, 2)
      }),
    )
  })

  it('angle blocks are added and taken off, the fewest; what they cannot make is told with the nearest', () => {
    const set = { ...tilter('angle-blocks'), angles: '1, 3, 9, 27, 41' }
    const words = (degrees: number): string => {
      const made = settingOf(set, back(degrees * DEGREE))
      return made.ok ? made.value.words : made.issues[0].sentence
    }
    expect(words(30)).toBe('angle blocks 27° + 3°')
    expect(words(17)).toBe('angle blocks 41° − 27° + 3°')
    expect(words(41)).toBe('angle blocks 41°')
    expect(words(14)).toBe('angle blocks 41° − 27°')
    expect(words(17.4)).toContain('make 17° at nearest, not 17.4°')
    // Powers of three make every whole degree up to their sum.
    for (let degrees = 1; degrees <= 40; degrees++) expect(words(degrees)).toMatch(/^angle blocks/)
  })

  it('of any set the nearest that all sums have, and no sum of fewer blocks is as near', () => {
    const block = fc.integer({ min: 1, max: 160 }).map((quarter) => quarter / 4)
    fc.assert(
      fc.property(
        fc.array(block, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 200 }).map((quarter) => quarter / 4),
        (blocks, wanted) => {
          const set = { ...tilter('angle-blocks'), angles: blocks.join(', ') }
          const made = settingOf(set, back(wanted * DEGREE))
          // Every sum, one by one: each block added, taken off or left out.
          const sums = blocks.reduce<{ sum: number; count: number }[]>(
            (all, b) =>
              all.flatMap(({ count, sum }) => [
                { sum, count },
                { sum: sum + b, count: count + 1 },
                { sum: sum - b, count: count + 1 },
              ]),
            [{ sum: 0, count: 0 }],
          )
          const exact = sums.filter(({ count, sum }) => count > 0 && Math.abs(sum - wanted) < 1e-9)
          expect(made.ok).toBe(exact.length > 0)
          if (made.ok)
            expect(made.value.words.match(/°/g)).toHaveLength(
              Math.min(...exact.map(({ count }) => count)),
            )
        },
      ),
    )
  })

  it('no further than it goes', () => {
    const set = settingOf(tilter('sine-100'), back(70 * DEGREE))
    expect(set.ok ? '' : set.issues[0].sentence).toContain('leans by 60° at most, not by 70°')
  })
})

describe('a holding that leans', () => {
  it('stands as matrices of another library turn it, whichever side is raised; nothing else moves', () => {
    const sides = fc.constantFrom('back', 'front', 'left', 'right')
    fc.assert(
      fc.property(sides, fc.double({ min: 0.01, max: 1.5, noNaN: true }), (raised, rad) => {
        const { leant, leaning: from } = seatOf(leaning({ raised, angle: { rad } }))
        const turn =
          raised === 'back' || raised === 'front'
            ? new Matrix4().makeRotationX(raised === 'back' ? rad : -rad)
            : new Matrix4().makeRotationY(raised === 'left' ? rad : -rad)
        // The side that is raised is raised: a point out on it comes up.
        const out = { back: [0, 1], front: [0, -1], left: [-1, 0], right: [1, 0] }[raised]
        const side = new Vector3(out[0], out[1], 0).applyMatrix4(turn)
        expect(side.z).toBeCloseTo(Math.sin(rad), 9)
        for (const contact of leant.contacts) {
          const { x, y, z } = applyMotion(from.upright.setupFromPart, contact.at)
          const expected = new Vector3(x, y, z).applyMatrix4(turn)
          expect(contact.inSetup.x).toBeCloseTo(expected.x, 9)
          expect(contact.inSetup.y).toBeCloseTo(expected.y, 9)
          expect(contact.inSetup.z).toBeCloseTo(expected.z, 9)
        }
      }),
      { numRuns: 30 },
    )
  })

  it('brings up what is asked for: the seat’s mouth looks up, and no one lean brings up what leans both ways', () => {
    const seat = OILER_BLOCK.features.find((f) => f.id === 'seat')
    if (seat?.kind !== 'hole') throw new Error('demo')
    const { leaning: from } = seatOf(OILER_BLOCK_LEANING_WAY)
    const asked = leanFor(from.upright, outwardOf(seat))
    expect(asked?.raised).toBe(from.lean.raised)
    expect(asked?.angle.rad).toBeCloseTo(from.lean.angle.rad, 9)
    expect(leanFor(from.upright, point(0.5, 0.5, Math.SQRT1_2))).toBeUndefined()
    expect(leanFor(from.upright, from.upright.setupFromPart.rows[2])).toBeUndefined()
  })

  it('any direction that looks along X or along Y and up is brought up by the lean that is offered, by matrices of another library', () => {
    const { leaning: from } = seatOf(OILER_BLOCK_LEANING_WAY)
    fc.assert(
      fc.property(
        fc.constantFrom('x', 'y'),
        fc.double({ min: 0.02, max: Math.PI / 2, noNaN: true }),
        fc.boolean(),
        (along, angle, isBack) => {
          const side = Math.sin(angle) * (isBack ? 1 : -1)
          const inSetup = new Vector3(
            along === 'x' ? side : 0,
            along === 'y' ? side : 0,
            Math.cos(angle),
          )
          // As the part has it, from how it stands upright.
          const [x, y, z] = from.upright.setupFromPart.rows.map(
            (row) => new Vector3(row.x, row.y, row.z),
          )
          if (!x || !y || !z) throw new Error('no axes')
          const out = x
            .multiplyScalar(inSetup.x)
            .add(y.multiplyScalar(inSetup.y))
            .add(z.multiplyScalar(inSetup.z))
          const offered = leanFor(from.upright, point<'part'>(out.x, out.y, out.z))
          const { leant } = seatOf(leaning(offered ?? {}))
          const up = leant.standing.setupFromPart.rows[2]
          expect(new Vector3(up.x, up.y, up.z).dot(out)).toBeCloseTo(1, 9)
        },
      ),
      { numRuns: 30 },
    )
  })

  it('costs by its angle what the part, turned about where zero is found, loses (full turns of another library)', () => {
    const exact = only((w) => ({
      tilters: w.tilters.map((t) => ({ ...t, foundMm: 0 })),
    }))
    const { plan, leaning: from, leant } = seatOf(OILER_BLOCK_LEANING_WAY, exact)
    const { model, stacked } = chainOf(plan)
    const lean = model.stack.sources.findIndex((s) => s.key === 'at s-3, lean')
    const hole = plan.surfaces.get('seat')
    const shared = stacked.surfaces.get('seat')?.shared
    if (hole?.kind !== 'axis' || !shared) throw new Error('seat')
    const place = shared.forms.indices.indexOf(lean)
    const six = Array.from(shared.forms.values.slice(6 * place, 6 * place + 6)) as unknown as Six
    const corner = cornerOf(from)
    const delta = 1e-4
    // The part turns with the plate about the corner; the tool does not.
    const turned = new Matrix4()
      .makeTranslation(corner.x, corner.y, corner.z)
      .multiply(new Matrix4().makeRotationX(delta))
      .multiply(new Matrix4().makeTranslation(-corner.x, -corner.y, -corner.z))
      .invert()
    for (const at of [hole.from, hole.to]) {
      const cut = applyMotion(leant.standing.setupFromPart, at)
      const made = new Vector3(cut.x, cut.y, cut.z).applyMatrix4(turned)
      const inPart = applyMotion(
        leant.standing.partFromSetup,
        point<'setup'>(made.x, made.y, made.z),
      )
      const told = displacementAt<'part'>(six, at)
      for (const axis of ['y', 'z'] as const)
        expect((inPart[axis] - at[axis]) / delta).toBeCloseTo(told[axis], 2)
    }
    const source = model.stack.sources[lean]
    expect(source?.plusMinus).toBeCloseTo(
      (0.004 * Math.hypot(1, 0.5)) / (100 * Math.cos(30 * DEGREE)),
      12,
    )
  })

  it('a scale holds the angle worse than a sine plate, in the chain too', () => {
    const angle = (by: string): number =>
      predictionOf(STANDARD_WORKSHOP, OILER_BLOCK, leaning({ by })).requirements.find(
        ({ requirement }) => requirement.id === 'seat-angle',
      )?.outcome?.worst.predicted ?? NaN
    expect(angle('tilting-base')).toBeGreaterThan(angle('sine-100') + 0.001)
  })

  it('says what cannot be set, and what it is not in the shop', () => {
    const said = (change: Partial<Lean>) =>
      findingsOf(predictionOf(STANDARD_WORKSHOP, OILER_BLOCK, leaning(change))).map((f) => f.code)
    expect(said({})).not.toContain('lean.cannot')
    expect(said({ by: 'angle-blocks', angle: { rad: 0.51 } })).toContain('lean.cannot')
    expect(
      wayIssues(STANDARD_WORKSHOP, OILER_BLOCK, leaning({ by: 'nothing' })).map((i) => i.code),
    ).toEqual(['setup.lean'])
  })
})

describe('a setup that leans, looked at level', () => {
  /** The same way with nothing leaning in it. */
  const plain: Way = {
    ...OILER_BLOCK_LEANING_WAY,
    setups: OILER_BLOCK_LEANING_WAY.setups.map((s): Setup => {
      if (s.clamping.kind !== 'own') return s
      const { lean: _lean, ...level } = s.clamping
      return { ...s, clamping: level }
    }),
  }

  it('is as it would be planned without the lean', () => {
    const { leant } = seatOf(OILER_BLOCK_LEANING_WAY)
    const level = levelled(leant)
    const without = planWay(STANDARD_WORKSHOP, OILER_BLOCK, plain).setups[leant.index]
    expect(level?.standing.setupFromPart).toEqual(without?.standing.setupFromPart)
    expect(level?.contacts).toEqual(without?.contacts)
    expect(without && levelled(without)).toBeUndefined()
  })

  it('a contact moved there lies on the same place of the part when it leans again', () => {
    const { leant } = seatOf(OILER_BLOCK_LEANING_WAY)
    const level = levelled(leant)
    const rest = level && movables(level).find(({ id }) => id === 'rest1')
    if (!level || !rest) throw new Error('nothing is moved there')
    expect(movables(leant)).toEqual([])
    const { edit } = moveContact(level, rest, { x: rest.inSetup.x + 3, y: rest.inSetup.y + 2 }, 0)
    const way: Way = {
      ...OILER_BLOCK_LEANING_WAY,
      setups: OILER_BLOCK_LEANING_WAY.setups.map((s, i) =>
        i === leant.index ? editContact(s, edit) : s,
      ),
    }
    const moved = seatOf(way).leant.contacts.find(({ id }) => id === 'rest1')
    const before = leant.contacts.find(({ id }) => id === 'rest1')
    const { rows } = level.standing.setupFromPart
    // What it was moved by in the level setup, told in the part's own directions.
    for (const axis of ['x', 'y', 'z'] as const)
      expect((moved?.at[axis] ?? NaN) - (before?.at[axis] ?? NaN)).toBeCloseTo(
        3 * rows[0][axis] + 2 * rows[1][axis],
        6,
      )
  })
})
