'use client'

import { useLayoutEffect, useRef } from 'react'

/** What keys do, by name: `[`, `ArrowUp`, `Ctrl z`, `Ctrl Shift z`, `Alt q`. */
export type KeyActions = Readonly<Partial<Record<string, () => void>>>

/**
 * The keys of a view. By hand: a plain key is named by what it prints (`[`, `?`, `{`), which lies behind other
 * modifiers on every keyboard, while packages for shortcuts want the modifiers spelled out.
 */
export function useKeys(keys: KeyActions): void {
  const latest = useRef(keys)
  // As the page changes, not after it was painted: a second key that follows at once meets what is shown.
  useLayoutEffect(() => {
    latest.current = keys
  })
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const act = latest.current[nameOf(event)]
      if (!act || isElsewhere(event)) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}

function nameOf({ altKey, code, ctrlKey, key, metaKey, shiftKey }: KeyboardEvent): string {
  // What Alt prints differs from system to system; where the key lies does not.
  if (altKey && !ctrlKey) return `Alt ${code.replace('Key', '').toLowerCase()}`
  if (ctrlKey || metaKey) return `Ctrl ${shiftKey ? 'Shift ' : ''}${key.toLowerCase()}`
  return key
}

const isTyping = (target: HTMLElement): boolean =>
  target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)

/** Whether a key is meant for something else: a field, a dialog, something that is dragged by keys, a button. */
function isElsewhere({ altKey, ctrlKey, key, metaKey, target }: KeyboardEvent): boolean {
  if (!(target instanceof HTMLElement)) return false
  if (altKey) return false
  // Text has a history of its own.
  if (ctrlKey || metaKey) return target instanceof HTMLInputElement && target.type === 'text'
  if (key === 'Enter' && target.closest('button, a')) return true
  return (
    isTyping(target) ||
    target.closest('[role="dialog"], [aria-roledescription="sortable"]') !== null
  )
}
