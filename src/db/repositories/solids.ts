import { and, eq } from 'drizzle-orm'
import { database } from '../client'
import { solidBodies, solidFiles } from '../schema'

export interface SolidFileRecord {
  readonly digest: string
  readonly name: string
  readonly bytes: Uint8Array
}

/** Keeps a file and the facets of its bodies; the same file again changes nothing. */
export async function keepSolidFile(
  file: SolidFileRecord,
  facets: readonly Uint8Array[],
): Promise<void> {
  await database().transaction(async (change) => {
    await change.insert(solidFiles).values(file).onConflictDoNothing()
    for (const [body, of] of facets.entries())
      await change
        .insert(solidBodies)
        .values({ digest: file.digest, body, facets: of })
        .onConflictDoNothing()
  })
}

export async function findSolidFile(digest: string): Promise<SolidFileRecord | undefined> {
  const [found] = await database().select().from(solidFiles).where(eq(solidFiles.digest, digest))
  return found
}

export async function findFacets(digest: string, body: number): Promise<Uint8Array | undefined> {
  const [found] = await database()
    .select({ facets: solidBodies.facets })
    .from(solidBodies)
    .where(and(eq(solidBodies.digest, digest), eq(solidBodies.body, body)))
  return found?.facets
}
