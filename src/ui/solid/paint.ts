import * as THREE from 'three'
import { type RayBoxes } from '@/core/ground/mesh'

/** Names that are picked, which of them each triangle has, and the boxes by which they are met. */
export interface Skinned {
  readonly boxes: RayBoxes
  readonly refs: readonly string[]
  readonly refOf: ArrayLike<number>
}

/** A colour of the page by its name. */
export const token = (name: string): THREE.Color =>
  new THREE.Color(
    getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#ccc',
  )

/** Each triangle in the tone of what it stands for. */
export function paint(
  geometry: THREE.BufferGeometry,
  skin: Skinned | undefined,
  lit: ReadonlySet<string>,
  chosen: string | undefined,
): void {
  const [plain, warm, strong, unknown] = ['--front', '--tint', '--blue', '--raw'].map(token) as [
    THREE.Color,
    THREE.Color,
    THREE.Color,
    THREE.Color,
  ]
  const owner = (ref: string): string => ref.split('.')[0] ?? ref
  const tones = (skin?.refs ?? []).map((ref) =>
    ref === chosen || owner(ref) === chosen
      ? strong
      : lit.has(ref) || lit.has(owner(ref))
        ? warm
        : ref.startsWith('rest-')
          ? unknown
          : plain,
  )
  const colours = geometry.getAttribute('color') as THREE.BufferAttribute
  const array = colours.array as Float32Array
  for (let t = 0; t < array.length / 9; t++) {
    const { b, g, r } = tones[skin?.refOf[t] ?? -1] ?? plain
    for (let k = 0; k < 9; k += 3) {
      array[9 * t + k] = r
      array[9 * t + k + 1] = g
      array[9 * t + k + 2] = b
    }
  }
  colours.needsUpdate = true
}
