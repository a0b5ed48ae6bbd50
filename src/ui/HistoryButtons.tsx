'use client'

import { Redo2, Undo2 } from 'lucide-react'

interface HistoryButtonsProps {
  readonly canUndo: boolean
  readonly canRedo: boolean
  readonly undo: () => void
  readonly redo: () => void
}

export function HistoryButtons({ canRedo, canUndo, redo, undo }: HistoryButtonsProps) {
  const look =
    'grid size-8 cursor-pointer place-items-center rounded-md hover:bg-white/10 disabled:cursor-default disabled:opacity-40'
  return (
    <span className="flex">
      <button
        type="button"
        className={look}
        disabled={!canUndo}
        onClick={undo}
        aria-label="Take back"
      >
        <Undo2 className="size-4" aria-hidden />
      </button>
      <button
        type="button"
        className={look}
        disabled={!canRedo}
        onClick={redo}
        aria-label="Do again"
      >
        <Redo2 className="size-4" aria-hidden />
      </button>
    </span>
  )
}
