import { type PointerEvent, useRef, useState } from 'react'
import { type Scene } from '@/core/ground/scene'
import {
  type Movable,
  type MovableClamp,
  movableClamps,
  movables,
  moveClamp,
  moveContact,
  type MovedClamp,
  type MovedContact,
  type PlannedSetup,
} from '@/core/plan/planning'

/** So near on the screen a contact is drawn to what it may lie at, px. */
const REACH_PX = 9

/** A contact or a clamp that is moved by hand. */
export type Moved = MovedContact | MovedClamp

/** A contact or a clamp moved; what it is drawn to as with `moveContact`. */
export const moveEither = (
  planned: PlannedSetup,
  one: Movable | MovableClamp,
  to: { readonly x: number; readonly y: number },
  reachMm: number,
): Moved =>
  'foot' in one ? moveClamp(planned, one, to, reachMm) : moveContact(planned, one, to, reachMm)

/** A contact drawn along with the pointer in a picture from above; it is changed when it is let go. */
export function useContactDrag(
  planned: PlannedSetup,
  scene: Scene,
  onMoved: (moved: Moved) => void,
) {
  const held = useRef<Movable | MovableClamp>(undefined)
  const [moved, setMoved] = useState<Moved>()
  const { frame } = scene
  const placeAt = (event: PointerEvent<HTMLElement>) => {
    const svg = event.currentTarget.querySelector('svg')
    const box = svg?.getBoundingClientRect()
    if (!box || !frame || box.width === 0) return undefined
    const perPx = scene.width / box.width
    return {
      x: ((event.clientX - box.left) * perPx - frame.left) / frame.scale,
      y: (frame.bottom - (event.clientY - box.top) * perPx) / frame.scale,
      reachMm: (REACH_PX * perPx) / frame.scale,
    }
  }
  const letGo = (): void => {
    held.current = undefined
    setMoved(undefined)
  }
  return {
    moved,
    hands: {
      onPointerDown: (event: PointerEvent<HTMLElement>): void => {
        const mark = event.target instanceof Element ? event.target.closest('[data-ref]') : null
        const contact = [...movables(planned), ...movableClamps(planned)].find(
          ({ id }) => id === mark?.getAttribute('data-ref'),
        )
        if (!contact) return
        event.currentTarget.setPointerCapture(event.pointerId)
        held.current = contact
      },
      onPointerMove: (event: PointerEvent<HTMLElement>): void => {
        const at = held.current && placeAt(event)
        // Alt lets it lie anywhere.
        if (held.current && at)
          setMoved(moveEither(planned, held.current, at, event.altKey ? 0 : at.reachMm))
      },
      onPointerUp: (): void => {
        if (moved) onMoved(moved)
        letGo()
      },
      onPointerCancel: letGo,
    },
  }
}
