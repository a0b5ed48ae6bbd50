import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { suspectUnit } from '.'

describe('the unit that the figures of a file speak for', () => {
  it('inches written as millimetres: 4 × 2.5 × 1.25 with holes of a half and a quarter', () => {
    const found = suspectUnit('mm', [4, 2.5, 1.25], [0.5, 0.25])
    expect(found).toMatchObject({ unit: 'inch', times: 25.4 })
    expect(found?.sentence).toMatch(/101.6 mm/)
  })

  it('25.4 twice: 4572 long where 180 is meant', () => {
    expect(suspectUnit('inch', [4572, 3810, 508], [254])).toMatchObject({
      unit: 'mm',
      times: expect.closeTo(1 / 25.4, 12),
    })
  })

  it('metres, and micrometres taken for millimetres', () => {
    expect(suspectUnit('mm', [0.168, 0.092, 0.074], [0.006])).toMatchObject({ times: 1000 })
    expect(suspectUnit('m', [168_000, 92_000, 74_000], [6000])).toMatchObject({ times: 1e-3 })
  })

  it('a small part in millimetres is left alone: 12 × 8 × 4 with a hole of 3', () => {
    expect(suspectUnit('mm', [12, 8, 4], [3])).toBeUndefined()
  })

  it('parts of usual size in round millimetres are never suspected', () => {
    const side = fc.integer({ min: 16, max: 900 })
    const hole = fc.integer({ min: 2, max: 60 }).map((half) => half / 2)
    fc.assert(
      fc.property(side, side, side, fc.array(hole, { maxLength: 6 }), (x, y, z, holes) => {
        expect(suspectUnit('mm', [x, y, z], holes)).toBeUndefined()
      }),
    )
  })
})
