import {
  addSix,
  cross,
  dotSix,
  type Point,
  point,
  scaleSix,
  type Six,
  ZERO_SIX,
} from '../../ground/geometry'
import { decompose } from '../../ground/linalg'

/** Six unit motions: turns of 1 mm at `sizeMm` about the axes through the centre, and shifts. */
export function unitMotions(centre: Point<'part'>, sizeMm: number): readonly Six[] {
  return [point<'part'>(1, 0, 0), point<'part'>(0, 1, 0), point<'part'>(0, 0, 1)].flatMap((e) => {
    const shift = cross(centre, e)
    const turn: Six = [e.x, e.y, e.z, shift.x, shift.y, shift.z]
    const along: Six = [0, 0, 0, e.x, e.y, e.z]
    return [scaleSix(turn, 1 / sizeMm), along]
  })
}

/** The part of a set of motions that rows see, as motions of their own. */
export function seenMotions(
  rows: readonly Six[],
  motions: readonly Six[],
): readonly { readonly motion: Six; readonly coordinates: readonly number[] }[] {
  const n = motions.length
  if (n === 0 || rows.length === 0) return []
  const gram = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  for (const row of rows) {
    const seen = motions.map((m) => dotSix(row, m))
    seen.forEach((a, i) =>
      seen.forEach((b, j) => ((gram[i] as number[])[j] = (gram[i]?.[j] ?? 0) + a * b)),
    )
  }
  const { rightVectors, singularValues } = decompose(gram, n)
  return rightVectors
    .filter((_, i) => (singularValues[i] ?? 0) > 1e-9 * rows.length)
    .map((coordinates) => ({ motion: motionOf(coordinates, motions), coordinates }))
}

const motionOf = (coordinates: readonly number[], basis: readonly Six[]): Six =>
  coordinates.reduce((sum, c, j) => addSix(sum, basis[j] as Six, c), ZERO_SIX)

/**
 * A basis of the motions that are square to some, given by their coordinates in the old basis: for each a
 * reflection that takes it onto one basis motion; the others remain.
 */
export function without(
  basis: readonly Six[],
  some: readonly (readonly number[])[],
): readonly Six[] {
  let left = basis
  let rest = some.map((c) => [...c])
  while (rest.length > 0) {
    const [s = [], ...others] = rest
    const length = Math.hypot(...s)
    const pivot = s.reduce((best, v, i) => (Math.abs(v) > Math.abs(s[best] ?? 0) ? i : best), 0)
    const v = s.map((x, i) => x + (i === pivot ? Math.sign(x) * length : 0))
    const square = v.reduce((sum, x) => sum + x * x, 0)
    const reflected = (c: readonly number[]): number[] => {
      const along = (2 * c.reduce((sum, x, k) => sum + x * (v[k] as number), 0)) / square
      return c.map((x, k) => x - along * (v[k] as number))
    }
    const before = left
    left = before.flatMap((_, i) =>
      i === pivot ? [] : [motionOf(reflected(before.map((__, k) => (i === k ? 1 : 0))), before)],
    )
    rest = others.map((c) => reflected(c).filter((_, i) => i !== pivot))
  }
  return left
}
