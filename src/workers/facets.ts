import { type FacedMesh } from '@/core/work/solid'
import { facetsFrom } from '@/kernel/facets'

/** Asks for the facets of a body of a file. */
export async function fetchFacets(digest: string, body: number): Promise<FacedMesh | undefined> {
  const answer = await fetch(`/api/facets/${digest}/${body}`).catch(() => undefined)
  return answer?.ok ? facetsFrom(await answer.arrayBuffer()) : undefined
}
