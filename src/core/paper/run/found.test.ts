import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { standingMark } from '../../floor/offsets'
import { type PlannedSetup, planWay } from '../../plan/planning'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { PIER_PLATE, PIER_PLATE_WAY } from '../demo'
import { type EntryBody, measuredHoles, pieceState, type RunEntry, stepsOf } from '.'
import { questionsOf, storyOf, ticksOf, timesOf, toTick, zerosOf } from '.'

const prediction = predictWay(planWay(STANDARD_WORKSHOP, PIER_PLATE, PIER_PLATE_WAY))
const [, under] = prediction.plan.setups
const setup = 's-2'
const entry = (id: string, at: number, body: EntryBody, piece = 1): RunEntry => ({
  id,
  piece,
  who: 'AB',
  at,
  body,
})
const zero = (planned: PlannedSetup): EntryBody => ({
  kind: 'zero',
  setup: planned.id,
  record: {
    readings: {
      kind: 'edge',
      axis: 'x',
      surface: 'left',
      tip: 10,
      touch: { at: -303, towards: '+' },
    },
    instrument: '',
    source: 'typed',
    stood: standingMark(planned),
  },
})

describe('questions', () => {
  it('are open until something came back; the last answer counts, a withdrawn one does not', () => {
    const log = [
      entry('q1', 1, { kind: 'question', text: 'Which edge is broken?' }),
      entry('q2', 2, { kind: 'question', text: 'May it be skimmed?' }),
      entry('a1', 3, { kind: 'answer', entry: 'q1', text: 'All of them' }),
    ]
    const told = (more: readonly RunEntry[] = []) =>
      questionsOf([...log, ...more]).map(({ answer, id }) => [id, answer?.text])
    // What is open comes first.
    expect(told()).toEqual([
      ['q2', undefined],
      ['q1', 'All of them'],
    ])
    const again = entry('a2', 4, { kind: 'answer', entry: 'q1', text: 'Only the top' })
    expect(told([again])[1]).toEqual(['q1', 'Only the top'])
    const gone = entry('w', 5, { kind: 'withdrawn', entry: 'a1', why: 'the wrong part' })
    expect(told([gone])).toEqual([
      ['q1', undefined],
      ['q2', undefined],
    ])
  })
})

describe('what was found in a run', () => {
  const list = under ? toTick(under, 'feet') : []

  it('the tick list of a feature has each of its holes under each of its tools; none is there for a face', () => {
    expect(new Set(list.map(({ hole }) => hole))).toEqual(
      new Set(['feet.1', 'feet.2', 'feet.3', 'feet.4']),
    )
    // Spot drilled, drilled, countersunk, tapped.
    expect(list).toHaveLength(16)
    expect(under && toTick(under, 'top')).toEqual([])
  })

  it('ticks are as the last word on each hole, in whatever order entries come in', () => {
    const word = fc.record({ which: fc.nat(15), done: fc.boolean() })
    fc.assert(
      fc.property(fc.array(word, { maxLength: 40 }), fc.infiniteStream(fc.nat()), (words, keys) => {
        const log = words.flatMap(({ done, which }, i) => {
          const one = list[which]
          return one ? [entry(`t-${i}`, i, { kind: 'tick', setup, ...one, done })] : []
        })
        const last = new Map(words.map(({ done, which }) => [which, done]))
        const shuffled = log
          .map((one) => [keys.next().value as number, one] as const)
          .sort(([a], [b]) => a - b)
          .map(([, one]) => one)
        const wanted = list.filter((_, i) => last.get(i) === true)
        const told = ticksOf(shuffled, 1, setup)
        expect(told).toHaveLength(wanted.length)
        expect(told).toEqual(expect.arrayContaining(wanted))
        expect(ticksOf(shuffled, 2, setup)).toEqual([])
      }),
    )
  })

  it('readings of zero count for the piece and those after it, until they are withdrawn or something changed', () => {
    if (!under) throw new Error('no second setup')
    const log = [
      entry('a', 1, zero(under), 1),
      entry('b', 2, zero(under), 2),
      entry('c', 3, { kind: 'withdrawn', entry: 'a', why: 'a chip' }, 1),
    ]
    const ids = (entries: readonly RunEntry[], piece: number): readonly string[] =>
      (zerosOf({ entries, unread: [] }, piece)[setup] ?? []).map(({ id }) => id)
    expect(ids(log.slice(0, 2), 1)).toEqual(['a'])
    expect(ids(log.slice(0, 2), 3)).toEqual(['a', 'b'])
    expect(ids(log, 3)).toEqual(['b'])
    const moved = entry('d', 4, { kind: 'changed', setup, text: 'stop moved' }, 2)
    expect(ids([...log, moved], 3)).toEqual([])
    // It happened to the second piece: the first had its zero.
    expect(ids([...log.slice(0, 2), moved], 1)).toEqual(['a'])
    expect(ids([...log, moved, entry('e', 5, zero(under), 2)], 3)).toEqual(['e'])
    const unread = [{ id: 'x', piece: 1, who: 'AB', at: 0, setup, why: 'newer' }]
    expect(zerosOf({ entries: log, unread }, 1)[setup]).toMatchObject([{ unread: 'newer' }])
  })

  it('measured places are taken away by saying nothing of them; the story tells it all in few lines', () => {
    if (!under) throw new Error('no second setup')
    const places = [
      { hole: 'feet.1', at: { x: 1, y: 2 } },
      { hole: 'feet.2', at: { x: 3, y: 4 } },
    ]
    const log = [
      entry('z', 0, zero(under)),
      ...list
        .slice(0, 4)
        .map((one, i) => entry(`t${i}`, 1 + i, { kind: 'tick', setup, ...one, done: true })),
      entry('m', 10, { kind: 'holes', setup, places }),
      entry('n', 11, { kind: 'holes', setup, places: [{ hole: 'feet.2' }] }),
    ]
    expect([...measuredHoles(log, 1, setup)]).toEqual([['feet.1', { x: 1, y: 2 }]])
    const steps = stepsOf(prediction)
    expect(storyOf(prediction, steps, log, 1).map(({ words }) => words)).toEqual([
      'found zero of setup 2, X -298.000',
      'ticked 4 holes of setup 2, Spot drill 90°',
      'measured 2 holes of setup 2',
      'measured one hole of setup 2',
    ])
    // A minute from tick to tick is a minute worked on the setup.
    const minutes = log.map((one, i) => ({ ...one, at: i * 60_000 }))
    expect(pieceState(steps, minutes, 1).seconds.get(setup)).toBe((log.length - 1) * 60)
    // The next piece is told beside it: it took a third.
    const next = minutes
      .slice(0, 3)
      .map((one, i) => ({ ...one, id: `n${i}`, piece: 2, at: 1e8 + i * 60_000 }))
    const [, second] = timesOf(prediction, steps, [...minutes, ...next], 2)
    expect(second).toMatchObject({ minutes: 2, usual: log.length - 1 })
    expect(second?.words).toBe(
      `2 From below: 2 min, planned ${Math.round(second?.planned ?? 0)}, before 6 min`,
    )
    expect(timesOf(prediction, steps, minutes, 1)[1]?.usual).toBeUndefined()
  })
})
