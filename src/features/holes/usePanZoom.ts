'use client'

import { type PointerEvent, type RefObject, useRef, useState, type WheelEvent } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'

/** How a plane in mm lies on the screen: y upwards, `top` where it is nought. */
export interface View {
  readonly scale: number
  readonly left: number
  readonly top: number
}

const [LEAST_SCALE, MOST_SCALE] = [0.05, 400]
/** A finger or mouse that moves less than this has only touched, px. */
const STILL_PX = 4

/** A view about a place of the screen, brought closer by a factor. */
function closer(view: View, factor: number, [px, py]: readonly [number, number]): View {
  const scale = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, view.scale * factor))
  const by = scale / view.scale
  return { scale, left: px - by * (px - view.left), top: py - by * (py - view.top) }
}

/**
 * Moves a view with one finger or the mouse, brings it closer with two fingers or the wheel; a touch that
 * moved nothing is a pick.
 *
 * @param fitted the whole of it, shown until it is moved and after `reset`
 */
export function usePanZoom(
  box: RefObject<HTMLElement | null>,
  fitted: View,
  onPick: (at: PlanePoint, view: View) => void,
) {
  const [moved, setMoved] = useState<View>()
  const view = moved ?? fitted
  const fingers = useRef(new Map<number, readonly [number, number]>())
  const drag = useRef<{
    readonly view: View
    readonly middle: readonly [number, number]
    readonly apart: number
    isMove: boolean
  }>(undefined)

  const placeOf = (event: { clientX: number; clientY: number }): readonly [number, number] => {
    const rect = box.current?.getBoundingClientRect()
    return [event.clientX - (rect?.left ?? 0), event.clientY - (rect?.top ?? 0)]
  }
  /** Where the fingers are, and how far apart: one has no distance. */
  const grip = (): { middle: readonly [number, number]; apart: number } => {
    const [[x0, y0] = [0, 0], second] = [...fingers.current.values()]
    if (!second) return { middle: [x0, y0], apart: 0 }
    const [x1, y1] = second
    return { middle: [(x0 + x1) / 2, (y0 + y1) / 2], apart: Math.hypot(x1 - x0, y1 - y0) }
  }
  const begin = (isMove: boolean): void => {
    drag.current = { view, ...grip(), isMove }
  }
  const hands = {
    onPointerDown: (event: PointerEvent): void => {
      fingers.current.set(event.pointerId, placeOf(event))
      event.currentTarget.setPointerCapture(event.pointerId)
      begin(fingers.current.size > 1)
    },
    onPointerMove: (event: PointerEvent): void => {
      const from = drag.current
      if (!from || !fingers.current.has(event.pointerId)) return
      fingers.current.set(event.pointerId, placeOf(event))
      const { apart, middle } = grip()
      const [dx, dy] = [middle[0] - from.middle[0], middle[1] - from.middle[1]]
      if (!from.isMove && Math.hypot(dx, dy) < STILL_PX) return
      from.isMove = true
      const carried = { ...from.view, left: from.view.left + dx, top: from.view.top + dy }
      setMoved(from.apart > 0 && apart > 0 ? closer(carried, apart / from.apart, middle) : carried)
    },
    onPointerUp: (event: PointerEvent): void => {
      const from = drag.current
      fingers.current.delete(event.pointerId)
      if (fingers.current.size > 0) return begin(true)
      drag.current = undefined
      if (!from || from.isMove) return
      const [px, py] = placeOf(event)
      onPick({ x: (px - view.left) / view.scale, y: (view.top - py) / view.scale }, view)
    },
    onPointerCancel: (event: PointerEvent): void => {
      fingers.current.delete(event.pointerId)
      drag.current = undefined
    },
    onWheel: (event: WheelEvent): void =>
      setMoved(closer(view, Math.exp(-event.deltaY / 500), placeOf(event))),
  }
  return { view, hands, reset: (): void => setMoved(undefined) }
}
