import { describe, expect, it } from 'vitest'
import {
  PIER_PLATE,
  PIER_PLATE_WAY,
  VISE_ON_SMALL_MILL,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '../demo'
import { findingsOf } from '../../foreman/findings'
import { anchorOfFixture } from '../../floor/register'
import { zeroLedger } from '../../floor/offsets'
import { type Part } from '../../work/part'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { type Way } from '../../plan/way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { CAUTIONS, setupSheet } from '.'
import { clampingOf } from '../../../../tests/support/documents'

function sheetOf(part: Part, way: Way, withOffsets = false) {
  const analysis = predictionOf(STANDARD_WORKSHOP, part, way)
  const findings = findingsOf(analysis)
  const anchor = anchorOfFixture(VISE_ON_SMALL_MILL)
  const offsets = withOffsets ? zeroLedger(analysis.plan, {}, anchor ? [anchor] : []) : undefined
  return setupSheet(analysis, findings, offsets)
}

describe('the setup sheet', () => {
  it.each([
    ['worm block, A', WORM_BLOCK, WORM_BLOCK_WAY_A],
    ['worm block, B', WORM_BLOCK, WORM_BLOCK_WAY_B],
    ['pier plate', PIER_PLATE, PIER_PLATE_WAY],
  ] as const)(
    '%s: a page for each setup, full sentences, no figure that is none',
    (_, part, way) => {
      const sheet = sheetOf(part, way)
      expect(sheet.pages.map((p) => p.number)).toEqual(way.setups.map((_s, i) => i + 1))
      for (const page of sheet.pages) {
        const lines = [
          ...page.holding,
          ...page.zero,
          ...page.first,
          ...page.footing,
          ...page.findings,
        ]
        for (const line of lines) {
          expect(line).not.toMatch(/NaN|undefined|Infinity/)
          expect(line).toMatch(/[.?]$/)
        }
        expect(page.ops.length).toBe(way.setups[page.number - 1]?.ops.length)
      }
      expect(sheet.cautions).toEqual(CAUTIONS)
    },
  )
  it('every page asks whether it is tight, after how it lies, and says where to drive before the first cut', () => {
    for (const { first } of sheetOf(WORM_BLOCK, WORM_BLOCK_WAY_A).pages) {
      const at = (begins: string): readonly number[] =>
        first.flatMap((line, i) => (line.startsWith(begins) ? [i] : []))
      expect(at('Is it tight?')).toEqual([first.length - 2])
      expect(at('Drive to X')).toEqual([first.length - 1])
      expect(first).toHaveLength(3)
    }
  })
  it('offsets are on it as far as they are known, with how they are known', () => {
    const pages = sheetOf(WORM_BLOCK, WORM_BLOCK_WAY_A, true).pages
    expect(pages[1]?.zero.join('\n')).toContain('G54 in the machine: X -298 ±0.014 predicted')
    // The stop of setup 4 is at the other end: only Y and Z follow from the register.
    expect(pages[3]?.zero.join('\n')).toMatch(/G54 in the machine: Y .* predicted, Z .* predicted/)
    expect(sheetOf(WORM_BLOCK, WORM_BLOCK_WAY_A).pages[1]?.zero.join('\n')).not.toContain(
      'in the machine',
    )
  })
  it('an edge that is touched twice is on it', () => {
    const turned: Way = {
      ...WORM_BLOCK_WAY_A,
      setups: WORM_BLOCK_WAY_A.setups.map((s) => ({
        ...s,
        zero: {
          ...s.zero,
          turn: {
            surface: clampingOf(s).guide,
            instrument: 'probe',
            apart: { mm: 60 },
            answer: 'program',
          },
        },
      })),
    }
    expect(sheetOf(WORM_BLOCK, turned).pages[1]?.zero.join('\n')).toContain(
      'Angle: back touched twice, 60 apart. Find zero, then turn the program about it by that angle.',
    )
  })
  it('the chain on the cover adds up to the whole', () => {
    for (const chain of sheetOf(WORM_BLOCK, WORM_BLOCK_WAY_A).cover.chains) {
      const sum = chain.links.reduce((total, link) => total + link.share, 0)
      expect(sum).toBeCloseTo(1, 6)
    }
  })
})
