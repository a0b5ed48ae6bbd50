import fc from 'fast-check'
import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  KNOWN_HOLE_FITS,
  LETTER_DRILLS_INCH,
  NUMBER_DRILLS_INCH,
  holeLimits,
  parseThread,
  tappingDrillMm,
} from '../standards'
import { DEGREE_RAD, parseAngle, parseLength, printLength } from '.'

const mm = (text: string, unit: 'mm' | 'inch' = 'mm'): number => {
  const result = parseLength(text, unit)
  if (!result.ok) throw new Error(result.issues[0].sentence)
  return result.value.mm
}

describe('parseLength', () => {
  it.each([
    ['13.7', 13.7],
    ['13.7 mm', 13.7],
    ['1 1/4', 31.75],
    ['29/64', (29 / 64) * 25.4],
    ['1-1/4in', 31.75],
    ['0.54"', 13.716],
    ['0.54in', 13.716],
    ['#7', 0.201 * 25.4],
    ['F', 0.257 * 25.4],
    ['M6', 6],
    ['5 thou', 0.127],
    ['20 + 0.5', 20.5],
    ['(1.000in - 0.540in) / 2', 5.842],
    ['2 * 13.7', 27.4],
    ['-3', -3],
    ['10 / 4', 2.5],
    ['13.7 + 0.5in', 26.4],
    ['1/2 + 1', 13.7],
    ['.5', 0.5],
    ['3cm', 30],
    ['1/2 mm', 0.5],
  ])('reads %s', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9))

  it('takes a bare number in the unit of the document', () =>
    expect(mm('0.5', 'inch')).toBeCloseTo(12.7, 12))

  it.each([
    '',
    'abc',
    '1 2 3',
    '#81',
    '#0',
    '2 mm * 3 mm',
    '1 / 0',
    '(1',
    '1e9',
    '5 / 2mm',
    '9999999',
    '1/0',
  ])('refuses %s with a sentence', (text) => {
    const result = parseLength(text, 'mm')
    expect(result.ok).toBe(false)
    if (!result.ok) expect(result.issues[0].sentence).toMatch(/[.”]$/)
  })

  it('keeps what was typed', () => {
    const result = parseLength(' 29/64 ', 'mm')
    expect(result.ok && result.value.typed).toBe('29/64')
  })

  it('prints what it parses, to the display resolution', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.constantFrom('mm' as const, 'inch' as const),
        (n, unit) => {
          const value = n / (unit === 'mm' ? 1000 : 10_000)
          const inMm = unit === 'mm' ? value : value * 25.4
          fc.pre(Math.abs(inMm) < 100_000)
          expect(mm(printLength(inMm, unit), unit)).toBeCloseTo(inMm, 9)
        },
      ),
    )
  })

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (text) => void parseLength(text, 'mm')))
    fc.assert(fc.property(fc.string(), (text) => void parseAngle(text)))
  })
})

describe('parseAngle', () => {
  it.each([
    ["30°15'", 30.25],
    ['30.25', 30.25],
    ['-5deg', -5],
    ['1°0\'36"', 1.01],
    ['0.5rad', 0.5 / DEGREE_RAD],
  ])('reads %s', (text, degrees) => {
    const result = parseAngle(text)
    expect(result.ok && result.value.rad / DEGREE_RAD).toBeCloseTo(degrees, 9)
  })
  it.each(['', 'x', "30°61'", '99999999'])('refuses %s', (text) =>
    expect(parseAngle(text).ok).toBe(false),
  )
})

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

describe('ISO 286-1 hole limits', () => {
  it('agrees with i = 0.45 D^(1/3) + 0.001 D at the geometric mean of each step, within its rounding', () => {
    const factors: Record<number, number> = {
      6: 10,
      7: 16,
      8: 25,
      9: 40,
      10: 64,
      11: 100,
      12: 160,
      13: 250,
    }
    const edges = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500]
    for (const [grade, factor] of Object.entries(factors)) {
      for (let k = 1; k < edges.length; k++) {
        const mean = Math.sqrt((edges[k - 1] ?? 0) * (edges[k] ?? 0))
        const formula = (factor * (0.45 * Math.cbrt(mean) + 0.001 * mean)) / 1000
        const upper = holeLimits(`H${grade}`, edges[k] ?? 0)?.upperMm ?? NaN
        expect(Math.abs(upper - formula), `IT${grade} to ${edges[k]}`).toBeLessThan(
          Math.max(0.001, 0.08 * formula),
        )
      }
    }
  })
  it('gives 22 H7 as +0.021/0, and nothing for an unknown letter or size', () => {
    expect(holeLimits('H7', 22)).toEqual({ lowerMm: 0, upperMm: 0.021 })
    expect(holeLimits('Q7', 22)).toBeUndefined()
    expect(holeLimits('H7', 501)).toBeUndefined()
    expect(KNOWN_HOLE_FITS).toContain('H7')
  })
})

describe('parseThread', () => {
  it.each([
    ['M6', 6, 1],
    ['M6x0.75', 6, 0.75],
    ['1/4-20', 6.35, 1.27],
    ['#10-32', 4.826, 0.79375],
  ])('reads %s', (text, major, pitch) => {
    const thread = parseThread(text)
    expect(thread?.majorMm).toBeCloseTo(major, 9)
    expect(thread?.pitchMm).toBeCloseTo(pitch, 9)
  })
  it('M6 is tapped from 5.0', () =>
    expect(tappingDrillMm({ designation: 'M6', majorMm: 6, pitchMm: 1 })).toBe(5))
  it.each(['M6x0', 'M7.3', 'M', 'M6x5', '1/0-20'])('refuses %s', (text) =>
    expect(parseThread(text)).toBeUndefined(),
  )
})
