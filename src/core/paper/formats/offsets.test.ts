import { parseStringSync } from 'gcode-parser'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '../demo'
import { anchorOfFixture } from '../../floor/register'
import { VISE_ON_SMALL_MILL } from '../demo'
import { zeroLedger } from '../../floor/offsets'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { type OffsetLine, OFFSETS_CAUTION, offsetsCsv, offsetsProgram } from '.'

/** Reads offsets as a control would, with a tokenizer of its own: code and P to figures in mm. */
function readOffsets(text: string): ReadonlyMap<string, Readonly<Record<string, number>>> {
  const found = new Map<string, Record<string, number>>()
  let scale = 1
  for (const { words } of parseStringSync(text)) {
    const codes = words.map(([letter, value]) => `${letter}${value}`)
    if (codes.includes('G20')) scale = 25.4
    if (codes.includes('G21')) scale = 1
    if (!codes.includes('G10')) continue
    const figure = (letter: string): number => Number(words.find(([l]) => l === letter)?.[1] ?? NaN)
    found.set(
      `L${figure('L')} P${figure('P')}`,
      Object.fromEntries(
        (['X', 'Y', 'Z'] as const).flatMap((l) =>
          Number.isNaN(figure(l)) ? [] : [[l, figure(l) * scale]],
        ),
      ),
    )
  }
  return found
}

const LINES: readonly OffsetLine[] = [
  { what: 'setup 1', offset: 'G54', at: { x: -298, y: -96.4, z: -303.25 } },
  { what: 'setup 2 (again)', offset: 'G59', at: { x: -1.5, y: 0, z: -0.0005 } },
  { what: 'setup 3', offset: 'G54.1 P12', at: { x: -10, z: -20 } },
  { what: 'setup 4', offset: 'DRO', at: { x: 1, y: 2, z: 3 } },
  { what: 'setup 5', offset: 'G56', at: {} },
]

describe('G10 lines', () => {
  it('read back by an independent parser are the offsets that were written, in mm and in inch', () => {
    for (const unit of ['mm', 'inch'] as const) {
      const read = readOffsets(offsetsProgram('Worm block', LINES, unit))
      expect(read.get('L2 P1')?.X).toBeCloseTo(-298, 2)
      expect(read.get('L2 P1')?.Z).toBeCloseTo(-303.25, 2)
      expect(read.get('L2 P6')?.X).toBeCloseTo(-1.5, 2)
      expect(read.get('L20 P12')?.X).toBeCloseTo(-10, 2)
      // What is not known is never written as nought.
      expect(read.get('L20 P12')).not.toHaveProperty('Y')
      expect(read.size).toBe(3)
    }
  })
  it('says its caution, and has only what every control can read', () => {
    const text = offsetsProgram('Größe (neu)', LINES, 'mm')
    for (const line of OFFSETS_CAUTION) expect(text).toContain(line)
    expect(text).toMatch(/^[\x20-\x7e\n]*$/)
    // A figure always has its point: some controls read a bare whole number as thousandths.
    for (const word of text.match(/[XYZ]-?\d[^ \n]*/g) ?? []) expect(word).toContain('.')
  })
  it('the same offset twice with other figures is not written twice', () => {
    const twice: OffsetLine[] = [
      { what: 'a', offset: 'G54', at: { x: 1, y: 1, z: 1 } },
      { what: 'b', offset: 'G54', at: { x: 2, y: 2, z: 2 } },
    ]
    expect(readOffsets(offsetsProgram('t', twice, 'mm')).get('L2 P1')?.X).toBe(1)
  })
})

describe('the table', () => {
  it('has a row for each setup; what is not known is empty', () => {
    const analysis = predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A)
    const anchor = anchorOfFixture(VISE_ON_SMALL_MILL)
    const rows = zeroLedger(analysis.plan, {}, anchor ? [anchor] : [])
    const read = Papa.parse<Record<string, string>>(offsetsCsv(rows), { header: true }).data
    expect(read.filter((r) => r.setup)).toHaveLength(6)
    expect(Number(read[1]?.y)).toBeCloseTo(-96.4, 4)
    expect(read[3]?.x).toBe('')
    expect(read[3]?.['x how']).toBe('not known')
  })
})
