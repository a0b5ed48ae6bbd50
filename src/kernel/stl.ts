import { type SolidMesh } from './mesh'

const HEADER_BYTES = 80
const FACET_BYTES = 50

/**
 * A mesh as binary STL: a header of 80 bytes, the count, then 50 bytes a facet (normal, three corners,
 * two bytes of nothing), little end first. Facets of which two corners fall together in single precision are left out. Lengths in mm, which the format itself does not say.
 * Source: 3D Systems, Stereolithography Interface Specification, 1989 (cited from memory).
 */
export function stlOf({ positions, triangles }: SolidMesh, title: string): Uint8Array {
  const corner = (n: number): Triple => {
    const at = 3 * (triangles[n] as number)
    return [positions[at] as number, positions[at + 1] as number, positions[at + 2] as number]
  }
  const facets = Array.from(
    { length: triangles.length / 3 },
    (_, i) => [corner(3 * i), corner(3 * i + 1), corner(3 * i + 2)] as const,
  ).filter(([a, b, c]) => !isSame(a, b) && !isSame(b, c) && !isSame(c, a))
  const count = facets.length
  const bytes = new Uint8Array(HEADER_BYTES + 4 + FACET_BYTES * count)
  // A header that begins with "solid" is taken for the text form.
  const words = new TextEncoder().encode(`mm; ${title}`).subarray(0, HEADER_BYTES)
  bytes.set(words)
  const view = new DataView(bytes.buffer)
  view.setUint32(HEADER_BYTES, count, true)
  for (const [i, [a, b, c]] of facets.entries()) {
    const at = HEADER_BYTES + 4 + FACET_BYTES * i
    ;[normalOf(a, b, c), a, b, c].forEach((values, k) =>
      values.forEach((value, j) => view.setFloat32(at + 12 * k + 4 * j, value, true)),
    )
  }
  return bytes
}

type Triple = readonly [number, number, number]

const isSame = (a: Triple, b: Triple): boolean => a.every((value, k) => value === b[k])

function normalOf(a: Triple, b: Triple, c: Triple): Triple {
  const [ux, uy, uz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const [vx, vy, vz] = [c[0] - a[0], c[1] - a[1], c[2] - a[2]]
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
  const length = Math.hypot(x, y, z) || 1
  return [x / length, y / length, z / length]
}
