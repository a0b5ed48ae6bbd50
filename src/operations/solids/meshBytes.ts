import { type FacedMesh } from '@/core/work/solid'

/** Facets as bytes: how many numbers of corners, how many of triangles, then both and the face of each triangle; little end first. */
export function meshBytes({ faceOf, positions, triangles }: FacedMesh): Uint8Array {
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
