import { describe, expect, it } from 'vitest'
import { loadSolver } from '../../../kernel/lp'
import { roughBoreIn } from '../../../../tests/support/roughBore'
import { WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { type MeasuredPiece, movedOf, type ReadValue } from '../../predict/measured'
import { chainOf } from '../../predict/prediction'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { type MadePiece, makeMeasured, steerPieces } from '.'

const plan = planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))

interface Asked {
  readonly of?: typeof plan
  readonly seed?: number
  readonly moved?: MeasuredPiece['moved']
  readonly setups?: number
}

/** A piece made with nothing off but what is told. */
function piece(
  faults: Readonly<Record<string, number>>,
  { moved, of = plan, seed = 1, setups }: Asked = {},
): MadePiece {
  const all = new Map(chainOf(of).model.stack.sources.map(({ key }) => [key, faults[key] ?? 0]))
  const made = makeMeasured(of, { faults: all, pieces: 1, seed, moved, setups, inProcess: true })
  const [one] = made.ok ? made.value : []
  if (!one) throw new Error('nothing was made')
  return one
}

const readings = ({ values }: MadePiece): readonly ReadValue[] =>
  values.flatMap((value) => ('requirement' in value ? [value] : []))

/** Bore to base as read when all is done, on the rough cut from the jaw, and on the rough cut from the base itself. */
function boreToBase(made: MadePiece) {
  const of = (rough?: boolean, fromHolding?: boolean): number =>
    readings(made).find(
      (value) =>
        value.requirement === 'bore-base' &&
        value.rough === rough &&
        value.fromHolding === fromHolding,
    )?.value ?? NaN
  return { done: of(), jaw: of(true, true), rough: of(true) }
}

/** An instrument at ±0.003, and another cut at ±0.0064. */
const [READ_MM, CUT_MM] = [0.005, 0.011]

describe('read while there is still something to be cut', () => {
  const sound = boreToBase(piece({}))

  it('a sound piece reads 32 all three ways', () => {
    expect(sound.done).toBeCloseTo(32, 2)
    expect(Math.abs(sound.jaw - 32)).toBeLessThan(CUT_MM)
    expect(Math.abs(sound.rough - 32)).toBeLessThan(CUT_MM)
  })

  it('where zero was stored shows on the rough cut as it will be at the end', () => {
    const off = boreToBase(piece({ 'vise vise-125, stored y': 0.04 }))
    const by = off.done - sound.done
    expect(Math.abs(Math.abs(by) - 0.04)).toBeLessThan(READ_MM)
    expect(Math.abs(off.jaw - sound.jaw - by)).toBeLessThan(READ_MM)
    expect(Math.abs(off.rough - sound.rough - by)).toBeLessThan(READ_MM)
  })

  it('chips between base and jaw are not seen from the jaw; from the base they are', () => {
    const chips = Object.fromEntries([1, 2, 3].map((n) => [`at s-4, seat guide${n}`, 0.05]))
    const off = boreToBase(piece(chips))
    expect(Math.abs(Math.abs(off.done - sound.done) - 0.05)).toBeLessThan(READ_MM)
    expect(Math.abs(off.jaw - sound.jaw)).toBeLessThan(READ_MM)
    expect(Math.abs(off.rough - sound.rough - (off.done - sound.done))).toBeLessThan(READ_MM)
  })

  it('the last cut’s own error is not in the rough one, nor what is moved between the two', () => {
    const off = boreToBase(piece({ 'at s-4, bore place y': 0.05 }))
    expect(Math.abs(off.done - sound.done)).toBeGreaterThan(0.04)
    expect(Math.abs(off.jaw - sound.jaw)).toBeLessThan(READ_MM)
    const move = { setup: 's-4', axis: 'y', by: 0.03, only: ['bore', 'cover'] } as const
    const between = boreToBase(
      piece({}, { moved: [{ ...move, only: ['bore'], roughed: ['bore'] }] }),
    )
    expect(Math.abs(Math.abs(between.done - sound.done) - 0.03)).toBeLessThan(READ_MM)
    expect(Math.abs(between.jaw - sound.jaw)).toBeLessThan(READ_MM)
    const before = boreToBase(piece({}, { moved: [{ ...move, only: ['bore'] }] }))
    expect(Math.abs(before.jaw - sound.jaw - (before.done - sound.done))).toBeLessThan(READ_MM)
  })

  it('what is moved for the rest of a setup leaves what is cut where it is', () => {
    const moved = [{ setup: 's-4', axis: 'z', by: 0.1, only: ['cover'] }] as const
    const value = (made: MadePiece, id: string) =>
      readings(made).find(({ requirement, rough }) => requirement === id && !rough)?.value ?? NaN
    const [plain, later] = [piece({}), piece({}, { moved: [{ ...moved[0], only: ['cover'] }] })]
    expect(value(later, 'bore-from-left')).toBe(value(plain, 'bore-from-left'))
    expect(value(later, 'bore-base')).toBe(value(plain, 'bore-base'))
  })

  it('a flat that is roughed reads with what is left on it', () => {
    // The base is roughed with 0.3 left on, and the bore is there: swap the order so that it can be read.
    const setups = WORM_BLOCK_WAY_B.setups.map((one) =>
      one.id === 's-2'
        ? { ...one, ops: [...one.ops].sort((a) => (a.feature === 'bore' ? -1 : 0)) }
        : one,
    )
    const of = planWay(W, WORM_BLOCK, { ...WORM_BLOCK_WAY_B, setups })
    const read = readings(piece({}, { of })).filter(
      ({ fromHolding, requirement }) => requirement === 'bore-base' && !fromHolding,
    )
    const [done, rough] = [undefined, true].map((is) => read.find((value) => value.rough === is))
    expect((rough?.value ?? NaN) - (done?.value ?? NaN)).toBeCloseTo(0.3, 1)
    const belief = steered(of, {
      id: '1',
      done: 1,
      roughed: ['bottom'],
      values: rough ? [rough] : [],
    })
    const [seen] = belief?.values ?? []
    expect(Math.abs((seen?.observed?.value ?? NaN) - 0)).toBeLessThan(0.05)
  })

  it('is refused where there is no rough cut, or no face against the holding', async () => {
    const solve = await loadSolver()
    const refusal = (value: ReadValue): string => {
      const found = steerPieces(plan, { pieces: [{ id: '1', values: [value] }] }, solve)
      return found.ok ? '' : found.issues[0].sentence
    }
    expect(refusal({ requirement: 'top-base', value: 75, rough: true })).toMatch(/no rough cut/)
    expect(refusal({ requirement: 'bore-size', value: 22, fromHolding: true })).toMatch(
      /no face that lies against the holding/,
    )
  })
})

function steered(
  of: typeof plan,
  one: MeasuredPiece,
  solve: Parameters<typeof steerPieces>[2] = () => undefined,
) {
  const found = steerPieces(of, { pieces: [one] }, solve)
  if (!found.ok) throw new Error(found.issues[0].sentence)
  return found.value[0]
}

describe('the last cut put right', () => {
  it('a bore that is roughed off its place is bored to size nearer to it, on either side', async () => {
    const solve = await loadSolver()
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const faults = { 'vise vise-125, stored y': seed % 2 === 0 ? 0.035 : -0.035 }
      const values = readings(piece(faults, { seed, setups: 4 })).filter(
        ({ fromHolding, requirement, rough }) =>
          rough && fromHolding && (requirement === 'bore-base' || requirement === 'bore-parallel'),
      )
      expect(values.length).toBeGreaterThan(1)
      const told = { id: '1', done: 3, cut: ['front'], roughed: ['bore'], values }
      const advice = steered(plan, told, solve)?.advice
      const move = advice?.moves.find(({ axis, setup }) => setup === 's-4' && axis === 'y')
      expect(move, advice?.words).toMatchObject({ only: ['bore', 'cover'], roughed: ['bore'] })
      expect(advice?.words).toContain('the rest of setup 4')
      const moved = (advice?.moves ?? []).map(movedOf)
      const error = (made: MadePiece) => Math.abs(boreToBase(made).done - 32)
      expect(error(piece(faults, { seed, moved }))).toBeLessThan(
        0.5 * error(piece(faults, { seed })),
      )
    }
  })

  it('nothing that is cut already is advised to be moved', async () => {
    const solve = await loadSolver()
    const off = piece({ 'vise vise-125, stored y': 0.05 }, { setups: 4 })
    const values = readings(off).filter(
      ({ fromHolding, requirement, rough }) => rough && fromHolding && requirement === 'bore-base',
    )
    const told = { id: '1', done: 3, cut: ['front', 'bore'], values }
    for (const { feature, only, setup } of steered(plan, told, solve)?.advice.moves ?? [])
      if (setup === 's-4') {
        expect(only ?? [feature]).not.toContain('bore')
        expect(only ?? [feature]).not.toContain('front')
      }
  })
})
