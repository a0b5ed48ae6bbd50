import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OILER_BLOCK, OILER_BLOCK_WAY, PIER_PLATE, PIER_PLATE_WAY } from '../demo'
import { drillingPlan, holesInSetup, outlineInSetup } from '../../plan/drilling'
import { planWay, type PlannedSetup } from '../../plan/planning'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { readProgram } from '../../../../tests/support/gcodeReader'
import { drillingProgram, holesCsv, holeTemplate, readPlaces, templateSvg } from '.'

const { setups } = planWay(STANDARD_WORKSHOP, PIER_PLATE, PIER_PLATE_WAY)
const planned = (i: number): PlannedSetup => setups[i] as PlannedSetup

describe('drilling program, read back by an independent reader', () => {
  const cases = [0, 1].flatMap((setup) =>
    [true, false].flatMap((cycles) =>
      (['mm', 'inch'] as const).map((unit) => ({ setup, cycles, unit })),
    ),
  )
  it.each(cases)('setup $setup, cycles $cycles, $unit: hole by hole', ({ cycles, setup, unit }) => {
    const plan = drillingPlan(planned(setup))
    const offset = planned(setup).setup.zero.offset
    const text = drillingProgram(plan, { title: 'Pier plate', unit, cycles, offset })
    // The writer rounds to 0.001 mm or 0.0001 in.
    const within = unit === 'mm' ? 0.0006 : 0.0014
    const read = readProgram(text, { safeBelow: plan.safeZ - 1e-3 })
    for (const stage of plan.stages) {
      if (stage.millsMm !== undefined) continue
      const made = read.filter((hole) => hole.tool === stage.tool)
      expect(made.map((hole) => hole.z).length, stage.name).toBe(stage.cuts.length)
      stage.cuts.forEach((cut, i) => {
        expect(Math.abs((made[i]?.x ?? NaN) - cut.x)).toBeLessThan(within)
        expect(Math.abs((made[i]?.y ?? NaN) - cut.y)).toBeLessThan(within)
        expect(Math.abs((made[i]?.z ?? NaN) - cut.tipZ)).toBeLessThan(within)
        expect(made[i]?.speed).toBe(Math.round(stage.speed))
      })
    }
    expect(text).toContain(offset)
    expect(text).toContain(unit === 'mm' ? 'G21' : 'G20')
  })

  it('an indexed setup: the turn with its sign is told and waited for, the hole made upright', () => {
    const [, base, turned] = planWay(STANDARD_WORKSHOP, OILER_BLOCK, OILER_BLOCK_WAY).setups
    if (!base || !turned) throw new Error('demo')
    const written = (setup: PlannedSetup): string =>
      drillingProgram(drillingPlan(setup), {
        title: 'Oiler block',
        unit: 'mm',
        cycles: false,
        offset: setup.setup.zero.offset,
      })
    const text = written(turned)
    expect(text).toContain('(FIRST: LEAVE IT CLAMPED AS IN SETUP 2.)')
    expect(text).toMatch(/\(FIRST: A -30 DEG\. THE TABLE TURNS CLOCKWISE/)
    expect(text.indexOf('\nM0\n')).toBeGreaterThan(0)
    expect(text.indexOf('\nM0\n')).toBeLessThan(text.indexOf('M6'))
    expect(written(base)).not.toContain('\nM0\n')
    const [spot, drilled, reamed] = readProgram(text, {
      safeBelow: drillingPlan(turned).safeZ - 1e-3,
    })
    // By hand: the mouth 35, 14, 30 from zero turned by −30° about X; the reamer 22 mm down the axis.
    const z = 30 * Math.cos(Math.PI / 6) - 14 / 2
    for (const hole of [spot, drilled, reamed]) {
      expect(hole?.x).toBeCloseTo(35, 3)
      expect(hole?.y).toBeCloseTo(14 * Math.cos(Math.PI / 6) + 15, 3)
    }
    expect(reamed?.z).toBeCloseTo(z - 22, 3)
  })

  it('mills a bore round by as much as the cutter is smaller', () => {
    const plan = drillingPlan(planned(0))
    const stage = plan.stages.find((s) => s.kind === 'mill')
    const text = drillingProgram(plan, { title: 'p', unit: 'mm', cycles: true, offset: 'G54' })
    const radius = ((stage?.millsMm ?? 0) - (stage?.diameterMm ?? 0)) / 2
    expect(text).toContain(`I-${radius}`)
    expect(text).toMatch(/G3 X[\d.]+ Y-?[\d.]+ Z-[\d.]+ I-/)
  })

  it('carries the caution at its head, only ASCII, and one end', () => {
    const plan = drillingPlan(planned(0))
    const text = drillingProgram(plan, {
      title: 'Käse (Ø5) “x”',
      unit: 'mm',
      cycles: true,
      offset: 'zero',
    })
    expect(text.split('\n').slice(0, 8).join('\n')).toMatch(/PROVE THIS PROGRAM ABOVE THE PART/)
    expect(text).toMatch(/^[\x20-\x7e\n]*$/)
    expect(text).toContain('NO WORK OFFSET')
    expect(text.match(/^M30$/gm)).toHaveLength(1)
    for (const line of text.split('\n')) expect(line.replace(/\([^()]*\)/, '')).not.toMatch(/[()]/)
  })
})

describe('tables of places', () => {
  const rows = (text: string, unit: 'mm' | 'inch' = 'mm') => {
    const read = readPlaces(text, unit)
    return read.ok ? read.value : read.issues.map((issue) => issue.sentence)
  }
  it.each([
    [
      '10 20\n30 40',
      [
        [10, 20],
        [30, 40],
      ],
    ],
    [
      '10\t20\n30\t40\n',
      [
        [10, 20],
        [30, 40],
      ],
    ],
    [
      '10,20\r\n30,40',
      [
        [10, 20],
        [30, 40],
      ],
    ],
    [
      '1,5;2,5\n\n-3,25;4',
      [
        [1.5, 2.5],
        [-3.25, 4],
      ],
    ],
    ['1,5\t2,5', [[1.5, 2.5]]],
    ['X;Y\n1,5;2,5', [[1.5, 2.5]]],
    ['Y,hole,X\n2,first,1', [[1, 2]]],
    ['1/2in, 3/4in', [[12.7, 19.05]]],
  ])('%j', (text, expected) =>
    expect(
      (rows(text) as readonly { x: number; y: number }[]).map((p) => [
        Number(p.x.toFixed(9)),
        Number(p.y.toFixed(9)),
      ]),
    ).toEqual(expected),
  )
  it('takes bare numbers in the unit that is asked for, and names', () => {
    expect(rows('hole;x;y\na1;1;2', 'inch')).toEqual([{ name: 'a1', x: 25.4, y: 50.8 }])
  })
  it.each([
    ['', /empty/],
    ['x,y', /no line/],
    ['x,z\n1,2', /Y is not among/],
    ['1,2\n3,', /Line 2: Y is empty/],
    ['1,2\nfour,5', /Line 2, X/],
    ['\u0000\u0001', /binary/],
    [Array.from({ length: 10_001 }, () => '1 2').join('\n'), /10000 are the most/],
  ])('refuses with a sentence that says where', (text, words) =>
    expect((rows(text) as string[]).join(' ')).toMatch(words),
  )
  it('never throws, whatever is pasted', () => {
    fc.assert(fc.property(fc.string(), (text) => void readPlaces(text, 'mm')))
  })
  it('what is written is read again: CSV of a setup', () => {
    const holes = holesInSetup(planned(1))
    const back = readPlaces(holesCsv(PIER_PLATE, holes), 'mm')
    expect(back.ok && back.value.map((p) => p.name)).toEqual(holes.map((h) => h.key))
    if (back.ok) back.value.forEach((p, i) => expect(p.x).toBeCloseTo(holes[i]?.at.x ?? NaN, 3))
  })
})

describe('full-size template', () => {
  const holes = holesInSetup(planned(0))
  const template = holeTemplate(PIER_PLATE, holes, outlineInSetup(planned(0)), 'Pier <plate>')
  it('keeps every distance, and has a check line of 100 mm', () => {
    const [a, b] = [template.holes[0], template.holes[5]]
    const [p, q] = [holes[0], holes[5]]
    expect((b?.at.x ?? 0) - (a?.at.x ?? 0)).toBeCloseTo((q?.at.x ?? 0) - (p?.at.x ?? 0), 9)
    expect(template.check.to.x - template.check.from.x).toBe(100)
    expect(template.outline.high.x - template.outline.low.x).toBe(240)
  })
  it('is SVG in millimetres, names escaped', () => {
    const svg = templateSvg(template)
    expect(svg).toContain(`width="${template.widthMm}mm"`)
    expect(svg).toContain(`viewBox="0 0 ${template.widthMm} ${template.heightMm}"`)
    expect(svg).not.toContain('<plate>')
    expect(svg.match(/<circle /g)).toHaveLength(holes.length)
  })
})
