'use client'

import { useCallback, useMemo } from 'react'
import {
  type EntryBody,
  type PieceState,
  pieceState,
  silenceOf,
  type RunStep,
} from '@/core/paper/run'
import { type RunLogWork } from '@/ui/useRunLog'

export interface RunWork extends Omit<RunLogWork, 'enter'> {
  readonly state: PieceState
  enter(body: EntryBody, who: string): void
}

/** What happens to a piece. */
export function useRun(
  { enter: enterIn, entries, ...log }: RunLogWork,
  piece: number,
  steps: readonly RunStep[],
): RunWork {
  const enter = useCallback(
    (body: EntryBody, who: string): void => {
      const silence = silenceOf(entries, piece, Date.now())
      // A long time in which nothing was entered counts as work only when somebody says so.
      if (silence > 0 && 'step' in body && window.confirm(askedAfter(silence)))
        enterIn(piece, { kind: 'worked', step: body.step }, who)
      enterIn(piece, body, who)
    },
    [enterIn, entries, piece],
  )
  const state = useMemo(() => pieceState(steps, entries, piece), [entries, piece, steps])
  return { ...log, entries, state, enter }
}

const askedAfter = (seconds: number): string => {
  const minutes = Math.round(seconds / 60)
  return `Nothing was entered for ${Math.floor(minutes / 60)} h ${minutes % 60} min. Was this piece worked on all that time? Cancel: it was not.`
}
