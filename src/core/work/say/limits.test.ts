import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newPart } from '../part'
import { lineUnitOf } from './lineUnit'
import { readLimits, readLimitsIfAny } from './limits'
import { Scanner } from './scanner'
import { printSaid, readLine } from '.'

const limitsOf = (text: string) => {
  const { minus, plus } = readLimits(new Scanner(text, 'mm'))
  return [plus.mm, minus.mm]
}

describe('limits', () => {
  it.each([
    ['±0.015', [0.015, -0.015]],
    ['+/- .015', [0.015, -0.015]],
    ['plus or minus 0.02', [0.02, -0.02]],
    ['+0.02 -0.01', [0.02, -0.01]],
    ['-0.01 +0.02', [0.02, -0.01]],
    ['+.0005/-.0000', [0.0005, 0]],
    ['+0.021/0', [0.021, 0]],
    ['0 -0.02', [0, -0.02]],
    ['-0.01 -0.03', [-0.01, -0.03]],
  ] as const)('“%s”', (text, limits) => expect(limitsOf(text)).toEqual(limits))

  it('the upper is above the lower, whichever was said first', () => {
    const figure = fc.integer({ min: -500, max: 500 }).map((n) => n / 1000)
    fc.assert(
      fc.property(figure, figure, (a, b) => {
        fc.pre(a !== b)
        const sign = (n: number): string => `${n < 0 ? '-' : '+'}${Math.abs(n)}`
        expect(limitsOf(`${sign(a)} ${sign(b)}`)).toEqual([Math.max(a, b), Math.min(a, b) || 0])
      }),
    )
  })

  it('are none where none stand, and one alone is asked about', () => {
    expect(readLimitsIfAny(new Scanner('from base', 'mm'))).toBeUndefined()
    expect(() => readLimits(new Scanner('from base', 'mm'))).toThrow(/Give the limits/)
    expect(() => readLimits(new Scanner('+0.02', 'mm'))).toThrow(/other limit/)
    expect(() => readLimits(new Scanner('+0 -0', 'mm'))).toThrow(/above the lower/)
  })
})

describe('a unit said once for the line', () => {
  it.each([
    ['inch: hole 1/4', 'inch'],
    ['mm, hole 6', 'mm'],
    ['hole 10 through on top centred, in mm', 'mm'],
    ['hole 10 through on top centred, all in inches', 'inch'],
    ['hole 10 on top centred in', 'inch'],
    ['block 4 x 2 x 1.5 in', 'inch'],
    ['pocket 2 by 1 in', 'inch'],
    ['hole 1/4 through, on top, 1 1/4 in', undefined],
    ['block 4 x 2 x 1.5in', undefined],
    ['hole 6, 20 from left, 15 mm', undefined],
    ['hole 6 on top, called plug in', undefined],
    ['hole 6 on top, called plug in, in mm', 'mm'],
  ] as const)('“%s”: %s', (line, unit) => expect(lineUnitOf(line).unit).toBe(unit))

  it('leaves every other letter where it was', () => {
    const line = 'slot 0.5 wide 0.25 deep along X, on top, in inches'
    const { text } = lineUnitOf(line)
    expect(text).toHaveLength(line.length)
    expect(text.trimEnd()).toBe(line.slice(0, line.lastIndexOf(', in inches')))
  })
})

describe('lines that went wrong by a letter', () => {
  const part = newPart('Block', { x: { mm: 120 }, y: { mm: 80 }, z: { mm: 40 } })
  const LINES = [
    'hole 6 through, on top, 20 from left end, 15 from front',
    'slot 12 wide 4 deep along X, on top, 30 from front',
    'pocket 40 x 18 x 12 deep, on top, centred, corner 4',
    '4 holes M6 12 deep, on top, 60 x 40, centred, mirrored left to right',
    'chamfer 1 x 45°, on top, centred',
    'hold top parallel to base within 0.04',
  ]

  it('are read, or asked about with lines that can be said and are printed as they stand', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LINES),
        fc.nat(),
        fc.constantFrom('swap', 'drop', 'double'),
        (line, at, how) => {
          const i = at % (line.length - 1)
          const [a, b] = [line[i] ?? '', line[i + 1] ?? '']
          const put = { swap: b + a, drop: b, double: a + a + b }[how as 'swap' | 'drop' | 'double']
          const read = readLine(part, line.slice(0, i) + put + line.slice(i + 2))
          if (read.ok) return
          expect(read.sentence).toMatch(/[.?”]$/)
          for (const choice of read.choices) {
            const again = readLine(part, choice)
            expect(again.ok && printSaid(part, again.said), choice).toBe(choice)
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})
