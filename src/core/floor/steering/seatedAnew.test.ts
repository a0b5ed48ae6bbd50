import { describe, expect, it } from 'vitest'
import { loadSolver } from '../../../kernel/lp'
import { roughBoreIn } from '../../../../tests/support/roughBore'
import { makePiece } from '../../chain/made'
import { normalStream, seededUniform } from '../../chain/variation'
import { CLUTCH_HUB, CLUTCH_HUB_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { type MeasuredPiece, type ReadValue, seatedAnew, steerable } from '../../predict/measured'
import { chainOf } from '../../predict/prediction'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { diagnose, makeMeasured, steerPieces } from '.'
import { drawnOf } from './readInProcess'

const plan = planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))
const ANEW = [{ setup: 's-4', only: ['bore', 'cover'], roughed: ['bore'] }]
/** A chip all along the base, where it lies against the fixed jaw when the bore is cut. */
const CHIPS = Object.fromEntries([1, 2, 3].map((n) => [`at s-4, seat guide${n}`, 0.05]))

function read(faults: Readonly<Record<string, number>>, anew: MeasuredPiece['anew'], seed = 1) {
  const all = new Map(chainOf(plan).model.stack.sources.map(({ key }) => [key, faults[key] ?? 0]))
  const made = makeMeasured(plan, { faults: all, pieces: 1, seed, anew, inProcess: true })
  if (!made.ok) throw new Error(made.issues[0].sentence)
  const of = (rough?: boolean, fromHolding?: boolean): readonly ReadValue[] =>
    (made.value[0]?.values ?? []).flatMap((value) =>
      'requirement' in value &&
      value.requirement === 'bore-base' &&
      value.rough === rough &&
      value.fromHolding === fromHolding
        ? [value]
        : [],
    )
  return { rough: of(true), jaw: of(true, true), done: of() }
}

/** How far a piece is off another at each end. */
const apart = (a: readonly ReadValue[], b: readonly ReadValue[]): readonly number[] =>
  a.map(({ value }, i) => value - (b[i]?.value ?? NaN))

describe('a part that is seated and found anew in the middle of a setup', () => {
  it('is cut from then on as if the chip had never been; what was read before still has it', () => {
    const [sound, off, put] = [read({}, []), read(CHIPS, []), read(CHIPS, ANEW)]
    const chip = apart(off.done, sound.done)
    expect(chip).toHaveLength(2)
    for (const by of chip) expect(Math.abs(by)).toBeGreaterThan(0.045)
    for (const by of apart(put.done, sound.done)) expect(Math.abs(by)).toBeLessThan(0.02)
    apart(put.rough, sound.rough).forEach((by, i) =>
      expect(Math.abs(by - (chip[i] ?? 0))).toBeLessThan(0.011),
    )
  })

  it('is not moved for what is gone: the chip is in what was read, and not in what is still to be cut', async () => {
    const solve = await loadSolver()
    for (const seed of [1, 2, 3, 4]) {
      // Off from the base, right from the jaw: it lies between the two.
      const { jaw, rough } = read(CHIPS, [], seed)
      const told: MeasuredPiece = {
        id: '1',
        done: 3,
        cut: ['front'],
        roughed: ['bore'],
        values: [...rough, ...jaw],
      }
      const believed = (piece: MeasuredPiece) => {
        const found = steerPieces(plan, { pieces: [piece] }, solve)
        const one = found.ok ? found.value[0] : undefined
        const bore = one?.requirements.find(({ requirement }) => requirement.id === 'bore-base')
        const y = one?.advice.moves.find(({ axis, setup }) => axis === 'y' && setup === 's-4')
        return { offset: bore?.after?.offset ?? NaN, y: y?.by ?? 0, seen: one?.values[0] }
      }
      const [as, anew] = [believed(told), believed({ ...told, anew: ANEW })]
      expect(Math.abs(as.y)).toBeGreaterThan(0.03)
      expect(Math.abs(anew.y)).toBeLessThan(0.015)
      expect(Math.abs(as.offset)).toBeGreaterThan(0.035)
      expect(Math.abs(anew.offset)).toBeLessThan(0.012)
      // The same reading is as surprising as it was.
      expect(anew.seen?.plusMinus).toBeCloseTo(as.seen?.plusMinus ?? NaN, 9)
      const cause = diagnose(plan, { pieces: [{ ...told, anew: ANEW }] })
      expect(cause.ok && cause.value.causes.flatMap(({ also, key }) => [key, ...also])).toEqual(
        expect.arrayContaining([expect.stringMatching(/^at s-4, seat guide\d$/)]),
      )
    }
  })

  it('varies as much as before where nothing is measured, and beside pieces that were not', async () => {
    const solve = await loadSolver()
    const pieces: MeasuredPiece[] = [
      { id: '1', done: 0, values: [] },
      { id: '2', done: 0, values: [], anew: ANEW },
    ]
    const found = steerPieces(plan, { pieces }, solve)
    if (!found.ok) throw new Error(found.issues[0].sentence)
    const [plain, anew] = found.value
    expect(found.value.map(({ id }) => id)).toEqual(['1', '2'])
    for (const [i, one] of (plain?.requirements ?? []).entries()) {
      // What is cut before and after parts company: never less spread than in one seating, and often the same.
      const other = anew?.requirements[i]?.after
      if (one.after && other) expect(other.predicted).toBeGreaterThan(0.97 * one.after.predicted)
    }
  })

  it('is propagated as it is made with full rotations, also in setups that go on from it', () => {
    for (const [of, anew] of [
      [plan, ANEW],
      [
        planWay(W, CLUTCH_HUB, CLUTCH_HUB_WAY),
        CLUTCH_HUB_WAY.setups
          // What only turns a clamping is seated anew with that, also where all of it is still to be cut.
          .filter(({ clamping, ops }) => ops.length > 1 || clamping.kind === 'indexed')
          .map(({ id, ops }) => ({ setup: id, only: [ops[ops.length - 1]?.feature ?? ''] })),
      ],
    ] as const) {
      const { chain } = seatedAnew(
        steerable(chainOf(of)),
        [...anew].map((one) => ({ ...one, only: [...one.only] })) as never,
      )
      const { sources } = chain.model.stack
      expect(sources.length).toBeGreaterThan(
        steerable(chainOf(of)).chain.model.stack.sources.length,
      )
      const normal = normalStream(seededUniform(5))
      // Small, so that what is of second order is far below what is compared.
      const values = Float64Array.from(
        sources,
        ({ plusMinus }) => 1e-3 * (plusMinus / 3) * normal(),
      )
      const made = makePiece(chain.model.stack, values, drawnOf(of))
      for (const [id, { own, shared }] of chain.stacked.surfaces) {
        const six = [0, 0, 0, 0, 0, 0]
        shared?.forms.indices.forEach((index, i) => {
          for (let k = 0; k < 6; k++)
            six[k] = (six[k] ?? 0) + (values[index] ?? 0) * (shared.forms.values[6 * i + k] ?? 0)
        })
        for (const { six: column, source } of own)
          for (let k = 0; k < 6; k++)
            six[k] = (six[k] ?? 0) + (values[source] ?? 0) * (column[k] ?? 0)
        made.surfaces.get(id)?.forEach((value, k) => expect(value).toBeCloseTo(six[k] ?? NaN, 7))
      }
    }
  })

  it('in a clamping that is only turned on: what was cut before keeps the bump, all turns after it are as if it had never been', () => {
    const hub = planWay(W, CLUTCH_HUB, CLUTCH_HUB_WAY)
    const turned = hub.setups.filter(({ indexed }) => indexed)
    const [first, second] = turned
    const base = first?.indexed?.base
    if (!first || !second || !base) throw new Error('nothing is turned')
    const { sources } = chainOf(hub).model.stack
    // Something lies under it in the chuck: it is off the axis by half of that, as two jaws share it.
    const slipped = sources.filter(({ key }) =>
      [1, 2].some((n) => key === `at ${base.id}, seat rest${n}`),
    )
    expect(slipped.length).toBeGreaterThan(0)
    const cutIn = (index: number): readonly string[] =>
      chainOf(hub).model.stack.setups[index]?.cuts.map(({ surface }) => surface) ?? []
    const made = (slip: number, isAnew: boolean) => {
      const only = first.setup.ops.map(({ feature }) => feature)
      const plain = steerable(chainOf(hub))
      const { chain } = isAnew ? seatedAnew(plain, [{ setup: first.id, only }]) : plain
      const all = chain.model.stack.sources
      const keys = new Set(slipped.map(({ key }) => key))
      const values = Float64Array.from(all, ({ key }) => (keys.has(key) ? slip : 0))
      return makePiece(chain.model.stack, values, drawnOf(hub)).surfaces
    }
    const off = (isAnew: boolean, index: number): number => {
      const [sound, bumped] = [made(0, isAnew), made(0.05, isAnew)]
      const apart = cutIn(index).map((id) =>
        Math.max(
          ...(bumped.get(id) ?? []).map((value, k) => Math.abs(value - (sound.get(id)?.[k] ?? 0))),
        ),
      )
      return Math.max(0, ...apart)
    }
    for (const index of [base.index, first.index, second.index])
      expect(off(false, index)).toBeGreaterThan(0.02)
    expect(off(true, base.index)).toBeGreaterThan(0.02)
    expect(off(true, first.index)).toBeLessThan(1e-9)
    expect(off(true, second.index)).toBeLessThan(1e-9)
  })
})
