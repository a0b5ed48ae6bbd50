import { type Axis, type Point, point } from '../../ground/geometry'

/** The six faces of a prismatic part, named as the drawing shows it: X left to right, Y front to back, Z up. */
export const SIDES = ['left', 'right', 'front', 'back', 'bottom', 'top'] as const
export type Side = (typeof SIDES)[number]

interface SideFacts {
  readonly axis: Axis
  readonly sign: 1 | -1
  readonly opposite: Side
  /** In-plane axes as the face is drawn: first across, then up the paper. */
  readonly plane: readonly [Axis, Axis]
}

const FACTS: Readonly<Record<Side, SideFacts>> = {
  left: { axis: 'x', sign: -1, opposite: 'right', plane: ['y', 'z'] },
  right: { axis: 'x', sign: 1, opposite: 'left', plane: ['y', 'z'] },
  front: { axis: 'y', sign: -1, opposite: 'back', plane: ['x', 'z'] },
  back: { axis: 'y', sign: 1, opposite: 'front', plane: ['x', 'z'] },
  bottom: { axis: 'z', sign: -1, opposite: 'top', plane: ['x', 'y'] },
  top: { axis: 'z', sign: 1, opposite: 'bottom', plane: ['x', 'y'] },
}

export const axisOf = (side: Side): Axis => FACTS[side].axis
export const signOf = (side: Side): 1 | -1 => FACTS[side].sign
export const oppositeOf = (side: Side): Side => FACTS[side].opposite
export const planeOf = (side: Side): readonly [Axis, Axis] => FACTS[side].plane

/** Outward unit normal of a face. */
export function normalOf(side: Side): Point<'part'> {
  const { axis, sign } = FACTS[side]
  return point(axis === 'x' ? sign : 0, axis === 'y' ? sign : 0, axis === 'z' ? sign : 0)
}

/** The face whose outward normal points along `axis` with `sign`. */
export function sideAlong(axis: Axis, sign: number): Side {
  const found = SIDES.find(
    (side) => FACTS[side].axis === axis && FACTS[side].sign === (sign < 0 ? -1 : 1),
  )
  if (!found) throw new Error(`no side along ${axis}`)
  return found
}

export const isSide = (text: string): text is Side => (SIDES as readonly string[]).includes(text)
