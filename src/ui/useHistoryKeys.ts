'use client'

import { useKeys } from './useKeys'

/** Ctrl Z and Ctrl Y (or Ctrl Shift Z) for a document, outside of text fields. */
export const useHistoryKeys = ({
  redo,
  undo,
}: {
  readonly undo: () => void
  readonly redo: () => void
}): void => useKeys({ 'Ctrl z': undo, 'Ctrl y': redo, 'Ctrl Shift z': redo })
