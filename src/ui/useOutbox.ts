'use client'

import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { type Answer } from './api'

/** What becomes of the things in an outbox. */
export interface OutboxHands<Item, Data> {
  send(item: Item): Promise<Answer<Data>>
  /** Shows what is on its way as done; also what an earlier visit or another page left, so perhaps a second time. */
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

/** Something that happened, named and timed by the device. */
export interface Told {
  readonly id: string
  readonly at: number
}

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
export function useOutbox<Item extends Told, Data>(
  store: string,
  hands: OutboxHands<Item, Data>,
): Outbox<Item> {
  const [state, setState] = useState<OutboxState>({ kind: 'saved' })
  const queue = useRef<Item[]>([])
  const busy = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const now = useRef(hands)
  useLayoutEffect(() => {
    now.current = hands
  })

  /** Sends the first that waits; whether the server answered. */
  const sendNext = useCallback(
    async (next: Item): Promise<boolean> => {
      const answer = await now.current.send(next)
      if (answer.kind === 'away') {
        setState({ kind: 'kept' })
        return false
      }
      queue.current = queue.current.filter((item) => item !== next)
      localStorage.removeItem(keyOf(store, next))
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
    [store],
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
        localStorage.setItem(keyOf(store, item), JSON.stringify(item))
        void sendAll()
      },
    }),
    [sendAll, state, store],
  )
}

/**
 * Each thing lies in the storage by itself, so that pages of one run beside each other take nothing from one another: one
 * that both send is kept once.
 */
const keyOf = (store: string, { at, id }: Told): string =>
  `${store}:${String(at).padStart(16, '0')}:${id}`

/** What waits, the oldest first; of an older page that kept all of it as one, too. */
function leftBehind<Item extends Told>(store: string): Item[] {
  const asOne = parsed<Item[]>(localStorage.getItem(store))
  if (Array.isArray(asOne))
    for (const item of asOne) localStorage.setItem(keyOf(store, item), JSON.stringify(item))
  localStorage.removeItem(store)
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(`${store}:`))
    .sort()
    .flatMap((key) => parsed<Item>(localStorage.getItem(key)) ?? [])
}

function parsed<Value>(text: string | null): Value | undefined {
  try {
    return text === null ? undefined : (JSON.parse(text) as Value)
  } catch {
    return undefined
  }
}
