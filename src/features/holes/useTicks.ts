'use client'

import { useCallback, useState } from 'react'
import { call } from '@/ui/api'
import { type OutboxState, useOutbox } from '@/ui/useOutbox'

/** One hole under one tool. */
export interface TickMark {
  readonly stage: string
  readonly hole: string
}

interface Waiting extends TickMark {
  readonly done: boolean
}

export const tickKey = ({ hole, stage }: TickMark): string => `${stage} ${hole}`

/** The ticks of a setup, made at the machine: each is shown at once, and sent. */
export function useTicks(wayId: string, setupId: string, initial: readonly TickMark[]) {
  const path = `/api/ways/${wayId}/setups/${setupId}/ticks`
  const [done, setDone] = useState<ReadonlySet<string>>(() => new Set(initial.map(tickKey)))
  const [stays, setStays] = useState<string>()

  const mark = (tick: Waiting): void =>
    setDone((old) => {
      const next = new Set(old)
      if (tick.done) next.add(tickKey(tick))
      else next.delete(tickKey(tick))
      return next
    })
  const { empty, push, state } = useOutbox<Waiting, unknown>(`foothold:ticks:${wayId}:${setupId}`, {
    send: (tick) => call(path, 'PUT', tick),
    show: mark,
    taken: () => setStays(undefined),
    refused: (tick) => mark({ ...tick, done: !tick.done }),
  })

  const tick = useCallback(
    (what: TickMark, isDone: boolean): void => push({ ...what, done: isDone }),
    [push],
  )

  const again = useCallback(async (): Promise<boolean> => {
    const answer = await call(path, 'DELETE')
    if (answer.kind !== 'done') {
      setStays('The server does not answer; the ticks stay as they are.')
      return false
    }
    empty()
    setDone(new Set())
    return true
  }, [empty, path])

  const told: OutboxState = stays ? { kind: 'refused', sentence: stays } : state
  return { done, state: told, tick, again }
}
