'use client'

import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { type Answer } from './api'

/** What becomes of the things in an outbox. */
export interface OutboxHands<Item, Data> {
  send(item: Item): Promise<Answer<Data>>
  /** Shows what is on its way as done; also what an earlier visit left, so perhaps a second time. */
  show(item: Item): void
  /** The server has it; `isLast` when nothing waits behind it. */
  taken(data: Data, isLast: boolean): void
  /** The server will not have it: shows it as not done. */
  refused(item: Item): void
  /** Asks what the server has, where an earlier visit left nothing: it may have sent while this page was on its way. */
  refresh?(): Promise<Answer<Data>>
}

/** How the outbox stands; `kept` means that this device holds what the server could not take yet. */
export type OutboxState =
  { readonly kind: 'saved' | 'kept' } | { readonly kind: 'refused'; readonly sentence: string }

export interface Outbox<Item> {
  readonly state: OutboxState
  push(item: Item): void
}

const RETRY_MS = 3000

/**
 * What is done at the machine, sent one after the other in the order in which it was done; while the server is
 * away it waits on the device, across a reload. By hand: a query library with persisted mutations brings a
 * tenth of the script that a page may load at first, and would still need all that stands here about what
 * is shown meanwhile.
 *
 * @param store under which name it waits in the browser's storage
 */
export function useOutbox<Item, Data>(store: string, hands: OutboxHands<Item, Data>): Outbox<Item> {
  const [state, setState] = useState<OutboxState>({ kind: 'saved' })
  const queue = useRef<Item[]>([])
  const busy = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const now = useRef(hands)
  useLayoutEffect(() => {
    now.current = hands
  })

  const write = useCallback(
    () => localStorage.setItem(store, JSON.stringify(queue.current)),
    [store],
  )

  /** Sends the first that waits; whether the server answered. */
  const sendNext = useCallback(
    async (next: Item): Promise<boolean> => {
      const answer = await now.current.send(next)
      if (answer.kind === 'away') {
        setState({ kind: 'kept' })
        return false
      }
      queue.current = queue.current.filter((item) => item !== next)
      write()
      if (answer.kind === 'done') {
        now.current.taken(answer.data, queue.current.length === 0)
        setState({ kind: 'saved' })
      } else {
        now.current.refused(next)
        const sentence = answer.kind === 'refused' ? answer.issues[0]?.sentence : undefined
        setState({ kind: 'refused', sentence: sentence ?? 'It was not kept.' })
      }
      return true
    },
    [write],
  )

  const sendAll = useCallback(async (): Promise<void> => {
    if (busy.current) return
    busy.current = true
    clearTimeout(timer.current)
    let [next] = queue.current
    while (next !== undefined && (await sendNext(next))) [next] = queue.current
    busy.current = false
    if (next !== undefined) timer.current = setTimeout(() => void sendAll(), RETRY_MS)
  }, [sendNext])

  useEffect(() => {
    queue.current = leftBehind<Item>(store)
    for (const item of queue.current) now.current.show(item)
    if (queue.current.length > 0) void sendAll()
    else
      void now.current.refresh?.().then((answer) => {
        if (answer.kind === 'done' && queue.current.length === 0)
          now.current.taken(answer.data, true)
      })
    const online = (): void => void sendAll()
    window.addEventListener('online', online)
    return () => {
      window.removeEventListener('online', online)
      clearTimeout(timer.current)
    }
  }, [sendAll, store])

  return useMemo(
    () => ({
      state,
      push: (item) => {
        now.current.show(item)
        queue.current = [...queue.current, item]
        write()
        void sendAll()
      },
    }),
    [sendAll, state, write],
  )
}

function leftBehind<Item>(store: string): Item[] {
  try {
    const left: unknown = JSON.parse(localStorage.getItem(store) ?? '[]')
    return Array.isArray(left) ? (left as Item[]) : []
  } catch {
    return []
  }
}
