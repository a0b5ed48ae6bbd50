'use client'

import { nanoid } from 'nanoid'
import { useCallback, useMemo, useState } from 'react'
import {
  type EntryBody,
  type PieceState,
  pieceState,
  silenceOf,
  type RunEntry,
  type RunStep,
} from '@/core/paper/run'
import { call } from '@/ui/api'
import { type OutboxState, useOutbox } from '@/ui/useOutbox'

export interface RunWork {
  readonly entries: readonly RunEntry[]
  readonly state: PieceState
  readonly kept: OutboxState
  /** How many entries wait on this device. */
  readonly waiting: number
  enter(body: EntryBody, who: string): void
}

/** What happens to a piece: each entry is shown at once, kept on the device, and sent. */
export function useRun(
  runId: string,
  piece: number,
  steps: readonly RunStep[],
  initial: readonly RunEntry[],
): RunWork {
  const [entries, setEntries] = useState(initial)
  const [waiting, setWaiting] = useState(0)
  const withEntry = (entry: RunEntry) => (all: readonly RunEntry[]) =>
    all.some(({ id }) => id === entry.id) ? all : [...all, entry]
  const { push, state: kept } = useOutbox<RunEntry, readonly RunEntry[]>(`foothold:run:${runId}`, {
    send: (entry) => call(`/api/runs/${runId}/entries`, 'POST', entry),
    show: (entry) => {
      setWaiting((n) => n + 1)
      setEntries(withEntry(entry))
    },
    taken: (all, isLast) => {
      setWaiting((n) => Math.max(0, n - 1))
      if (isLast) setEntries(all)
    },
    refused: ({ id }) => {
      setWaiting((n) => Math.max(0, n - 1))
      setEntries((all) => all.filter((entry) => entry.id !== id))
    },
    refresh: () => call(`/api/runs/${runId}/entries`, 'GET'),
  })
  const enter = useCallback(
    (body: EntryBody, who: string): void => {
      const now = Date.now()
      const add = (own: EntryBody): void => push({ id: nanoid(16), piece, who, at: now, body: own })
      const silence = silenceOf(entries, piece, now)
      // A long time in which nothing was entered counts as work only when somebody says so.
      if (silence > 0 && 'step' in body && window.confirm(askedAfter(silence)))
        add({ kind: 'worked', step: body.step })
      add(body)
    },
    [entries, piece, push],
  )
  const state = useMemo(() => pieceState(steps, entries, piece), [entries, piece, steps])
  return { entries, state, kept, waiting, enter }
}

const askedAfter = (seconds: number): string => {
  const minutes = Math.round(seconds / 60)
  return `Nothing was entered for ${Math.floor(minutes / 60)} h ${minutes % 60} min. Was this piece worked on all that time? Cancel: it was not.`
}
