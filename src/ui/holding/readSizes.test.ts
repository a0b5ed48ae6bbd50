import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSizes } from './readSizes'

const sentence = (text: string): string => {
  const read = readSizes(text, 'mm')
  return read.ok ? '' : read.issues[0].sentence
}

describe('further sizes as a line', () => {
  it('lengths and depths in the unit of the part, with whatever stands between', () => {
    const read = readSizes('80 × 50, 120x60.5; 2" * 1"', 'mm')
    expect(read.ok && read.value.map(({ deep, long }) => [long.mm, deep.mm])).toEqual([
      [80, 50],
      [120, 60.5],
      [50.8, 25.4],
    ])
    expect(readSizes('  ', 'mm')).toMatchObject({ ok: true, value: [] })
  })

  it('what is no size is said and nothing is taken', () => {
    for (const text of ['80', '80 ×', '80 × 50 × 3', '0 × 5', 'a × b'])
      expect(sentence(`40 × 30, ${text}`)).toContain('is no size')
    expect(sentence(Array.from({ length: 7 }, () => '10 × 10').join(','))).toContain(
      'No more than 6',
    )
  })

  it('reads what it would write', () => {
    const length = fc.integer({ min: 1, max: 40_000 }).map((n) => n / 100)
    fc.assert(
      fc.property(fc.array(fc.tuple(length, length), { maxLength: 6 }), (sizes) => {
        const read = readSizes(sizes.map(([a, b]) => `${a} × ${b}`).join(', '), 'mm')
        expect(read.ok && read.value.map(({ deep, long }) => [long.mm, deep.mm])).toEqual(sizes)
      }),
    )
  })
})
