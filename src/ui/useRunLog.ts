'use client'

import { nanoid } from 'nanoid'
import { useCallback, useRef, useState } from 'react'
import { type EntryBody, type RunEntry, type RunLog } from '@/core/paper/run'
import { FORMAT } from '@/core/paper/stored'
import { call } from './api'
import { letGoOfPhoto, sendPhoto } from './photos'
import { type OutboxState, useOutbox } from './useOutbox'

type Waiting = RunEntry & { readonly format: number }

export interface RunLogWork extends RunLog {
  readonly kept: OutboxState
  /** How many entries wait on this device. */
  readonly waiting: number
  enter(piece: number, body: EntryBody, who: string): void
}

/** Who is written down where nobody has said who stands at the device. */
const NOBODY = 'nobody named'

/** What happens in a run: each entry is shown at once, kept on the device, and sent; the id of a way is its run without a release. */
export function useRunLog(runId: string, initial: RunLog): RunLogWork {
  const [log, setLog] = useState(initial)
  const [waiting, setWaiting] = useState(0)
  const one = (change: (entries: readonly RunEntry[]) => readonly RunEntry[]): void =>
    setLog((all) => ({ ...all, entries: change(all.entries) }))
  const path = `/api/runs/${runId}/entries`
  const { push, state: kept } = useOutbox<Waiting, RunLog>(`foothold:run:${runId}`, {
    send: async (entry) => {
      const { body } = entry
      if (body.kind !== 'photo') return call(path, 'POST', entry)
      const sent = await sendPhoto(runId, body.photo)
      if (sent.kind === 'away' || sent.kind === 'refused') return sent
      const answer = await call<RunLog>(path, 'POST', entry)
      if (answer.kind !== 'away') await letGoOfPhoto(body.photo)
      return answer
    },
    show: (entry) => {
      setWaiting((n) => n + 1)
      one((all) => (all.some(({ id }) => id === entry.id) ? all : [...all, entry]))
    },
    taken: (all, isLast) => {
      setWaiting((n) => Math.max(0, n - 1))
      if (isLast) setLog(all)
    },
    refused: ({ id }) => {
      setWaiting((n) => Math.max(0, n - 1))
      one((all) => all.filter((entry) => entry.id !== id))
    },
    refresh: () => call(path, 'GET'),
  })
  const last = useRef(0)
  const enter = useCallback(
    (piece: number, body: EntryBody, who: string): void => {
      // No two at the same moment: they are told in the order in which they happened.
      last.current = Math.max(Date.now(), last.current + 1)
      const at = last.current
      push({ id: nanoid(16), piece, who: who || NOBODY, at, body, format: FORMAT })
    },
    [push],
  )
  return { ...log, kept, waiting, enter }
}
