import * as THREE from 'three'
import { type SkinEdge } from '@/core/work/stock'

/** How near the pointer has to be to an edge, px. */
const NEAR_PX = 5
/** An edge this much behind the surface in front of it, as a share of the way to it, is not meant. */
const BEHIND = 0.004

/** Edges that can be picked in a picture of solids, and those of them that are lit. */
export class EdgePicks {
  readonly shown = new THREE.LineSegments(
    new THREE.BufferGeometry(),
    new THREE.LineBasicMaterial({ depthTest: false, transparent: true }),
  )
  constructor() {
    // Over everything else, also where it is hidden.
    this.shown.renderOrder = 1
  }

  private edges: { readonly id: string; readonly places: readonly THREE.Vector3[] }[] = []

  put(edges: readonly Pick<SkinEdge, 'id' | 'pieces'>[], by: THREE.Matrix4 | undefined): void {
    for (const { id, pieces } of edges) {
      const places = Array.from({ length: pieces.length / 3 }, (_, i) =>
        new THREE.Vector3().fromArray(pieces, 3 * i),
      )
      if (by) for (const place of places) place.applyMatrix4(by)
      this.edges.push({ id, places })
    }
  }

  clear(): void {
    this.edges = []
    this.shown.visible = false
  }

  light(lit: ReadonlySet<string>, colour: THREE.Color): void {
    const places = this.edges.flatMap(({ id, places: of }) => (lit.has(id) ? of : []))
    this.shown.visible = places.length > 0
    this.shown.geometry.dispose()
    this.shown.geometry = new THREE.BufferGeometry().setFromPoints(places)
    this.shown.material.color = colour
  }

  /** The edge nearest to a place of the picture, where one is near and not hidden by what is so far away. */
  near(
    { x, y }: THREE.Vector2,
    camera: THREE.Camera,
    { height, width }: { readonly height: number; readonly width: number },
    hiddenBeyond = Infinity,
  ): string | undefined {
    const toPx = (place: THREE.Vector3): THREE.Vector2 => {
      const p = place.clone().project(camera)
      return new THREE.Vector2(((p.x - x) * width) / 2, ((p.y - y) * height) / 2)
    }
    let [best, nearest]: [string | undefined, number] = [undefined, NEAR_PX]
    for (const { id, places } of this.edges)
      for (let i = 0; i < places.length; i += 2) {
        const [a, b] = [places[i], places[i + 1]]
        if (!a || !b) continue
        const { along, px } = awayFrom(toPx(a), toPx(b))
        if (px >= nearest) continue
        const at = a.clone().lerp(b, along)
        if (at.distanceTo(camera.position) > hiddenBeyond * (1 + BEHIND)) continue
        ;[best, nearest] = [id, px]
      }
    return best
  }
}

/** How far the origin is from a piece, and how far along it that is. */
function awayFrom(
  a: THREE.Vector2,
  b: THREE.Vector2,
): { readonly px: number; readonly along: number } {
  const by = b.clone().sub(a)
  const along = Math.min(1, Math.max(0, -a.dot(by) / Math.max(1e-9, by.lengthSq())))
  return { along, px: a.clone().addScaledVector(by, along).length() }
}
