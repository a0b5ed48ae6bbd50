import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, plainBlock, topHole } from '../../../../tests/support/documents'
import { dot, norm, scale, subtract } from '../../ground/geometry'
import { printFeature, readLine } from '../say'
import {
  axisOf,
  directionWords,
  exitOf,
  type Hole,
  holeLines,
  holePoints,
  levelOf,
  normalOf,
  outwardOf,
  type Part,
  partIssues,
  SIDES,
  type Side,
  sizeAlong,
  throughMm,
} from '.'

const DEGREE = Math.PI / 180
const block = plainBlock()
const leaning = (degrees: number, on: Side, towards: Side, more: Partial<Hole> = {}): Hole =>
  ({
    ...topHole('h', 0, 0),
    on,
    place: { dims: [], centred: true },
    tilt: { angle: { rad: degrees * DEGREE }, towards },
    ...more,
  }) as Hole
const lean = fc
  .record({
    degrees: fc.double({ min: 0.5, max: 75, noNaN: true }),
    on: fc.constantFrom(...SIDES),
    towards: fc.constantFrom(...SIDES),
  })
  .filter(({ on, towards }) => axisOf(on) !== axisOf(towards))

describe('a hole that leans', () => {
  it('its axis makes the said angle with the normal of its face, towards the said side', () => {
    fc.assert(
      fc.property(lean, ({ degrees, on, towards }) => {
        const out = outwardOf(leaning(degrees, on, towards))
        expect(norm(out)).toBeCloseTo(1, 12)
        expect(Math.acos(dot(out, normalOf(on))) / DEGREE).toBeCloseTo(degrees, 6)
        expect(dot(out, normalOf(towards))).toBeCloseTo(Math.sin(degrees * DEGREE), 12)
      }),
    )
  })

  it('goes through to where its axis leaves the block, and not further', () => {
    fc.assert(
      fc.property(lean, ({ degrees, on, towards }) => {
        const hole = leaning(degrees, on, towards)
        const [line] = holeLines(block, hole)
        const [mouth] = holePoints(block, hole)
        if (!line || !mouth) throw new Error('a hole')
        expect(line.from).toEqual(mouth)
        const exit = exitOf(hole, block, line)
        expect(line.to[axisOf(exit)]).toBeCloseTo(levelOf(block, exit), 9)
        expect(dot(outwardOf(hole), normalOf(exit))).toBeLessThan(0)
        for (const axis of ['x', 'y', 'z'] as const) {
          expect(line.to[axis]).toBeGreaterThan(-1e-9)
          expect(line.to[axis]).toBeLessThan(sizeAlong(block, axis) + 1e-9)
        }
        expect(norm(subtract(line.to, line.from))).toBeCloseTo(throughMm(block, hole, mouth), 9)
      }),
    )
  })

  it('its depth goes along its axis', () => {
    const [line] = holeLines(
      block,
      leaning(30, 'top', 'right', { extent: { kind: 'deep', depth: mm(10) } }),
    )
    if (!line) throw new Error('a hole')
    const by = subtract(line.to, line.from)
    expect(by.x).toBeCloseTo(-5, 9)
    expect(by.z).toBeCloseTo(-10 * Math.cos(Math.PI / 6), 9)
  })

  it.each([
    [leaning(30, 'top', 'top'), 'tilt.beside'],
    [leaning(30, 'top', 'bottom'), 'tilt.beside'],
    [leaning(30, 'top', 'left', { mirrored: 'x' }), 'tilt.mirrored'],
    [leaning(10, 'top', 'left', { extent: { kind: 'deep', depth: mm(60) } }), 'feature.too-deep'],
  ] as const)('what cannot be is refused: %#', (hole, code) => {
    expect(partIssues({ ...block, features: [hole] }).map((i) => i.code)).toContain(code)
  })

  it('deeper than the block is high, since it leans, is no fault', () => {
    const hole = leaning(60, 'top', 'left', { extent: { kind: 'deep', depth: mm(50) } })
    expect(partIssues({ ...block, features: [hole] })).toEqual([])
  })

  it('is said, printed and said again the same', () => {
    fc.assert(
      fc.property(lean, ({ degrees, on, towards }) => {
        const rad = Math.round(degrees * 10) * 0.1 * DEGREE
        const hole = leaning(rad / DEGREE, on, towards)
        const printed = printFeature(block, hole)
        const read = readLine({ ...block, features: [] }, printed)
        if (!read.ok || read.said.kind !== 'feature' || read.said.feature.kind !== 'hole')
          throw new Error(printed)
        expect(read.said.feature.tilt?.towards).toBe(towards)
        expect(read.said.feature.tilt?.angle.rad).toBeCloseTo(rad, 9)
        expect(printFeature(block, read.said.feature)).toBe(printed)
      }),
    )
  })
})

describe('a direction in words', () => {
  const named: Part = {
    ...block,
    faces: { ...block.faces, top: { ...block.faces.top, name: 'lid' } },
  }
  it('squarely out of a face it is that face', () =>
    expect(directionWords(named, normalOf('top'))).toBe('lid'))
  it('otherwise how far it leans from the nearest, and towards which', () => {
    expect(directionWords(named, outwardOf(leaning(30, 'top', 'right')))).toBe(
      `30° from lid towards ${block.faces.right.name}`,
    )
    expect(directionWords(named, scale(outwardOf(leaning(60, 'top', 'right')), 1))).toBe(
      `30° from ${block.faces.right.name} towards lid`,
    )
  })
})
