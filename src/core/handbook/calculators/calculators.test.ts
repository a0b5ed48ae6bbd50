import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CALCULATORS, type CalculatorAnswer, findCalculator, runCalculator } from '.'

const run = (id: string, inputs: Record<string, string>): CalculatorAnswer => {
  const result = runCalculator(id, inputs)
  if (!result.ok) throw new Error(result.issues.map((issue) => issue.sentence).join(' '))
  return result.value
}
const figure = (id: string, inputs: Record<string, string>, name: string): number =>
  Number(run(id, inputs).results[name]?.value)

const LAST = { fromA: '0', fromB: '0.008in', left: '0.012in' }

/** One set of inputs that works for each calculator; the last test demands that none is missing. */
const WORKED: Readonly<Record<string, Record<string, string>>> = {
  'drill-size': { size: '#7' },
  'point-depth': { diameter: '10' },
  'tap-drill': { thread: 'M6' },
  'clearance-hole': { thread: 'M6' },
  counterbore: { thread: 'M6' },
  'thread-engagement': { thread: 'M6', material: 'steel', screwClass: '8.8' },
  'spindle-speed': { surfaceSpeed: '300ft/min', diameter: '2in' },
  'feed-rate': { speed: '600', teeth: '4', feedPerTooth: '0.1' },
  engagement: { diameter: '10', width: '2', depth: '5' },
  'bolt-circle': { diameter: '80', count: '6' },
  'hole-grid': { columns: '3', rows: '2', pitchX: '10', pitchY: '20' },
  'edge-offset': { tip: '0.200in', reading: '0', side: '+' },
  'centre-from-touches': { a: '0', b: '50' },
  'index-division': { divisions: '24' },
  'true-position': { dx: '0.03', dy: '0.04' },
  'fixed-fastener': { hole: '6.6', screw: '6' },
  'floating-fastener': { hole: '6.6', screw: '6' },
  'iso-fit': { size: '22', hole: 'H7', shaft: 'g6' },
  'two-pin': { distance: '100', distanceTolerance: '0.02', hole: '6.03', pin: '6' },
  'tilt-over-length': { error: '0.01', base: '6in', length: '14in' },
  'balanced-cuts': { start: '1.000in', finish: '0.540in' },
  'last-cuts': { fromA: '0', fromB: '0.008in', left: '0.012in' },
  'edge-angle': { first: '0', second: '0.2', apart: '100' },
  'bore-from-touches': {
    x1: '10',
    y1: '0',
    x2: '0',
    y2: '10',
    x3: '-10',
    y3: '0',
    x4: '0',
    y4: '-10',
    tip: '4',
  },
  'sine-height': { length: '100', angle: '30' },
  'gauge-stack': { height: '41.257' },
  'thermal-growth': { length: '100', material: 'steel', temperatureChange: '10' },
  'reach-deflection': { diameter: '10', reach: '50', force: '100N', material: 'carbide' },
}

describe('calculators against closed forms and the facts of the trade', () => {
  it.each([
    ['drill-size', { size: '29/64' }, 'diameter', (29 / 64) * 25.4, 9],
    ['point-depth', { diameter: '10' }, 'pointLength', 5 / Math.tan((59 * Math.PI) / 180), 9],
    ['point-depth', { diameter: '10' }, 'ruleOfThumb', 3, 9],
    ['point-depth', { diameter: '10', angle: '90deg' }, 'pointLength', 5, 9],
    ['tap-drill', { thread: 'M6' }, 'drill', 5, 9],
    ['tap-drill', { thread: 'M6' }, 'engagement', 100 / 1.299, 1],
    ['tap-drill', { thread: '1/4-20', engagement: '75%' }, 'drill', 0.201 * 25.4, 2],
    ['clearance-hole', { thread: 'M8', fit: 'close' }, 'diameter', 8.4, 9],
    ['counterbore', { thread: 'M6' }, 'diameter', 11, 9],
    // 4 × 300 ft/min ÷ 2 in = 600 (common practice, no source)
    ['spindle-speed', { surfaceSpeed: '300ft/min', diameter: '2in' }, 'ruleOfFour', 600, 9],
    [
      'spindle-speed',
      { surfaceSpeed: '300ft/min', diameter: '2in' },
      'speed',
      3600 / (2 * Math.PI),
      9,
    ],
    [
      'spindle-speed',
      { surfaceSpeed: '300ft/min', diameter: '2in', maximum: '500rpm' },
      'speed',
      500,
      9,
    ],
    ['feed-rate', { speed: '600', teeth: '4', feedPerTooth: '0.1' }, 'feed', 240, 9],
    ['engagement', { diameter: '10', width: '5', depth: '2' }, 'angle', 90, 9],
    ['engagement', { diameter: '10', width: '10', depth: '2' }, 'angle', 180, 9],
    ['engagement', { diameter: '10', width: '1', depth: '2' }, 'chipThinningFactor', 1 / 0.6, 9],
    ['engagement', { diameter: '10', width: '5', depth: '2', feed: '1000' }, 'removalRate', 10, 9],
    ['bolt-circle', { diameter: '80', count: '6' }, 'chord', 40, 9],
    ['edge-offset', { tip: '0.200in', reading: '0', side: '+' }, 'position', 2.54, 9],
    ['edge-offset', { tip: '10', reading: '3', side: '-' }, 'position', -2, 9],
    ['centre-from-touches', { a: '-5', b: '95' }, 'centre', 45, 9],
    ['centre-from-touches', { a: '-5', b: '95', tip: '10' }, 'width', 90, 9],
    ['index-division', { divisions: '24' }, 'angle', 15, 9],
    ['true-position', { dx: '0.03', dy: '0.04' }, 'position', 0.1, 9],
    [
      'true-position',
      { dx: '0.03', dy: '0.04', departure: '0.05', tolerance: '0.06' },
      'allowed',
      0.11,
      9,
    ],
    ['fixed-fastener', { hole: '6.6', screw: '6' }, 'tolerance', 0.3, 9],
    ['floating-fastener', { hole: '6.6', screw: '6' }, 'tolerance', 0.6, 9],
    ['iso-fit', { size: '22', hole: 'H7', shaft: 'g6' }, 'clearanceMax', 0.021 + 0.02, 9],
    ['iso-fit', { size: '22', hole: 'H7', shaft: 'g6' }, 'clearanceMin', 0.007, 9],
    ['iso-fit', { size: '22', hole: 'H7', shaft: 'p6' }, 'clearanceMin', -0.035, 9],
    [
      'two-pin',
      { distance: '100', distanceTolerance: '0', hole: '6.03', pin: '6' },
      'shiftMax',
      0.015,
      9,
    ],
    // An error across a 6 in jaw grows over a 14 in part: 0.01 becomes 0.0233.
    [
      'tilt-over-length',
      { error: '0.01in', base: '6in', length: '14in' },
      'error',
      (0.14 / 6) * 25.4,
      9,
    ],
    // 0.01° over 14 in is 0.0024 in (common practice, no source).
    [
      'edge-angle',
      { first: '0', second: '0.000174532925in', apart: '1in', length: '14in' },
      'overLength',
      0.0024 * 25.4,
      2,
    ],
    ['balanced-cuts', { start: '1.000in', finish: '0.540in' }, 'sideA', 0.23 * 25.4, 9],
    // Reads 0 and then 0.008: 0.004 off the middle, or 0.008 from one side (common practice, no source).
    ['last-cuts', LAST, 'offMiddle', 0.004 * 25.4, 9],
    ['last-cuts', LAST, 'takeA', 0.008 * 25.4, 9],
    ['last-cuts', LAST, 'takeB', 0.016 * 25.4, 9],
    ['last-cuts', LAST, 'oneSideOnly', 0.008 * 25.4, 9],
    ['balanced-cuts', { start: '20', finish: '16', offset: '0.5' }, 'sideA', 1.5, 9],
    ['sine-height', { length: '100', angle: '30' }, 'height', 50, 9],
    ['gauge-stack', { height: '41.257' }, 'height', 41.257, 9],
    [
      'thermal-growth',
      { length: '100', material: 'steel', temperatureChange: '10' },
      'growth',
      0.0115,
      9,
    ],
  ] as const)('%s %j: %s', (id, inputs, name, expected, digits) =>
    expect(figure(id, inputs, name)).toBeCloseTo(expected, digits),
  )

  it('0.01° over 14 in is 0.0024 in (common practice, no source)', () => {
    const rise = figure('sine-height', { length: '14in', angle: '0.01' }, 'height') / 25.4
    expect(rise).toBeCloseTo(0.0024, 4)
  })

  it('the point of a 118° drill is 0.3 of its diameter within a hundredth of it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 500 }), (tenths) => {
        const inputs = { diameter: String(tenths / 10) }
        const off =
          figure('point-depth', inputs, 'pointLength') -
          figure('point-depth', inputs, 'ruleOfThumb')
        expect(Math.abs(off)).toBeLessThan(0.001 * tenths)
      }),
    )
  })

  it('bolt circle: every hole on the circle, neighbours a chord apart, first where it was asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 200 }),
        fc.integer({ min: -179, max: 179 }),
        (n, start) => {
          const { results } = run('bolt-circle', {
            diameter: '100',
            count: String(n),
            start: `${start}deg`,
            centreX: '7',
          })
          const points = results.points?.value as { x: number; y: number }[]
          expect(points).toHaveLength(n)
          for (const [i, p] of points.entries()) {
            expect(Math.hypot(p.x - 7, p.y)).toBeCloseTo(50, 9)
            const next = points[(i + 1) % n] ?? p
            expect(Math.hypot(next.x - p.x, next.y - p.y)).toBeCloseTo(
              Number(results.chord?.value),
              9,
            )
          }
          const first = points[0] ?? { x: 0, y: 0 }
          const degrees = (Math.atan2(first.y, first.x - 7) * 180) / Math.PI
          expect(degrees).toBeCloseTo(start, 6)
        },
      ),
    )
  })
  it('a bore from four touches: its middle and diameter, wherever it was touched', () => {
    const place = fc.double({ min: -200, max: 200, noNaN: true })
    fc.assert(
      fc.property(
        place,
        place,
        fc.double({ min: 8, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        (x, y, diameter, turn) => {
          const r = (diameter - 4) / 2
          const inputs: Record<string, string> = { tip: '4' }
          for (let i = 1; i <= 4; i++) {
            inputs[`x${i}`] = (x + r * Math.cos(turn + (i * Math.PI) / 2)).toFixed(9)
            inputs[`y${i}`] = (y + r * Math.sin(turn + (i * Math.PI) / 2)).toFixed(9)
          }
          expect(figure('bore-from-touches', inputs, 'centreX')).toBeCloseTo(x, 6)
          expect(figure('bore-from-touches', inputs, 'centreY')).toBeCloseTo(y, 6)
          expect(figure('bore-from-touches', inputs, 'diameter')).toBeCloseTo(diameter, 6)
          expect(figure('bore-from-touches', inputs, 'worstTouch')).toBeLessThan(1e-6)
        },
      ),
    )
  })
  it('a part circle has a hole at each end', () => {
    const { results } = run('bolt-circle', { diameter: '20', count: '3', sweep: '180' })
    const points = results.points?.value as { x: number; y: number }[]
    expect(points[0]?.x).toBeCloseTo(10, 9)
    expect(points[1]?.y).toBeCloseTo(10, 9)
    expect(points[2]?.x).toBeCloseTo(-10, 9)
  })
  it('a grid is counted from its first hole and turned about it', () => {
    const { results } = run('hole-grid', {
      columns: '2',
      rows: '2',
      pitchX: '10',
      pitchY: '20',
      x: '5',
      y: '6',
      angle: '90',
    })
    const points = (results.points?.value as { x: number; y: number }[]).map((p) => [
      Math.round(p.x),
      Math.round(p.y),
    ])
    expect(points).toEqual([
      [5, 6],
      [5, 16],
      [-15, 6],
      [-15, 16],
    ])
  })

  it('36 holes and a ten-hole vernier divide into any factor of 360, and not into 62', () => {
    for (let n = 1; n <= 360; n++)
      expect(run('index-division', { divisions: String(n) }).results.possible?.value).toBe(
        360 % n === 0,
      )
    const settings = run('index-division', { divisions: '24' }).results.settings?.value
    expect(settings).toHaveLength(24)
    expect(settings).toContainEqual({ plate: 1, vernier: 5 })
  })

  it('two round pins: a difference of distance up to the clearance goes in, measured by putting them there', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 80 }), (c, off) => {
        const [clearance, difference] = [c / 1000, off / 1000]
        fc.pre(c !== off)
        // The best place puts both pins half the difference off their holes.
        const goesIn = difference / 2 <= clearance / 2
        const inputs = {
          distance: '100',
          distanceTolerance: String(difference),
          hole: String(6 + clearance),
          pin: '6',
        }
        expect(run('two-pin', inputs).results.fits?.value).toBe(goesIn)
      }),
    )
  })
  it('the land of a relieved pin just touches the hole when the distance is out by its tolerance', () => {
    const inputs = {
      distance: '100',
      distanceTolerance: '0.02',
      hole: '6.01',
      pin: '6',
      kind: 'relieved',
    }
    const land = figure('two-pin', inputs, 'landWidth')
    const corner = Math.hypot(land / 2 + 0.02, Math.sqrt(9 - (land / 2) ** 2))
    expect(corner).toBeCloseTo(3.005, 9)
    expect(run('two-pin', inputs).results.fits?.value).toBe(true)
    expect(run('two-pin', { ...inputs, kind: 'round' }).results.fits?.value).toBe(false)
  })

  it('reach bends with the cube: twice the reach, eight times as far', () => {
    const at = (reach: string): number =>
      figure(
        'reach-deflection',
        { diameter: '10', reach, force: '100', material: 'carbide' },
        'deflection',
      )
    expect(at('80') / at('40')).toBeCloseTo(8, 9)
    // F L³ / 3 E I with I = π 10⁴ / 64 = 490.87 mm⁴
    expect(at('40')).toBeCloseTo((100 * 64_000) / (3 * 600_000 * 490.873852), 9)
  })
  it('engagement of M6 8.8 in steel is between half and one diameter, more in aluminium', () => {
    const at = (material: string): number =>
      figure('thread-engagement', { thread: 'M6', material, screwClass: '8.8' }, 'minimumLength')
    expect(at('steel')).toBeGreaterThan(3)
    expect(at('steel')).toBeLessThan(6)
    expect(at('aluminium')).toBeGreaterThan(at('steel'))
  })
})

describe('the registry', () => {
  it('every calculator runs on its worked inputs, names its source, and gives finite figures', () => {
    for (const { id } of CALCULATORS) {
      const inputs = WORKED[id]
      expect(inputs, `worked inputs of ${id}`).toBeDefined()
      const answer = run(id, inputs ?? {})
      expect(answer.source.length).toBeGreaterThan(10)
      expect(Object.keys(answer.results).length).toBeGreaterThan(0)
      for (const { value } of Object.values(answer.results))
        if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true)
    }
    expect(new Set(CALCULATORS.map((c) => c.id)).size).toBe(CALCULATORS.length)
  })
  it('speeds, feeds and strength carry a caution', () => {
    for (const id of [
      'spindle-speed',
      'feed-rate',
      'engagement',
      'thread-engagement',
      'reach-deflection',
    ])
      // prettier-ignore
      expect(run(id, WORKED[id] ?? {}).caution).toMatch(/qualified person/)
  })
  it('a wrong id or key answers with the nearest right one', () => {
    const id = findCalculator('tap-dril')
    expect(!id.ok && id.issues[0].sentence).toContain('“tap-drill”')
    const key = runCalculator('tap-drill', { tread: 'M6' })
    expect(!key.ok && key.issues.map((i) => i.sentence).join(' ')).toContain('“thread”')
  })
  it.each([
    ['tap-drill', {}, 'thread', 'thread=M6'],
    ['tap-drill', { thread: 'M6x0' }, 'thread', 'M6x0'],
    ['drill-size', { size: '#81' }, 'size', '#81'],
    ['bolt-circle', { diameter: '80', count: '0' }, 'count', 'whole number'],
    ['bolt-circle', { diameter: '80', count: '100000' }, 'count', '10000'],
    ['bolt-circle', { diameter: '-1', count: '6' }, 'diameter', 'more than zero'],
    ['clearance-hole', { thread: 'M6', fit: 'huge' }, 'fit', 'close, normal, loose'],
    ['iso-fit', { size: '600', hole: 'H7', shaft: 'g6' }, 'hole', '500'],
    ['engagement', { diameter: '10', width: '12', depth: '1' }, 'width', 'wider'],
    ['balanced-cuts', { start: '10', finish: '12' }, 'finish', 'more than there is'],
    ['two-pin', { distance: '10', distanceTolerance: '0', hole: '6', pin: '6' }, 'pin', 'pressed'],
  ])('%s %j says what is wrong with %s', (id, inputs, path, words) => {
    const result = runCalculator(id, inputs)
    expect(result.ok).toBe(false)
    if (result.ok) return
    expect(result.issues.some((i) => i.path === path && i.sentence.includes(words))).toBe(true)
  })
  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CALCULATORS), fc.string(), (calculator, text) => {
        const inputs = Object.fromEntries(Object.keys(calculator.fields).map((key) => [key, text]))
        runCalculator(calculator.id, inputs)
      }),
      { numRuns: 500 },
    )
  })
})

/** Words at and beyond the edges of what makes sense, for fields of any kind. */
const EDGES = [
  ...['0', '-1', '1', '1e9', '1e-9', '0.0001', '99999', '1/4', '#80', 'Z', '4 1/2in', '-0.5thou'],
  ...['0°', '90°', '180°', '360°', '-45°', '0.0001°', '0%', '1%', '75%', '100%', '101%', '900%'],
  ...['M6', 'M1', 'M36', 'M6x1', 'M6-1', '10-32', '4-40', '12-24', '1-8', '0-80', '10-3', '1/4-80'],
  ...[
    'NPT 1/8',
    '1NPT',
    'G1',
    '10BA',
    '3/16x40',
    '1/2-1',
    '#10-32',
    '99-32',
    'M6x3',
    'H7',
    'zz99',
    '',
  ],
]

describe('no answer outside what can be', () => {
  it.each(CALCULATORS.map((c) => [c.id, c] as const))('%s', (id, calculator) => {
    const keys = Object.keys(calculator.fields)
    fc.assert(
      fc.property(
        fc.tuple(
          ...keys.map((key) =>
            fc.oneof(
              fc.constantFrom(...EDGES),
              fc.constant(WORKED[id]?.[key] ?? ''),
              fc.constantFrom(...(calculator.fields[key]?.choices ?? ['1'])),
            ),
          ),
        ),
        (words) => {
          const result = runCalculator(
            id,
            Object.fromEntries(keys.map((k, i) => [k, words[i] ?? ''])),
          )
          if (!result.ok) {
            for (const issue of result.issues) expect(issue.sentence.length).toBeGreaterThan(5)
            return
          }
          for (const [name, { unit, value }] of Object.entries(result.value.results)) {
            for (const number of Array.isArray(value) ? [] : [value])
              if (typeof number === 'number') {
                expect(Number.isFinite(number), `${name} of ${words.join(' | ')}`).toBe(true)
                if (unit === '%') {
                  expect(number, `${name} of ${words.join(' | ')}`).toBeGreaterThanOrEqual(0)
                  expect(number, `${name} of ${words.join(' | ')}`).toBeLessThanOrEqual(100)
                }
                if (unit === 'rev/min' || unit === 'mm/min' || unit === 'N' || unit === 'cm3/min')
                  expect(number, `${name} of ${words.join(' | ')}`).toBeGreaterThanOrEqual(0)
              }
          }
        },
      ),
      { numRuns: 400, seed: 5 },
    )
  })

  it.each([
    ['10-32', '#10-32', 4.04],
    ['4-40', '#4-40', 2.26],
    ['6-32', '#6-32', 2.71],
    ['8-32', '#8-32', 3.45],
    ['12-24', '#12-24', 4.5],
  ])('%s is %s, as every drawing writes it', (written, meant, drill) => {
    // Tapping drills #21, #43, #36, #29, #16 of the handbooks, from memory: 0.159, 0.089, 0.1065, 0.136, 0.177 in.
    expect(figure('tap-drill', { thread: written }, 'drill')).toBeCloseTo(drill, 1)
    expect(run('tap-drill', { thread: written }).results).toEqual(
      run('tap-drill', { thread: meant }).results,
    )
  })

  it.each(['NPT 1/8', '1/8 NPT', '1/8NPT', '3/16x40', '3/16-40 ME', 'M6 x 1', 'M6-1', 'm6', '1-8'])(
    '%s is read',
    (thread) => expect(figure('tap-drill', { thread }, 'drill')).toBeGreaterThan(0),
  )

  it('a taper pipe thread has no engagement in per cent', () => {
    expect(run('tap-drill', { thread: '1/8NPT' }).results.engagement).toBeUndefined()
    expect(runCalculator('tap-drill', { thread: '1/8NPT', engagement: '75%' }).ok).toBe(false)
  })
})
