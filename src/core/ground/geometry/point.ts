/** The frames in use: the part as drawn, a setup as it stands in its holding, the machine's own axes, a file's. */
export type Frame = 'part' | 'setup' | 'machine' | 'file' | 'casting'

declare const frame: unique symbol

/** A position in mm, or a direction, of one frame. A point of another frame is refused by the compiler. */
export interface Point<F extends Frame> {
  readonly x: number
  readonly y: number
  readonly z: number
  readonly [frame]?: F
}

export type Axis = 'x' | 'y' | 'z'
export const AXES: readonly Axis[] = ['x', 'y', 'z']

export const point = <F extends Frame>(x: number, y: number, z: number): Point<F> => ({ x, y, z })

export const add = <F extends Frame>(a: Point<F>, b: Point<F>): Point<F> =>
  point(a.x + b.x, a.y + b.y, a.z + b.z)
export const subtract = <F extends Frame>(a: Point<F>, b: Point<F>): Point<F> =>
  point(a.x - b.x, a.y - b.y, a.z - b.z)
export const scale = <F extends Frame>(a: Point<F>, factor: number): Point<F> =>
  point(a.x * factor, a.y * factor, a.z * factor)
export const dot = <F extends Frame>(a: Point<F>, b: Point<F>): number =>
  a.x * b.x + a.y * b.y + a.z * b.z
export const cross = <F extends Frame>(a: Point<F>, b: Point<F>): Point<F> =>
  point(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x)
export const norm = <F extends Frame>(a: Point<F>): number => Math.hypot(a.x, a.y, a.z)

/** The same position with one coordinate replaced. */
export const withAxis = <F extends Frame>(a: Point<F>, axis: Axis, value: number): Point<F> =>
  point(axis === 'x' ? value : a.x, axis === 'y' ? value : a.y, axis === 'z' ? value : a.z)

/** A position on a face or in the plane of the table, mm; its frame is said where it is used. */
export interface PlanePoint {
  readonly x: number
  readonly y: number
}

export const planeDistance = (a: PlanePoint, b: PlanePoint): number =>
  Math.hypot(a.x - b.x, a.y - b.y)

/** Turns a plane point about the origin, from X towards Y, rad. */
export function turnPlane(p: PlanePoint, angleRad: number): PlanePoint {
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)]
  return { x: c * p.x - s * p.y, y: s * p.x + c * p.y }
}
