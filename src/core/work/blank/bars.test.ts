import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newPart, type Part, SIDES } from '../part'
import { barOffer, barOffers, cutFrom, piecesOf } from '.'

const mm = (value: number) => ({ mm: value })
const block = (x: number, y: number, z: number): Part =>
  newPart('Block', { x: mm(x), y: mm(y), z: mm(z) })
const SAWING = { barMm: 3000, kerfMm: 2, gripMm: 40 }

describe('parts out of a bar', () => {
  it('by hand: 100 x 60 x 40 with all faces cut, lengthwise out of flat 65 x 45', () => {
    // 103 for each piece and 2 of kerf; 2960 are there: 28.19.
    const offer = barOffer(
      block(100, 60, 40),
      { form: 'flat', along: 'x', wideMm: 65, thickMm: 45 },
      SAWING,
    )
    expect(offer.pieceMm).toBe(103)
    expect(offer.pieces).toBe(28)
    expect(offer.waste).toBeCloseTo(1 - (28 * 240_000) / (65 * 45 * 3000), 12)
  })

  it('a round bar takes the diagonal of what lies across it', () => {
    const round = barOffers(block(100, 28, 38), SAWING).find(
      ({ along, form }) => form === 'round' && along === 'x',
    )
    // 30 and 40 with their stock: the diagonal is 50.
    expect(round?.wideMm).toBe(50)
  })

  const size = fc.integer({ min: 8, max: 120 })

  it('every bar offered takes the part with stock on each face that is cut, and no more pieces than fit', () => {
    fc.assert(
      fc.property(size, size, size, (x, y, z) => {
        const of = block(x, y, z)
        for (const offer of barOffers(of, SAWING)) {
          const cut = cutFrom(of, offer, SAWING)
          for (const side of SIDES)
            expect(cut.faces[side].stock.mm).toBeGreaterThanOrEqual(1 - 1e-9)
          const used = offer.pieces * (offer.pieceMm + SAWING.kerfMm)
          expect(used).toBeLessThanOrEqual(SAWING.barMm - SAWING.gripMm + 1e-6)
          expect(offer.waste).toBeGreaterThan(0)
        }
      }),
    )
  })

  it('the least wasteful comes first; a longer bar gives no fewer pieces', () => {
    fc.assert(
      fc.property(size, size, size, fc.integer({ min: 300, max: 3000 }), (x, y, z, bar) => {
        const offers = barOffers(block(x, y, z), SAWING)
        offers
          .slice(1)
          .forEach((offer, i) =>
            expect(offer.perPieceMm3).toBeGreaterThanOrEqual(
              (offers[i] as typeof offer).perPieceMm3,
            ),
          )
        const of = (barMm: number): number => piecesOf({ ...SAWING, barMm }, x)
        expect(of(bar + 500)).toBeGreaterThanOrEqual(of(bar))
      }),
    )
  })

  it('nothing comes out of a bar that is too short', () => {
    const offer = barOffer(
      block(100, 60, 40),
      { form: 'flat', along: 'x', wideMm: 65, thickMm: 45 },
      { ...SAWING, barMm: 120 },
    )
    expect([offer.pieces, offer.waste]).toEqual([0, 1])
  })
})
