import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
import { modelsIn, type Recipe } from '@/core/ground/recipe'
import { facetBytes, facetsFrom, meshOf, MissingModel, takeModelsFrom } from '.'

describe('facets as bytes', () => {
  it('come back as they went, number by number', () => {
    const numbers = fc.array(fc.float({ noNaN: true, noDefaultInfinity: true }), {
      minLength: 3,
      maxLength: 30,
    })
    fc.assert(
      fc.property(
        numbers,
        fc.array(fc.nat(1e6), { minLength: 1, maxLength: 12 }),
        (corners, ends) => {
          const positions = Float32Array.from(corners)
          const triangles = Uint32Array.from(ends.flatMap((n) => [n, n + 1, n + 2]))
          const faceOf = Uint32Array.from(ends)
          const bytes = facetBytes({ positions, triangles, faceOf })
          const read = facetsFrom(new Uint8Array(bytes).buffer)
          expect([...read.positions]).toEqual([...positions])
          expect([...read.triangles]).toEqual([...triangles])
          expect([...read.faceOf]).toEqual([...faceOf])
        },
      ),
    )
  })
})

const MODEL: Recipe<'part'> = {
  kind: 'model',
  digest: 'c'.repeat(64),
  body: 2,
  times: 25.4,
  by: { rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)], shift: point(10, 0, 0) },
  low: point(10, 0, 0),
  high: point(10 + 25.4, 25.4, 25.4),
}

describe('a body of a file in a recipe', () => {
  it('is found however deep it lies in it', () => {
    const box: Recipe<'part'> = { kind: 'box', low: point(0, 0, 0), high: point(1, 1, 1) }
    const deep: Recipe<'part'> = {
      kind: 'cut',
      from: { kind: 'united', of: [box, { kind: 'moved', by: MODEL.by as never, of: MODEL }] },
      by: [box],
    }
    expect(modelsIn(deep)).toEqual([MODEL])
    expect(modelsIn(box)).toEqual([])
  })

  it('is asked for once, sized and laid as it says; one that nobody has is said to be missing', async () => {
    const cube = await meshOf({ kind: 'box', low: point(0, 0, 0), high: point(1, 1, 1) })
    let asked = 0
    takeModelsFrom((digest) => {
      asked++
      return Promise.resolve(digest.startsWith('c') ? cube : undefined)
    })
    expect((await meshOf(MODEL)).volumeMm3).toBeCloseTo(25.4 ** 3, 1)
    await meshOf(MODEL)
    expect(asked).toBe(1)
    await expect(meshOf({ ...MODEL, digest: 'd'.repeat(64) })).rejects.toThrow(MissingModel)
  })
})
