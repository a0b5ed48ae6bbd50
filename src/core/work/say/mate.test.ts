import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allRequirements, mateLimits, newPart, type Part, partIssues, partSurfaces } from '../part'
import { printFeature, printRequirement, readLines } from '.'
import { refWord } from './kinds'

const BLOCK = newPart('Block', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } })

function said(...lines: readonly string[]): Part {
  const { left, part } = readLines(BLOCK, lines.join('\n'))
  expect(left).toEqual([])
  return part
}
const heldIn = (part: Part) => {
  const found = allRequirements(part).find((one) => 'mate' in one && one.mate)
  if (found?.kind !== 'size' && found?.kind !== 'distance') throw new Error('nothing held')
  return found
}

const BORE = 'bore 22 through on top, centred, called bore'
const FIT = 'hold bore size to fit trunnion, measured 21.982 ±0.002, loose 0.010 to 0.025'

describe('made to what was measured of another part', () => {
  it('a bore about a pin of 21.982 ±0.002, loose by 0.010 to 0.025: 21.994 to 22.005, by hand', () => {
    const { minus, plus } = heldIn(said(BORE, FIT))
    expect(22 + minus.mm).toBeCloseTo(21.994, 9)
    expect(22 + plus.mm).toBeCloseTo(22.005, 9)
  })

  it('a boss into a bore of 30.010, tight by 0.005 to 0.015: 30.015 to 30.025', () => {
    const { minus, plus } = heldIn(
      said(
        'boss 30 10 high on top, centred, called spigot',
        'hold spigot size to fit bearing, measured 30.010, tight 0.005 to 0.015',
      ),
    )
    expect(30 + minus.mm).toBeCloseTo(30.015, 9)
    expect(30 + plus.mm).toBeCloseTo(30.025, 9)
  })

  it('a slot over a key: its walls look at each other, so it opens', () => {
    const part = said('slot 12 wide 6 deep on top along front, centred, called keyway')
    const walls = [...partSurfaces(part).keys()]
      .filter((ref) => /\.(front|back|left|right)$/.test(ref))
      .map((ref) => refWord(part, ref))
    expect(walls).toHaveLength(2)
    const held = readLines(
      part,
      `hold ${walls.join(' to ')} to fit key, measured 11.990 ±0.001, tight 0.002 to loose 0.010`,
    )
    expect(held.left).toEqual([])
    const { minus, plus } = heldIn(held.part)
    expect(12 + minus.mm).toBeCloseTo(11.989, 9)
    expect(12 + plus.mm).toBeCloseTo(11.999, 9)
  })

  it('is read again as it is written', () => {
    const part = said(BORE, FIT)
    const line = printRequirement(part, heldIn(part))
    expect(line).toContain('to fit trunnion, measured 21.982 ±0.002, loose 0.01 to 0.025')
    const { mate } = heldIn(said(BORE, line))
    expect(mate).toMatchObject({ name: 'trunnion', measured: { mm: 21.982 } })
  })

  it('the limits follow the drawing: another nominal, the same bore', () => {
    const part = said(BORE, FIT)
    const features = part.features.map((one) =>
      one.kind === 'hole' ? { ...one, diameter: { mm: 21.9 } } : one,
    )
    expect(21.9 + heldIn({ ...part, features }).plus.mm).toBeCloseTo(22.005, 9)
  })

  it('a mate that is not known well enough leaves no room, and is said', () => {
    const { left } = readLines(
      said(BORE),
      'hold bore size to fit trunnion, measured 21.98 ±0.01, loose 0.01 to 0.02',
    )
    expect(left[0]?.sentence).toMatch(/leaves no room/)
    const part = said(BORE, FIT)
    const worse = part.requirements.map((one) =>
      'mate' in one && one.mate ? { ...one, mate: { ...one.mate, plusMinus: { mm: 0.02 } } } : one,
    )
    expect(partIssues({ ...part, requirements: worse }).map(({ code }) => code)).toEqual([
      'requirement.mate',
    ])
  })

  it('whatever the pin is within its ±, a bore within its limits is as loose as is asked', () => {
    const part = said(BORE, FIT)
    const figure = (max: number) => fc.double({ min: 0, max, noNaN: true })
    fc.assert(
      fc.property(
        fc.double({ min: 21.5, max: 22.5, noNaN: true }),
        figure(0.01),
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        figure(0.1),
        figure(1),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (measured, plusMinus, least, width, share, off) => {
          const [measuredMm, most] = [{ mm: measured }, least + width]
          const mate = { name: 'pin', measured: measuredMm, plusMinus: { mm: plusMinus } }
          const limits = mateLimits(part, heldIn(part), {
            ...mate,
            least: { mm: least },
            most: { mm: most },
          })
          if (!limits || limits.plus <= limits.minus) return
          const bore = 22 + limits.minus + share * (limits.plus - limits.minus)
          const loose = bore - (measured + off * plusMinus)
          expect(loose).toBeGreaterThanOrEqual(least - 1e-9)
          expect(loose).toBeLessThanOrEqual(most + 1e-9)
        },
      ),
    )
  })

  it('a place that is measured on the other part is marked so, in words that are read again', () => {
    const line =
      'hole 6 through on top, 20.03 from left end measured on cover, 15 ±0.1 from front measured on this block, called pin'
    const [pin] = said(line).features
    expect(pin?.place.dims).toMatchObject([
      { at: { mm: 20.03 }, measured: 'cover' },
      { at: { mm: 15 }, plusMinus: { mm: 0.1 }, measured: 'this block' },
    ])
    const printed = pin ? printFeature(said(line), pin) : ''
    expect(printed).toContain('20.03 from left end measured on cover')
    expect(said(printed).features[0]?.place.dims).toEqual(pin?.place.dims)
  })
})
