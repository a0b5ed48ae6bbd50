import { describe, expect, it } from 'vitest'
import { newPart, type Part } from '../../work/part'
import { readLines } from '../../work/say'
import { planWay } from '../../plan/planning'
import { newSetup, type Way } from '../../plan/way'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import {
  type EntryBody,
  leavesRoom,
  matedSizes,
  measuredToTell,
  piecePaper,
  type RunEntry,
  stepsOf,
  withMates,
} from '.'

const BLOCK = newPart('Block', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } })
const said = readLines(
  BLOCK,
  `bore 22 through on top, centred, called bore
hold bore size to fit trunnion, measured 21.982 ±0.002, loose 0.010 to 0.025`,
)
const part: Part = said.part
const [size] = matedSizes(part)
if (!size) throw new Error('nothing is made to a mate')
const requirement = size.id
const empty: Way = { name: 'Way A', note: '', setups: [] }
const way: Way = {
  ...empty,
  setups: [
    {
      ...newSetup(W, part, empty, 'top', 'back'),
      ops: [{ id: 'op-1', feature: 'bore', pass: 'finish', leave: { mm: 0 } }],
    },
  ],
}
const entry = (piece: number, at: number, body: EntryBody): RunEntry => ({
  id: `entry-${piece}-${at}`,
  piece,
  who: 'AB',
  at,
  body,
})
const mate = (piece: number, at: number, measured: number, plusMinus?: number): RunEntry =>
  entry(piece, at, {
    kind: 'mate',
    step: 'take',
    requirement,
    measured,
    ...(plusMinus !== undefined && { plusMinus }),
  })
const read = (piece: number, value: number): RunEntry =>
  entry(piece, 100 + piece, { kind: 'measured', step: 'check', value: { requirement, value } })

const verdictOf = (entries: readonly RunEntry[], piece: number) =>
  piecePaper({ workshop: W, part, way, entries, others: [] }, piece).lines.find(
    (line) => line.requirement === requirement,
  )?.verdict

describe('a size made to the mate that was measured for its piece', () => {
  it('has the limits of that: a bore of 22.012 is out for a pin of 21.982, and right for one of 21.990 ±0.001', () => {
    // From 21.984 + 0.010 to 21.980 + 0.025, and from 21.991 + 0.010 to 21.989 + 0.025.
    const entries = [read(1, 22.012), mate(2, 1, 21.99, 0.001), read(2, 22.012)]
    expect(verdictOf(entries, 1)).toBe('out')
    expect(verdictOf(entries, 2)).toBe('within')
    expect(verdictOf([mate(2, 1, 21.99, 0.001), read(2, 22)], 2)).toBe('out')
    expect(verdictOf([read(2, 22)], 2)).toBe('within')
  })

  it('the last measured counts, one that is withdrawn does not, and another piece keeps its own', () => {
    const [first, second] = [mate(1, 1, 21.99), mate(1, 2, 21.986)]
    const mateOf = (entries: readonly RunEntry[], piece = 1) =>
      matedSizes(withMates(part, entries, piece))[0]?.mate
    expect(mateOf([second, first])?.measured.mm).toBe(21.986)
    const back = entry(1, 3, { kind: 'withdrawn', entry: second.id, why: 'read wrongly' })
    expect(mateOf([first, second, back])?.measured.mm).toBe(21.99)
    // How well it is known stays as on the drawing where that was not said.
    expect(mateOf([first])?.plusMinus.mm).toBe(0.002)
    expect(mateOf([first], 2)?.measured.mm).toBe(21.982)
    expect(withMates(part, [first], 2)).toBe(part)
  })

  it('says nothing of the shop where it was aimed elsewhere', () => {
    const steps = stepsOf(predictWay(planWay(W, part, way)))
    const entries = [mate(1, 1, 21.99, 0.001), read(1, 22.012), read(2, 22)]
    const values = (piece: number) => measuredToTell(steps, entries, piece).values
    expect(values(1)).toEqual([])
    expect(values(2)).toHaveLength(1)
  })

  it('one that is not known well enough leaves no room', () => {
    const body = { kind: 'mate', step: 'take', requirement, measured: 21.982 } as const
    expect(leavesRoom(part, size, { ...body, plusMinus: 0.007 })).toBe(true)
    expect(leavesRoom(part, size, { ...body, plusMinus: 0.008 })).toBe(false)
  })

  it('is told in the story by the name of the mate', () => {
    const { story } = piecePaper(
      { workshop: W, part, way, entries: [mate(1, 1, 21.986)], others: [] },
      1,
    )
    expect(story.map(({ words }) => words)).toEqual(['measured trunnion: 21.986'])
  })
})
