import fc from 'fast-check'
import { Matrix4, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { applyMotion, point } from '../../ground/geometry'
import { planWay } from '../../plan/planning'
import { type OwnClamping, type Setup, type Way } from '../../plan/way'
import { type Part, planeOf, type Side } from '../../work/part'
import { distance, mm, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { AGAINST_DOWELS, rotary } from '../../../../tests/support/holdingScenes'
import { bright, only } from '../../../../tests/support/perfect'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { type Holding } from '.'

type ContactEdit = OwnClamping['footing']['edits'][number]

const IN_VISE: Holding = {
  kind: 'vise',
  vise: 'vise-125',
  parallels: 'p-12',
  stop: 'left',
  shift: mm(0),
}

describe('laws of any holding', () => {
  /** A block with a hole anywhere, in bright faces. */
  const block = (x: number, y: number): Part => ({
    ...bright({ ...plainBlock(), features: [topHole('d', x, y)] }),
    requirements: [distance('d', 'left'), distance('d', 'back')],
  })

  it('a vise said as a plate with stops gives the same chain: contacts alike, errors alike', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 90 }),
        fc.integer({ min: 10, max: 50 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 40 }),
        (x, y, seats, stored) => {
          const shop = only((w) => ({
            seatMm: seats / 1000,
            vises: w.vises.map((v) => ({
              ...v,
              leanPer100: 0,
              tramPer100: 0,
              bedPer100: 0,
              liftMm: 0,
              stopMm: 0,
              storedMm: stored / 1000,
            })),
            plates: w.plates.map((p) => ({
              ...p,
              differenceMm: 0,
              pinMm: 0,
              linePer100: 0,
              storedMm: stored / 1000,
            })),
          }))
          const part = block(x, y)
          const inSetup = (holding: Holding, edits: readonly ContactEdit[] = []): Way => {
            const own = setup('s-1', 'top', 'back', ['d'], { holding })
            if (own.clamping.kind !== 'own') throw new Error('indexed')
            return way({
              ...own,
              clamping: { ...own.clamping, footing: { lead: 'rest', edits: [...edits] } },
            })
          }
          // The contacts of the vise, each by its place on its face, are those of the plate too.
          const [inVise] = planWay(shop, part, inSetup(IN_VISE)).setups
          const [onPlate] = planWay(shop, part, inSetup(AGAINST_DOWELS)).setups
          const edits = inVise?.contacts.map(({ at, id, surface }): ContactEdit => {
            const [u, v] = planeOf(surface as Side)
            return { id, u: at[u], v: at[v] }
          })
          expect(onPlate?.contacts.map(({ id, surface }) => [id, surface])).toEqual(
            inVise?.contacts.map(({ id, surface }) => [id, surface]),
          )
          const figures = (holding: Holding) =>
            predictionOf(shop, part, inSetup(holding, edits)).requirements.map(({ outcome }) => [
              outcome?.worst.predicted,
              outcome?.likely.predicted,
            ])
          const [vise, plate] = [figures(IN_VISE), figures(AGAINST_DOWELS)]
          vise.forEach((one, i) =>
            one.forEach((figure, k) => expect(plate[i]?.[k]).toBeCloseTo(figure ?? NaN, 9)),
          )
          expect(vise.flat().every((figure) => (figure ?? 0) > 0)).toBe(true)
        },
      ),
      { numRuns: 20 },
    )
  })

  it('shifted along an exact jaw nothing spreads otherwise', () => {
    const shop = only((w) => ({
      seatMm: 0.012,
      vises: w.vises.map((v) => ({ ...v, tramPer100: 0, bedPer100: 0, leanPer100: 0 })),
    }))
    const figures = (by: number) =>
      predictionOf(
        shop,
        block(30, 20),
        way(setup('s-1', 'top', 'back', ['d'], { holding: { ...IN_VISE, shift: mm(by) } })),
      ).requirements.map(({ outcome }) => outcome?.worst.predicted)
    fc.assert(
      fc.property(fc.integer({ min: -10, max: 10 }), (by) => {
        const [here, there] = [figures(0), figures(by)]
        here.forEach((figure, i) => expect(there[i]).toBeCloseTo(figure ?? NaN, 9))
      }),
      { numRuns: 10 },
    )
  })

  it('an indexed setup stands as exact matrices turn it, at 17.5°, 120° and any angle (another library)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('x' as const, 'y' as const),
        fc.oneof(fc.constantFrom(17.5, 120, -90), fc.integer({ min: -175, max: 180 })),
        (along, degrees) => {
          const rad = (degrees * Math.PI) / 180
          const shop = rotary(along)
          const base = setup('s-1', 'top', 'back', ['d'], { holding: IN_VISE })
          const turned: Setup = {
            ...setup('s-2', 'top', 'back', []),
            clamping: { kind: 'indexed', of: 's-1', turn: { rad } },
          }
          const [before, after] = planWay(shop, block(30, 20), way(base, turned)).setups
          if (!before || !after) throw new Error('no setup')
          // A table that turns counter-clockwise about its axis carries the work the same way.
          const matrix =
            along === 'x' ? new Matrix4().makeRotationX(rad) : new Matrix4().makeRotationY(rad)
          for (const corner of [
            point<'part'>(0, 0, 0),
            point<'part'>(100, 0, 40),
            point<'part'>(30, 20, 40),
          ]) {
            const [was, is] = [before, after].map(({ standing }) =>
              applyMotion(standing.setupFromPart, corner),
            )
            const expected = new Vector3(was?.x, was?.y, was?.z).applyMatrix4(matrix)
            expect(
              expected.distanceTo(new Vector3(is?.x ?? NaN, is?.y ?? NaN, is?.z ?? NaN)),
            ).toBeLessThan(1e-9)
          }
        },
      ),
      { numRuns: 40 },
    )
  })
})
