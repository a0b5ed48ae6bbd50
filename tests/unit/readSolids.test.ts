import { describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
import { areaOf, type Mesh, meshVolume, triangleCount, triangleOf } from '@/core/ground/mesh'
import { box, round } from '@/core/ground/recipe'
import { stepOf } from '@/kernel/exact'
import { exactKernel } from '@/operations/solids/read'
import { bodyAsPart, readSolids } from '@/operations/solids/tasks'

describe('a file read again', () => {
  it('under another name is the same solid, called as it was given', async () => {
    const block = { kind: 'box', low: point<'file'>(0, 0, 0), high: point(30, 20, 10) } as const
    const written = stepOf(await exactKernel(), block)
    if (!written.ok) throw new Error(written.issues[0].sentence)
    const { bytes } = written.value
    const named = async (name: string) => {
      const read = await readSolids(bytes, name, {})
      if (!read.ok) throw new Error(read.issues[0].sentence)
      return read.value
    }
    const [first, second] = [await named('block.step'), await named('pad.step')]
    expect([first.name, second.name]).toEqual(['block.step', 'pad.step'])
    expect({ ...second, name: '' }).toEqual({ ...first, name: '' })
    // Facets and all: it was not read a second time.
    expect(second.meshes[0]).toBe(first.meshes[0])
    const part = await bodyAsPart(bytes, 'pad.step', { body: 0, name: 'Pad' })
    expect(part.ok && part.value.model?.file).toBe('pad.step')
  })
})

describe('a plate with many counterbored holes', () => {
  const [ROWS, COLUMNS, PITCH, THICK] = [5, 6, 20, 16]
  const plate = {
    kind: 'cut',
    from: box(point<'file'>(0, 0, 0), point(COLUMNS * PITCH, ROWS * PITCH, THICK)),
    by: Array.from({ length: ROWS * COLUMNS }, (_, i) => {
      const [x, y] = [(0.5 + (i % COLUMNS)) * PITCH, (0.5 + Math.floor(i / COLUMNS)) * PITCH]
      return {
        kind: 'united',
        of: [
          round(point<'file'>(x, y, -1), point(x, y, THICK + 1), 3),
          round(point<'file'>(x, y, THICK - 5), point(x, y, THICK + 1), 6),
        ],
      } as const
    }),
  } as const

  it('is a closed solid, its flats too, and nothing of it is left over', async () => {
    const written = stepOf(await exactKernel(), plate)
    if (!written.ok) throw new Error(written.issues[0].sentence)
    const { bytes } = written.value
    const read = await readSolids(bytes, 'plate.step', {})
    const mesh = read.ok ? read.value.meshes[0] : undefined
    if (!mesh) throw new Error('it was not read')
    const exact = 120 * 100 * THICK - 30 * Math.PI * (9 * (THICK - 5) + 36 * 5)
    expect(written.value.volumeMm3).toBeCloseTo(exact, 3)
    // Facets lie within a round: they take a little less than the holes do, and never more.
    expect(meshVolume(mesh)).toBeGreaterThan(exact)
    expect(meshVolume(mesh)).toBeLessThan(exact * 1.01)
    expect(isClosed(mesh)).toBe(true)
    // Both flats are there, whole.
    const flats = [0, THICK].map((z) => {
      const own = Array.from({ length: triangleCount(mesh) }, (_, t) => t).filter((t) =>
        triangleOf(mesh, t).every((corner) => Math.abs(corner.z - z) < 1e-4),
      )
      expect(new Set(own.map((t) => mesh.faceOf[t])).size).toBe(1)
      return areaOf(mesh, own).mm2
    })
    const left = (radius: number): number => 120 * 100 - 30 * Math.PI * radius ** 2
    expect(Math.abs((flats[0] ?? 0) / left(3) - 1)).toBeLessThan(0.01)
    expect(Math.abs((flats[1] ?? 0) / left(6) - 1)).toBeLessThan(0.02)
    const part = await bodyAsPart(bytes, 'plate.step', { body: 0, name: 'Plate' })
    if (!part.ok) throw new Error(part.issues[0].sentence)
    const { features, model } = part.value
    expect(features.map(({ kind }) => kind)).toEqual(['hole'])
    // It used to say that facets of the holes were metal left standing.
    expect(model?.missing).toEqual({ left: expect.closeTo(0, 0), over: 0 })
  })
})

/** Whether every edge is met as often one way as the other. */
function isClosed({ triangles }: Mesh): boolean {
  const met = new Map<string, number>()
  triangles.forEach((a, i) => {
    const b = triangles[i % 3 === 2 ? i - 2 : i + 1] as number
    const key = a < b ? `${a} ${b}` : `${b} ${a}`
    met.set(key, (met.get(key) ?? 0) + (a < b ? 1 : -1))
  })
  return [...met.values()].every((sum) => sum === 0)
}
