import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Feature,
  type Part,
  partIssues,
  type Requirement,
  requirementFigures,
} from '../../work/part'
import { printRequirement, readLine } from '../../work/say'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { mm, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { type RequirementAnalysis } from '.'
import { predictionOf } from '../../../../tests/support/predictionOf'

type Position = Requirement & { kind: 'position' }
const position = (of: string, datums: string[], more: Partial<Position> = {}): Position => ({
  kind: 'position',
  id: 'p',
  of,
  critical: false,
  tolerance: mm(0.3),
  material: 'none',
  datums,
  ...more,
})
const sizeOf = (of: string, width: number): Requirement => ({
  kind: 'size',
  id: `size-${of}`,
  of,
  critical: false,
  plus: mm(width / 2),
  minus: mm(-width / 2),
})
const square = (of: string, within: number): Requirement => ({
  kind: 'perpendicularity',
  id: `square-${of}`,
  of,
  to: 'bottom',
  critical: false,
  tolerance: mm(within),
})

const RING: Partial<Feature> = {
  diameter: mm(5),
  making: 'drill',
  pattern: { kind: 'grid', columns: 2, rows: 2, pitchAcross: mm(24), pitchUp: mm(18) },
} as Partial<Feature>
const PLAN = way(
  setup('s-1', 'bottom', 'back', ['bottom']),
  setup('s-b', 'back', 'bottom', ['back'], { footing: { lead: 'jaw', edits: [] } }),
  setup('s-2', 'top', 'back', ['top', 'one', 'ring']),
  setup('s-3', 'top', 'front', ['two']),
)
const block = (...requirements: Requirement[]): Part => ({
  ...plainBlock(),
  features: [topHole('one', 20, 12), topHole('ring', 50, 30, RING), topHole('two', 77, 45)],
  requirements,
})
const judged = (...requirements: Requirement[]): RequirementAnalysis =>
  predictionOf(STANDARD_WORKSHOP, block(...requirements), PLAN)
    .requirements[0] as RequirementAnalysis
const predicted = (...requirements: Requirement[]): number =>
  judged(...requirements).outcome?.likely.predicted ?? NaN
/** Draws fall otherwise in every measure. */
const CLOSE = 1.03

describe('datums at most material', () => {
  const most = (datum: string): Partial<Position> => ({ boundaries: { [datum]: 'most' } })

  it('play never makes a figure worse, and more of it makes it no worse', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('two', 'ring'),
        fc.boolean(),
        fc.double({ min: 0.05, max: 0.1, noNaN: true }),
        (of, isHeld, width) => {
          const datums = ['bottom', 'one', ...(isHeld ? ['back'] : [])]
          const asIs = predicted(position(of, datums), sizeOf('one', width))
          const played = predicted(position(of, datums, most('one')), sizeOf('one', width))
          const more = predicted(
            position(of, datums, most('one')),
            sizeOf('one', width),
            square('one', 0.05),
          )
          expect(played).toBeLessThan(asIs * CLOSE)
          expect(more).toBeLessThan(played * CLOSE)
        },
      ),
      { numRuns: 8 },
    )
  })

  // Bores that stand upright and keep their middle size: what the gauge can move is known by hand.
  const upright = {
    ...STANDARD_WORKSHOP,
    capabilities: {
      ...STANDARD_WORKSHOP.capabilities,
      bore: { ...STANDARD_WORKSHOP.capabilities.bore, sizeMm: 1e-7, leanPer100: 0 },
    },
    machines: STANDARD_WORKSHOP.machines.map((m) => ({ ...m, tramPer100: 0 })),
  }
  const figure = (width: number, more: Partial<Position>): number =>
    predictionOf(
      upright,
      block(position('two', ['bottom', 'one', 'back'], more), sizeOf('one', width)),
      PLAN,
    ).requirements[0]?.outcome?.likely.predicted ?? NaN

  it('a datum with next to no room is the datum as it is', () => {
    const ratio = figure(0.002, most('one')) / figure(0.002, {})
    expect(ratio).toBeGreaterThan(0.97)
    expect(ratio).toBeLessThan(1.03)
  })

  it('one hole gains just the play of its datum: 0.02 over its smallest, by hand', () => {
    expect(figure(0.04, {}) - figure(0.04, most('one'))).toBeCloseTo(0.02, 2)
  })

  it.each([
    ['requirement.no-play', position('two', ['bottom', 'back'], most('back'))],
    ['requirement.no-limits', position('two', ['bottom', 'one'], most('one'))],
    ['requirement.held-after-play', position('two', ['bottom', 'one', 'ring'], most('one'))],
  ])('%s', (code, requirement) => {
    const limits = code === 'requirement.held-after-play' ? [sizeOf('one', 0.04)] : []
    const found = judged(requirement, ...limits)
    expect(found.refused).toBe(code)
    expect(found.outcome).toBeUndefined()
    expect(found.reason).toMatch(/\.$/)
  })

  it('names a datum that it has', () => {
    expect(
      partIssues(block(position('two', ['bottom'], most('one')))).map((i) => i.code),
    ).toContain('requirement.boundary')
  })
})

describe('how a position is read', () => {
  const from = ['bottom', 'one']

  it('each hole by itself is no worse than all together', () => {
    expect(predicted(position('ring', from, { each: true }))).toBeLessThan(
      predicted(position('ring', from)) * CLOSE,
    )
  })

  it('the zone outside the mouth grows with its height: a lean counts over its whole length', () => {
    const high = (h: number): number => predicted(position('ring.1', from, { projected: mm(h) }))
    expect(high(40)).toBeGreaterThan(high(5))
    expect(high(400)).toBeGreaterThan(2 * high(40))
    expect(judged(position('ring.1', from, { projected: mm(12) })).read).toMatch(/12.* outside/)
  })

  it.each([
    'hold bore two position to base | bore one at most material | back within 0.2',
    'hold bore two position to base | bore one at least material within 0.2 at most material',
    'hold bore two position to base within 0.2 projected 12 at most material each by itself',
    'hold top profile to base | bore one at most material within 0.2',
  ])('said and read again: “%s”', (line) => {
    const part = block()
    const named: Part = {
      ...part,
      features: part.features.map((f) => ({ ...f, name: `bore ${f.id}` }) as Feature),
    }
    const result = readLine(named, line)
    if (!result.ok || result.said.kind !== 'requirement') throw new Error(JSON.stringify(result))
    expect(printRequirement(named, result.said.requirement)).toBe(line)
    expect(requirementFigures(named, result.said.requirement, 'mm')).not.toContain('undefined')
  })
})
