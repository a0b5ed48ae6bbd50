import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { type AxisSurface, betweenSurfaces, newPart, partSurfaces, type PlaneSurface } from '.'

const mm = (value: number) => ({ mm: value })
const sides = partSurfaces(newPart('Block', { x: mm(90), y: mm(50), z: mm(30) }))
const side = (id: string) => {
  const found = sides.get(id)
  if (!found) throw new Error(id)
  return found
}

const plane = (lean: number): PlaneSurface => ({
  kind: 'plane',
  id: 'slant',
  owner: 'slant',
  at: point(3, 4, 5),
  normal: point(Math.sin(lean), 0, Math.cos(lean)),
  corners: [],
})
const axis = (from: readonly [number, number, number], to: typeof from): AxisSurface => ({
  kind: 'axis',
  id: 'hole.1',
  owner: 'hole',
  from: point(...from),
  to: point(...to),
  diameterMm: 5,
})

describe('what lies between two surfaces', () => {
  it.each([
    ['left', 'right', 90],
    ['front', 'back', 50],
    ['bottom', 'top', 30],
  ])('%s and %s are as far apart as the block is large', (a, b, apart) => {
    expect(betweenSurfaces(side(a), side(b))).toEqual({ kind: 'apart', mm: apart })
  })

  it('faces beside each other are square', () => {
    expect(betweenSurfaces(side('left'), side('top'))).toEqual({
      kind: 'angle',
      rad: expect.closeTo(Math.PI / 2, 12),
    })
  })

  it('a face that leans, leans so', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: Math.PI / 2, noNaN: true }), (lean) => {
        const found = betweenSurfaces(plane(lean), side('top'))
        expect(found).toEqual({ kind: 'angle', rad: expect.closeTo(lean, 9) })
      }),
    )
  })

  it('an axis stands over a face that it runs along; into one that it enters there is an angle', () => {
    const along = axis([0, 10, 12], [80, 10, 12])
    expect(betweenSurfaces(along, side('bottom'))).toEqual({ kind: 'apart', mm: 12 })
    expect(betweenSurfaces(along, side('left'))).toEqual({
      kind: 'angle',
      rad: expect.closeTo(Math.PI / 2, 9),
    })
  })

  it('axes: beside each other, crossing at a distance, leaning', () => {
    const a = axis([0, 0, 0], [0, 0, -20])
    expect(betweenSurfaces(a, axis([3, 4, 0], [3, 4, -9]))).toEqual({ kind: 'apart', mm: 5 })
    expect(betweenSurfaces(a, axis([-9, 7, -5], [9, 7, -5]))).toEqual({
      kind: 'apart',
      mm: 7,
      isSquare: true,
    })
    expect(betweenSurfaces(a, axis([0, 0, 0], [0, 10, -10]))).toEqual({
      kind: 'angle',
      rad: expect.closeTo(Math.PI / 4, 9),
    })
  })

  it('is the same whichever of the two was picked first', () => {
    const all = [...sides.values(), plane(0.3), axis([1, 2, 3], [4, 5, 6])]
    for (const a of all)
      for (const b of all) {
        const [one, other] = [betweenSurfaces(a, b), betweenSurfaces(b, a)]
        const of = (found: typeof one) => ('mm' in found ? found.mm : found.rad)
        expect(other.kind).toBe(one.kind)
        expect(of(other)).toBeCloseTo(of(one), 9)
      }
  })
})
