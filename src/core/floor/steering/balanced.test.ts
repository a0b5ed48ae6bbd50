import { beforeAll, describe, expect, it } from 'vitest'
import { loadSolver } from '../../../kernel/lp'
import { mm, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { type Solve } from '../../chain/fitting'
import { planWay } from '../../plan/planning'
import { stopShort } from '../../plan/way'
import { movedOf, type ReadValue } from '../../predict/measured'
import { chainOf } from '../../predict/prediction'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { type Part, type Requirement } from '../../work/part'
import { type MadePiece, makeMeasured, steerPieces } from '.'

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

const MIDDLE: Requirement = {
  id: 'middle',
  kind: 'symmetry',
  of: 'bore',
  to: 'left|right',
  tolerance: mm(0.1),
  critical: true,
}
const LENGTH: Requirement = {
  id: 'length',
  kind: 'distance',
  of: 'right',
  to: 'left',
  plus: mm(0.6),
  minus: mm(-0.6),
  critical: false,
}
const PART: Part = {
  ...plainBlock(),
  features: [topHole('bore', 50, 30, { diameter: mm(20) })],
  requirements: [MIDDLE, LENGTH],
}

/** A bore first, then both ends about it: in one setup, or the second end in a setup of its own. */
const PLANS = {
  one: way(setup('s-1', 'top', 'back', ['bore']), setup('s-2', 'top', 'back', ['left', 'right'])),
  two: way(setup('s-1', 'top', 'back', ['bore', 'left']), setup('s-2', 'top', 'back', ['right'])),
}
const planOf = (which: keyof typeof PLANS) =>
  planWay(W, PART, stopShort(PART, PLANS[which], MIDDLE)?.way ?? PLANS[which])
type Plan = ReturnType<typeof planOf>

/** A piece with nothing off but what is told, made by full turns. */
function made(
  plan: Plan,
  faults: Readonly<Record<string, number>>,
  moved?: Parameters<typeof makeMeasured>[1]['moved'],
): MadePiece {
  const all = new Map(chainOf(plan).model.stack.sources.map(({ key }) => [key, faults[key] ?? 0]))
  const found = makeMeasured(plan, { faults: all, pieces: 1, seed: 1, moved, inProcess: true })
  const [one] = found.ok ? found.value : []
  if (!one) throw new Error('nothing was made')
  return one
}

const readOf = (
  { values }: MadePiece,
  requirement: string,
  isRough: boolean,
): readonly ReadValue[] =>
  values.flatMap((value) =>
    'requirement' in value &&
    value.requirement === requirement &&
    (value.rough ?? false) === isRough &&
    !value.fromHolding
      ? [value]
      : [],
  )

/** What is advised once the ends are roughed and what is between them is read. */
function advised(plan: Plan, piece: MadePiece, roughed: readonly string[]) {
  const values = readOf(piece, 'middle', true)
  expect(values.length).toBeGreaterThan(0)
  const of = { id: '1', done: 1, roughed: [...roughed], values: [...values] }
  const found = steerPieces(plan, { pieces: [of] }, solve)
  if (!found.ok) throw new Error(found.issues[0].sentence)
  return found.value[0]?.advice
}

/** How far out of the middle a piece is in the end, at the worse end of the bore, mm. */
const offMiddle = (piece: MadePiece): number =>
  Math.max(...readOf(piece, 'middle', false).map(({ value }) => Math.abs(value)))

/** What the part is off in X where the second setup has it: by so much the ends miss the middle. */
const OFF = 'at s-2, stop'

describe('equal from both sides: stopped short, measured, put right with the last cuts', () => {
  it('both ends in one setup: each gives half, by moving the offset, and the length stays', () => {
    const plan = planOf('one')
    for (const off of [0.03, -0.03, 0.045]) {
      const before = made(plan, { [OFF]: off })
      const advice = advised(plan, before, ['left', 'right'])
      const moves = (advice?.moves ?? []).map(movedOf)
      expect(advice?.moves[0], advice?.words).toMatchObject({ setup: 's-2', axis: 'x' })
      const after = made(plan, { [OFF]: off }, moves)
      expect(offMiddle(before)).toBeGreaterThan(0.025)
      // Two lines of dial of a thousandth each are left of what an instrument can read.
      expect(offMiddle(after)).toBeLessThan(0.35 * offMiddle(before))
      const length = (piece: MadePiece): number => readOf(piece, 'length', false)[0]?.value ?? NaN
      expect(Math.abs(length(after) - length(before))).toBeLessThan(0.012)
    }
  })

  it('the first end finished: the other gives twice as much, and the length takes it', () => {
    const plan = planOf('two')
    const before = made(plan, { [OFF]: 0.04 })
    const advice = advised(plan, before, ['right'])
    const by = advice?.moves.reduce((sum, move) => sum + Math.abs(move.by), 0) ?? 0
    const off = offMiddle(before)
    expect(off).toBeGreaterThan(0.015)
    // Off the middle by e, an end goes by 2 e: half of what it goes is what the middle goes.
    expect(by).toBeGreaterThan(1.5 * off)
    expect(by).toBeLessThan(2.6 * off)
    expect(offMiddle(made(plan, { [OFF]: 0.04 }, (advice?.moves ?? []).map(movedOf)))).toBeLessThan(
      0.35 * off,
    )
  })

  it('nothing is moved where it reads in the middle', () => {
    const plan = planOf('one')
    expect(advised(plan, made(plan, {}), ['left', 'right'])?.moves).toEqual([])
  })
})
