import { describe, expect, it } from 'vitest'
import { OILER_BLOCK, WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '@/core/paper/demo'
import { foundZero, ReadingsSchema, standingMark } from '@/core/floor/offsets'
import { type PlannedSetup, planWay } from '@/core/plan/planning'
import { predictionOf } from '../../../tests/support/predictionOf'
import { swungWay, withHeads } from '../../../tests/support/swung'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import {
  approachWords,
  beginDraft,
  choicesOf,
  type Draft,
  fieldsOf,
  type FindKind,
  fitting,
  KIND_WORDS,
  KINDS,
  planWords,
} from './readingsForm'
import { readingsOf } from './readingsOf'

const plannedOf = (way: typeof WORM_BLOCK_WAY_A, i: number): PlannedSetup => {
  const planned = predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, way).plan.setups[i]
  if (!planned) throw new Error(`no setup ${i}`)
  return planned
}
/** Setup 5 of the first way: the bore is there, and lies across; setup 4 stands with the bore upright. */
const second = plannedOf(WORM_BLOCK_WAY_A, 1)
const swung = (() => {
  const found = planWay(withHeads(STANDARD_WORKSHOP), OILER_BLOCK, swungWay()).setups.find(
    ({ leaning }) => leaning,
  )
  if (!found) throw new Error('no head is swung')
  return found
})()
const upright: PlannedSetup = (() => {
  const planned = plannedOf(WORM_BLOCK_WAY_A, 3)
  return { ...planned, before: planned.after }
})()

const blank = (kind: FindKind, planned: PlannedSetup): Draft => {
  const choices = choicesOf(WORM_BLOCK, planned)
  const first = fitting(kind, choices).first[0]
  const second_ = fitting(kind, choices, first).second[0]
  return {
    kind,
    surface: first?.value ?? '',
    second: second_?.value ?? '',
    where: 'bore',
    by: 'setter',
    answer: 'program',
    over: 'y',
    wall: '+',
    numbers: {},
    touches: [],
  }
}

/** A form filled in: every figure that it asks for, and four touches. */
function filled(kind: FindKind, planned: PlannedSetup): Draft {
  const draft = blank(kind, planned)
  const choices = choicesOf(WORM_BLOCK, planned)
  const first = choices.find((c) => c.value === draft.surface)
  const numbers = Object.fromEntries(
    fieldsOf(draft, first).map((field, i) => [
      field.key,
      {
        mm:
          { p1: -100, p2: 0, r1: 0, r2: 0.05, b: 140, length: 100, between: 50 }[field.key] ??
          (kind === 'swung' ? 0.01 * i : 0),
      },
    ]),
  )
  const touches = [
    { x: 6, y: 0 },
    { x: 0, y: 6 },
    { x: -6, y: 0 },
    { x: 0, y: -6 },
  ]
  return { ...draft, numbers, touches }
}

describe('what can be touched', () => {
  it('is every face but the one that it stands on, each with the axis that it gives', () => {
    const choices = choicesOf(WORM_BLOCK, second)
    expect(choices.map((c) => c.value)).not.toContain(second.standing.faceAt.down)
    const axisOf = (side: string | undefined) => choices.find((c) => c.value === side)?.axis
    expect(axisOf(second.standing.faceAt.left)).toBe('x')
    expect(axisOf(second.standing.faceAt.right)).toBe('x')
    expect(axisOf(second.standing.faceAt.guide)).toBe('y')
    expect(axisOf(second.standing.faceAt.up)).toBe('z')
  })
  it('a face is come to from outside: the left one moving to the right', () => {
    const choices = choicesOf(WORM_BLOCK, second)
    const towards = (side: string | undefined) => choices.find((c) => c.value === side)?.towards
    expect(towards(second.standing.faceAt.left)).toBe('+')
    expect(towards(second.standing.faceAt.right)).toBe('-')
    expect(towards(second.standing.faceAt.guide)).toBe('-')
    expect(towards(second.standing.faceAt.away)).toBe('+')
  })
  it('an upright bore is round, one that lies across is not offered', () => {
    expect(choicesOf(WORM_BLOCK, upright).some((c) => c.axis === 'round')).toBe(true)
    const flat = choicesOf(WORM_BLOCK, second).filter((c) => c.axis === 'round')
    expect(flat.some((c) => c.value === 'bore')).toBe(false)
  })
  it('the other side of both sides lies across the same axis', () => {
    const choices = choicesOf(WORM_BLOCK, second)
    for (const first of fitting('both-sides', choices).first)
      for (const other of fitting('both-sides', choices, first).second) {
        expect(other.axis).toBe(first.axis)
        expect(other.value).not.toBe(first.value)
      }
  })
})

describe('the form', () => {
  it.each(KINDS.filter((kind) => kind !== 'stored'))(
    '%s: half filled in it gives nothing, filled in it gives readings that are as they should be',
    (kind) => {
      const planned =
        kind === 'ball' ? swung : kind === 'round' || kind === 'swung' ? upright : second
      const choices = choicesOf(WORM_BLOCK, planned)
      expect(readingsOf(blank(kind, planned), choices, 4)).toEqual([])
      const readings = readingsOf(filled(kind, planned), choices, 4)
      expect(readings).toHaveLength(kind === 'corner' ? 2 : 1)
      for (const r of readings) {
        expect(ReadingsSchema.safeParse(r).success).toBe(true)
        const found = foundZero(planned, {
          readings: r,
          instrument: 'probe',
          source: 'typed',
          stood: standingMark(planned),
        })
        expect(found.ok ? '' : found.issues[0].sentence).toBe('')
      }
    },
  )
  it('without a tip nothing that needs one is given', () => {
    const choices = choicesOf(WORM_BLOCK, second)
    for (const kind of ['edge', 'corner', 'both-sides'] as const)
      expect(readingsOf(filled(kind, second), choices, undefined)).toEqual([])
  })
  it('the height of the tip goes along when it was kept', () => {
    const choices = choicesOf(WORM_BLOCK, second)
    const [edge] = readingsOf({ ...filled('edge', second), tipZ: -330 }, choices, 10)
    expect(edge).toMatchObject({ kind: 'edge', tipZ: -330 })
  })
  it('every kind has words, and says which way to come', () => {
    const choices = choicesOf(WORM_BLOCK, upright)
    for (const kind of KINDS) {
      expect(KIND_WORDS[kind].length).toBeGreaterThan(5)
      const draft = blank(kind, upright)
      const first = choices.find((c) => c.value === draft.surface)
      const words = approachWords(
        draft,
        first,
        choices.find((c) => c.value === draft.second),
      )
      if (kind === 'stored') expect(words).toBeUndefined()
      else expect(words).toMatch(/\.$/)
    }
    const left = choicesOf(WORM_BLOCK, second).find((c) => c.value === second.standing.faceAt.left)
    expect(approachWords(blank('edge', second), left, undefined)).toContain('moving to the right')
  })
})

describe('what the plan asks for', () => {
  it('begins the form: what is stored is confirmed by a touch, the rest as planned', () => {
    const first = plannedOf(WORM_BLOCK_WAY_A, 0)
    const choices = choicesOf(WORM_BLOCK, first)
    expect(beginDraft(first, choices, 'x')).toMatchObject({
      kind: 'edge',
      surface: first.standing.faceAt.left,
    })
    expect(beginDraft(first, choices, 'y')).toMatchObject({
      kind: 'edge',
      surface: first.standing.faceAt.guide,
    })
    expect(beginDraft(first, choices, 'z')).toMatchObject({ kind: 'height', surface: 'bottom' })
    const other = plannedOf(WORM_BLOCK_WAY_B, 1)
    const otherChoices = choicesOf(WORM_BLOCK, other)
    expect(beginDraft(other, otherChoices, 'x')).toMatchObject({ kind: 'edge', surface: 'bottom' })
    expect(beginDraft(other, otherChoices, 'y')).toMatchObject({
      kind: 'both-sides',
      surface: 'left',
      second: 'right',
    })
    expect(planWords(WORM_BLOCK, other, 'y')).toBe('both sides')
    expect(planWords(WORM_BLOCK, first, 'x')).toBe('the stop')
  })
  it('a bore that lies across cannot be touched round: its height is asked for instead', () => {
    const planned = plannedOf(WORM_BLOCK_WAY_B, 3)
    const draft = beginDraft(planned, choicesOf(WORM_BLOCK, planned), 'z')
    expect(draft.kind).toBe('height')
  })
})
