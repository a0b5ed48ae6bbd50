import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsOf } from '@/core/foreman/findings'
import { fixtureOfPlate, FixtureSchema, holdingOfFixture } from '@/core/floor/register'
import { boundsOf } from '@/core/ground/recipe'
import { planWay, workOf } from '@/core/plan/planning'
import { plateOf } from '@/core/plan/plates'
import { predictWay } from '@/core/predict/prediction'
import { type EdgePlateHolding, kindOf, type PinPlateHolding, standIn } from '@/core/shop/holding'
import { gridHoles, type PlateDesign } from '@/core/shop/making'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { holePoints, type Part, partSurfaces } from '@/core/work/part'
import { distance, mm, op, plainBlock, setup, topHole, way } from '../support/documents'
import { AGAINST_DOWELS } from '../support/holdingScenes'
import { bright, only } from '../support/perfect'
import { predictionOf } from '../support/predictionOf'

interface At {
  readonly x: number
  readonly y: number
}

const block = (long: number, deep: number): Part => ({
  ...plainBlock(),
  size: { x: mm(long), y: mm(deep), z: mm(40) },
})

function stopped(more: Partial<EdgePlateHolding>, part = plainBlock()) {
  const plan = planWay(
    STANDARD_WORKSHOP,
    part,
    way(setup('s-1', 'top', 'back', ['top'], { holding: { ...AGAINST_DOWELS, ...more } })),
  )
  const [planned] = plan.setups
  const plate = planned && plateOf(plan, planned)
  if (!planned || !plate) throw new Error('no plate')
  const { high, low } = planned.standing
  return {
    plan,
    planned,
    design: plate.design,
    long: high.x - low.x,
    deep: high.y - low.y,
    codes: findingsOf(predictWay(plan)).map(({ code }) => code),
  }
}

/** What of a design stands in holes that the plate has, by the beginning of its name. */
const served = ({ grid }: PlateDesign, name: string): readonly At[] =>
  (grid?.used ?? []).flatMap((one) => (one.name.startsWith(name) ? one.holes : []))

/** Middles of the threads of a grid, half a pitch from the corner, and of its dowel holes between them: written out. */
function gridIn({ part }: PlateDesign, pitch: number): Record<'threads' | 'dowels', readonly At[]> {
  const all = (first: number): At[] => {
    const out: At[] = []
    for (let x = first; x < part.size.x.mm; x += pitch)
      for (let y = first; y < part.size.y.mm; y += pitch) out.push({ x, y })
    return out
  }
  return { threads: all(pitch / 2), dowels: all(pitch) }
}

const isAmong = ({ x, y }: At, all: readonly At[]): boolean =>
  all.some((at) => Math.hypot(at.x - x, at.y - y) < 1e-4)

const drilled = ({ part }: PlateDesign) =>
  part.features.flatMap((one) =>
    one.kind === 'hole'
      ? holePoints(part, one).map(({ x, y }) => ({ x, y, id: one.id, radius: one.diameter.mm / 2 }))
      : [],
  )

describe('a plate whose own grid is used', () => {
  const cases = fc.record({
    pitch: fc.integer({ min: 22, max: 50 }),
    long: fc.integer({ min: 110, max: 220 }),
    deep: fc.integer({ min: 105, max: 160 }),
    stop: fc.constantFrom('left' as const, 'right' as const),
    columns: fc.integer({ min: 1, max: 3 }),
    rows: fc.integer({ min: 1, max: 2 }),
    clamps: fc.integer({ min: 1, max: 3 }),
  })

  it('dowels, rests and clamps of all places are in it, and touch the work as they should', () => {
    fc.assert(
      fc.property(cases, ({ clamps, columns, deep: d, long: l, pitch, rows, stop }) => {
        const { codes, deep, design, long, planned } = stopped(
          { stop, columns, rows, clamps, grid: mm(pitch), uses: 'threads and dowels' },
          block(l, d),
        )
        const { dowels, threads } = gridIn(design, pitch)
        const count = columns * rows
        expect(served(design, 'dowel')).toHaveLength(3 * count)
        expect(served(design, 'rest')).toHaveLength(3 * count)
        expect(served(design, 'edge clamp')).toHaveLength(clamps * count)
        for (const at of [...served(design, 'dowel'), ...served(design, 'rest')])
          expect(isAmong(at, dowels)).toBe(true)
        for (const at of served(design, 'edge clamp')) expect(isAmong(at, threads)).toBe(true)
        // Nothing is left to be drilled, and no part lies upon another.
        expect(drilled(design)).toEqual([])
        expect(design.troubles.filter((told) => !/travels/.test(told))).toEqual([])
        design.places.forEach((a, i) =>
          design.places.slice(i + 1).forEach((b) => {
            const [dx, dy] = [Math.abs(a.corner.x - b.corner.x), Math.abs(a.corner.y - b.corner.y)]
            expect(dx >= long + 35 - 1e-6 || dy >= deep + 35 - 1e-6).toBe(true)
          }),
        )
        // Each place has two dowels of 4 behind it and one at its end, at tangent, between its ends.
        for (const { corner } of design.places) {
          const own = served(design, 'dowel')
          const behind = own.filter(
            ({ x, y }) =>
              Math.abs(y - (corner.y + deep + 4)) < 1e-6 && x > corner.x && x < corner.x + long,
          )
          const end = own.filter(
            ({ x, y }) =>
              Math.abs(x - (stop === 'left' ? corner.x - 4 : corner.x + long + 4)) < 1e-6 &&
              y > corner.y &&
              y < corner.y + deep,
          )
          expect([behind.length, end.length]).toEqual([2, 1])
        }
        // A clamp in front stands off by half of its head and a strip of less than a pitch, which is told.
        const strip = Number(
          /strip of ([\d.]+)/.exec(planned.standing.words.lines.join(' '))?.[1] ?? 0,
        )
        expect(strip).toBeLessThan(pitch)
        const fronts = design.places.map(({ corner }) => corner.y)
        for (const { y } of served(design, 'edge clamp'))
          expect(fronts.some((front) => Math.abs(front - 10 - strip - y) < 0.01)).toBe(true)
        // Threads lie half a pitch beside the dowel holes, the first of which is 4 before its end.
        const along = Array.from({ length: 12 }, (_, k) => -4 + (k + 0.5) * pitch)
        const room = along.filter((x) => x >= 4 - 1e-6 && x <= long - 4 + 1e-6).length
        expect(codes.includes('plate.grid-coarse')).toBe(room < clamps)
      }),
      { numRuns: 40 },
    )
  })

  it('with its threads alone the clamps are in it, without a strip; nothing else comes into one, or it is told', () => {
    fc.assert(
      fc.property(cases, ({ clamps, columns, deep: d, long: l, pitch, rows, stop }) => {
        const { design, planned } = stopped(
          { stop, columns, rows, clamps, grid: mm(pitch), uses: 'threads' },
          block(l, d),
        )
        const { threads } = gridIn(design, pitch)
        const own = served(design, 'edge clamp')
        expect(own).toHaveLength(clamps * columns * rows)
        const fronts = design.places.map(({ corner }) => corner.y)
        for (const at of own) {
          expect(isAmong(at, threads)).toBe(true)
          expect(fronts.some((front) => Math.abs(front - 10 - at.y) < 1e-4)).toBe(true)
        }
        expect(drilled(design).some(({ id }) => id.startsWith('clamp'))).toBe(false)
        const isNear = drilled(design).some(({ radius, x, y }) =>
          threads.some((at) => Math.hypot(at.x - x, at.y - y) < radius + 4 + 2 - 1e-6),
        )
        expect(isNear).toBe(design.troubles.some((told) => told.includes('the grid of')))
        expect(planned.standing.words.lines.join(' ')).not.toContain('strip')
      }),
      { numRuns: 40 },
    )
  })

  it('holes are called by column and row: 104 by 64 against dowels in a grid of 25, by hand', () => {
    const { deep, design, long } = stopped({ grid: mm(25), uses: 'threads and dowels' })
    expect([long, deep]).toEqual([expect.closeTo(104, 6), expect.closeTo(64, 6)])
    // The work lies at least 18 from the corner: its end dowel, 4 before its left end, comes to 25, its end to 29;
    // the line of those behind is 68 behind its front and 12.5 + 3 · 25 behind the threads of its clamps, 9.5 more than
    // half of a head: its front is at least 18 + 9.5 from the edge, the line at 95.5, which comes to 100: the front at 32.
    expect(design.places[0]?.corner).toEqual({ x: expect.closeTo(29, 6), y: expect.closeTo(32, 6) })
    const names = Object.fromEntries(
      (design.grid?.used ?? []).map(({ holes, name }) => [name, holes.map((one) => one.name)]),
    )
    expect(names).toMatchObject({
      // 29 + 15 % of 104 is 44.6, nearest is 50; 117.4 goes to 125; the middle of its depth, 64, to 75.
      'dowel 1': ['B4'],
      'dowel 2': ['E4'],
      'dowel 3': ['A3'],
    })
    // Threads at 12.5, 37.5, 62.5, …: a clamp at a quarter of its length, 55, goes to 62.5, that at 107 to 112.5, in the
    // row at 12.5: in front of 32 less 10.
    expect(names).toMatchObject({ 'edge clamp 1': ['C1'], 'edge clamp 2': ['E1'] })
  })

  it('goes into the register with what of it is used, and comes from there and from the gear', () => {
    for (const uses of ['no', 'threads', 'threads and dowels'] as const) {
      const { design, planned } = stopped({ grid: mm(25), uses })
      const fixture = FixtureSchema.parse(fixtureOfPlate(planned, design, ['G54']))
      expect([fixture.grid, fixture.uses]).toEqual(
        uses === 'no' ? [undefined, undefined] : [mm(25), uses],
      )
      const again = holdingOfFixture(fixture, STANDARD_WORKSHOP, plainBlock(), {
        up: 'top',
        guide: 'back',
      })
      if (again?.kind !== 'plate-stops') throw new Error('another kind')
      // Its dowels stand where those of the plate that was made do.
      const places = (holding: EdgePlateHolding) => {
        const { solids } = standIn(holding, workOf(planned))
        return solids.filter(({ name }) => name === 'dowel').map(({ shape }) => boundsOf(shape))
      }
      const { holding } = planned.clamping
      if (holding.kind !== 'plate-stops') throw new Error('another kind')
      expect(places(again)).toEqual(places(holding))
    }
    const gridded = {
      ...STANDARD_WORKSHOP,
      plates: STANDARD_WORKSHOP.plates.map((plate) => ({ ...plate, grid: 50 })),
    }
    const begun = kindOf({ kind: 'plate-stops' }).begin(
      gridded,
      plainBlock(),
      partSurfaces(plainBlock()),
      { up: 'top', guide: 'back' },
    )
    expect(begun).toMatchObject({ grid: { mm: 50 } })
  })

  it('the chain goes by where the dowels then stand, by hand', () => {
    const part: Part = {
      ...bright({ ...plainBlock(), features: [topHole('d', 30, 20)] }),
      requirements: [distance('d', 'back')],
    }
    const shop = only((w) => ({ plates: w.plates.map((p) => ({ ...p, pinMm: 0.02 })) }))
    const [worst] = predictionOf(
      shop,
      part,
      way(
        setup('s-1', 'top', 'back', ['d'], {
          holding: { ...AGAINST_DOWELS, grid: mm(25), uses: 'threads and dowels' },
        }),
      ),
    ).requirements.map(({ outcome }) => outcome?.worst.predicted)
    // Of 100, dowel holes 21, 46, 71, 96 from its end: the nearest to 15 and to 85 are 21 and 96 (71 is further off).
    const [a, b] = [(96 - 30) / 75, (30 - 21) / 75]
    expect(worst).toBeCloseTo(0.02 * (a + b), 9)
  })

  it('what is too small for it is told, and dowels that do not go into its holes', () => {
    const small = stopped({ grid: mm(50), uses: 'threads and dowels' }, block(60, 40))
    expect(small.codes).toContain('plate.grid-coarse')
    const thick = stopped({ grid: mm(25), uses: 'threads and dowels', dowel: mm(10) })
    expect(thick.design.troubles.join(' ')).toContain('dowels of 10 do not go into them')
    expect(stopped({ grid: mm(25), uses: 'threads' }, block(60, 40)).codes).not.toContain(
      'plate.grid-coarse',
    )
  })

  it('a grid that is none is told and left; whatever is typed, it does not take long', () => {
    for (const pitch of [0.01, 2, 11.9]) {
      const { design } = stopped({ grid: mm(pitch), uses: 'threads and dowels' })
      expect(design.grid).toBeUndefined()
      expect(design.troubles.join(' ')).toContain(`A grid of ${pitch} mm is none`)
      expect(drilled(design).filter(({ id }) => id.startsWith('stop-'))).toHaveLength(3)
    }
    for (const pitch of [12, 400, 9000])
      for (const uses of ['no', 'threads', 'threads and dowels'] as const)
        expect(stopped({ grid: mm(pitch), uses, columns: 12, rows: 12 }).design.grid?.pitchMm).toBe(
          pitch,
        )
    const huge = { x: mm(9000), y: mm(9000) }
    expect(gridHoles({ pitchMm: 12, uses: 'no' }, huge)).toEqual({ threads: [], dowels: [] })
    expect(gridHoles({ pitchMm: 1000, uses: 'no' }, huge).threads).toHaveLength(81)
  })

  it('further sizes fall into it as the first does', () => {
    fc.assert(
      fc.property(cases, fc.integer({ min: 60, max: 130 }), (one, more) => {
        const { pitch, stop } = one
        for (const uses of ['threads', 'threads and dowels'] as const) {
          const { design } = stopped(
            {
              stop,
              grid: mm(pitch),
              uses,
              sizes: [
                { long: mm(more + 60), deep: mm(more + 40) },
                { long: mm(130), deep: mm(90) },
              ],
            },
            block(one.long, one.deep),
          )
          const { dowels, threads } = gridIn(design, pitch)
          const clamps = served(design, 'edge clamp')
          expect(clamps).toHaveLength(6)
          for (const at of clamps) expect(isAmong(at, threads)).toBe(true)
          const own = served(design, 'dowel')
          expect(own).toHaveLength(uses === 'threads' ? 0 : 9)
          for (const at of own) expect(isAmong(at, dowels)).toBe(true)
          // Each lies to the right of the one before, by the gap at least, against its own line of dowels.
          expect(design.sizes).toHaveLength(2)
          let from = (design.places[0]?.corner.x ?? NaN) + stopped({}, block(one.long, 105)).long
          for (const { corner, deepMm, longMm } of design.sizes ?? []) {
            expect(corner.x).toBeGreaterThan(from + 35 - 1e-6)
            from = corner.x + longMm
            if (uses === 'threads') continue
            expect(
              own.filter(
                ({ x, y }) =>
                  Math.abs(y - corner.y - deepMm - 4) < 1e-6 && x > corner.x && x < from,
              ),
            ).toHaveLength(2)
          }
        }
      }),
      { numRuns: 15 },
    )
  })
})

describe('a part on pins over a grid', () => {
  const ON_PINS: PinPlateHolding = {
    kind: 'plate',
    plate: 'plate-1',
    round: 'a',
    roundPin: mm(7.98),
    relieved: 'b',
    relievedPin: mm(7.9),
    screws: ['c', 'd', 'e'],
    columns: 2,
    rows: 1,
    gap: mm(20),
    slots: mm(0),
  }
  /** Screws of M8 at 20 and, a pitch further, at 45; one of M6 that no thread of M8 serves. */
  const part: Part = {
    ...plainBlock(),
    features: [
      topHole('a', 8, 50, { making: 'ream' }),
      topHole('b', 92, 50, { making: 'ream' }),
      topHole('c', 20, 20, { diameter: mm(9), making: 'drill' }),
      topHole('d', 45, 20, { diameter: mm(9), making: 'drill' }),
      topHole('e', 70, 40, { diameter: mm(6.6), making: 'drill' }),
    ],
  }
  const on = (more: Partial<PinPlateHolding>): PlateDesign => {
    const plan = planWay(
      STANDARD_WORKSHOP,
      part,
      way(
        setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c', 'd', 'e']),
        setup('s-2', 'bottom', 'back', [], {
          holding: { ...ON_PINS, ...more },
          ops: [op('bottom')],
        }),
      ),
    )
    const [, planned] = plan.setups
    const design = planned && plateOf(plan, planned)?.design
    if (!design) throw new Error('no plate')
    return design
  }

  it('screws that are whole pitches apart find its threads, at both places; the others have their own', () => {
    const design = on({ grid: mm(25), uses: 'threads' })
    expect(served(design, 'screw 1')).toHaveLength(2)
    expect(served(design, 'screw 2')).toHaveLength(2)
    expect(served(design, 'screw 3')).toEqual([])
    const { threads } = gridIn(design, 25)
    for (const at of served(design, 'screw')) expect(isAmong(at, threads)).toBe(true)
    const ids = drilled(design).map(({ id }) => id)
    expect(ids.filter((id) => id.startsWith('screw'))).toEqual(['screw-3', 'screw-3'])
  })

  it('kept clear of, none is used and all are drilled', () => {
    for (const uses of [undefined, 'no'] as const) {
      const design = on({ grid: mm(25), ...(uses && { uses }) })
      expect(design.grid?.used).toEqual([])
      expect(drilled(design).filter(({ id }) => id.startsWith('screw'))).toHaveLength(6)
    }
  })
})
