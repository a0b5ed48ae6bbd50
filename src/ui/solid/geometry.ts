import * as THREE from 'three'
import { creasesOf, type Mesh } from '@/core/ground/mesh'

/** Facets that turn from each other by more than this have an edge drawn between them: the cosine of 20°. */
const EDGE_COS = 0.94

/** A mesh with corners of its own for every triangle, so that each is flat and has a colour of its own. */
export function flatGeometry({ positions, triangles }: Mesh): THREE.BufferGeometry {
  const corners = new Float32Array(3 * triangles.length)
  const normals = new Float32Array(3 * triangles.length)
  for (let i = 0; i < triangles.length; i++) {
    const from = 3 * (triangles[i] as number)
    for (let k = 0; k < 3; k++) corners[3 * i + k] = positions[from + k] as number
  }
  // Figure by figure: it runs but once for a body, before anything has been compiled.
  const side = (t: number, corner: number, k: number): number =>
    (corners[t + 3 * corner + k] as number) - (corners[t + k] as number)
  for (let t = 0; t < corners.length; t += 9) {
    const x = side(t, 1, 1) * side(t, 2, 2) - side(t, 1, 2) * side(t, 2, 1)
    const y = side(t, 1, 2) * side(t, 2, 0) - side(t, 1, 0) * side(t, 2, 2)
    const z = side(t, 1, 0) * side(t, 2, 1) - side(t, 1, 1) * side(t, 2, 0)
    const size = Math.sqrt(x * x + y * y + z * z) || 1
    for (let k = t; k < t + 9; k += 3) {
      normals[k] = x / size
      normals[k + 1] = y / size
      normals[k + 2] = z / size
    }
  }
  return new THREE.BufferGeometry()
    .setAttribute('position', new THREE.BufferAttribute(corners, 3))
    .setAttribute('normal', new THREE.BufferAttribute(normals, 3))
}

/** The edges of a mesh as pieces of line. */
export function creaseGeometry(mesh: Mesh): THREE.BufferGeometry {
  const ends = creasesOf(mesh, EDGE_COS).flatMap(({ from, to }) => [from, to])
  const places = Float32Array.from(ends.flatMap(({ x, y, z }) => [x, y, z]))
  return new THREE.BufferGeometry().setAttribute('position', new THREE.BufferAttribute(places, 3))
}
