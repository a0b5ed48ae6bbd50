'use client'

import { nanoid } from 'nanoid'
import { useCallback, useState } from 'react'
import { FORMAT } from '@/core/paper/stored'
import { type KeptRecord, type RecordsBySetup, type ZeroRecord } from '@/core/floor/offsets'
import { call } from '@/ui/api'
import { useOutbox } from '@/ui/useOutbox'

interface Waiting {
  readonly id: string
  readonly setup: string
  readonly who: string
  readonly record: ZeroRecord
  readonly format: number
}

/** The readings of a way: each is shown at once, and sent. */
export function useRecords(wayId: string, initial: RecordsBySetup) {
  const [records, setRecords] = useState(initial)
  const [stays, setStays] = useState<string>()

  const outbox = useOutbox<Waiting, RecordsBySetup>(`foothold:zeros:${wayId}`, {
    send: ({ setup, ...body }) => call(`/api/ways/${wayId}/setups/${setup}/zeros`, 'POST', body),
    show: (waiting) => setRecords((all) => withReading(all, waiting)),
    taken: (all, isLast) => isLast && setRecords(all),
    refused: ({ id, setup }) =>
      setRecords((all) => ({
        ...all,
        [setup]: (all[setup] ?? []).filter((reading) => reading.id !== id),
      })),
    refresh: () => call(`/api/ways/${wayId}/zeros`, 'GET'),
  })

  const { push, state } = outbox
  const keep = useCallback(
    (setup: string, record: ZeroRecord, who: string): void =>
      push({ id: nanoid(12), setup, who, record, format: FORMAT }),
    [push],
  )

  const withdraw = useCallback(
    async (id: string): Promise<void> => {
      const answer = await call<RecordsBySetup>(`/api/ways/${wayId}/zeros/${id}`, 'PUT', {
        withdrawn: true,
      })
      setStays(
        answer.kind === 'done'
          ? undefined
          : answer.kind === 'refused'
            ? (answer.issues[0]?.sentence ?? 'It stays.')
            : 'The server does not answer; it stays as it is.',
      )
      if (answer.kind === 'done') setRecords(answer.data)
    },
    [wayId],
  )

  const told =
    state.kind === 'kept'
      ? 'Kept on this device until the server is back.'
      : state.kind === 'refused'
        ? state.sentence
        : stays
  return { records, sentence: told && `▲ ${told}`, keep, withdraw }
}

function withReading(all: RecordsBySetup, waiting: Waiting): RecordsBySetup {
  const there = all[waiting.setup] ?? []
  // Sent by an earlier visit that did not hear of it: the server has it already.
  if (there.some(({ id }) => id === waiting.id)) return all
  const kept: KeptRecord = { ...waiting, takenAt: new Date().toISOString() }
  return { ...all, [waiting.setup]: [...there, kept] }
}
