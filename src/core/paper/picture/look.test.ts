import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { BOX_TRIANGLES, boxMesh, type BoxSpan } from '../../../../tests/support/meshes'
import { lookAt, type Looking, onSheet } from './look'

/** Boxes with a name of its own for each. */
function boxes(...all: readonly BoxSpan[]) {
  const refOf = Int16Array.from({ length: BOX_TRIANGLES * all.length }, (_, t) =>
    Math.floor(t / BOX_TRIANGLES),
  )
  return { mesh: boxMesh(...all), skin: { refs: all.map((_, n) => `box-${n}`), refOf } }
}

const X = point<'part'>(1, 0, 0)
const Y = point<'part'>(0, 1, 0)
const Z = point<'part'>(0, 0, 1)
const FRONT: Looking = { kind: 'square', axes: [X, Y, Z] }
const SLANTING: Looking = { kind: 'slanting', axes: [X, Y, Z] }

const lengthOf = (
  edges: readonly { from: readonly [number, number]; to: readonly [number, number] }[],
) => edges.reduce((sum, { from, to }) => sum + Math.hypot(to[0] - from[0], to[1] - from[1]), 0)

describe('what is seen of a solid', () => {
  it('from the front a box is its outline, with its back hidden behind it', () => {
    const { mesh, skin } = boxes([
      [0, 0, 0],
      [60, 20, 40],
    ])
    const look = lookAt(mesh, skin, FRONT)
    // Front and back each have an outline of 200; one of them lies behind the other.
    expect(lengthOf(look.edges)).toBeCloseTo(400, 0)
    const seen = lengthOf(look.edges.filter(({ isHidden }) => !isHidden))
    expect(seen).toBeGreaterThanOrEqual(200 - 4)
    expect(look.seen.map(({ ref }) => ref)).toContain('box-0')
  })

  it('the places that are filled make up the area that it covers', () => {
    const { mesh, skin } = boxes([
      [0, 0, 0],
      [60, 20, 40],
    ])
    for (const [looking, area] of [
      [FRONT, 60 * 40],
      // Slanting, three faces at 30°: each is its area times the sine of 60°, and the top 20·60.
      [SLANTING, Math.cos(Math.PI / 6) * (60 * 40 + 20 * 40 + 60 * 20)],
    ] as const) {
      const look = lookAt(mesh, skin, looking)
      const filled = look.places.reduce((sum, place) => sum + (place >= 0 ? 1 : 0), 0)
      expect(Math.abs(filled * look.step ** 2 - area) / area).toBeLessThan(0.03)
    }
  })

  it('what stands behind another is hidden: neither its places nor its edges show', () => {
    const { mesh, skin } = boxes(
      [
        [0, 0, 0],
        [60, 10, 40],
      ],
      [
        [20, 30, 10],
        [40, 50, 30],
      ],
    )
    const look = lookAt(mesh, skin, FRONT)
    const shown = new Set([...look.places].filter((i) => i >= 0).map((i) => look.seen[i]?.ref))
    expect(shown).toEqual(new Set(['box-0']))
    const own = look.edges.filter(({ ref }) => ref === 'box-1')
    expect(own.length).toBeGreaterThan(0)
    expect(own.every(({ isHidden }) => isHidden)).toBe(true)
  })

  it('what is half behind is half seen', () => {
    const { mesh, skin } = boxes(
      [
        [0, 0, 0],
        [50, 10, 40],
      ],
      [
        [30, 30, 10],
        [70, 50, 30],
      ],
    )
    const own = lookAt(mesh, skin, FRONT).edges.filter(
      ({ from, isHidden, ref, to }) => ref === 'box-1' && !isHidden && from[1] === to[1],
    )
    for (const { from, to } of own) expect(Math.min(from[0], to[0])).toBeGreaterThan(50 - 1)
  })

  it('a place comes to lie where the small pictures put it', () => {
    expect(onSheet(FRONT, point(3, 4, 5))).toEqual([3, 5])
    const [u, v] = onSheet(SLANTING, point(3, 4, 5))
    expect(u).toBeCloseTo(7 * Math.cos(Math.PI / 6), 12)
    expect(v).toBeCloseTo(5 - (3 - 4) / 2, 12)
  })
})
