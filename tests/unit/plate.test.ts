import fc from 'fast-check'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import DxfParser from 'dxf-parser'
import { describe, expect, it } from 'vitest'
import { runLine } from '@/cli/line'
import { readDocumentText, writeDocument } from '@/core/paper/formats'
import { offsetsFrom, plateOffsets } from '@/core/floor/offsets'
import {
  anchorOfFixture,
  fixtureIssues,
  fixtureOfPlate,
  FixtureSchema,
  holdingOfFixture,
  revisionOfFixture,
} from '@/core/floor/register'
import { planWay, type PlannedSetup, workOf } from '@/core/plan/planning'
import { type EdgePlateHolding, type PinPlateHolding } from '@/core/shop/holding'
import { plateOf } from '@/core/plan/plates'
import { designPlate, type PlateDesign, relievedLandMm } from '@/core/shop/making'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { holePoints, type Part, partIssues } from '@/core/work/part'
import { mm, op, plainBlock, setup, topHole, way } from '../support/documents'
import { AGAINST_DOWELS } from '../support/holdingScenes'

describe('the land of a relieved pin', () => {
  /** How far the hole can be moved along the line before the pin, turned through all of its edge, meets it. */
  const goesIn = (hole: number, pin: number, land: number, off: number): boolean => {
    const half = Math.asin(Math.min(1, land / pin))
    for (const middle of [Math.PI / 2, -Math.PI / 2])
      for (let i = -500; i <= 500; i++) {
        const angle = middle + (half * i) / 500
        const [x, y] = [(pin / 2) * Math.cos(angle) + off, (pin / 2) * Math.sin(angle)]
        if (Math.hypot(x, y) > hole / 2 + 1e-9) return false
      }
    return true
  }

  it('goes in when it is as wide as that, and not when it is a hundredth wider', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 30, noNaN: true }),
        fc.double({ min: 0.004, max: 0.06, noNaN: true }),
        fc.double({ min: 1.2, max: 8, noNaN: true }),
        (hole, play, times) => {
          const off = (times * play) / 2
          const land = relievedLandMm(hole, hole - play, off)
          fc.pre(land > 0.05 && land < (hole - play) * 0.98)
          expect(goesIn(hole, hole - play, land * 0.9999, off)).toBe(true)
          expect(goesIn(hole, hole - play, Math.min(hole - play, land * 1.01), off)).toBe(false)
        },
      ),
    )
  })

  it('is what handbooks reckon, D·c / (2e), where that is small against the hole', () => {
    // Ten millimetres, 0.02 of play, centres off by 0.05: 10 · 0.02 / 0.1 = 2.
    expect(Math.abs(relievedLandMm(10, 9.98, 0.05) - 2)).toBeLessThan(0.11)
    expect(relievedLandMm(10, 9.98, 0.009)).toBe(9.98)
    expect(relievedLandMm(10, 10.01, 0.01)).toBe(0)
  })
})

const part: Part = {
  ...plainBlock(),
  features: [
    topHole('a', 15, 30, { making: 'ream' }),
    topHole('b', 85, 30, { making: 'ream' }),
    topHole('c', 35, 30, { diameter: mm(6.6), making: 'drill' }),
    topHole('d', 50, 48, { diameter: mm(5), making: 'drill' }),
  ],
}
const ON_PINS: PinPlateHolding = {
  kind: 'plate',
  plate: 'plate-1',
  round: 'a',
  roundPin: mm(7.98),
  relieved: 'b',
  relievedPin: mm(7.9),
  screws: ['c'],
  columns: 1,
  rows: 1,
  gap: mm(20),
  slots: mm(0),
}
function plannedFor(holding: PinPlateHolding, of = part): PlannedSetup {
  const [, planned] = planWay(
    STANDARD_WORKSHOP,
    of,
    way(
      setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c']),
      setup('s-2', 'bottom', 'back', [], { holding, ops: [op('bottom'), op('d')] }),
    ),
  ).setups
  if (!planned) throw new Error('no setup')
  return planned
}
function plateFor(holding: PinPlateHolding, of = part): PlateDesign {
  const planned = plannedFor(holding, of)
  return designPlate(holding, workOf(planned), {
    contacts: planned.contacts,
    cuts: planned.setup.ops,
  })
}

describe('a plate designed for a setup', () => {
  const design = plateFor(ON_PINS)

  it('pins, screw and relief lie under the holes of the part as it is turned over, by hand', () => {
    // Turned over about Y: what was 15 from the left lies 15 from the right. The plate stands out by 18, the
    // ends still have 2 of stock, front and back 1.5 (bought sizes of a new part).
    const [round, relieved] = design.pins
    const wide = design.part.size.x.mm
    const over = (wide - 100) / 2
    expect(round?.at.x).toBeCloseTo(wide - over - 15, 6)
    expect(relieved?.at.x).toBeCloseTo(wide - over - 85, 6)
    expect(design.betweenPinsMm).toBeCloseTo(70, 9)
    expect(design.screws[0]).toMatchObject({ thread: 'M6', engagedMm: 9 })
    expect(design.screws[0]?.at.x).toBeCloseTo(wide - over - 35, 6)
    expect(design.reliefs).toEqual([
      expect.objectContaining({ diameterMm: 8, deepMm: 8 }) as object,
    ])
    expect(relieved?.landRad).toBeCloseTo(Math.PI / 2, 6)
    // Reamed twice 0.04, pins twice 0.008, less half the play of the round one.
    expect(design.offMm).toBeCloseTo(0.08 + 0.016 - 0.01, 9)
    expect(relieved?.landMm).toBeCloseTo((64 - 7.9 ** 2 - 4 * 0.086 ** 2) / (4 * 0.086), 6)
    expect(design.troubles).toEqual([])
  })

  it('two round pins: no land, and told when the holes may be further off than both plays leave room', () => {
    const two = plateFor({ ...ON_PINS, second: 'round' })
    expect(two.pins.map(({ kind }) => kind)).toEqual(['round', 'round'])
    expect(two.pins[1]?.landMm).toBeUndefined()
    // Half of 0.02 and 0.1 is room for 0.06; holes and pins may be off by 0.096.
    expect(two.troubles.join(' ')).toMatch(/more than 0.060 mm .* off by 0.096. Relieve one/)
    expect(plateFor({ ...ON_PINS, second: 'round', relievedPin: mm(7.8) }).troubles).toEqual([])
  })

  it('is a part that says nothing wrong', () => {
    expect(partIssues(design.part)).toEqual([])
    expect(design.part.features).toHaveLength(2 + 3 + 1 + 1)
  })

  it('holes too loose for so little play are told, drilled ones with what to do; holes in each other too', () => {
    expect(plateFor({ ...ON_PINS, relievedPin: mm(7.99) }).troubles.join(' ')).toMatch(
      /lands would be only .* made more closely/,
    )
    expect(
      plateFor({ ...ON_PINS, relieved: 'c', relievedPin: mm(6.59) }).troubles.join(' '),
    ).toMatch(/Drilled and tapped holes do not locate/)
    expect(plateFor({ ...ON_PINS, screws: ['a'] }).troubles.join(' ')).toMatch(/in each other/)
  })
})

describe('screws that lift a part off its pins', () => {
  const lifting = { ...ON_PINS, lift: 'screws' } as const
  const lifted = plateFor(lifting)

  it('one beside each pin, nearest to it where there is room, none where none is wanted', () => {
    expect(plateFor(ON_PINS).lifts).toEqual([])
    expect(lifted.lifts.map(({ thread }) => thread)).toEqual(['M6', 'M6'])
    lifted.lifts.forEach(({ x, y }, i) => {
      const pin = lifted.pins[i]
      if (!pin) throw new Error('no pin')
      expect(Math.hypot(x - pin.at.x, y - pin.at.y)).toBeLessThan(20)
    })
    expect(lifted.troubles).toEqual([])
    expect(partIssues(lifted.part)).toEqual([])
    const threads = lifted.part.features.filter(({ id }) => id.startsWith('lift-'))
    expect(threads).toEqual([
      expect.objectContaining({ making: 'tap', thread: 'M6', extent: { kind: 'through' } }),
      expect.objectContaining({ making: 'tap', thread: 'M6', extent: { kind: 'through' } }),
    ])
  })

  it('press on metal, clear of every hole of part and plate, wherever the holes are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 40 }),
        fc.integer({ min: 60, max: 88 }),
        fc.integer({ min: 12, max: 48 }),
        fc.integer({ min: 20, max: 80 }),
        (x, far, y, other) => {
          const holes: Part = {
            ...part,
            features: [
              topHole('a', x, y, { making: 'ream' }),
              topHole('b', far, 30, { making: 'ream' }),
              topHole('c', other, 52, { diameter: mm(6.6), making: 'drill' }),
              topHole('d', other, 10, { diameter: mm(5), making: 'drill' }),
            ],
          }
          const design = plateFor(lifting, holes)
          const planned = plannedFor(lifting, holes)
          const { high, low } = planned.standing
          const [long, deep] = [high.x - low.x, high.y - low.y]
          const { size } = design.part
          const edge = [(size.x.mm - long) / 2, (size.y.mm - deep) / 2] as const
          for (const lift of design.lifts) {
            // Under the part.
            expect(lift.x).toBeGreaterThan(edge[0])
            expect(lift.x).toBeLessThan(edge[0] + long)
            expect(lift.y).toBeGreaterThan(edge[1])
            expect(lift.y).toBeLessThan(edge[1] + deep)
            // The four holes of the part, turned over about Y: x from the other end, where the stock is 2.
            for (const [u, v, wide] of [
              [x, y, 8],
              [far, 30, 8],
              [other, 52, 6.6],
              [other, 10, 5],
            ] as const) {
              const [hx, hy] = [edge[0] + 2 + (100 - u), edge[1] + 2 + v]
              expect(Math.hypot(lift.x - hx, lift.y - hy)).toBeGreaterThan(wide / 2 + 3)
            }
            for (const rest of design.rests)
              expect(Math.hypot(lift.x - rest.x, lift.y - rest.y)).toBeGreaterThan(7 + 3)
          }
          if (design.lifts.length < 2)
            expect(design.troubles.join(' ')).toMatch(/no place is left for a screw that lifts/)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('is told where there is no room about a pin', () => {
    // Two pins 22 apart at the end of a narrow strip with a bore between and beside them.
    const narrow: Part = {
      ...part,
      size: { ...part.size, y: mm(20) },
      features: [
        topHole('a', 12, 10, { making: 'ream' }),
        topHole('b', 88, 10, { making: 'ream' }),
        topHole('c', 35, 10, { diameter: mm(16), making: 'bore' }),
        topHole('d', 60, 10, { diameter: mm(16), making: 'bore' }),
      ],
    }
    const design = plateFor({ ...lifting, screws: [] }, narrow)
    expect(design.lifts.length).toBeLessThan(2)
    expect(design.troubles.join(' ')).toContain('no place is left for a screw that lifts')
  })
})

/** The part turned over with a thread that is cut from below, to be screwed from under the plate. */
const threaded: Part = {
  ...part,
  features: [
    ...part.features,
    topHole('t', 65, 30, {
      making: 'tap',
      thread: 'M6',
      diameter: mm(6),
      extent: { kind: 'deep', depth: mm(12) },
    } as Partial<Part['features'][number]>),
  ],
}

describe('air from below and reliefs that drain', () => {
  it('one thread under metal, as near to the middle as there is room; reliefs through', () => {
    const airy = plateFor({ ...ON_PINS, lift: 'screws', air: 'under', drains: 'through' })
    expect(plateFor(ON_PINS).air).toEqual([])
    const [air] = airy.air
    if (!air) throw new Error('no air')
    expect(air.thread).toBe('M5')
    // The middle of the part is the middle of the plate; hole d, 5 wide, is 18 behind it, nothing else within 15.
    const { x, y } = airy.part.size
    expect(Math.hypot(air.x - x.mm / 2, air.y - y.mm / 2)).toBeLessThan(1e-6)
    expect(airy.reliefs).toEqual([
      { x: expect.any(Number) as number, y: expect.any(Number) as number, diameterMm: 8 },
    ])
    const extents = airy.part.features.flatMap((one) =>
      one.kind === 'hole' && /^(air|relief)-/.test(one.id) ? [one.extent] : [],
    )
    expect(extents).toEqual([{ kind: 'through' }, { kind: 'through' }])
    expect(partIssues(airy.part)).toEqual([])
    expect(airy.troubles).toEqual([])
  })

  it('gives way to a hole in the middle, by as little as can be, and stays clear of it', () => {
    const holed: Part = {
      ...part,
      features: [...part.features, topHole('m', 50, 30, { diameter: mm(20), making: 'bore' })],
    }
    const { air, part: plate } = plateFor({ ...ON_PINS, air: 'under' }, holed)
    const away = Math.hypot(
      (air[0]?.x ?? 0) - plate.size.x.mm / 2,
      (air[0]?.y ?? 0) - plate.size.y.mm / 2,
    )
    expect(away).toBeGreaterThan(10 + 2.5)
    expect(away).toBeLessThan(26)
  })
})

describe('several parts on one plate', () => {
  const many = { ...ON_PINS, columns: 3, rows: 2, gap: mm(15), slots: mm(63) }
  const [one, all] = [plateFor(ON_PINS), plateFor(many)]
  const planned = plannedFor(many)
  const [long, deep] = [
    planned.standing.high.x - planned.standing.low.x,
    planned.standing.high.y - planned.standing.low.y,
  ]

  it('each place lies one part and one gap further, by hand; its pins and rests are there', () => {
    expect(all.places.map(({ shift }) => [shift.x, shift.y])).toEqual(
      [0, 1].flatMap((row) =>
        [0, 1, 2].map((column) => [
          expect.closeTo(column * (long + 15), 6) as number,
          expect.closeTo(row * (deep + 15), 6) as number,
        ]),
      ),
    )
    const pins = all.part.features.find(({ id }) => id === 'pin-relieved')
    if (pins?.kind !== 'hole') throw new Error('no pins')
    const at = holePoints(all.part, pins)
    expect(at).toHaveLength(6)
    all.places.forEach(({ shift }) => {
      const [x, y] = [(all.pins[1]?.at.x ?? 0) + shift.x, (all.pins[1]?.at.y ?? 0) + shift.y]
      expect(at.some((p) => Math.hypot(p.x - x, p.y - y) < 1e-6)).toBe(true)
    })
  })

  it('stands out at both ends for its own screws, in slots of the table, with dowels between', () => {
    // 18 about the parts, 30 more at each end.
    expect(all.part.size.x.mm).toBeCloseTo(3 * long + 2 * 15 + 2 * (18 + 30), 6)
    expect(one.part.size.x.mm).toBeCloseTo(long + 36, 6)
    const up = all.table.screws.map(({ y }) => y)
    expect(((up[1] ?? 0) - (up[0] ?? 0)) % 63).toBeCloseTo(0, 6)
    expect(all.table.screws).toHaveLength(4)
    expect(all.table.dowels).toHaveLength(2)
    expect(partIssues(all.part)).toEqual([])
    expect(all.troubles).toEqual([])
  })

  /** The part cut to three corners, its second setup on pins. */
  const three: Part = {
    ...part,
    features: [
      topHole('a', 15, 15, { making: 'ream' }),
      topHole('b', 65, 13, { making: 'ream' }),
      topHole('c', 35, 13, { diameter: mm(6.6), making: 'drill' }),
      topHole('d', 15, 40, { diameter: mm(5), making: 'drill' }),
      {
        kind: 'contour',
        id: 'outline',
        name: 'outline',
        on: 'top',
        place: { dims: [], centred: true },
        plane: {
          at: { x: 0, y: 0, z: 0 },
          across: { x: 1, y: 0, z: 0 },
          out: { x: 0, y: 0, z: 1 },
        },
        rings: [
          [
            { x: 5, y: 5 },
            { x: 95, y: 5 },
            { x: 5, y: 55 },
          ],
        ],
        takes: 'outside',
        through: true,
      },
    ],
  }
  const planFor = (holding: PinPlateHolding, cut: readonly string[]): PlannedSetup => {
    const [, planned] = planWay(
      STANDARD_WORKSHOP,
      three,
      way(
        setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c', ...cut]),
        setup('s-2', 'bottom', 'back', [], { holding, ops: [op('bottom'), op('d')] }),
      ),
    ).setups
    if (!planned) throw new Error('no setup')
    return planned
  }
  const plateOn = (planned: PlannedSetup, holding: PinPlateHolding): PlateDesign =>
    designPlate(holding, workOf(planned), {
      contacts: planned.contacts,
      cuts: planned.setup.ops,
    })

  it('head to tail: every second turned by half a turn, as close as its cut outline lets it, by hand', () => {
    const holding: PinPlateHolding = {
      ...ON_PINS,
      columns: 4,
      rows: 2,
      gap: mm(9),
      turned: 'columns',
      pushed: 'left',
    }
    const planned = planFor(holding, ['outline'])
    const design = plateOn(planned, holding)
    expect(design.places.map(({ lies }) => lies.x && lies.y)).toEqual(
      [0, 1].flatMap(() => [false, true, false, true]),
    )
    // Turned over, its upright side is at the right, that of the turned one at its left: 90 of part and 9 between.
    // Then long side to long side, 90 along and 50 up: they are one line where both lie in one box.
    const { high, low } = planned.standing
    const [long, deep] = [high.x - low.x, high.y - low.y]
    const over = { x: (long - 100) / 2, y: (deep - 60) / 2 }
    const back = Math.ceil((10 * (9 * Math.hypot(90, 50))) / 50) / 10
    const corners = design.places.map(({ corner }) => corner)
    expect(corners.slice(0, 4).map(({ x }) => x - (corners[0]?.x ?? 0))).toEqual(
      [0, 99, 99 + back, 2 * 99 + back].map((x) => expect.closeTo(x, 6) as number),
    )
    expect((corners[4]?.y ?? 0) - (corners[0]?.y ?? 0)).toBeCloseTo(deep + 9, 6)
    // All holes of both kinds, each where its part has it: turned over about Y, some turned once more.
    const at = (id: string): readonly (readonly [number, number])[] => {
      const hole = design.part.features.find((one) => one.id === id)
      if (hole?.kind !== 'hole') throw new Error(id)
      return holePoints(design.part, hole).map(({ x, y }) => [x, y])
    }
    const wanted = (turned: boolean, u: number, v: number) =>
      design.places.flatMap(({ corner, lies }) => {
        if ((lies.x && lies.y) !== turned) return []
        const [x, y] = [over.x + (100 - u), over.y + v]
        return [turned ? [corner.x + long - x, corner.y + deep - y] : [corner.x + x, corner.y + y]]
      })
    const sorted = (all: readonly (readonly number[])[]) =>
      all.map(([x = 0, y = 0]) => `${x.toFixed(3)} ${y.toFixed(3)}`).sort()
    for (const [id, u, v] of [
      ['pin-round', 15, 15],
      ['pin-relieved', 65, 13],
      ['screw-1', 35, 13],
      ['relief-1', 15, 40],
    ] as const) {
      expect(sorted(at(id))).toEqual(sorted(wanted(false, u, v)))
      expect(sorted(at(`${id}-turned`))).toEqual(sorted(wanted(true, u, v)))
    }
    expect(design.troubles).toEqual([])
    expect(partIssues(design.part)).toEqual([])
    // Zero is the round pin of each, in the register as well.
    const fixture = fixtureOfPlate(planned, design, [])
    const rounds = fixture.pins.filter(({ kind }) => kind === 'round')
    design.places.forEach(({ shift }, i) => {
      expect(rounds[i]?.at.x.mm).toBeCloseTo(shift.x, 6)
      expect(rounds[i]?.at.y.mm).toBeCloseTo(shift.y, 6)
    })
    expect(fixture.sizes[1]?.name).toBe('Place 2, turned 180°')
    expect(planned.standing.words.lines.join(' ')).toMatch(
      /program turned by 180°.*Push those to the right/,
    )
    // Its pads stand under what is left, all of them: seven from their middles to every side and hole.
    const pads = planned.contacts.filter(({ role }) => role === 'rest')
    expect(pads.map(({ bears }) => bears)).toEqual([true, true, true])
    for (const { at: pad } of pads) {
      const slant = (5 * (95 - pad.x) - 9 * (pad.y - 5)) / Math.hypot(5, 9)
      expect(Math.min(pad.x - 5, pad.y - 5, slant)).toBeGreaterThan(7)
      for (const [u, v, r] of [
        [15, 15, 4],
        [65, 13, 4],
        [35, 13, 3.3],
        [15, 40, 2.5],
      ] as const)
        expect(Math.hypot(pad.x - u, pad.y - v)).toBeGreaterThan(7 + r)
    }
    // Not cut yet it is a block, and lies a block and a gap further.
    const raw = plateOn(planFor(holding, []), holding)
    expect((raw.places[1]?.corner.x ?? 0) - (raw.places[0]?.corner.x ?? 0)).toBeCloseTo(long + 9, 1)
  })

  it.each([
    ['mirrored columns', 'x', { columns: 3, rows: 1 }],
    ['mirrored rows', 'y', { columns: 1, rows: 3 }],
  ] as const)(
    '%s: every second is the other hand, with holes, zero and name of its own',
    (turned, axis, many) => {
      const holding: PinPlateHolding = { ...ON_PINS, ...many, gap: mm(9), turned, pushed: 'left' }
      const planned = planFor(holding, ['outline'])
      const design = plateOn(planned, holding)
      const lies = { x: axis === 'x', y: axis === 'y' }
      expect(design.places.map((place) => place.lies)).toEqual([
        { x: false, y: false },
        lies,
        { x: false, y: false },
      ])
      const { high, low } = planned.standing
      const [long, deep] = [high.x - low.x, high.y - low.y]
      const over = { x: (long - 100) / 2, y: (deep - 60) / 2 }
      const at = (id: string): readonly (readonly number[])[] => {
        const hole = design.part.features.find((one) => one.id === id)
        if (hole?.kind !== 'hole') throw new Error(id)
        return holePoints(design.part, hole).map(({ x, y }) => [x, y])
      }
      const [first, second] = design.places
      for (const [id, u, v] of [
        ['pin-round', 15, 15],
        ['pin-relieved', 65, 13],
        ['screw-1', 35, 13],
        ['relief-1', 15, 40],
      ] as const) {
        // As the part lies turned over, from its own corner.
        const [x, y] = [over.x + (100 - u), over.y + v]
        const [from, to] = [first?.corner ?? { x: 0, y: 0 }, second?.corner ?? { x: 0, y: 0 }]
        expect(at(id)[0]).toEqual([expect.closeTo(from.x + x, 6), expect.closeTo(from.y + y, 6)])
        expect(at(`${id}-mirrored`)).toEqual([
          [
            expect.closeTo(to.x + (lies.x ? long - x : x), 6),
            expect.closeTo(to.y + (lies.y ? deep - y : y), 6),
          ],
        ])
      }
      // Turned over, what is upright of it is at the right: mirrored in X two upright sides face each other, 9 apart.
      if (axis === 'x') expect((second?.corner.x ?? 0) - (first?.corner.x ?? 0)).toBeCloseTo(99, 6)
      expect(design.troubles).toEqual([])
      expect(partIssues(design.part)).toEqual([])
      const fixture = fixtureOfPlate(planned, design, [])
      const rounds = fixture.pins.filter(({ kind }) => kind === 'round')
      expect(rounds[1]?.at.x.mm).toBeCloseTo(second?.shift.x ?? NaN, 6)
      expect(rounds[1]?.at.y.mm).toBeCloseTo(second?.shift.y ?? NaN, 6)
      expect(fixture.sizes[1]?.name).toBe(`Place 2, mirrored in ${axis.toUpperCase()}`)
      expect(planned.standing.words.lines.join(' ')).toMatch(
        axis === 'x'
          ? /mirrored in X.*Push those to the right/
          : /mirrored in Y.*to the left as well/,
      )
    },
  )

  it('144 places are told to be too large for the machine, and still one part', () => {
    const most = plateFor({ ...many, columns: 12, rows: 12 })
    expect(most.troubles.join(' ')).toMatch(/Put fewer parts on it/)
    expect(partIssues(most.part)).toEqual([])
  })

  it('both sides of a part beside each other: one plate of both, each at its own place, into the register', () => {
    const first = setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c'])
    const onTop = setup('s-2', 'top', 'back', [], { holding: ON_PINS, ops: [op('d')] })
    const over = setup('s-3', 'bottom', 'back', [], {
      holding: { ...ON_PINS, columns: 2, beside: 's-2' },
      ops: [op('bottom')],
    })
    const plan = planWay(STANDARD_WORKSHOP, part, way(first, onTop, over))
    const [, alone, planned] = plan.setups
    if (!alone || !planned) throw new Error('no setups')
    const plate = plateOf(plan, planned)
    const single = plateOf(plan, alone)?.design
    const { beside, part: both } = plate?.design ?? {}
    if (!plate || !single || !beside || !both) throw new Error('no plate')
    expect(partIssues(both)).toEqual([])
    expect(plate.design.troubles).toEqual([])
    // As wide as both, the second to the right of the first; its pins are where its own plate has them.
    const own = both.size.x.mm - single.part.size.x.mm
    expect(beside.shift).toEqual({ x: own, y: 0 })
    const pinAt = (id: string) => {
      const hole = both.features.find((one) => one.id === id)
      if (hole?.kind !== 'hole') throw new Error(id)
      return holePoints(both, hole).map(({ x, y }) => [x, y])
    }
    const [round] = single.pins
    expect(pinAt('pin-round-beside')).toEqual([
      [expect.closeTo((round?.at.x ?? 0) + own, 6), expect.closeTo(round?.at.y ?? 0, 6)],
    ])
    expect(pinAt('pin-round')).toHaveLength(2)
    // Front and back of what is turned over lie in line with those of what is not.
    const fixture = fixtureOfPlate(planned, plate.design, ['G55', 'G56'], {
      planned: alone,
      offsets: ['G57'],
    })
    expect(FixtureSchema.safeParse(fixture).success).toBe(true)
    expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    expect(fixture.sizes.map(({ offset }) => offset)).toEqual(['G55', 'G56', 'G57'])
    const [, , other] = fixture.sizes
    expect(other?.shift.x.mm).toBeCloseTo(own + single.zero.x - plate.design.zero.x, 6)
    expect(new Set(fixture.pins.map(({ id }) => id)).size).toBe(6)
  })

  it('the first side against dowels, the second on pins in what was made there: one plate of both', () => {
    const against: EdgePlateHolding = { ...AGAINST_DOWELS, beside: 's-2' }
    const plan = planWay(
      STANDARD_WORKSHOP,
      part,
      way(
        setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c'], { holding: against }),
        setup('s-2', 'bottom', 'back', [], { holding: ON_PINS, ops: [op('bottom'), op('d')] }),
      ),
    )
    const [first, second] = plan.setups
    if (!first || !second) throw new Error('no setups')
    const plate = plateOf(plan, first)
    const single = plateOf(plan, second)?.design
    if (!plate?.design.beside || !single) throw new Error('no plate')
    const { part: both, stops, troubles } = plate.design
    expect(troubles).toEqual([])
    expect(partIssues(both)).toEqual([])
    const wide = both.size.x.mm - single.part.size.x.mm
    const at = (id: string) => {
      const hole = both.features.find((one) => one.id === id)
      if (hole?.kind !== 'hole') throw new Error(id)
      return holePoints(both, hole).map(({ x, y }) => [x, y])
    }
    expect(at('stop-1')).toEqual([
      [expect.closeTo(stops[0]?.x ?? NaN, 6), expect.closeTo(stops[0]?.y ?? NaN, 6)],
    ])
    expect(at('pin-relieved-beside')).toEqual([
      [
        expect.closeTo((single.pins[1]?.at.x ?? NaN) + wide, 6),
        expect.closeTo(single.pins[1]?.at.y ?? NaN, 6),
      ],
    ])
    // All that each has by itself, and nothing else.
    const alone = plateOf(plan, {
      ...first,
      clamping: { ...first.clamping, holding: { ...against, beside: undefined } },
    })
    expect(both.features).toHaveLength(
      (alone?.design.part.features.length ?? NaN) + single.part.features.length,
    )
    const fixture = fixtureOfPlate(first, plate.design, ['G54'], {
      planned: second,
      offsets: ['G55'],
    })
    expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    expect(fixture.sizes.map(({ offset, stop, stopAt }) => [offset, stop, stopAt?.mm])).toEqual([
      ['G54', 'dowel, left', 0],
      ['G55', 'none', undefined],
    ])
    expect(fixture.pins.map(({ id }) => id)).toEqual(['beside-round-1', 'beside-relieved-1'])
  })

  it('what is to lie beside it must be held on a plate too', () => {
    const plan = planWay(
      STANDARD_WORKSHOP,
      part,
      way(
        setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c']),
        setup('s-2', 'bottom', 'back', [], {
          holding: { ...ON_PINS, beside: 's-1' },
          ops: [op('bottom')],
        }),
      ),
    )
    const [, planned] = plan.setups
    if (!planned) throw new Error('no setup')
    expect(plateOf(plan, planned)?.design.troubles.join(' ')).toMatch(
      /Setup 1 is not held on a plate/,
    )
  })

  it('on a plate with a grid nothing that is drilled comes into it, however the holes of the part lie (all places, one by one)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 12, max: 30 }),
        fc.integer({ min: 12, max: 48 }),
        (pitch, x, y) => {
          const of: Part = {
            ...part,
            features: [
              topHole('a', x, y, { making: 'ream' }),
              topHole('b', 85, 30, { making: 'ream' }),
              topHole('c', 50, 30, { diameter: mm(6.6), making: 'drill' }),
            ],
          }
          const design = plateFor({ ...ON_PINS, screws: ['c'], grid: mm(pitch) }, of)
          expect(design.part.size.x.mm % pitch).toBeCloseTo(0, 6)
          const middles = (long: number) =>
            Array.from({ length: Math.round(long / pitch) }, (_, i) => (i + 0.5) * pitch)
          const { size } = design.part
          let nearest = Infinity
          for (const hole of design.part.features) {
            if (hole.kind !== 'hole') continue
            for (const at of holePoints(design.part, hole))
              for (const u of middles(size.x.mm))
                for (const v of middles(size.y.mm))
                  nearest = Math.min(
                    nearest,
                    Math.hypot(at.x - u, at.y - v) - hole.diameter.mm / 2 - 4,
                  )
          }
          // Two of web, or it is told.
          expect(nearest >= 2 - 1e-6).toBe(!design.troubles.some((t) => t.includes('the grid of')))
        },
      ),
      { numRuns: 40 },
    )
  })

  it('into the register: each place with an offset that no other setup uses, its shift and its pins', () => {
    const offsets = offsetsFrom('G55', all.places.length, new Set(['G54', 'G57']))
    expect(offsets).toEqual(['G55', 'G56', 'G58', 'G59', 'G54.1 P1', 'G54.1 P2'])
    const fixture = fixtureOfPlate(planned, all, offsets)
    expect(FixtureSchema.safeParse(fixture).success).toBe(true)
    expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    // From there it is offered for this part, on the pins that it has; for another part it is not.
    expect(revisionOfFixture(fixture, part)).toBe(part.revision)
    expect(revisionOfFixture(fixture, { name: 'Else' })).toBeUndefined()
    expect(
      holdingOfFixture(fixture, STANDARD_WORKSHOP, part, { up: 'bottom', guide: 'back' }),
    ).toMatchObject({ kind: 'plate', plate: 'plate-1', roundPin: mm(7.98), relievedPin: mm(7.9) })
    expect(fixture.sizes.map((size) => size.offset)).toEqual(offsets)
    expect(fixture.sizes[5]?.shift.x.mm).toBeCloseTo(2 * (long + 15), 6)
    expect(fixture.pins).toHaveLength(12)
    // From its left edge to the round pin of the first, from its back edge likewise.
    expect(fixture.edges[0]?.toZero.mm).toBeCloseTo(all.pins[0]?.at.x ?? 0, 6)
    expect(fixture.edges[1]?.toZero.mm).toBeCloseTo(
      (all.pins[0]?.at.y ?? 0) - all.part.size.y.mm,
      6,
    )
  })

  it('a mill that keeps no offsets has one for all', () => {
    expect(offsetsFrom('DRO', 6, new Set())).toEqual(['DRO'])
    expect(offsetsFrom('G59', 60, new Set())).toHaveLength(49)
  })
})

describe('screwed from below', () => {
  const design = plateFor({ ...ON_PINS, screws: ['t'] }, threaded)

  it('its head is let into the underside, and it reaches into the thread without meeting its end', () => {
    const [screw] = design.screws
    // Plate 24, head of M6 6.6 deep, rests 6: 23.4 to the part; a screw of 30 goes in by 6.6, of 12 less 1.5 and nine.
    expect(screw).toMatchObject({ thread: 'M6', from: 'below', lengthMm: 30 })
    expect(screw?.engagedMm).toBeCloseTo(30 - (24 - 6.6 + 6), 6)
    const hole = design.part.features.find(({ id }) => id === 'screw-1')
    expect(hole).toMatchObject({
      on: 'bottom',
      diameter: { mm: 6.6 },
      head: { kind: 'counterbore', diameter: { mm: 11 } },
    })
    expect(partIssues(design.part)).toEqual([])
  })

  it('leaves the top free: no screw stands where anything is cut', () => {
    expect(plannedFor({ ...ON_PINS, screws: ['t'] }, threaded).standing.clamps).toEqual([])
    expect(plannedFor(ON_PINS).standing.clamps).toHaveLength(1)
  })
})

describe('a plate with dowels as stops', () => {
  const stopped = (more: Partial<EdgePlateHolding> = {}) => {
    const plan = planWay(
      STANDARD_WORKSHOP,
      plainBlock(),
      way(setup('s-1', 'top', 'back', ['top'], { holding: { ...AGAINST_DOWELS, ...more } })),
    )
    const [planned] = plan.setups
    const plate = planned && plateOf(plan, planned)
    if (!planned || !plate) throw new Error('no plate')
    return { planned, ...plate }
  }
  /** The block as it is bought, mm. */
  const bought = ({ standing: { high, low } }: PlannedSetup) => ({
    long: high.x - low.x,
    deep: high.y - low.y,
  })

  it('dowels touch the work at the back and at one end, clamps stand in front, by hand', () => {
    for (const stop of ['left', 'right'] as const) {
      const { design, planned } = stopped({ stop })
      const { deep, long } = bought(planned)
      // The work lies 18 inside the plate all round.
      const [x0, x1, y0, y1] = [18, 18 + long, 18, 18 + deep]
      const [a, b, end] = design.stops
      expect(a?.y).toBeCloseTo(y1 + 4, 9)
      expect(b?.y).toBeCloseTo(y1 + 4, 9)
      expect([a?.x, b?.x]).toEqual([
        expect.closeTo(x0 + 0.15 * long, 6),
        expect.closeTo(x1 - 0.15 * long, 6),
      ])
      expect(end?.x).toBeCloseTo(stop === 'left' ? x0 - 4 : x1 + 4, 6)
      expect(end?.y).toBeCloseTo((y0 + y1) / 2, 6)
      expect(design.clamps.map(({ y }) => y)).toEqual(
        [y0 - 10, y0 - 10].map((y) => expect.closeTo(y, 6)),
      )
      expect(design.zero).toMatchObject({
        x: expect.closeTo(stop === 'left' ? x0 : x1, 6) as number,
        y: expect.closeTo(y1, 6) as number,
      })
      expect(design.pins).toEqual([])
      expect(design.troubles).toEqual([])
      expect(partIssues(design.part)).toEqual([])
    }
  })

  it('of four each has its own, one part and one gap further', () => {
    const { design, planned } = stopped({ columns: 2, rows: 2 })
    const { deep, long } = bought(planned)
    const dowels = design.part.features.filter(({ id }) => id.startsWith('stop-'))
    const at = dowels.flatMap((one) =>
      one.kind === 'hole' ? holePoints(design.part, one).map(({ x, y }) => ({ x, y })) : [],
    )
    expect(at).toHaveLength(12)
    const [first] = design.stops
    for (const [dx, dy] of [
      [0, 0],
      [long + 35, 0],
      [0, deep + 35],
      [long + 35, deep + 35],
    ] as const)
      expect(
        at.some(
          ({ x, y }) => Math.hypot(x - (first?.x ?? NaN) - dx, y - (first?.y ?? NaN) - dy) < 1e-6,
        ),
      ).toBe(true)
  })

  it('in a pocket it lies against walls: floor under the rests, corners relieved, one for each place, by hand', () => {
    const { design, planned } = stopped({ wall: mm(6), columns: 2, rows: 2 })
    const { deep, long } = bought(planned)
    const gear = STANDARD_WORKSHOP.plates.find(({ id }) => id === 'plate-1')
    if (!gear || !design.pocket) throw new Error('no pocket')
    const { part, pocket } = design
    expect(design.stops).toEqual([])
    expect(part.size.z.mm).toBeCloseTo(gear.height + 6, 9)
    expect(pocket.deepMm).toBeCloseTo(gear.padHeight + 6, 9)
    // Stopped at the left and behind; half a millimetre and what the block may be larger in front and at the right.
    const clear = pocket.widthMm - long
    expect(pocket.depthMm - deep).toBeCloseTo(clear, 6)
    expect(pocket.at).toEqual({ x: expect.closeTo(18, 6), y: expect.closeTo(18 - clear, 6) })
    const pockets = part.features.filter(({ kind }) => kind === 'pocket')
    expect(pockets).toHaveLength(4)
    const corners = part.features.flatMap((one) =>
      one.kind === 'hole' && one.id.startsWith('corner-') ? holePoints(part, one) : [],
    )
    expect(corners).toHaveLength(16)
    for (const [dx, dy] of [
      [0, 0],
      [long + 35, 0],
      [0, deep + 35],
      [long + 35, deep + 35],
    ] as const)
      for (const x of [18, 18 + long + clear])
        for (const y of [18 - clear, 18 + deep])
          expect(corners.some((at) => Math.hypot(at.x - x - dx, at.y - y - dy) < 1e-6)).toBe(true)
    expect(design.troubles).toEqual([])
    expect(partIssues(part)).toEqual([])
    // Clamps stand on the plate: from the walls' top to half of what is over it, twelve at most.
    const { clamps, spots } = planned.standing
    expect(clamps.map(({ foot }) => foot?.z)).toEqual([18, 18])
    expect(spots.filter(({ role }) => role !== 'rest').map(({ at }) => at.z)).toEqual([3, 3, 3])
    const fixture = FixtureSchema.parse(fixtureOfPlate(planned, design, ['G54']))
    expect(fixture).toMatchObject({ wall: { mm: 6 }, stop: 'left' })
    expect(fixture.sizes[0]?.stop).toBe('wall, left')
    expect(
      holdingOfFixture(fixture, STANDARD_WORKSHOP, plainBlock(), { up: 'top', guide: 'back' }),
    ).toMatchObject({ kind: 'plate-stops', wall: { mm: 6 } })
  })

  it('further sizes lie to the right, each with stops, clamps, rests and an offset of its own, by hand', () => {
    for (const [stop, wall] of [
      ['left', 0],
      ['right', 0],
      ['left', 6],
    ] as const) {
      const sizes = [
        { long: mm(80), deep: mm(50) },
        { long: mm(120), deep: mm(70) },
      ]
      const { beside: _, design, planned } = stopped({ stop, wall: mm(wall), sizes })
      const { deep, long } = bought(planned)
      // The work lies 18 inside the plate; then one gap of 35, 80, one gap, 120.
      const corners = [18 + long + 35, 18 + long + 35 + 80 + 35]
      expect(design.sizes?.map(({ corner }) => corner)).toEqual(
        corners.map((x) => ({
          x: expect.closeTo(x, 6) as number,
          y: expect.closeTo(18, 6) as number,
        })),
      )
      expect(design.part.size.x.mm).toBeCloseTo((corners[1] ?? NaN) + 120 + 18, 6)
      expect(design.part.size.y.mm).toBeCloseTo(18 + Math.max(deep, 70) + 18, 6)
      const at = (id: string) => {
        const hole = design.part.features.find((one) => one.id === id)
        if (hole?.kind !== 'hole') throw new Error(id)
        return holePoints(design.part, hole).map(({ x, y }) => ({ x, y }))
      }
      const near = (x: number, y: number) => [
        { x: expect.closeTo(x, 6) as number, y: expect.closeTo(y, 6) as number },
      ]
      const [x0 = NaN] = corners
      // Two clamps at a quarter and three quarters, 10 in front; rests 12 % inside.
      expect(at('clamp-1-size-1')).toEqual(near(x0 + 20, 18 - 10))
      expect(at('clamp-2-size-1')).toEqual(near(x0 + 60, 18 - 10))
      // In a pocket at least 10, clear of what relieves its corners.
      const [dx, dy] = wall > 0 ? [10, 10] : [0.12 * 80, 0.12 * 50]
      expect(at('rest-1-size-1')).toEqual(near(x0 + dx, 18 + 50 - dy))
      if (wall > 0) {
        const pockets = design.part.features.filter(({ kind }) => kind === 'pocket')
        expect(pockets.map(({ id }) => id)).toEqual([
          'pocket-1',
          'pocket-1-size-1',
          'pocket-1-size-2',
        ])
        const clear = (design.pocket?.widthMm ?? NaN) - long
        expect(pockets.map((one) => (one.kind === 'pocket' ? one.across.mm : 0))).toEqual(
          [long, 80, 120].map((wide) => expect.closeTo(wide + clear, 6) as number),
        )
      } else {
        // Dowels of 8 behind, 15 % inside its ends, and one at the middle of its end.
        expect(at('stop-1-size-1')).toEqual(near(x0 + 12, 18 + 50 + 4))
        expect(at('stop-3-size-1')).toEqual(near(stop === 'left' ? x0 - 4 : x0 + 80 + 4, 18 + 25))
      }
      // Its zero is where its own stops meet.
      const zero = { x: design.zero.x, y: design.zero.y }
      expect(design.sizes?.[0]?.shift).toEqual({
        x: expect.closeTo((stop === 'left' ? x0 : x0 + 80) - zero.x, 6) as number,
        y: expect.closeTo(18 + 50 - zero.y, 6) as number,
      })
      expect(design.troubles).toEqual([])
      expect(partIssues(design.part)).toEqual([])
      const plan = planWay(
        STANDARD_WORKSHOP,
        plainBlock(),
        way(setup('s-1', 'top', 'back', ['top'], { holding: { ...AGAINST_DOWELS, stop, sizes } })),
      )
      const offsets = plateOffsets(plan, planned, { design, beside: undefined }).own
      expect(offsets).toEqual(['G54', 'G55', 'G56'])
      const fixture = FixtureSchema.parse(fixtureOfPlate(planned, design, offsets))
      expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
      expect(fixture.sizes.map(({ length, name, offset }) => [name, length.mm, offset])).toEqual([
        ['Place 1', expect.closeTo(long, 6), 'G54'],
        ['80 × 50', 80, 'G55'],
        ['120 × 70', 120, 'G56'],
      ])
    }
  })

  it('goes into the register with its stop, and is proposed from there as what it is', () => {
    const { design, planned } = stopped({ stop: 'right' })
    const fixture = FixtureSchema.parse(fixtureOfPlate(planned, design, ['G54']))
    expect(fixture).toMatchObject({ kind: 'plate', plate: 'plate-1', stop: 'right', pins: [] })
    expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    expect(
      holdingOfFixture(fixture, STANDARD_WORKSHOP, plainBlock(), { up: 'top', guide: 'back' }),
    ).toMatchObject({ kind: 'plate-stops', plate: 'plate-1', stop: 'right' })
    // What keeps its zero in the register is what keeps it in the setup.
    const anchor = anchorOfFixture(fixture)
    expect(anchor?.mark).toBe(planned.standing.mark)
    expect(anchor?.marks.x.mark).toBe(planned.standing.stays.x.anchor.mark)
  })
})

/** The part with an outside outline cut through in the first setup, on pins in the second. */
function outlined(ring: readonly { x: number; y: number }[]): PlannedSetup {
  const cut: Part = {
    ...part,
    features: [
      ...part.features,
      {
        kind: 'contour',
        id: 'outline',
        name: 'outline',
        on: 'top',
        place: { dims: [], centred: true },
        plane: {
          at: { x: 0, y: 0, z: 0 },
          across: { x: 1, y: 0, z: 0 },
          out: { x: 0, y: 0, z: 1 },
        },
        rings: [[...ring]],
        takes: 'outside',
        through: true,
      },
    ],
  }
  const [, planned] = planWay(
    STANDARD_WORKSHOP,
    cut,
    way(
      setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c', 'd', 'outline']),
      setup('s-2', 'bottom', 'back', [], { holding: ON_PINS, ops: [op('bottom')] }),
    ),
  ).setups
  if (!planned) throw new Error('no setup')
  return planned
}

describe('pads under an outline that is cut', () => {
  /** Whether a place is within an outline: by how often a line out of it to the right is crossed. */
  const isIn = (ring: readonly { x: number; y: number }[], x: number, y: number): boolean =>
    ring.filter((from, i) => {
      const to = ring[(i + 1) % ring.length] ?? from
      return (
        from.y > y !== to.y > y && x < from.x + ((y - from.y) * (to.x - from.x)) / (to.y - from.y)
      )
    }).length %
      2 ===
    1

  it('have metal over all of each and no hole under any, whatever the outline', () => {
    const radii = fc.array(fc.integer({ min: 18, max: 28 }), { minLength: 5, maxLength: 9 })
    fc.assert(
      fc.property(radii, fc.integer({ min: 0, max: 62 }), (all, begin) => {
        const ring = all.map((r, i) => {
          const turn = begin / 10 + (2 * Math.PI * i) / all.length
          return { x: 50 + 1.6 * r * Math.cos(turn), y: 30 + r * Math.sin(turn) }
        })
        const pads = outlined(ring).contacts.filter(({ role }) => role === 'rest')
        expect(pads).toHaveLength(3)
        for (const { at, bears } of pads) {
          expect(bears).toBe(true)
          for (let k = 0; k < 48; k++) {
            const turn = (2 * Math.PI * k) / 48
            expect(isIn(ring, at.x + 7 * Math.cos(turn), at.y + 7 * Math.sin(turn))).toBe(true)
          }
          for (const [u, v, wide] of [
            [15, 30, 8],
            [85, 30, 8],
            [35, 30, 6.6],
            [50, 48, 5],
          ] as const)
            expect(Math.hypot(at.x - u, at.y - v)).toBeGreaterThan(7 + wide / 2)
        }
        // They span something: none is all but on the line of the other two.
        const [a, b, c] = pads.map(({ at }) => at)
        if (!a || !b || !c) throw new Error('three pads')
        const twice = Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y))
        expect(twice / 2).toBeGreaterThan(60)
      }),
      { numRuns: 25, endOnFailure: true },
    )
  })

  it('too narrow for a pad anywhere, they stay where a block has them, and are told to meet no metal', () => {
    const strip = [
      { x: 5, y: 24 },
      { x: 95, y: 24 },
      { x: 95, y: 36 },
      { x: 5, y: 36 },
    ]
    const pads = outlined(strip).contacts.filter(({ role }) => role === 'rest')
    expect(pads.map(({ bears }) => bears)).toEqual([false, false, false])
  })
})

describe('from the command line', () => {
  async function plate(...args: readonly string[]) {
    let out: string | Uint8Array = ''
    let err = ''
    const code = await runLine(['plate', ...args], {
      read: (path) => readFileSync(path, 'utf8'),
      readBytes: (path) => readFileSync(path),
      write: () => undefined,
      out: (text) => (out = text),
      err: (words) => (err += words),
    })
    return { code, text: Buffer.from(out).toString('latin1'), err }
  }
  const PIER = 'docs/examples/pier-plate.foothold.json'

  it('JSON, DXF, STEP, a drawing; and a job whose way cuts all of it', async () => {
    const report = JSON.parse((await plate(PIER, '--setup', '2', '--as', 'json')).text) as object
    expect(report).toMatchObject({ plate: { material: 'aluminium' }, zero: { z: 30 } })
    expect((await plate(PIER, '--setup', '2', '--as', 'dxf')).text).toContain('PINS')
    expect((await plate(PIER, '--setup', '2', '--as', 'step')).text).toContain('ISO-10303-21')
    expect((await plate(PIER, '--setup', '2', '--as', 'pdf')).text.slice(0, 5)).toBe('%PDF-')
    const job = readDocumentText((await plate(PIER, '--setup', '2', '--as', 'job')).text)
    if (!job.ok) throw new Error(job.issues[0].sentence)
    const [made] = job.value.ways
    expect(made?.setups[0]?.ops).toHaveLength(1 + job.value.part.features.length)
  })

  it('head to tail with air and lifting screws: every place in JSON, drawn for another reader, told in the drawing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'plate-'))
    const file = join(folder, 'turned.foothold.json')
    const holding: PinPlateHolding = {
      ...ON_PINS,
      columns: 2,
      rows: 2,
      turned: 'rows',
      lift: 'screws',
      air: 'under',
      drains: 'through',
    }
    const made = way(
      setup('s-1', 'top', 'back', ['top', 'a', 'b', 'c']),
      setup('s-2', 'bottom', 'back', [], { holding, ops: [op('bottom'), op('d')] }),
    )
    writeFileSync(file, writeDocument({ workshop: STANDARD_WORKSHOP, part, ways: [made] }))
    const report = JSON.parse((await plate(file, '--setup', '2', '--as', 'json')).text) as {
      places: readonly { turned: boolean; offset: string; column: number; row: number }[]
    }
    expect(
      report.places.map(({ column, offset, row, turned }) => [column, row, turned, offset]),
    ).toEqual([
      [1, 1, false, 'G54'],
      [2, 1, false, 'G55'],
      [1, 2, true, 'G56'],
      [2, 2, true, 'G57'],
    ])
    const drawn = new DxfParser().parseSync((await plate(file, '--setup', '2', '--as', 'dxf')).text)
    const onLayer = (name: string): number =>
      (drawn?.entities ?? []).filter(({ layer }) => layer === name).length
    // Of each of four parts two pins, two lifting screws, one thread for air, a screw, a relief, three rests.
    const each = onLayer('AIR') / 4
    expect(each).toBeGreaterThan(0)
    expect(
      ['PINS', 'LIFTS', 'SCREWS', 'RELIEFS', 'RESTS'].map((name) => onLayer(name) / each),
    ).toEqual([8, 8, 4, 4, 12])
    const job = readDocumentText((await plate(file, '--setup', '2', '--as', 'job')).text)
    if (!job.ok) throw new Error(job.issues[0].sentence)
    expect(partIssues(job.value.part)).toEqual([])
    rmSync(folder, { recursive: true })
  })

  it('a setup against dowels hands out that plate: its dowels in the DXF, its clamps in the drawing and the job', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'plate-'))
    const file = join(folder, 'stopped.foothold.json')
    const made = way(
      setup('s-1', 'top', 'back', ['top'], {
        holding: {
          kind: 'plate-stops',
          plate: 'plate-1',
          stop: 'left',
          dowel: mm(8),
          clamps: 3,
          columns: 1,
          rows: 1,
          gap: mm(35),
          slots: mm(0),
        },
      }),
    )
    writeFileSync(
      file,
      writeDocument({ workshop: STANDARD_WORKSHOP, part: plainBlock(), ways: [made] }),
    )
    const dxf = (await plate(file, '--setup', '1', '--as', 'dxf')).text
    expect(dxf).toContain('CLAMPS')
    // The offset is engraved where no part lies over it, as another reader finds it.
    const drawn = new DxfParser().parseSync(dxf)
    const [letters] = (drawn?.entities ?? []).filter(({ type }) => type === 'TEXT')
    const { places } = JSON.parse((await plate(file, '--setup', '1', '--as', 'json')).text) as {
      places: readonly { offset: string; corner: { x: number; y: number } }[]
    }
    expect(letters).toMatchObject({
      layer: 'ENGRAVED',
      text: places[0]?.offset,
      textHeight: 4,
      startPoint: { x: places[0]?.corner.x, y: (places[0]?.corner.y ?? NaN) - 6 },
    })
    const svg = (await plate(file, '--setup', '1', '--as', 'svg')).text
    expect(svg).toContain(`>${places[0]?.offset ?? ''}</text>`)
    const report = JSON.parse((await plate(file, '--setup', '1', '--as', 'json')).text) as {
      stops: readonly object[]
      clamps: readonly object[]
      betweenPinsMm?: number
    }
    expect([report.stops.length, report.clamps.length]).toEqual([3, 3])
    expect(report.betweenPinsMm).toBeUndefined()
    const job = readDocumentText((await plate(file, '--setup', '1', '--as', 'job')).text)
    const threads = job.ok
      ? job.value.part.features.filter((f) => f.kind === 'hole' && f.making === 'tap')
      : []
    expect(threads).toHaveLength(3)
    rmSync(folder, { recursive: true })
  })

  it('a part without two holes that look down is told what pins want', async () => {
    const { code, err } = await plate('docs/examples/worm-block.foothold.json', '--setup', '1')
    expect(code).toBe(2)
    expect(err).toMatch(/pins want two holes/)
  })
})
