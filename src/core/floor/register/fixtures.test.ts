import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_FIXTURES, NEST_PLATE, VISE_ON_SMALL_MILL } from '../../paper/demo'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import {
  anchorOfFixture,
  expectedEdge,
  type Fixture,
  type FixtureEvent,
  fixtureIssues,
  fixtureOffsets,
  FixtureSchema,
  movedToFound,
  newFixture,
  standingOfFixture,
} from '.'

const event = (e: Omit<FixtureEvent, 'at' | 'who'> & Record<string, unknown>): FixtureEvent =>
  ({ at: '2026-03-01T08:00:00Z', who: 'A', ...e }) as FixtureEvent
const on = event({ kind: 'on' })
const off = event({ kind: 'off' })
const checked = (check: string, value: number | boolean): FixtureEvent =>
  event({ kind: 'checked', check, value })

/** Every check as it must be, with the touches off by so much. */
const all = (fixture: Fixture, by: { x?: number; y?: number; z?: number } = {}): FixtureEvent[] =>
  fixture.checks.map((check) => {
    if (check.kind === 'look') return checked(check.id, true)
    if (check.kind === 'indicate') return checked(check.id, 0.004)
    const edge = fixture.edges.find((e) => e.id === check.edge)
    return checked(
      check.id,
      (expectedEdge(fixture, check.edge) ?? NaN) + (edge ? (by[edge.axis] ?? 0) : 0),
    )
  })

describe('a fixture', () => {
  it('the demo’s and a new one are as the schema and the workshop want them', () => {
    for (const fixture of [...DEMO_FIXTURES, newFixture(STANDARD_WORKSHOP, 'Plate')]) {
      expect(FixtureSchema.safeParse(fixture).success).toBe(true)
      expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    }
  })
  it('what contradicts itself is told with its place', () => {
    const codes = (more: Partial<Fixture>): string[] =>
      fixtureIssues(STANDARD_WORKSHOP, { ...NEST_PLATE, ...more }).map((i) => `${i.code} ${i.path}`)
    expect(codes({ machine: 'lathe' })).toEqual(['fixture.machine machine'])
    expect(codes({ vise: 'none' })).toEqual(['fixture.vise vise'])
    expect(codes({ offset: 'G99' })).toEqual(['fixture.offset offset'])
    expect(codes({ edges: [] })).toHaveLength(3)
    const [size] = NEST_PLATE.sizes
    expect(codes({ sizes: size ? [size, size] : [] })).toEqual(['fixture.same-id sizes.1.id'])
  })
  it('an edge is found zero less the way to zero: left edge −312.5 − 42.5', () => {
    expect(expectedEdge(NEST_PLATE, 'left')).toBeCloseTo(-355, 9)
    expect(expectedEdge(NEST_PLATE, 'back')).toBeCloseTo(-113.25, 9)
  })
  it('each size has its own offset, counted from the fixture’s zero', () => {
    expect(fixtureOffsets(NEST_PLATE).map((o) => [o.offset, o.at.x])).toEqual([
      ['G57', -312.5],
      ['G58', -266.5],
    ])
    expect(fixtureOffsets(VISE_ON_SMALL_MILL)).toHaveLength(1)
  })
  it('a vise of the register anchors predictions by stop, jaw and bed; a plate does not', () => {
    expect(anchorOfFixture(VISE_ON_SMALL_MILL)?.axes.y?.at).toBe(-96.4)
    expect(anchorOfFixture(NEST_PLATE)).toBeUndefined()
  })
})

describe('taken off and put back', () => {
  it('on the shelf, put on, checked, taken off, put on: only the checks since count', () => {
    const kind = (...events: FixtureEvent[]): string => standingOfFixture(NEST_PLATE, events).kind
    expect(kind()).toBe('shelf')
    expect(kind(on)).toBe('to-check')
    expect(kind(on, ...all(NEST_PLATE))).toBe('trusted')
    expect(kind(on, ...all(NEST_PLATE), off)).toBe('shelf')
    expect(kind(on, ...all(NEST_PLATE), off, on)).toBe('to-check')
    expect(kind(on, ...all(NEST_PLATE), off, on, ...all(NEST_PLATE).slice(1))).toBe('to-check')
  })
  it('a check that is not good is told by how much, and a later good one puts it right', () => {
    const bad = standingOfFixture(NEST_PLATE, [on, ...all(NEST_PLATE, { x: 0.12 })])
    expect(bad.kind).toBe('moved')
    expect(bad.sentence).toContain('0.120 mm')
    const again = standingOfFixture(NEST_PLATE, [
      on,
      ...all(NEST_PLATE, { x: 0.12 }),
      ...all(NEST_PLATE),
    ])
    expect(again.kind).toBe('trusted')
  })
  it('touches that agree move its zero and every size; then it is trusted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        (x, y) => {
          const events = [on, ...all(NEST_PLATE, { x, y })]
          const moved = movedToFound(NEST_PLATE, standingOfFixture(NEST_PLATE, events))
          if (!moved) throw new Error('not moved')
          expect(moved.zero.x).toBeCloseTo(NEST_PLATE.zero.x + x, 5)
          expect(moved.zero.y).toBeCloseTo(NEST_PLATE.zero.y + y, 5)
          expect(standingOfFixture(moved, events).kind).toBe('trusted')
          const [before, after] = [fixtureOffsets(NEST_PLATE), fixtureOffsets(moved)]
          after.forEach((o, i) => expect(o.at.x - (before[i]?.at.x ?? NaN)).toBeCloseTo(x, 5))
        },
      ),
    )
  })
  it('moving zero hides nothing: not when it is out of line, nor when two edges disagree', () => {
    const crooked = [on, ...all(NEST_PLATE, { x: 0.1 }), checked('line', 0.2)]
    expect(movedToFound(NEST_PLATE, standingOfFixture(NEST_PLATE, crooked))).toBeUndefined()
    expect(
      movedToFound(NEST_PLATE, standingOfFixture(NEST_PLATE, [on, ...all(NEST_PLATE)])),
    ).toBeUndefined()
    const twice: Fixture = {
      ...NEST_PLATE,
      edges: [
        ...NEST_PLATE.edges,
        { id: 'right', name: 'right edge', axis: 'x', toZero: { mm: -200 } },
      ],
      checks: [
        ...NEST_PLATE.checks,
        {
          kind: 'touch',
          id: 'touch-right',
          what: 'Right edge',
          edge: 'right',
          within: { mm: 0.02 },
        },
      ],
    }
    const stretched = [
      on,
      ...all(twice, { x: 0.1 }),
      checked('touch-right', (expectedEdge(twice, 'right') ?? 0) - 0.3),
    ]
    expect(movedToFound(twice, standingOfFixture(twice, stretched))).toBeUndefined()
  })
  it('a check that was looked at and found wrong is not good', () => {
    const standing = standingOfFixture(NEST_PLATE, [on, ...all(NEST_PLATE), checked('pins', false)])
    expect(standing.kind).toBe('moved')
  })
})

it('a plate with pins and an angle plate of the register give zeros, by what they are, not by what was left from before', () => {
  const base = { ...NEST_PLATE, plate: 'plate-1', anglePlate: 'angle-150', vise: 'vise-125' }
  expect(anchorOfFixture({ ...base, kind: 'plate' })?.mark).toBe('plate plate-1')
  expect(anchorOfFixture({ ...base, kind: 'angle plate', stop: 'left' })).toMatchObject({
    mark: 'angle plate angle-150',
    marks: { x: { mark: 'left' } },
  })
  expect(anchorOfFixture({ ...base, kind: 'vise' })?.mark).toBe('vise vise-125')
  expect(anchorOfFixture({ ...base, kind: 'other' })).toBeUndefined()
  expect(fixtureIssues(STANDARD_WORKSHOP, { ...NEST_PLATE, plate: 'none' })[0]?.path).toBe('plate')
})
