/**
 * An independent way to seat a body on six contacts: full rotations (Rodrigues), the contact points
 * found anew at each step, Newton with a numerical Jacobian. Shares no code with the engine.
 */
export type V = readonly [number, number, number]

const add = (a: V, b: V): V => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
const sub = (a: V, b: V): V => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: V, b: V): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const cross = (a: V, b: V): V => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const times = (a: V, s: number): V => [a[0] * s, a[1] * s, a[2] * s]

/** Rotates a vector by a rotation vector (axis × angle), exactly. */
export function rotate(by: V, p: V): V {
  const angle = Math.hypot(...by)
  if (angle < 1e-300) return p
  const k = times(by, 1 / angle)
  return add(
    add(times(p, Math.cos(angle)), times(cross(k, p), Math.sin(angle))),
    times(k, dot(k, p) * (1 - Math.cos(angle))),
  )
}

/** A plane of the body: a point on it and its unit outward normal, in body coordinates. */
export interface BodyPlane {
  readonly point: V
  readonly normal: V
}

/** A locator: a fixed point in space that a plane of the body has to pass through. */
export interface Locator {
  readonly point: V
  readonly plane: BodyPlane
}

/** Pose (rotation vector, shift) that puts every plane through its locator. */
export function seatExactly(locators: readonly Locator[]): readonly number[] {
  let pose = [0, 0, 0, 0, 0, 0]
  for (let step = 0; step < 60; step++) {
    const gaps = residuals(locators, pose)
    const jacobian = gaps.map((): number[] => [])
    for (let k = 0; k < 6; k++) {
      const h = k < 3 ? 1e-7 : 1e-5
      const plus = residuals(
        locators,
        pose.map((v, i) => (i === k ? v + h : v)),
      )
      const minus = residuals(
        locators,
        pose.map((v, i) => (i === k ? v - h : v)),
      )
      plus.forEach((value, j) => jacobian[j]?.push((value - (minus[j] ?? 0)) / (2 * h)))
    }
    const change = solve(
      jacobian,
      gaps.map((g) => -g),
    )
    pose = pose.map((v, i) => v + (change[i] ?? 0))
    if (Math.hypot(...change) < 1e-13) break
  }
  return pose
}

/** Distance of each locator from its plane, the plane being carried along by the pose. */
function residuals(locators: readonly Locator[], pose: readonly number[]): number[] {
  const [a = 0, b = 0, c = 0, x = 0, y = 0, z = 0] = pose
  return locators.map(({ plane, point }) => {
    const at = add(rotate([a, b, c], plane.point), [x, y, z])
    return dot(sub(at, point), rotate([a, b, c], plane.normal))
  })
}

/** Gaussian elimination with pivoting. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0])
  const n = rows.length
  for (let c = 0; c < n; c++) {
    const pivot = rows
      .slice(c)
      .reduce(
        (best, row, i) => (Math.abs(row[c] ?? 0) > Math.abs(rows[best]?.[c] ?? 0) ? c + i : best),
        c,
      )
    ;[rows[c], rows[pivot]] = [rows[pivot] as number[], rows[c] as number[]]
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const factor = (rows[r]?.[c] ?? 0) / (rows[c]?.[c] ?? 1)
      for (let k = c; k <= n; k++)
        (rows[r] as number[])[k] = (rows[r]?.[k] ?? 0) - factor * (rows[c]?.[k] ?? 0)
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1))
}

export { add, cross, dot, sub, times }
