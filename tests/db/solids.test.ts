import { createHash } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { closeDatabase, findFacets, findSolidFile, keepSolidFile, migrateDatabase } from '@/db'

const fileOf = (text: string) => {
  const bytes = new TextEncoder().encode(text)
  return { digest: createHash('sha256').update(bytes).digest('hex'), name: 'a.step', bytes }
}

describe('files with solids', () => {
  beforeAll(migrateDatabase)
  afterAll(closeDatabase)

  it('are kept byte by byte under their digest, with the facets of each body', async () => {
    const file = fileOf(`solid ${Math.random()}`)
    const facets = [Uint8Array.of(1, 2, 3, 255, 0), new Uint8Array(300_000).fill(7)]
    await keepSolidFile(file, facets)
    const kept = await findSolidFile(file.digest)
    expect(kept?.name).toBe('a.step')
    expect(Buffer.from(kept?.bytes ?? []).equals(file.bytes)).toBe(true)
    expect([...((await findFacets(file.digest, 0)) ?? [])]).toEqual([1, 2, 3, 255, 0])
    expect((await findFacets(file.digest, 1))?.length).toBe(300_000)
    expect(await findFacets(file.digest, 2)).toBeUndefined()
  })

  it('the same file again changes nothing; kept at once by two it is there once', async () => {
    const file = fileOf(`solid ${Math.random()}`)
    await Promise.all([1, 2, 3].map(() => keepSolidFile(file, [Uint8Array.of(9)])))
    await keepSolidFile({ ...file, name: 'other.step' }, [Uint8Array.of(8)])
    expect((await findSolidFile(file.digest))?.name).toBe('a.step')
    expect([...((await findFacets(file.digest, 0)) ?? [])]).toEqual([9])
  })

  it('what is not there is not there', async () => {
    expect(await findSolidFile('0'.repeat(64))).toBeUndefined()
  })
})
