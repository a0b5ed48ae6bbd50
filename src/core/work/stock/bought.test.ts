import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { gapTo } from '../../ground/recipe'
import {
  asBought,
  newPart,
  partIssues,
  partSurfaces,
  type Bought,
  type Feature,
  type Part,
} from '../part'
import { fitSurfacesOf } from '../casting'
import { readLines } from '../say'
import { afterCut, boughtSolid, hasMetal, isRaw, isThere, planeNow, stateAsBought } from '.'

const CAST: Bought = { bought: 'cast', stock: { mm: 2 }, spread: { mm: 0.8 }, toCut: true }

/** A block of 100 × 60 × 40 with features from lines, all of them in the casting. */
function casting(bought: Feature['bought'], ...lines: readonly string[]): Part {
  const bare = newPart('Casting', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } })
  const said = readLines(bare, lines.join('\n'))
  expect(said.left).toEqual([])
  const features = said.part.features.map((feature) => ({ ...feature, bought }))
  return { ...said.part, features }
}

describe('what is in the stock as it comes', () => {
  it('a cored bore is smaller by what is left on it, and is there before it is cut', () => {
    const part = casting(CAST, 'bore 30 H7 through on front, centred')
    const bought = stateAsBought(part)
    const [bore] = part.features
    expect(bore && asBought(bore)).toMatchObject({ diameter: { mm: 26 } })
    expect(isThere(part, bought, 'bore-1') || isThere(part, bought, bore?.id ?? '')).toBe(true)
    // In the core, in its wall, in the metal that is left on it.
    expect(gapTo(boughtSolid(part), point(50, 30, 20))).toBeCloseTo(13, 9)
    expect(gapTo(boughtSolid(part), point(50, 30, 20 + 14))).toBeCloseTo(-1, 9)
    const cut = afterCut(bought, { feature: bore?.id ?? '', pass: 'finish', leave: { mm: 0 } }, 0)
    expect(isRaw(part, bought, bore?.id ?? '')).toBe(true)
    expect(isRaw(part, cut, bore?.id ?? '')).toBe(false)
  })

  it('the floor of a cast step stands over the finished one, and there is metal to stand on', () => {
    const part = casting(CAST, 'step 40 wide 20 deep on top along right')
    const bought = stateAsBought(part)
    const floor = [...partSurfaces(part).values()].find(({ id }) => id.endsWith('.floor'))
    if (floor?.kind !== 'plane') throw new Error('no floor')
    expect(floor.at.z).toBeCloseTo(20, 9)
    expect(planeNow(part, bought, floor).z).toBeCloseTo(22, 9)
    expect(hasMetal(part, bought, floor, floor.at)).toBe(true)
    expect(gapTo(boughtSolid(part), point(80, 30, 22))).toBeCloseTo(0, 9)
  })

  it('what stays as cast is there with nothing left on it', () => {
    const part = casting(
      { ...CAST, toCut: false, stock: { mm: 0 } },
      'slot 20 wide 12 deep on top along front, centred',
    )
    const [slot] = part.features
    expect(slot && asBought(slot)).toBe(slot)
    expect(partIssues(part)).toEqual([])
  })

  it('walls may come otherwise than the floor: less is left on them, or they stay as they come', () => {
    const pocket = 'pocket 40 x 30 15 deep on top, centred'
    const less = casting({ ...CAST, walls: { stock: { mm: 0.5 }, toCut: true } }, pocket)
    expect(less.features[0] && asBought(less.features[0])).toMatchObject({
      across: { mm: 39 },
      up: { mm: 29 },
      extent: { depth: { mm: 13 } },
    })
    const stays = casting({ ...CAST, walls: { stock: { mm: 0 }, toCut: false } }, pocket)
    const id = stays.features[0]?.id ?? ''
    const floor = `${id}.floor`
    const wall = [...partSurfaces(stays).keys()].find((one) => one.startsWith(id) && one !== floor)
    const before = stateAsBought(stays)
    const cut = afterCut(before, { feature: id, pass: 'finish', leave: { mm: 0 } }, 0)
    expect(partIssues(stays)).toEqual([])
    expect([isRaw(stays, before, floor), isRaw(stays, cut, floor)]).toEqual([true, false])
    expect([isRaw(stays, before, wall ?? ''), isRaw(stays, cut, wall ?? '')]).toEqual([true, true])
    // In the fit the floor wants metal, a wall its place.
    const kinds = new Map(fitSurfacesOf(stays).map((one) => [one.id, one]))
    expect(kinds.get(floor)).toMatchObject({ kind: 'cut', aimMm: 2 })
    expect(kinds.get(wall ?? '')).toMatchObject({ kind: 'cast', mostMm: 0.8 })
  })

  it('walls that are not there, and metal on walls that stay, are refused', () => {
    const bore = casting(
      { ...CAST, walls: { stock: { mm: 1 }, toCut: true } },
      'bore 30 through on front, centred',
    )
    expect(partIssues(bore).map(({ code }) => code)).toEqual(['bought.walls'])
    const left = casting(
      { ...CAST, walls: { stock: { mm: 1 }, toCut: false } },
      'pocket 40 x 30 15 deep on top, centred',
    )
    expect(partIssues(left).map(({ code }) => code)).toEqual(['bought.left'])
  })

  it('refuses a core that would be closed, and metal on what stays', () => {
    const closed = casting({ ...CAST, stock: { mm: 16 } }, 'bore 30 through on front, centred')
    expect(partIssues(closed).map(({ code }) => code)).toEqual(['bought.closed'])
    const left = casting({ ...CAST, toCut: false }, 'bore 30 through on front, centred')
    expect(partIssues(left).map(({ code }) => code)).toEqual(['bought.left'])
  })
})
