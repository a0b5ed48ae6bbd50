import fc from 'fast-check'
import * as THREE from 'three'
import { describe, expect, it } from 'vitest'
import { type Frame, type Motion, point } from '@/core/ground/geometry'
import { type Mesh } from '@/core/ground/mesh'
import { EdgePicks } from './edgePicks'
import { boundsOf, flatGeometry, matrixOf } from './geometry'

const figure = fc.integer({ min: -30_000, max: 30_000 }).map((n) => n / 1000)
const place = fc.tuple(figure, figure, figure)

/** Triangles that share some of their corners. */
const meshes = fc
  .tuple(
    fc.array(place, { minLength: 4, maxLength: 30 }),
    fc.array(fc.nat(), { minLength: 9, maxLength: 90 }),
  )
  .map(([places, corners]): Mesh => ({
    positions: Float32Array.from(places.flat()),
    triangles: Uint32Array.from(
      corners.slice(0, 3 * Math.floor(corners.length / 3)).map((n) => n % places.length),
    ),
  }))

/** A turn about three axes and a shift, as three.js has it and as a motion. */
const motions = fc.tuple(place, place).map(([turn, shift]) => {
  const matrix = new THREE.Matrix4()
    .makeRotationFromEuler(new THREE.Euler(...turn))
    .setPosition(...shift)
  const [a, b, c] = [0, 1, 2].map((row) =>
    point<Frame>(
      matrix.elements[row] ?? 0,
      matrix.elements[row + 4] ?? 0,
      matrix.elements[row + 8] ?? 0,
    ),
  )
  if (!a || !b || !c) throw new Error('three rows')
  const by = { rows: [a, b, c], shift: point(...shift) } as unknown as Motion<Frame, Frame>
  return { matrix, by }
})

describe('what is drawn of a mesh', () => {
  it('corners in their order, and normals as three.js reckons them for flat triangles', () => {
    fc.assert(
      fc.property(meshes, (mesh) => {
        const flat = flatGeometry(mesh)
        const own = new THREE.BufferGeometry()
          .setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3))
          .setIndex(new THREE.BufferAttribute(mesh.triangles, 1))
          .toNonIndexed()
        own.computeVertexNormals()
        expect(flat.getAttribute('position').array).toEqual(own.getAttribute('position').array)
        const [is, as] = [flat.getAttribute('normal'), own.getAttribute('normal')]
        for (let i = 0; i < is.count; i++) {
          // Of next to no area the way it looks is anybody's guess.
          const [a, b, c] = [0, 1, 2].map((k) =>
            new THREE.Vector3().fromBufferAttribute(flat.getAttribute('position'), i - (i % 3) + k),
          )
          if (!a || !b || !c || b.sub(a).cross(c.sub(a)).length() < 1e-2) continue
          expect(is.getX(i)).toBeCloseTo(as.getX(i), 4)
          expect(is.getY(i)).toBeCloseTo(as.getY(i), 4)
          expect(is.getZ(i)).toBeCloseTo(as.getZ(i), 4)
        }
      }),
    )
  })

  it('a motion is the matrix that three.js makes of the same turn and shift', () => {
    fc.assert(
      fc.property(motions, ({ by, matrix }) => {
        matrixOf(by).elements.forEach((value, i) =>
          expect(value).toBeCloseTo(matrix.elements[i] ?? NaN, 9),
        )
      }),
    )
  })

  it('bodies that were moved reach as far as three.js finds in the scene', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(meshes, motions), { minLength: 1, maxLength: 4 }), (all) => {
        const group = new THREE.Group()
        for (const [mesh, { matrix }] of all) {
          const shown = new THREE.Mesh(
            new THREE.BufferGeometry().setAttribute(
              'position',
              new THREE.BufferAttribute(mesh.positions, 3),
            ),
          )
          shown.applyMatrix4(matrix)
          group.add(shown)
        }
        const wanted = new THREE.Box3().setFromObject(group, true)
        const bounds = boundsOf(all.map(([mesh, { by }]) => ({ mesh, by })))
        for (const axis of ['x', 'y', 'z'] as const) {
          expect(bounds.min[axis]).toBeCloseTo(wanted.min[axis], 6)
          expect(bounds.max[axis]).toBeCloseTo(wanted.max[axis], 6)
        }
      }),
    )
    expect(boundsOf([]).isEmpty()).toBe(true)
  })
})

describe('an edge under the pointer', () => {
  const box = { width: 800, height: 600 }
  const camera = new THREE.PerspectiveCamera(30, box.width / box.height, 1, 1000)
  camera.position.set(0, 0, 100)
  camera.lookAt(0, 0, 0)
  camera.updateMatrixWorld()
  /** Where a place is seen, from −1 to 1. */
  const seen = (x: number, y: number, z: number): THREE.Vector2 => {
    const p = new THREE.Vector3(x, y, z).project(camera)
    return new THREE.Vector2(p.x, p.y)
  }
  const px = ({ x, y }: THREE.Vector2, right: number, up: number): THREE.Vector2 =>
    new THREE.Vector2(x + (2 * right) / box.width, y + (2 * up) / box.height)
  const picks = (): EdgePicks => {
    const made = new EdgePicks()
    made.put([{ id: 'level', pieces: Float32Array.of(-10, 0, 0, 10, 0, 0) }], undefined)
    made.put(
      [{ id: 'upright', pieces: Float32Array.of(0, -10, 0, 0, 10, 0) }],
      new THREE.Matrix4().makeTranslation(5, 0, 0),
    )
    return made
  }

  it('is the nearest within a few dots, and none further off or past its end', () => {
    const made = picks()
    expect(made.near(px(seen(-6, 0, 0), 0, 4), camera, box)).toBe('level')
    expect(made.near(px(seen(-6, 0, 0), 0, 6), camera, box)).toBeUndefined()
    expect(made.near(px(seen(-10, 0, 0), -6, 0), camera, box)).toBeUndefined()
    // Where the two cross, the one that is nearer.
    expect(made.near(px(seen(5, 0, 0), 3, 1), camera, box)).toBe('level')
    expect(made.near(px(seen(5, 0, 0), 1, 3), camera, box)).toBe('upright')
  })

  it('is not one that a surface hides', () => {
    const made = picks()
    const at = seen(-6, 0, 0)
    const away = Math.hypot(6, 100)
    expect(made.near(at, camera, box, away)).toBe('level')
    expect(made.near(at, camera, box, away - 2)).toBeUndefined()
  })

  it('lit ones are drawn with all their pieces, others not', () => {
    const made = picks()
    made.light(new Set(['upright']), new THREE.Color(1, 0, 0))
    expect(made.shown.visible).toBe(true)
    expect(Array.from(made.shown.geometry.getAttribute('position').array)).toEqual([
      5, -10, 0, 5, 10, 0,
    ])
    made.light(new Set(), new THREE.Color(1, 0, 0))
    expect(made.shown.visible).toBe(false)
    made.clear()
    expect(made.near(seen(-6, 0, 0), camera, box)).toBeUndefined()
  })
})
