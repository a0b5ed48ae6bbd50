import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEGREE_RAD, parseAngle, parseLength, parseQuantity, printLength } from '.'

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

describe('parseQuantity', () => {
  it.each([
    ['300ft/min', 'surface speed', 91.44],
    ['100 m/min', 'surface speed', 100],
    ['500rpm', 'rotation', 500],
    ['12 in/min', 'feed', 304.8],
    ['10 lbf', 'force', 44.482216],
    ['9 °F', 'temperature change', 5],
    ['75%', 'share', 0.75],
    ['75', 'share', 0.75],
    ['0.75', 'share', 0.75],
  ] as const)('reads %s as %s', (text, kind, expected) => {
    const result = parseQuantity(text, kind)
    expect(result.ok && result.value).toBeCloseTo(expected, 6)
  })
  it.each(['', 'fast', '3 furlongs'])('refuses %s and names the units', (text) => {
    const result = parseQuantity(text, 'feed')
    expect(!result.ok && result.issues[0].sentence).toContain('mm/min')
  })
})
