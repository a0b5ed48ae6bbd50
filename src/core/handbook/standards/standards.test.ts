import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  clearanceHole,
  counterboreForScrew,
  countersinkForScrew,
  DOWEL_DIAMETERS_MM,
  dowelLimits,
  DRILLS,
  drillNamed,
  gaugeBlockStack,
  GAUGE_BLOCKS_MICROMETRES,
  hexFlatsMm,
  holeLimits,
  jobberFluteMm,
  KNOWN_HOLE_FITS,
  LETTER_DRILLS_INCH,
  minorDiameterMm,
  nearestDrill,
  NUMBER_DRILLS_INCH,
  parseThread,
  pitchDiameterMm,
  shaftLimits,
  STANDARD_THREADS,
  tapDrill,
  tappingDrillMm,
  type Thread,
  toleranceGradeMm,
} from '.'

const thread = (text: string): Thread => {
  const found = parseThread(text)
  if (!found) throw new Error(`no thread ${text}`)
  return found
}

describe('drill table against the GNU units data file', () => {
  const file = '/usr/share/units/definitions.units'
  it.runIf(existsSync(file))('agrees for every number and letter', () => {
    const text = readFileSync(file, 'utf8')
    const value = (name: string): number =>
      Number(execFileSync('units', ['-t', '-f', file, name, 'inch'], { encoding: 'utf8' }).trim())
    expect(text).toContain('drillA')
    for (const [letter, inch] of Object.entries(LETTER_DRILLS_INCH))
      expect(value(`drill${letter}`), letter).toBeCloseTo(inch, 4)
    for (let n = 1; n <= 80; n++)
      expect(value(`drillgauge(${n})`), `#${n}`).toBeCloseTo(NUMBER_DRILLS_INCH[n - 1] ?? NaN, 4)
  })
})

describe('drills', () => {
  it.each([
    [5.1, '5.1 mm'],
    [0.201 * 25.4, '#7'],
    [0.257 * 25.4, 'F'],
    [(29 / 64) * 25.4, '29/64'],
    [31.75, '31.75 mm'],
    [6.8, '6.8 mm'],
  ])('%f mm is nearest to %s', (mm, name) => expect(nearestDrill(mm).name).toBe(name))

  it('E and 1/4 are one size; the drawer that is asked for decides', () => {
    expect(nearestDrill(6.35, ['letter']).name).toBe('E')
    expect(nearestDrill(6.35, ['fraction', 'letter']).name).toBe('1/4')
  })

  it('has no name twice, and finds each by its name', () => {
    expect(new Set(DRILLS.map((d) => d.name)).size).toBe(DRILLS.length)
    for (const drill of DRILLS) expect(drillNamed(drill.name)).toBe(drill)
  })

  it('jobber flutes grow with the diameter (property of DIN 338)', () => {
    const flutes = [0.5, 1, 3, 5, 8, 10, 16, 20, 30].map(jobberFluteMm)
    expect([...flutes].sort((a, b) => a - b)).toEqual(flutes)
  })
})

const EDGES = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500]
/** Geometric mean of each step over 3 mm, as the standard reckons. */
const means = EDGES.slice(1).map((edge, i) => ({ edge, mean: Math.sqrt((EDGES[i] ?? 0) * edge) }))

describe('ISO 286-1 against the standard’s own formulae', () => {
  // ISO 286-1: i = 0.45·∛D + 0.001·D, grades 6 to 14 as multiples of it; IT01, IT0, IT1 linear in D.
  it('standard tolerances: tolerance unit i times the factor of the grade', () => {
    const factors = { 6: 10, 7: 16, 8: 25, 9: 40, 10: 64, 11: 100, 12: 160, 13: 250, 14: 400 }
    for (const [grade, factor] of Object.entries(factors))
      for (const { edge, mean } of means) {
        const formula = (factor * (0.45 * Math.cbrt(mean) + 0.001 * mean)) / 1000
        const tabled = toleranceGradeMm(grade, edge) ?? NaN
        expect(Math.abs(tabled - formula), `IT${grade} to ${edge}`).toBeLessThan(
          Math.max(0.001, 0.08 * formula),
        )
      }
  })
  it.each([
    ['01', 0.3, 0.008],
    ['0', 0.5, 0.012],
    ['1', 0.8, 0.02],
  ])('IT%s = %f + %f D', (grade, constant, slope) => {
    for (const { edge, mean } of means) {
      const formula = constant + slope * mean
      const tabled = 1000 * (toleranceGradeMm(grade, edge) ?? NaN)
      expect(Math.abs(tabled - formula), `to ${edge}`).toBeLessThan(Math.max(0.35, 0.2 * formula))
    }
  })
  it('grades grow, and finer is narrower', () => {
    const grades = ['01', ...Array.from({ length: 15 }, (_, i) => String(i))]
    for (const edge of EDGES) {
      const widths = grades.map((grade) => toleranceGradeMm(grade, edge) ?? NaN)
      expect([...widths].sort((a, b) => a - b)).toEqual(widths)
    }
  })
  // Deviation formulae of ISO 286-1 (as ISO 286-1:1988, annex A): D in mm gives micrometres.
  it.each([
    ['d', (D: number) => -16 * D ** 0.44],
    ['e', (D: number) => -11 * D ** 0.41],
    ['f', (D: number) => -5.5 * D ** 0.41],
    ['g', (D: number) => -2.5 * D ** 0.34],
  ])('upper deviation of shaft %s', (letter, formula) => {
    for (const { edge, mean } of means) {
      const tabled = 1000 * (shaftLimits(`${letter}7`, edge)?.upperMm ?? NaN)
      expect(Math.abs(tabled - formula(mean)), `${letter} to ${edge}`).toBeLessThan(
        Math.max(1, 0.08 * -formula(mean)),
      )
    }
  })
  it.each([
    ['k', (D: number) => 0.6 * Math.cbrt(D), 1.1],
    ['m', (D: number, it7: number, it6: number) => it7 - it6 + 0 * D, 1.1],
    ['n', (D: number) => 5 * D ** 0.34, 1.6],
    ['p', (D: number, it7: number) => it7 + 2.5 + 0 * D, 3.6],
    [
      's',
      (D: number, it7: number, _it6: number, it8: number) => (D <= 50 ? it8 + 2 : it7 + 0.4 * D),
      6.5,
    ],
  ])('lower deviation of shaft %s', (letter, formula, within) => {
    for (const { edge, mean } of means) {
      const it = (grade: string): number => 1000 * (toleranceGradeMm(grade, edge) ?? NaN)
      // Over 50 mm r and s have steps of their own: take the last of them at its own mean.
      const D = letter === 's' && edge > 50 ? edge * 0.95 : mean
      const tabled = 1000 * (shaftLimits(`${letter}6`, edge)?.lowerMm ?? NaN)
      expect(
        Math.abs(tabled - formula(D, it('7'), it('6'), it('8'))),
        `${letter} to ${edge}`,
      ).toBeLessThan(Math.max(within, 0.04 * tabled))
    }
  })
  it('r is the geometric mean of p and s (ISO 286-1)', () => {
    for (const edge of [6, 10, 18, 30, 50]) {
      const at = (letter: string): number => shaftLimits(`${letter}6`, edge)?.lowerMm ?? NaN
      expect(Math.abs(at('r') - Math.sqrt(at('p') * at('s')))).toBeLessThan(0.0012)
    }
  })

  // Worked limits that every fit chart shows (ISO 286-2; from memory).
  it.each([
    ['H7', 22, 0, 0.021],
    ['K7', 25, -0.015, 0.006],
    ['M7', 25, -0.021, 0],
    ['N7', 25, -0.028, -0.007],
    ['P7', 25, -0.035, -0.014],
    ['S7', 25, -0.048, -0.027],
    ['JS7', 25, -0.0105, 0.0105],
    ['G7', 25, 0.007, 0.028],
    ['F8', 25, 0.02, 0.053],
    ['M6', 300, -0.041, -0.009],
    ['N9', 25, -0.052, 0],
    ['P9', 25, -0.074, -0.022],
    ['K6', 2, -0.006, 0],
  ])('hole %s at %f', (fit, size, lower, upper) => {
    const found = holeLimits(fit, size)
    expect(found?.lowerMm).toBeCloseTo(lower, 9)
    expect(found?.upperMm).toBeCloseTo(upper, 9)
  })
  it.each([
    ['g6', 25, -0.02, -0.007],
    ['h6', 25, -0.013, 0],
    ['k6', 25, 0.002, 0.015],
    ['m6', 6, 0.004, 0.012],
    ['p6', 25, 0.022, 0.035],
    ['s6', 100, 0.071, 0.093],
    ['js6', 25, -0.0065, 0.0065],
    ['k9', 25, 0, 0.052],
  ])('shaft %s at %f', (fit, size, lower, upper) => {
    const found = shaftLimits(fit, size)
    expect(found?.lowerMm).toBeCloseTo(lower, 9)
    expect(found?.upperMm).toBeCloseTo(upper, 9)
  })
  it('gives nothing for an unknown letter, grade or size', () => {
    for (const [fit, size] of [
      ['Q7', 22],
      ['H15', 22],
      ['H7', 501],
      ['H7', 0],
      ['K9', 25],
      ['h', 5],
    ] as const)
      // prettier-ignore
      expect(holeLimits(fit, size)).toBeUndefined()
    expect(shaftLimits('t6', 30)).toBeUndefined()
    for (const fit of KNOWN_HOLE_FITS) expect(holeLimits(fit, 25), fit).toBeDefined()
  })
})

describe('threads', () => {
  it.each([
    ['M6', 6, 1, 'coarse'],
    ['M6x0.75', 6, 0.75, 'fine'],
    ['M8x1.1', 8, 1.1, undefined],
    ['1/4-20', 6.35, 1.27, 'UNC'],
    ['1/4-20 UNC', 6.35, 1.27, 'UNC'],
    ['1-8', 25.4, 3.175, 'UNC'],
    ['1/2-28', 12.7, 25.4 / 28, 'UNEF'],
    ['#10-32', 4.826, 0.79375, 'UNF'],
    ['2BA', 4.7, 0.81, 'BA'],
    ['1/4x32ME', 6.35, 0.79375, 'ME'],
    ['G1/4', 13.157, 25.4 / 19, 'G'],
    ['1/4 BSP', 13.157, 25.4 / 19, 'G'],
    ['1/8NPT', 0.405 * 25.4, 25.4 / 27, 'NPT'],
  ])('reads %s', (text, major, pitch, series) => {
    const found = parseThread(text)
    expect(found?.majorMm).toBeCloseTo(major, 9)
    expect(found?.pitchMm).toBeCloseTo(pitch, 9)
    expect(found?.series).toBe(series)
  })
  it.each(['M6x0', 'M7.3', 'M', 'M6x5', '1/0-20', '11BA', 'G5', '3/16NPT', '1/4x20ME', ''])(
    'refuses %s',
    (text) => expect(parseThread(text)).toBeUndefined(),
  )
  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (text) => void parseThread(text)))
  })

  // ISO 724:1993 basic dimensions (pitch and minor diameter), from memory.
  it.each([
    ['M6', 5.35, 4.917],
    ['M8', 7.188, 6.647],
    ['M10', 9.026, 8.376],
    ['M20', 18.376, 17.294],
    ['1/4-20', 5.524, 4.976],
    ['G1/2', 19.793, 18.631],
  ])('%s: pitch and minor diameter', (text, pitch, minor) => {
    expect(pitchDiameterMm(thread(text))).toBeCloseTo(pitch, 2)
    expect(minorDiameterMm(thread(text))).toBeCloseTo(minor, 2)
  })

  it('BA sizes follow the series: pitch 0.9ⁿ, diameter 6·p^1.2 (BS 93)', () => {
    for (let n = 0; n <= 10; n++) {
      const { majorMm, pitchMm } = thread(`${n}BA`)
      expect(pitchMm).toBeCloseTo(0.9 ** n, 1.9)
      expect(Math.abs(majorMm - 6 * (0.9 ** n) ** 1.2)).toBeLessThan(0.06)
    }
  })

  it('metric tapping drills are major less pitch, within a tenth (ISO 2306)', () => {
    for (const name of STANDARD_THREADS.filter((n) => n.startsWith('M'))) {
      const found = thread(name)
      const off = Math.abs(tappingDrillMm(found) - (found.majorMm - found.pitchMm))
      expect(off, name).toBeLessThanOrEqual(0.100001)
    }
  })
  it('every tapping drill leaves 55 to 90 % and stays over the minor diameter less the tap’s play', () => {
    for (const name of STANDARD_THREADS.filter((n) => !n.includes('NPT'))) {
      const found = thread(name)
      const { drill, engagement } = tapDrill(found)
      expect(engagement, name).toBeGreaterThan(0.55)
      expect(engagement, name).toBeLessThan(0.93)
      expect(drill.diameterMm).toBeLessThan(found.majorMm)
    }
  })
  // Handbook tapping drills, from memory.
  it.each([
    ['1/4-20', 'cut', '#7'],
    ['1/4-28', 'cut', '#3'],
    ['#10-24', 'cut', '#25'],
    ['#10-32', 'cut', '#21'],
    ['5/16-18', 'cut', 'F'],
    ['1/2-13', 'cut', '27/64'],
    ['M6', 'cut', '5 mm'],
    ['M8', 'cut', '6.8 mm'],
    ['M10x1', 'cut', '9 mm'],
    ['M6', 'form', '5.55 mm'],
    ['M8', 'form', '7.4 mm'],
    ['0BA', 'cut', '5.1 mm'],
    ['4BA', 'cut', '3 mm'],
    ['G1/8', 'cut', '8.8 mm'],
    ['1/4NPT', 'cut', '7/16'],
  ] as const)('%s %s tap: %s', (text, kind, name) =>
    expect(tapDrill(thread(text), kind).drill.name).toBe(name),
  )
})

describe('screws and pins', () => {
  it.each([
    ['M6', 'close', 6.4],
    ['M6', 'normal', 6.6],
    ['M8', 'loose', 10],
    ['1/4-20', 'close', 0.266 * 25.4],
    ['#10-32', 'normal', 0.221 * 25.4],
  ] as const)('%s %s clearance', (text, fit, mm) =>
    expect(clearanceHole(thread(text), fit)?.diameterMm).toBeCloseTo(mm, 9),
  )
  it('clearance grows from close to loose, always over the screw', () => {
    for (const name of STANDARD_THREADS) {
      const found = thread(name)
      const widths = (['close', 'normal', 'loose'] as const).map(
        (fit) => clearanceHole(found, fit)?.diameterMm,
      )
      if (widths[0] === undefined) continue
      expect([...widths].sort((a, b) => (a ?? 0) - (b ?? 0))).toEqual(widths)
      expect(widths[0]).toBeGreaterThan(found.majorMm)
    }
  })
  it('a counterbore takes the head with room round it, and is at least as deep', () => {
    for (const name of STANDARD_THREADS) {
      const found = thread(name)
      const bore = counterboreForScrew(found)
      if (!bore) continue
      expect(bore.diameterMm).toBeGreaterThan(bore.headDiameterMm)
      // Head height equals the screw's diameter in ISO 4762, and nearly so in ASME B18.3.
      expect(bore.depthMm).toBeGreaterThan(0.97 * found.majorMm)
    }
    expect(counterboreForScrew(thread('M6'))).toMatchObject({ diameterMm: 11, depthMm: 6.6 })
    expect(counterboreForScrew(thread('2BA'))).toBeUndefined()
  })
  it('countersunk heads are 2.24 d to M12 (ISO 10642), hexagons as in ISO 4017', () => {
    for (const d of [3, 4, 5, 6, 8, 10, 12])
      expect(countersinkForScrew(thread(`M${d}`))).toBeCloseTo(2.24 * d, 9)
    expect(hexFlatsMm(thread('M8'))).toBe(13)
    expect(hexFlatsMm(thread('1/4-20'))).toBeUndefined()
  })
  it('dowel pins: ISO 8734 is m6, ISO 2338 also h8', () => {
    expect(dowelLimits(6, 'hardened m6')).toEqual({ lowerMm: 0.004, upperMm: 0.012 })
    expect(dowelLimits(6, 'unhardened h8')).toEqual({ lowerMm: -0.018, upperMm: 0 })
    expect(dowelLimits(50, 'hardened m6')).toBeUndefined()
    expect(dowelLimits(7, 'unhardened m6')).toBeUndefined()
    expect(DOWEL_DIAMETERS_MM).toContain(5)
  })
})

describe('gauge blocks', () => {
  it('makes every height from 3 to 100 mm out of different blocks of the set', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3000, max: 100_000 }), (micrometres) => {
        const stack = gaugeBlockStack(micrometres / 1000)
        expect(stack, String(micrometres)).toBeDefined()
        const inMicrometres = (stack ?? []).map((mm) => Math.round(1000 * mm))
        expect(inMicrometres.reduce((a, b) => a + b, 0)).toBe(micrometres)
        expect(new Set(inMicrometres).size).toBe(inMicrometres.length)
        for (const block of inMicrometres) expect(GAUGE_BLOCKS_MICROMETRES).toContain(block)
      }),
      { numRuns: 300 },
    )
  })
  it('refuses what it cannot make', () => expect(gaugeBlockStack(0.3)).toBeUndefined())
})
