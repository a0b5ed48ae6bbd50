'use client'

import { useEffect } from 'react'

/** Ctrl Z and Ctrl Y (or Ctrl Shift Z) for a document, outside of text fields. */
export function useHistoryKeys({
  redo,
  undo,
}: {
  readonly undo: () => void
  readonly redo: () => void
}): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey)) return
      if (event.target instanceof HTMLInputElement && event.target.type === 'text') return
      const key = event.key.toLowerCase()
      if (key === 'z' || key === 'y') {
        event.preventDefault()
        if (key === 'y' || event.shiftKey) redo()
        else undo()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [redo, undo])
}
