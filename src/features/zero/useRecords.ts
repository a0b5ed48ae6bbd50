'use client'

import { nanoid } from 'nanoid'
import { useCallback, useEffect, useRef, useState } from 'react'
import { FORMAT } from '@/core/paper/stored'
import { type KeptRecord, type RecordsBySetup, type ZeroRecord } from '@/core/floor/offsets'
import { call } from '@/ui/api'

interface Waiting {
  readonly id: string
  readonly setup: string
  readonly who: string
  readonly record: ZeroRecord
  readonly format: number
}

const RETRY_MS = 3000

/**
 * The readings of a way. Each is shown at once and sent; while the server is away it waits on the device,
 * across a reload, and goes when the server is back.
 */
export function useRecords(wayId: string, initial: RecordsBySetup) {
  const store = `foothold:zeros:${wayId}`
  const [records, setRecords] = useState(initial)
  const [sentence, setSentence] = useState<string>()
  const queue = useRef<Waiting[]>([])
  const busy = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)

  const show = useCallback((waiting: Waiting) => {
    const kept: KeptRecord = { ...waiting, takenAt: new Date().toISOString() }
    setRecords((all) => {
      const there = all[waiting.setup] ?? []
      // Sent by an earlier visit that did not hear of it: the server has it already.
      if (there.some(({ id }) => id === waiting.id)) return all
      return { ...all, [waiting.setup]: [...there, kept] }
    })
  }, [])

  const send = useCallback(async (): Promise<void> => {
    if (busy.current) return
    busy.current = true
    for (let next = queue.current[0]; next; next = queue.current[0]) {
      const { setup, ...body } = next
      const path = `/api/ways/${wayId}/setups/${setup}/zeros`
      const answer = await call<RecordsBySetup>(path, 'POST', body)
      if (answer.kind === 'away') {
        setSentence('▲ Kept on this device until the server is back.')
        clearTimeout(timer.current)
        timer.current = setTimeout(() => void send(), RETRY_MS)
        break
      }
      queue.current.shift()
      localStorage.setItem(store, JSON.stringify(queue.current))
      if (answer.kind === 'done') {
        if (queue.current.length === 0) setRecords(answer.data)
        setSentence(undefined)
      } else {
        const gone = next.id
        setRecords((all) => ({
          ...all,
          [setup]: (all[setup] ?? []).filter((r) => r.id !== gone),
        }))
        setSentence(
          `▲ ${answer.kind === 'refused' ? (answer.issues[0]?.sentence ?? 'It was not kept.') : 'It was not kept.'}`,
        )
      }
    }
    busy.current = false
  }, [store, wayId])

  const keep = useCallback(
    (setup: string, record: ZeroRecord, who: string): void => {
      const waiting = { id: nanoid(12), setup, who, record, format: FORMAT }
      show(waiting)
      queue.current.push(waiting)
      localStorage.setItem(store, JSON.stringify(queue.current))
      void send()
    },
    [send, show, store],
  )

  const withdraw = useCallback(
    async (id: string): Promise<void> => {
      const answer = await call<RecordsBySetup>(`/api/ways/${wayId}/zeros/${id}`, 'PUT', {
        withdrawn: true,
      })
      if (answer.kind === 'done') setRecords(answer.data)
      else
        setSentence(
          answer.kind === 'refused'
            ? `▲ ${answer.issues[0]?.sentence ?? 'It stays.'}`
            : '▲ The server does not answer; it stays as it is.',
        )
    },
    [wayId],
  )

  // What an earlier visit could not send is taken up again.
  useEffect(() => {
    try {
      queue.current = JSON.parse(localStorage.getItem(store) ?? '[]') as Waiting[]
    } catch {
      queue.current = []
    }
    for (const waiting of queue.current) show(waiting)
    if (queue.current.length > 0) void send()
    // What the last visit sent while this page was already on its way.
    else
      void call<RecordsBySetup>(`/api/ways/${wayId}/zeros`, 'GET').then(
        (answer) => answer.kind === 'done' && queue.current.length === 0 && setRecords(answer.data),
      )
    return () => clearTimeout(timer.current)
  }, [send, show, store, wayId])

  return { records, sentence, keep, withdraw }
}
