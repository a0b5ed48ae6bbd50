'use client'

import { useEffect, useRef } from 'react'
import { isTyping } from '@/ui/KeysHelp'

interface WayKeys {
  readonly onStep: (by: -1 | 1) => void
  readonly onMove: (by: -1 | 1) => void
  readonly onRequirement: (by: -1 | 1) => void
  readonly onTurn: () => void
  readonly onAdd: () => void
  readonly onAnswer: () => void
}

/** The keys of the way view, outside of fields and dialogs. */
export function useWayKeys(keys: WayKeys): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const inside =
        event.target instanceof HTMLElement &&
        event.target.closest('[role="dialog"], [aria-roledescription="sortable"]')
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || inside) return
      const act = actionOf(event, latest.current)
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}

function actionOf(event: KeyboardEvent, keys: WayKeys): (() => void) | undefined {
  switch (event.key) {
    case '[':
      return () => keys.onStep(-1)
    case ']':
      return () => keys.onStep(1)
    case '{':
      return () => keys.onMove(-1)
    case '}':
      return () => keys.onMove(1)
    case 'ArrowUp':
      return () => keys.onRequirement(-1)
    case 'ArrowDown':
      return () => keys.onRequirement(1)
    case 't':
      return keys.onTurn
    case 'n':
      return keys.onAdd
    case 'w':
      return keys.onAnswer
    default:
      return undefined
  }
}
