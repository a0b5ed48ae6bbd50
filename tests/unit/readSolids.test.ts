import { describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
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
