import { describe, expect, it } from 'vitest'
import { BoxGeometry, CylinderGeometry, EdgesGeometry } from 'three'
import { norm, subtract } from '../geometry'
import { creasesOf, type Mesh } from '.'

const COS_20 = Math.cos(Math.PI / 9)

/** A body of the renderer's own, whose corners are not shared between its faces. */
const meshOf = ({ attributes, index }: BoxGeometry | CylinderGeometry): Mesh => ({
  positions: Float32Array.from(attributes.position?.array ?? []),
  triangles: Uint32Array.from(index?.array ?? []),
})

const lengthsOf = (mesh: Mesh): readonly number[] =>
  creasesOf<'part'>(mesh, COS_20)
    .map(({ from, to }) => norm(subtract(to, from)))
    .sort((a, b) => a - b)

describe('the creases of a mesh', () => {
  it('are the twelve edges of a box, and not the diagonals of its faces', () => {
    const lengths = lengthsOf(meshOf(new BoxGeometry(10, 20, 30, 1, 2, 3)))
    expect(lengths.reduce((sum, mm) => sum + mm, 0)).toBeCloseTo(4 * (10 + 20 + 30), 3)
    for (const { outs } of creasesOf<'part'>(meshOf(new BoxGeometry(10, 20, 30)), COS_20))
      expect(Math.abs(outs[0].x + outs[0].y + outs[0].z)).toBeCloseTo(1, 6)
  })

  it('are those that the renderer finds, where facets of a round turn by less and by more', () => {
    for (const sides of [6, 12, 17, 19, 40]) {
      const round = new CylinderGeometry(7, 7, 11, sides)
      const places = new EdgesGeometry(round, 20).getAttribute('position').array
      const theirs: number[] = []
      for (let i = 0; i < places.length; i += 6)
        theirs.push(
          Math.hypot(...[0, 1, 2].map((k) => (places[i + k] ?? 0) - (places[i + 3 + k] ?? 0))),
        )
      theirs.sort((a, b) => a - b)
      const ours = lengthsOf(meshOf(round))
      expect(ours).toHaveLength(theirs.length)
      ours.forEach((mm, i) => expect(mm).toBeCloseTo(theirs[i] ?? 0, 4))
    }
  })
})
