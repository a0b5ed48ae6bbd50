import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { newPart, SIDES } from '../part'
import { boughtSolid } from '../stock'
import { cutFromSolid, type OwnStock, pastSide, shiftStock, type StockBody, usualLie } from '.'

const mm = (value: number) => ({ mm: value })
const part = newPart('Part', { x: mm(100), y: mm(60), z: mm(40) })

/** A lump known by two of its corners, in the axes of its file. */
const lump = (x: number, y: number, z: number): StockBody => ({
  digest: 'a'.repeat(64),
  file: 'lump.stl',
  body: 0,
  volumeMm3: x * y * z,
  mesh: { positions: Float32Array.from([0, 0, 0, x, y, z]), triangles: new Uint32Array() },
})
const own = (of: typeof part): OwnStock => {
  if (of.stock?.form !== 'solid') throw new Error('no stock of its own')
  return of.stock
}

describe('stock that is a solid of its own', () => {
  it('lies about the middle of the part, with the same past opposite sides', () => {
    const laid = cutFromSolid(part, lump(110, 70, 48), usualLie(part))
    const past = SIDES.map((side) => pastSide(laid, own(laid), side))
    expect(past).toEqual([5, 5, 5, 5, 4, 4])
    expect(laid.faces.left).toMatchObject({ bought: 'cast', stock: { mm: 5 } })
    expect(boughtSolid(laid)).toMatchObject({ kind: 'model', body: 0, times: 1 })
  })

  it('in inches, and turned by a quarter about Z: its box is as long the other way', () => {
    const rows: OwnStock['rows'] = [
      { x: 0, y: -1, z: 0 },
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 0, z: 1 },
    ]
    const laid = cutFromSolid(part, lump(3, 5, 2), { rows, times: 25.4 })
    const { high, low, volumeMm3 } = own(laid)
    expect(high.x - low.x).toBeCloseTo(5 * 25.4, 4)
    expect(high.y - low.y).toBeCloseTo(3 * 25.4, 4)
    expect(volumeMm3).toBeCloseTo(30 * 25.4 ** 3, 3)
  })

  it('where the part sticks out nothing is left on that side, and it is known by how much', () => {
    const laid = cutFromSolid(part, lump(110, 70, 30), usualLie(part))
    expect(pastSide(laid, own(laid), 'top')).toBeCloseTo(-5, 6)
    expect(laid.faces.top.stock.mm).toBe(0)
  })

  it('moved, what one side loses the other gains', () => {
    const by = fc.double({ min: -20, max: 20, noNaN: true })
    fc.assert(
      fc.property(by, by, by, (x, y, z) => {
        const laid = cutFromSolid(part, lump(150, 110, 90), usualLie(part))
        const moved = shiftStock(laid, own(laid), point(x, y, z))
        for (const [low, high] of [
          ['left', 'right'],
          ['front', 'back'],
          ['bottom', 'top'],
        ] as const) {
          const sum = (of: typeof part): number =>
            pastSide(of, own(of), low) + pastSide(of, own(of), high)
          expect(sum(moved)).toBeCloseTo(sum(laid), 9)
        }
        expect(pastSide(moved, own(moved), 'right')).toBeCloseTo(25 + x, 4)
      }),
    )
  })

  it('a face that was bought cut stays so', () => {
    const faces = { ...part.faces, bottom: { ...part.faces.bottom, bought: 'cut' as const } }
    const laid = cutFromSolid({ ...part, faces }, lump(110, 70, 48), usualLie(part))
    expect(laid.faces.bottom.bought).toBe('cut')
    expect(laid.faces.bottom.spread).toEqual(part.faces.bottom.spread)
  })
})
