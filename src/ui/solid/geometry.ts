import * as THREE from 'three'
import { type Frame, type Motion } from '@/core/ground/geometry'
import { type Mesh } from '@/core/ground/mesh'

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

/** How far bodies reach; their own corners are fewer than those of what is drawn. */
export function boundsOf(
  bodies: readonly { readonly mesh: Mesh; readonly by?: Motion<Frame, Frame> | undefined }[],
): THREE.Box3 {
  const bounds = new THREE.Box3()
  const at = new THREE.Vector3()
  for (const { by, mesh } of bodies) {
    const matrix = by ? matrixOf(by) : new THREE.Matrix4()
    for (let i = 0; i < mesh.positions.length; i += 3)
      bounds.expandByPoint(at.fromArray(mesh.positions, i).applyMatrix4(matrix))
  }
  return bounds
}

export const matrixOf = ({ rows: [a, b, c], shift }: Motion<Frame, Frame>): THREE.Matrix4 =>
  // prettier-ignore
  new THREE.Matrix4(
    a.x, a.y, a.z, shift.x,
    b.x, b.y, b.z, shift.y,
    c.x, c.y, c.z, shift.z,
    0, 0, 0, 1,
  )
