import { type FacedMesh } from '@/core/work/solid'

/** Joins vertices that lie at the same place; triangles that thereby have no area are left out. */
export class Welder {
  private readonly known = new Map<string, number>()
  private readonly positions: number[] = []
  private readonly triangles: number[] = []
  private readonly faceOf: number[] = []

  /** Takes the vertices and triangles of one face. */
  add(positions: ArrayLike<number>, triangles: ArrayLike<number>, face: number): void {
    const own = new Map<number, number>()
    const at = (i: number): number => {
      const known = own.get(i)
      if (known !== undefined) return known
      const [x, y, z] = [positions[3 * i], positions[3 * i + 1], positions[3 * i + 2]]
      const vertex = this.vertex(x as number, y as number, z as number)
      own.set(i, vertex)
      return vertex
    }
    for (let t = 0; t < triangles.length; t += 3) {
      const [a, b, c] = [
        at(triangles[t] as number),
        at(triangles[t + 1] as number),
        at(triangles[t + 2] as number),
      ]
      if (a === b || b === c || c === a) continue
      this.triangles.push(a, b, c)
      this.faceOf.push(face)
    }
  }

  private vertex(x: number, y: number, z: number): number {
    const [fx, fy, fz] = [Math.fround(x), Math.fround(y), Math.fround(z)]
    const key = `${fx} ${fy} ${fz}`
    const known = this.known.get(key)
    if (known !== undefined) return known
    const index = this.positions.length / 3
    this.known.set(key, index)
    this.positions.push(fx, fy, fz)
    return index
  }

  mesh(): FacedMesh {
    return {
      positions: Float32Array.from(this.positions),
      triangles: Uint32Array.from(this.triangles),
      faceOf: Uint32Array.from(this.faceOf),
    }
  }
}
