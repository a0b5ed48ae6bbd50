import { beforeAll, describe, expect, it } from 'vitest'
import { type Solve } from '@/core/chain/fitting'
import { meshVolume } from '@/core/ground/mesh'
import { newPart, type Part, partIssues, type Side } from '@/core/work/part'
import { type Casting, fitMeasured, fitSurfacesOf, newCasting } from '@/core/work/casting'
import { afterCut, boughtSolid, draftMm, skinOf, solidNow, stateAsBought } from '@/core/work/stock'
import { loadSolver, meshOf } from '.'

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

const mm = (value: number) => ({ mm: value })
/** 2° over 40 mm: 1.3968 by hand. */
const RAD = (2 * Math.PI) / 180
const IN_MM = 40 * 0.034921

/** A cast block 100 × 60 × 40; what is said of a side has nothing on it and stays, unless it is said. */
function block(sides: Partial<Record<Side, Partial<Part['faces'][Side]>>>): Part {
  const bare = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
  const faces = Object.fromEntries(
    Object.entries(bare.faces).map(([side, face]) => [
      side,
      {
        ...face,
        bought: 'cast',
        stock: mm(0),
        spread: mm(0.5),
        toCut: false,
        ...sides[side as Side],
      },
    ]),
  ) as Part['faces']
  return { ...bare, faces }
}
const leaning = { draft: { angle: { rad: RAD }, narrow: 'top' } } as const
const volume = async (part: Part, state = stateAsBought(part)): Promise<number> =>
  meshVolume(await meshOf(solidNow(part, state)))

describe('a cast side with its draft', () => {
  it('goes in by the tangent over its length: the wedge is missing, to the cubic millimetre', async () => {
    const part = block({ left: leaning, right: leaning })
    expect(draftMm(part, 'left')).toBeCloseTo(IN_MM, 3)
    expect(draftMm(part, 'front')).toBe(0)
    expect(await volume(part)).toBeCloseTo(100 * 60 * 40 - 2 * ((IN_MM * 40) / 2) * 60, -1)
    const mesh = await meshOf(boughtSolid(part))
    const top = Array.from(mesh.positions).filter((_, i) => i % 3 === 0)
    expect(Math.min(...top)).toBeCloseTo(0, 5)
    // What its facets stand for is known, lean or not.
    const { refOf, refs } = skinOf(part, mesh, undefined, stateAsBought(part))
    expect(refs).toContain('left')
    expect([...refOf].filter((ref) => ref < 0)).toEqual([])
  })

  it('cut, it is where it belongs, and leans no more', async () => {
    const part = block({ left: { ...leaning, stock: mm(3), toCut: true } })
    const before = stateAsBought(part)
    const cut = afterCut(before, { feature: 'left', pass: 'finish', leave: mm(0) }, 0)
    // With 3 left on its wide end, 1.6 is on at the narrow one: all of it comes off.
    expect(await volume(part, before)).toBeCloseTo(103 * 60 * 40 - ((IN_MM * 40) / 2) * 60, -1)
    expect(await volume(part, cut)).toBeCloseTo(100 * 60 * 40, 2)
  })

  it('in the fit a side that stays leans as it was cast; one that is cut does not', () => {
    const part = block({ left: leaning, right: { ...leaning, stock: mm(3), toCut: true } })
    const of = (id: string) => fitSurfacesOf(part).find((one) => one.id === id)
    expect(of('left')).toMatchObject({
      normal: { x: expect.closeTo(-Math.cos(RAD), 9), z: expect.closeTo(Math.sin(RAD), 9) },
    })
    expect(of('right')).toMatchObject({ normal: { x: 1, z: 0 } })
  })

  it('a casting measured on its leaning sides lies where it does: nothing is turned to please them', () => {
    const part = block({ left: leaning, right: leaning, bottom: { stock: mm(2), toCut: true } })
    const places: readonly (readonly [Side, number, number, number])[] = [
      ...[5, 35].flatMap((z) =>
        [10, 50].flatMap((y) => {
          const inward = z * 0.0349208
          return [
            ['left', inward, y, z],
            ['right', 100 - inward, y, z],
          ] as const
        }),
      ),
      ['front', 20, 0, 20],
      ['front', 80, 0, 20],
      ['back', 50, 60, 20],
      ['bottom', 10, 10, -2],
      ['bottom', 90, 10, -2],
      ['bottom', 50, 50, -2],
    ]
    const casting: Casting = {
      ...newCasting('Casting 1'),
      stands: [
        {
          id: 's',
          name: 'on the plate',
          points: places.map(([surface, x, y, z], i) => ({
            id: `p${i}`,
            surface,
            at: { x, y, z },
          })),
        },
      ],
    }
    const plain = block({ bottom: { stock: mm(2), toCut: true } })
    const fits = [part, plain].map((one) => fitMeasured(one, casting, solve))
    const [leant, upright] = fits.map((fit) => (fit.ok ? fit.value : undefined))
    expect(leant?.surfaces.find(({ id }) => id === 'left')?.leastMm).toBeLessThan(0.02)
    // Taken for upright, the same sides look out of place by up to what they lean.
    expect(upright?.surfaces.find(({ id }) => id === 'left')?.leastMm).toBeGreaterThan(0.5)
  })

  it('only a cast side has draft, and not towards itself', () => {
    const codes = (part: Part) => partIssues(part).map(({ code }) => code)
    expect(codes(block({ left: leaning }))).toEqual([])
    expect(codes(block({ left: { ...leaning, bought: 'rolled' } }))).toEqual(['face.draft'])
    const itself = { draft: { angle: { rad: RAD }, narrow: 'right' } } as const
    expect(codes(block({ left: itself }))).toEqual(['face.draft'])
  })
})
