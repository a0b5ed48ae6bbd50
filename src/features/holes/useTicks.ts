'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/ui/api'

/** One hole under one tool. */
export interface TickMark {
  readonly stage: string
  readonly hole: string
}

interface Waiting extends TickMark {
  readonly done: boolean
}

const RETRY_MS = 3000
export const tickKey = ({ hole, stage }: TickMark): string => `${stage} ${hole}`

/** How the ticks stand; `kept` means that this device holds some which the server could not take yet. */
export type TickState =
  { readonly kind: 'saved' | 'kept' } | { readonly kind: 'refused'; readonly sentence: string }

/**
 * The ticks of a setup, made at the machine. Each is kept on the device at once and sent one after the
 * other; while the network is gone they wait there, and go when it is back.
 */
export function useTicks(wayId: string, setupId: string, initial: readonly TickMark[]) {
  const store = `foothold:ticks:${wayId}:${setupId}`
  const path = `/api/ways/${wayId}/setups/${setupId}/ticks`
  const [done, setDone] = useState<ReadonlySet<string>>(() => new Set(initial.map(tickKey)))
  const [state, setState] = useState<TickState>({ kind: 'saved' })
  const queue = useRef<Waiting[]>([])
  const busy = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)

  const mark = useCallback((tick: Waiting) => {
    setDone((old) => {
      const next = new Set(old)
      if (tick.done) next.add(tickKey(tick))
      else next.delete(tickKey(tick))
      return next
    })
  }, [])

  const send = useCallback(async (): Promise<void> => {
    if (busy.current) return
    busy.current = true
    for (let next = queue.current[0]; next; next = queue.current[0]) {
      const answer = await call(path, 'PUT', next)
      if (answer.kind === 'away') {
        setState({ kind: 'kept' })
        clearTimeout(timer.current)
        timer.current = setTimeout(() => void send(), RETRY_MS)
        break
      }
      queue.current.shift()
      localStorage.setItem(store, JSON.stringify(queue.current))
      if (answer.kind === 'refused') {
        mark({ ...next, done: !next.done })
        setState({ kind: 'refused', sentence: answer.issues[0]?.sentence ?? 'It was not ticked.' })
        break
      }
      if (queue.current.length === 0) setState({ kind: 'saved' })
    }
    busy.current = false
  }, [mark, path, store])

  const tick = useCallback(
    (what: TickMark, isDone: boolean): void => {
      const waiting = { ...what, done: isDone }
      mark(waiting)
      queue.current.push(waiting)
      localStorage.setItem(store, JSON.stringify(queue.current))
      void send()
    },
    [mark, send, store],
  )

  // What an earlier visit could not send is taken up again.
  useEffect(() => {
    try {
      queue.current = JSON.parse(localStorage.getItem(store) ?? '[]') as Waiting[]
    } catch {
      queue.current = []
    }
    for (const waiting of queue.current) mark(waiting)
    const online = (): void => void send()
    if (queue.current.length > 0) online()
    window.addEventListener('online', online)
    return () => {
      window.removeEventListener('online', online)
      clearTimeout(timer.current)
    }
  }, [mark, send, store])

  const again = useCallback(async (): Promise<boolean> => {
    const answer = await call(path, 'DELETE')
    if (answer.kind !== 'done') {
      setState({
        kind: 'refused',
        sentence: 'The server does not answer; the ticks stay as they are.',
      })
      return false
    }
    queue.current = []
    localStorage.removeItem(store)
    setDone(new Set())
    return true
  }, [path, store])

  return { done, state, tick, again }
}
