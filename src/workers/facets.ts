import { type FacedMesh } from '@/core/work/solid'

/** Facets as the server sends them: two counts, corners, triangles, the face of each triangle. */
export function facetsFrom(bytes: ArrayBuffer): FacedMesh {
  const [corners = 0, ends = 0] = new Uint32Array(bytes, 0, 2)
  return {
    positions: new Float32Array(bytes, 8, corners),
    triangles: new Uint32Array(bytes, 8 + 4 * corners, ends),
    faceOf: new Uint32Array(bytes, 8 + 4 * (corners + ends), ends / 3),
  }
}

/** Asks for the facets of a body of a file. */
export async function fetchFacets(digest: string, body: number): Promise<FacedMesh | undefined> {
  const answer = await fetch(`/api/facets/${digest}/${body}`).catch(() => undefined)
  return answer?.ok ? facetsFrom(await answer.arrayBuffer()) : undefined
}
