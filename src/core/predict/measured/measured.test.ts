import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { believe } from '../../chain/belief'
import { type Sparse } from '../../chain/variation'
import { contactRow, dotSix, point, type Six } from '../../ground/geometry'
import { planWay } from '../../plan/planning'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { type Part, type Requirement } from '../../work/part'
import { type MeasuredPiece, MeasuredSchema, piecesOf, readablesOf, steerable, takenOf } from '.'
import { chainOf } from '../prediction'
import { bright } from '../../../../tests/support/perfect'
import { mm, plainBlock, setup, way } from '../../../../tests/support/documents'

const distance: Requirement = {
  id: 'high',
  kind: 'distance',
  of: 'top',
  to: 'bottom',
  plus: mm(0.05),
  minus: mm(-0.05),
  critical: false,
}
const flat: Requirement = {
  id: 'level',
  kind: 'parallelism',
  of: 'top',
  to: 'bottom',
  tolerance: mm(0.05),
  critical: false,
}
const bore: Requirement = {
  id: 'bore-size',
  kind: 'size',
  of: 'bore',
  plus: mm(0.021),
  minus: mm(0),
  critical: false,
}
const place: Requirement = {
  id: 'bore-place',
  kind: 'position',
  of: 'bore',
  tolerance: mm(0.2),
  material: 'none',
  datums: ['bottom', 'left', 'back'],
  critical: false,
}
const part: Part = {
  ...bright(plainBlock()),
  features: [
    {
      kind: 'hole',
      id: 'bore',
      on: 'top',
      making: 'bore',
      diameter: mm(22),
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: { dims: [], centred: true },
    },
  ],
  requirements: [distance, flat, bore, place],
}
const made = way(
  setup('s-1', 'bottom', 'back', ['bottom']),
  setup('s-2', 'top', 'back', ['top', 'bore']),
)
const plan = planWay(W, part, made)
const { chain } = steerable(chainOf(plan))
const { sources } = chain.model.stack

const taken = (...pieces: readonly Omit<MeasuredPiece, 'id'>[]) =>
  takenOf(
    chain,
    pieces.map((piece, i) => ({ id: String(i + 1), ...piece })),
  )
const one = (value: MeasuredPiece['values'][number]) => {
  const found = taken({ values: [value] })
  if (!found.ok) throw new Error(found.issues[0].sentence)
  return { ...found.value.taken[0], pieces: found.value.pieces }
}
const keysOf = (
  { indices }: Sparse,
  list: readonly { readonly key: string }[] = sources,
): string[] => [...indices].map((index) => list[index]?.key ?? '')

describe('readings of requirements', () => {
  it('what is as drawn is off by nothing: a distance from its drawn length, a bored size from the middle of its limits', () => {
    const { z } = part.size
    expect(one({ requirement: 'high', value: z.mm }).observed?.value).toBeCloseTo(0, 12)
    expect(one({ requirement: 'bore-size', value: 22.0105 }).observed?.value).toBeCloseTo(0, 12)
    expect(one({ requirement: 'bore-size', value: 22.0105 + 0.004 }).observed?.value).toBeCloseTo(
      0.004,
      12,
    )
  })

  it('a distance has a reading at each corner; without one it is their mean, less surely known', () => {
    const corners = readablesOf(chain, distance)
    expect(corners).toHaveLength(4)
    const [all, single] = [
      one({ requirement: 'high', value: 30, plusMinus: 0.003 }),
      one({ requirement: 'high', reading: corners[0]?.name, value: 30, plusMinus: 0.003 }),
    ]
    expect(single.observed?.sigma).toBeCloseTo(0.001, 9)
    expect(all.observed?.sigma).toBeGreaterThan(0.001)
  })

  it('readings are found by name, by what it begins with, by number; one that is not there is told with those that are', () => {
    const [first] = readablesOf(chain, distance)
    const name = first?.name ?? ''
    const mark = (reading: string | number) =>
      one({ requirement: 'high', reading, value: 30 }).words
    expect(mark(name)).toBe(mark(1))
    expect(mark(name.toUpperCase())).toBe(mark(1))
    const lost = taken({ values: [{ requirement: 'high', reading: 'in the middle', value: 30 }] })
    expect(lost.ok ? '' : lost.issues[0].sentence).toContain(`“${name}”`)
    expect(taken({ values: [{ requirement: 'high', reading: 9, value: 30 }] }).ok).toBe(false)
  })

  it('a zone tells how far, not which way: it steers nothing; its readings do', () => {
    expect(one({ requirement: 'bore-place', value: 0.03 }).observed).toBeUndefined()
    expect(one({ requirement: 'level', value: 0.03 }).observed).toBeUndefined()
    const [across] = readablesOf(chain, place)
    expect(across?.name).toMatch(/mouth along/)
    expect(
      one({ requirement: 'bore-place', reading: across?.name, value: 0.03 }).observed,
    ).toBeDefined()
  })

  it('what the machine read itself knows nothing of what is off with the machine', () => {
    const free = one({ requirement: 'high', value: 30 }).observed
    const own = one({ requirement: 'high', value: 30, machine: 's-2' }).observed
    const isOfMachine = (key: string): boolean => key.startsWith('machine ')
    expect(keysOf(free?.form as Sparse).some(isOfMachine)).toBe(true)
    expect(keysOf(own?.form as Sparse).some(isOfMachine)).toBe(false)
  })

  it('it can be measured once its surfaces are cut', () => {
    expect(one({ requirement: 'high', value: 30 }).after).toBe(1)
    expect(one({ requirement: 'bore-size', value: 22 }).after).toBe(1)
    expect(one({ surface: 'bottom', point: [10, 10, 0], deviation: 0 }).after).toBe(0)
  })
})

describe('points of surfaces', () => {
  it('read by the machine in its clamping they show the cut alone: neither seat nor zero', () => {
    const { observed } = one({
      surface: 'top',
      point: [10, 10, 30],
      deviation: 0.01,
      machine: 's-2',
    })
    const keys = keysOf(observed?.form as Sparse)
    expect(keys.length).toBeGreaterThan(0)
    // Offsets that nobody moved are of size 0.
    for (const key of keys) expect(key).toMatch(/top|tool length|temperature|offset|depth/)
  })

  it('however a piece was aligned, the same is believed of it', () => {
    const { x, y, z } = part.size
    const spots = [
      ['top', [5, 5, z.mm]],
      ['top', [x.mm - 5, 5, z.mm]],
      ['top', [5, y.mm - 5, z.mm]],
      ['bottom', [5, 5, 0]],
      ['bottom', [x.mm - 5, 5, 0]],
      ['bottom', [5, y.mm - 5, 0]],
    ] as const
    const off = [0.004, -0.002, 0.001, 0, 0.003, -0.001]
    const small = fc.double({ min: -1e-3, max: 1e-3, noNaN: true })
    const [reading] = readablesOf(chain, distance)
    const believedOf = (by: Six): number => {
      const found = taken({
        values: spots.map(([surface, at], i) => {
          const along = surface === 'top' ? point<'part'>(0, 0, 1) : point<'part'>(0, 0, -1)
          const row = contactRow(point<'part'>(at[0], at[1], at[2]), along)
          return { surface, point: [...at], deviation: (off[i] ?? 0) + dotSix(row, by) }
        }),
      })
      if (!found.ok || !reading) throw new Error('not taken')
      const observed = found.value.taken.flatMap((value) => value.observed ?? [])
      return believe(found.value.pieces.sources, observed).of(reading.form).mean
    }
    const plain = believedOf([0, 0, 0, 0, 0, 0])
    expect(Math.abs(plain)).toBeGreaterThan(1e-4)
    fc.assert(
      fc.property(fc.tuple(small, small, small, small, small, small), (by) => {
        expect(believedOf(by)).toBeCloseTo(plain, 6)
      }),
      { numRuns: 20 },
    )
  })

  it('an axis needs its direction, a surface that is not there is told', () => {
    const told = (value: MeasuredPiece['values'][number]): string => {
      const found = taken({ values: [value] })
      return found.ok ? '' : found.issues[0].code
    }
    expect(told({ surface: 'bore', point: [0, 0, 0], deviation: 0 })).toBe('measured.direction')
    expect(told({ surface: 'nowhere', point: [0, 0, 0], deviation: 0 })).toBe('measured.surface')
    expect(told({ surface: 'top', point: [0, 0, 0], deviation: 0, machine: 's-9' })).toBe(
      'measured.setup',
    )
    expect(told({ requirement: 'none', value: 0 })).toBe('measured.requirement')
  })
})

describe('several pieces', () => {
  it('share what belongs to the gear, and nothing else', () => {
    const pieces = piecesOf(sources, 3)
    sources.forEach(({ gear, setup: of }, index) => {
      const alone = { indices: Int32Array.of(index), coefficients: Float64Array.of(1) }
      const places = [0, 1, 2].map((piece) => pieces.of(alone, piece).indices[0])
      const isShared = gear !== undefined && of === undefined
      expect(new Set(places).size).toBe(isShared ? 1 : 3)
      places.forEach((at, piece) => {
        const from = pieces.from(at ?? -1)
        expect(from?.source).toBe(index)
        expect(from?.piece).toBe(isShared ? undefined : piece)
      })
    })
  })

  it('a correction that was taken is expected in its piece alone', () => {
    // Twice of the same axis: it adds up.
    const half = { setup: 's-2', axis: 'z' as const, by: 0.01 }
    const moved = [half, half]
    const found = taken({ values: [], moved }, { values: [] })
    if (!found.ok) throw new Error('not taken')
    const { pieces } = found.value
    const [reading] = readablesOf(chain, distance)
    const mean = (piece: number): number =>
      believe(pieces.sources, []).of(pieces.of(reading?.form as Sparse, piece)).mean
    expect(mean(0) - mean(1)).toBeCloseTo(0.02, 9)
  })

  it('a file of measured values that is not as it should be is refused', () => {
    const isTaken = (value: unknown): boolean => MeasuredSchema.safeParse(value).success
    expect(isTaken({ pieces: [{ id: '1', values: [{ requirement: 'high', value: 30 }] }] })).toBe(
      true,
    )
    expect(isTaken({ pieces: [] })).toBe(false)
    expect(isTaken({ pieces: [{ id: '1', values: [{ requirement: 'high', value: '30' }] }] })).toBe(
      false,
    )
    expect(
      isTaken({
        pieces: [{ id: '1', values: [{ requirement: 'high', value: 30, plusMinus: 0 }] }],
      }),
    ).toBe(false)
    expect(
      isTaken({ pieces: [{ id: '1', values: [{ surface: 'top', point: [1, 2], deviation: 0 }] }] }),
    ).toBe(false)
  })
})
