import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CLUTCH_HUB, CLUTCH_HUB_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../demo'
import { checkCsv } from '../formats'
import { roughBoreIn } from '../../../../tests/support/roughBore'
import { planWay } from '../../plan/planning'
import { movesOf } from '../../predict/measured'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import {
  checkSheet,
  type EntryBody,
  EntryBodySchema,
  isFull,
  measuredPiece,
  moveWords,
  pieceState,
  type RunEntry,
  silenceOf,
  stepsOf,
} from '.'

const prediction = predictWay(planWay(W, WORM_BLOCK, WORM_BLOCK_WAY_A))
const steps = stepsOf(prediction)

/** A log from bodies, a minute apart. */
const logOf = (...bodies: readonly EntryBody[]): RunEntry[] =>
  bodies.map((body, i) => ({
    id: `e${String(i).padStart(4, '0')}`,
    piece: 1,
    who: 'AB',
    at: i * 60_000,
    body,
  }))
const doneTo = (id: string): EntryBody[] =>
  steps
    .slice(
      0,
      steps.findIndex((one) => one.id === id),
    )
    .map(({ id: step }) => ({ kind: 'done', step }))
const measured = (step: string, requirement: string, value: number): EntryBody => ({
  kind: 'measured',
  step,
  value: { requirement, value },
})

describe('the steps of a way', () => {
  it('begin with the part in hand and end with it out, setup by setup, each named once', () => {
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
    expect(steps[0]?.kind).toBe('take')
    expect(steps[steps.length - 1]?.kind).toBe('turn')
    for (const { id } of prediction.plan.setups) {
      const own = steps.filter(({ setup }) => setup === id).map(({ kind }) => kind)
      expect(own.slice(0, 2)).toEqual(['take', 'hold'])
      expect(own.indexOf('zero')).toBeLessThan(own.indexOf('cut'))
      expect(own.slice(-2)).toEqual(['check', 'turn'])
    }
  })

  it('stop the spindle before hands go near, and ask whether it is tight', () => {
    for (const one of steps.filter(({ kind }) => kind === 'take' || kind === 'check'))
      expect(one.cautions.join(' ')).toMatch(/spindle/i)
    expect(
      steps.filter(({ kind }) => kind === 'hold').every(({ title }) => title.includes('tight')),
    ).toBe(true)
  })

  it('every requirement of the drawing is asked for somewhere, in the setup that finishes it', () => {
    const asked = new Set(steps.flatMap(({ asks }) => asks.map(({ requirement }) => requirement)))
    for (const { requirement } of prediction.requirements) expect(asked).toContain(requirement.id)
  })

  it('what lies against the holding is not asked for there, but when the part is out', () => {
    for (const one of steps.filter(({ kind }) => kind === 'check'))
      for (const ask of one.asks.filter(({ hidden }) => hidden !== undefined)) {
        const out = steps.find(({ kind, setup }) => kind === 'turn' && setup === one.setup)
        expect(out?.asks.map(({ requirement }) => requirement)).toContain(ask.requirement)
        expect(ask.hidden).toMatch(/lies against the (parallels|fixed jaw|stop|holding)/)
      }
    expect(steps.some(({ asks, kind }) => kind === 'turn' && asks.length > 0)).toBe(true)
  })

  it('of a batch the first and every fifth piece are checked in full, the others for what is critical or near', () => {
    expect([1, 2, 5, 6, 11].map((piece) => isFull(piece, 5))).toEqual([
      true,
      false,
      false,
      true,
      true,
    ])
    const asked = (full: boolean) => stepsOf(prediction, full).flatMap(({ asks }) => asks)
    const few = asked(false)
    expect(few.length).toBeLessThan(asked(true).length)
    for (const { requirement, standing } of prediction.requirements)
      if (requirement.critical || standing === 'short')
        expect(few.map((ask) => ask.requirement)).toContain(requirement.id)
  })

  it('what the limits are is told as it is read: 32.000 ±0.015 is 31.985 to 32.015', () => {
    const ask = steps
      .flatMap(({ asks }) => asks)
      .find(({ requirement }) => requirement === 'bore-base')
    expect([ask?.lower, ask?.upper]).toEqual([expect.closeTo(31.985, 9), expect.closeTo(32.015, 9)])
  })

  it('a setup that only turns the clamping is not clamped anew', () => {
    const hub = stepsOf(predictWay(planWay(W, CLUTCH_HUB, CLUTCH_HUB_WAY)))
    const turned = CLUTCH_HUB_WAY.setups.filter(({ clamping }) => clamping.kind === 'indexed')
    expect(turned.length).toBeGreaterThan(0)
    for (const { id } of turned)
      expect(hub.filter(({ setup }) => setup === id).map(({ kind }) => kind)).not.toContain('hold')
  })
})

describe('how far a piece is', () => {
  it('the next step is the first that is not done or skipped', () => {
    expect(pieceState(steps, [], 1).next?.id).toBe(steps[0]?.id)
    const log = logOf(
      { kind: 'done', step: steps[0]?.id ?? '' },
      { kind: 'skipped', step: steps[1]?.id ?? '', why: 'was clamped' },
    )
    expect(pieceState(steps, log, 1).next?.id).toBe(steps[2]?.id)
    expect(pieceState(steps, log, 2).next?.id).toBe(steps[0]?.id)
  })

  it('a hold point misses what it asks for until it is measured, and again when that is taken back', () => {
    const other = stepsOf(predictWay(planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))))
    const held = other.find(({ asks, isHold }) => isHold && asks.length > 0)
    if (!held) throw new Error('no hold point')
    const [ask] = held.asks
    const log = logOf(measured(held.id, ask?.requirement ?? '', 32))
    expect(pieceState(other, [], 1).missing(held)).toContainEqual(ask)
    const missing = (entries: readonly RunEntry[]) =>
      pieceState(other, entries, 1)
        .missing(held)
        .map(({ requirement }) => requirement)
    expect(missing(log)).not.toContain(ask?.requirement)
    const back: RunEntry = {
      ...(log[0] as RunEntry),
      id: 'w',
      at: 1e9,
      body: { kind: 'withdrawn', entry: 'e0000', why: 'a chip under it' },
    }
    expect(missing([...log, back])).toContain(ask?.requirement)
    // It comes after the cut that it stands at, and before the next.
    const cut = other.findIndex(({ id }) => id === 's-4 cut bore-rough')
    expect(other.indexOf(held)).toBe(cut + 1)
  })

  it('a hold point asks how it stands on the rough cut, and from the holding where the face lies against it', () => {
    const { requirements } = predictWay(planWay(W, WORM_BLOCK, WORM_BLOCK_WAY_A))
    expect(
      requirements.find(({ requirement }) => requirement.id === 'bore-base')?.standing,
    ).not.toBe('open')
    const own = stepsOf(predictWay(planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))))
    const held = own.find(({ id }) => id === 's-4 hold bore-rough')
    // The base lies against the fixed jaw there; the left end is not cut yet.
    expect(held?.asks.map(({ inProcess, requirement }) => [requirement, inProcess])).toEqual([
      ['bore-base', { rough: true, fromHolding: true }],
      ['bore-parallel', { rough: true, fromHolding: true }],
    ])
    expect(held?.asks.every(({ lower, upper }) => lower === undefined && upper === undefined)).toBe(
      true,
    )
    expect(held?.lines.join(' ')).toContain('Worm bore to left end')
    // A cut that comes later is not asked for at all.
    const other = stepsOf(predictWay(planWay(W, WORM_BLOCK, WORM_BLOCK_WAY_B)))
    const base = other.find(({ isHold }) => isHold)
    expect(base?.asks).toEqual([])
    expect(base?.lines.join(' ')).toMatch(/Not there yet.*Bore to base/)
  })

  it('what is cut is told to the engine cut by cut, not setup by setup', () => {
    const own = stepsOf(predictWay(planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))))
    const upTo = (id: string) => {
      const log = own
        .slice(0, own.findIndex((one) => one.id === id) + 1)
        .map(({ id: step }): EntryBody => ({ kind: 'done', step }))
      const { cut, done, roughed } = measuredPiece(pieceState(own, logOf(...log), 1), 1)
      return { cut, done, roughed }
    }
    expect(upTo('s-4 zero')).toEqual({ done: 3 })
    expect(upTo('s-4 cut bore-rough')).toEqual({ done: 3, cut: ['front'], roughed: ['bore'] })
    expect(upTo('s-4 cut bore')).toEqual({ done: 3, cut: ['front', 'bore'] })
    expect(upTo('s-4 cut cover')).toEqual({ done: 4 })
  })

  it('something changed: clamping and zero of that setup have to be done again, nothing else', () => {
    const log = logOf(...doneTo('s-2 place'), { kind: 'changed', setup: 's-2', text: 'stop moved' })
    const state = pieceState(steps, log, 1)
    expect([...state.fallen].sort()).toEqual(['s-2 hold', 's-2 zero'])
    expect(state.next?.id).toBe('s-2 hold')
    expect(state.done.has('s-1 zero')).toBe(true)
  })

  it('where a clamping is only turned, that is clamped and found again, and what is still to be cut in it is cut from there', () => {
    const hub = stepsOf(predictWay(planWay(W, CLUTCH_HUB, CLUTCH_HUB_WAY)))
    const doneUpTo = (last: string) =>
      hub
        .slice(0, hub.findIndex(({ id }) => id === last) + 1)
        .map(({ id }) => ({ kind: 'done', step: id }) as const)
    const after = (last: string, setup: string) =>
      pieceState(hub, logOf(...doneUpTo(last), { kind: 'changed', setup, text: 'a bump' }), 1)
    const cutsOf = (setup: string) =>
      hub.filter((one) => one.setup === setup && one.kind === 'cut').map(({ id }) => id)
    const [first = '', second = ''] = cutsOf('s-4')
    // In the middle of the second turn: the chuck of setup 3 is closed anew, the turn before it stays as it is.
    const middle = after(first, 's-4')
    expect(hub.find(({ id }) => id === middle.next?.id)?.setup).toBe('s-3')
    expect(middle.next?.kind).toBe('hold')
    expect(middle.anew).toMatchObject([{ setup: 's-4', only: ['detent-front'] }])
    expect(second).toContain('detent-front')
    // Before anything of it is cut all of it is still to be cut, and nothing of setup 3 is.
    const before = after(cutsOf('s-3').at(-1) ?? '', 's-4')
    expect(before.anew).toMatchObject([{ setup: 's-4', only: ['dog-front', 'detent-front'] }])
    // All of it is cut: the next turn is what goes on from there.
    const over = after(second, 's-4')
    expect(over.anew).toMatchObject([{ setup: 's-5', only: ['dog-bottom', 'detent-bottom'] }])
    // Nothing is cut in that clamping yet.
    expect(after(cutsOf('s-2').at(-1) ?? '', 's-3').anew).toEqual([])
  })

  it('whatever the order in which entries come in, and however often: the same', () => {
    const log = logOf(
      ...doneTo('s-2 check'),
      measured('s-2 check', 'top-base', 75.01),
      measured('s-2 check', 'top-base', 75.2),
      { kind: 'changed', setup: 's-1', text: 'a bump' },
    )
    const plain = pieceState(steps, log, 1)
    expect(plain.disagree).toEqual(['top-base'])
    expect(plain.values).toHaveLength(2)
    fc.assert(
      fc.property(fc.shuffledSubarray(log, { minLength: log.length }), (mixed) => {
        const state = pieceState(steps, mixed, 1)
        expect(state.next?.id).toBe(plain.next?.id)
        expect(state.fallen).toEqual(plain.fallen)
        expect(measuredPiece(state, 1)).toEqual(measuredPiece(plain, 1))
      }),
      { numRuns: 30 },
    )
  })

  it('time is kept by setup, pauses left out', () => {
    const [first, second] = [steps[0]?.id ?? '', steps[1]?.id ?? '']
    const at = (id: string, minutes: number, body: EntryBody): RunEntry => ({
      id,
      piece: 1,
      who: 'AB',
      at: minutes * 60_000,
      body,
    })
    const log = [
      at('a', 0, { kind: 'done', step: first }),
      at('b', 5, { kind: 'paused', step: second }),
      at('c', 65, { kind: 'resumed', step: second }),
      at('d', 70, { kind: 'done', step: second }),
    ]
    expect(pieceState(steps, log, 1).seconds.get('s-1')).toBe(600)
    expect(pieceState(steps, log.slice(0, 2), 1).isPaused).toBe(true)
  })

  it('a long silence is no work, unless somebody says that it was', () => {
    const hour = 3600_000
    const at = (ms: number, body: EntryBody, id: string): RunEntry => ({
      id,
      piece: 1,
      who: 'AB',
      at: ms,
      body,
    })
    const [a, b] = steps.map(({ id }) => id)
    const before = [at(0, { kind: 'done', step: a ?? '' }, 'a')]
    expect(silenceOf(before, 1, hour)).toBe(0)
    expect(silenceOf(before, 1, 3 * hour)).toBe(3 * 3600)
    expect(silenceOf([], 1, 3 * hour)).toBe(0)
    expect(silenceOf([...before, at(1, { kind: 'paused', step: b ?? '' }, 'p')], 1, 9 * hour)).toBe(
      0,
    )
    const done = at(3 * hour, { kind: 'done', step: b ?? '' }, 'c')
    const seconds = (log: readonly RunEntry[]) => pieceState(steps, log, 1).seconds.get('s-1') ?? 0
    expect(seconds([...before, done])).toBe(0)
    const said = at(3 * hour, { kind: 'worked', step: b ?? '' }, 'b')
    expect(seconds([...before, said, done])).toBe(3 * 3600)
  })

  it('corrections that were taken go to the engine, those that were left do not', () => {
    const move = { setup: 's-4', axis: 'y' as const, by: -0.018 }
    const log = logOf(
      { kind: 'moved', step: 's-4 zero', move, taken: true },
      { kind: 'moved', step: 's-4 zero', move: { ...move, by: 1 }, taken: false },
    )
    expect(measuredPiece(pieceState(steps, log, 1), 1).moved).toEqual([move])
  })

  it('a correction for the following pieces holds for the whole of their setup, until it is taken back', () => {
    const move = { setup: 's-4', axis: 'y' as const, by: -0.02, only: ['bore'], roughed: ['bore'] }
    const of = (piece: number, at: number, by: number, following: boolean): RunEntry => ({
      id: `m${at}`,
      piece,
      who: 'AB',
      at,
      body: { kind: 'moved', step: 's-4 check', move: { ...move, by }, taken: true, following },
    })
    const log = [of(1, 1, -0.02, true), of(1, 2, -0.005, false), of(3, 3, 0.02, true)]
    const state = (piece: number) => pieceState(steps, log, piece)
    const plain = { setup: 's-4', axis: 'y' }
    expect(state(1).moved).toEqual([
      { ...move, by: -0.02 },
      { ...move, by: -0.005 },
    ])
    expect(state(1).inForce).toEqual([{ ...plain, by: -0.025 }])
    expect(state(1).putBack).toEqual([{ ...plain, by: -0.005 }])
    expect(state(2).moved).toEqual([{ ...plain, by: -0.02 }])
    expect(state(2).putBack).toEqual([])
    // Taken back while piece 3 was in hand: nothing is keyed in from there on.
    expect(state(3).inForce).toEqual([])
    expect(state(4).inForce).toEqual([])
    expect(moveWords(prediction.plan, { ...plain, axis: 'y', by: -0.02 })).toBe(
      'Y of G54 by −0.020',
    )
    expect(moveWords(prediction.plan, { setup: 's-1', feature: 'bottom', by: 0.012 })).toBe(
      'base by 0.012 less deep',
    )
  })

  it('a correction that is taken back moves nothing that is cut already', () => {
    const own = stepsOf(predictWay(planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A))))
    const toCut = (last: string) => {
      const place = own.findIndex(({ id }) => id === last)
      const log = own.slice(0, place + 1).map(({ id }): EntryBody => ({ kind: 'done', step: id }))
      return pieceState(own, logOf(...log), 1).toCut('s-4')
    }
    expect(toCut('s-4 zero')).toEqual({})
    expect(toCut('s-4 cut bore-rough')).toEqual({ only: ['bore', 'cover'], roughed: ['bore'] })
    expect(toCut('s-4 cut bore')).toEqual({ only: ['cover'] })
    expect(toCut('s-4 check')).toEqual({ only: [] })
    const plan = planWay(W, WORM_BLOCK, WORM_BLOCK_WAY_A)
    const back = { setup: 's-4', by: 0.02, only: [] }
    expect([
      ...movesOf(plan, [
        { ...back, axis: 'y' },
        { ...back, feature: 'front' },
      ]),
    ]).toEqual([])
    expect(movesOf(plan, [{ setup: 's-4', by: 0.02, feature: 'front' }]).size).toBe(1)
  })

  it('seated anew in the middle of a setup: what is cut keeps its zero and its correction, the rest has neither', () => {
    const rough = predictWay(planWay(W, WORM_BLOCK, roughBoreIn(WORM_BLOCK_WAY_A)))
    const own = stepsOf(rough)
    const inFour = own.filter(({ setup }) => setup === 's-4')
    const firstCut = inFour.findIndex(({ kind }) => kind === 'cut')
    const roughCut = inFour.findIndex(({ cuts }) => cuts?.pass === 'rough')
    expect(roughCut).toBeGreaterThan(firstCut)
    const all = own.map(({ id }) => id)
    const upTo = (id: string): EntryBody[] =>
      all.slice(0, all.indexOf(id)).map((step) => ({ kind: 'done', step }))
    const hold = inFour[roughCut + 1]?.id ?? ''
    const cut = inFour[roughCut]?.id ?? ''
    const read = (value: number): EntryBody => ({
      kind: 'measured',
      step: hold,
      value: { requirement: 'bore-base', value, rough: true },
    })
    const log = logOf(
      { kind: 'moved', step: 's-4 zero', move: { setup: 's-4', axis: 'y', by: 0.02 }, taken: true },
      { kind: 'moved', step: 's-5 zero', move: { setup: 's-5', axis: 'x', by: 0.01 }, taken: true },
      ...upTo(cut),
      { kind: 'done', step: cut },
      read(32.05),
      { kind: 'changed', setup: 's-4', text: 'put right: a chip' },
    )
    const state = pieceState(own, log, 1)
    expect(state.next?.id).toBe('s-4 hold')
    expect(state.anew).toMatchObject([{ setup: 's-4', roughed: ['bore'] }])
    const [{ only = [] } = {}] = state.anew
    expect(only).toEqual(expect.arrayContaining(['bore']))
    // Zero that is found anew has no correction in it.
    expect(state.inForce).toEqual([{ setup: 's-5', axis: 'x', by: 0.01 }])
    const [first] = state.moved
    expect(first).toMatchObject({ setup: 's-4', axis: 'y', by: 0.02 })
    for (const owner of first?.only ?? []) expect(only).not.toContain(owner)
    expect(measuredPiece(state, 1)).toMatchObject({
      anew: [{ setup: 's-4', only, roughed: ['bore'] }],
      values: [{ value: 32.05, earlier: true }],
    })
    // Read afterwards it is of the new seating; seated before anything was cut there it is no other.
    const later = pieceState(
      own,
      [...log, ...logOf(read(32)).map((e) => ({ ...e, id: 'z', at: 1e9 }))],
      1,
    )
    expect(measuredPiece(later, 1).values.map((one) => 'earlier' in one)).toEqual([true, false])
    const before = logOf(...upTo('s-4 hold'), { kind: 'changed', setup: 's-4', text: 'a bump' })
    expect(pieceState(own, before, 1).anew).toEqual([])
  })

  it('an entry that says nothing is refused', () => {
    expect(EntryBodySchema.safeParse({ kind: 'skipped', step: 's-1 take', why: ' ' }).success).toBe(
      false,
    )
    expect(
      EntryBodySchema.safeParse({
        kind: 'measured',
        step: 's',
        value: { requirement: 'r', value: Infinity },
      }).success,
    ).toBe(false)
  })
})

describe('the check sheet', () => {
  it('has every requirement, with what was measured by whom, and whether it holds', () => {
    const log = logOf(
      measured('s-2 check', 'top-base', 75.01),
      measured('s-4 check', 'bore-base', 32.02),
    )
    const lines = checkSheet(prediction, steps, pieceState(steps, log, 1))
    expect(lines).toHaveLength(prediction.requirements.length)
    const verdict = (id: string) => lines.find(({ requirement }) => requirement === id)?.verdict
    expect(verdict('top-base')).toBe('within')
    expect(verdict('bore-base')).toBe('out')
    expect(verdict('bore-size')).toBe('open')
    const table = checkCsv([{ piece: 1, lines }], (at) => `minute ${at / 60_000}`)
    expect(table.split('\n')).toHaveLength(prediction.requirements.length + 1)
    expect(table).toMatch(/Bore to base.*32\.020.*AB,minute 1,out/)
  })
})
