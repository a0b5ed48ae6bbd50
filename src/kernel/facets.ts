import { type FacedMesh } from '@/core/work/solid'

/** Facets as bytes: how many numbers of corners, how many of triangles, then both and the face of each triangle; little end first. */
export function facetBytes({ faceOf, positions, triangles }: FacedMesh): Uint8Array {
  const head = Uint32Array.from([positions.length, triangles.length])
  const pieces = [head, positions, triangles, faceOf].map(
    (of) => new Uint8Array(of.buffer, of.byteOffset, of.byteLength),
  )
  const bytes = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    bytes.set(piece, at)
    at += piece.length
  }
  return bytes
}

/** Reads them again. */
export function facetsFrom(bytes: ArrayBuffer): FacedMesh {
  const [corners = 0, ends = 0] = new Uint32Array(bytes, 0, 2)
  return {
    positions: new Float32Array(bytes, 8, corners),
    triangles: new Uint32Array(bytes, 8 + 4 * corners, ends),
    faceOf: new Uint32Array(bytes, 8 + 4 * (corners + ends), ends / 3),
  }
}
