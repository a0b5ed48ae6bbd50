'use client'

import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { FORMAT } from '@/core/paper/stored'
import { call } from './api'
import { type Bodies } from './readKept'

interface Stored<Body> {
  readonly id: string
  readonly version: number
  readonly body: Body
  readonly canUndo: boolean
  readonly canRedo: boolean
}

/** How the saving stands; `kept` means that the page holds what the server could not take yet. */
export type SaveState =
  | { readonly kind: 'saved' | 'saving' | 'kept' }
  | { readonly kind: 'refused'; readonly sentence: string }
  | { readonly kind: 'conflict' }

export interface OpenDocument<Body> {
  readonly body: Body
  readonly state: SaveState
  readonly canUndo: boolean
  readonly canRedo: boolean
  edit(change: (body: Body) => Body): void
  undo(): void
  redo(): void
  /** Ends a conflict: take what the other page saved, or save this page's on top of it. */
  resolve(keep: 'theirs' | 'mine'): void
}

const QUIET_MS = 250
const RETRY_MS = 2000
const keyOf = (id: string): string => `foothold:unsaved:${id}`

/**
 * A part or way that saves itself. Each save carries the version it was made on; what the server does
 * not take stays in the page and in the browser's storage until it does. By hand: a query library keeps calls
 * and repeats them, here a newer body takes the place of the one that waits, on the version that the last
 * answer brought.
 */
export function useDocument<Kind extends keyof Bodies>(
  kind: Kind,
  initial: Stored<Bodies[Kind]>,
): OpenDocument<Bodies[Kind]> {
  type Body = Bodies[Kind]
  const [stored, setStored] = useState(initial)
  const [body, setBody] = useState(initial.body)
  const [state, setState] = useState<SaveState>({ kind: 'saved' })
  const [theirs, setTheirs] = useState<Stored<Body>>()
  const live = useRef({
    stored: initial,
    body: initial.body,
    dirty: false,
    going: undefined as Promise<void> | undefined,
    /** The last step back or forth that was asked for: the next waits for it. */
    steps: Promise.resolve(),
    timer: 0 as unknown as ReturnType<typeof setTimeout>,
  })

  const accept = useCallback((document: Stored<Body>, takeBody: boolean) => {
    live.current.stored = document
    setStored(document)
    if (takeBody) {
      live.current.body = document.body
      setBody(document.body)
    }
  }, [])

  /** One save; whether the server took it. */
  const send = useCallback(async (): Promise<'taken' | 'away' | 'stopped'> => {
    const now = live.current
    const sent = now.body
    setState({ kind: 'saving' })
    const answer = await call<{ document: Stored<Body> }>(
      `/api/documents/${now.stored.id}`,
      'PUT',
      { baseVersion: now.stored.version, body: sent, format: FORMAT },
    )
    switch (answer.kind) {
      case 'done':
        accept(answer.data.document, false)
        now.dirty = now.body !== sent
        if (now.dirty) return 'taken'
        localStorage.removeItem(keyOf(now.stored.id))
        setState({ kind: 'saved' })
        return 'taken'
      case 'conflict':
        setTheirs(answer.data.document)
        setState({ kind: 'conflict' })
        return 'stopped'
      case 'refused':
        setState({
          kind: 'refused',
          sentence: answer.issues[0]?.sentence ?? 'This cannot be saved as it is.',
        })
        return 'stopped'
      case 'away':
        setState({ kind: 'kept' })
        return 'away'
    }
  }, [accept])

  /** Saves until nothing is unsaved; joins the saving that is under way. */
  const flush = useCallback((): Promise<void> => {
    const now = live.current
    const saveAll = async (): Promise<void> => {
      let answer: Awaited<ReturnType<typeof send>> = 'taken'
      while (now.dirty && answer === 'taken') answer = await send()
      if (answer === 'away') now.timer = setTimeout(() => void flush(), RETRY_MS)
    }
    return (now.going ??= saveAll().finally(() => (now.going = undefined)))
  }, [send])

  const put = useCallback(
    (next: Body) => {
      const now = live.current
      now.body = next
      now.dirty = true
      setBody(next)
      setState({ kind: 'saving' })
      localStorage.setItem(
        keyOf(now.stored.id),
        JSON.stringify({ baseVersion: now.stored.version, body: next, format: FORMAT }),
      )
      clearTimeout(now.timer)
      now.timer = setTimeout(() => void flush(), QUIET_MS)
    },
    [flush],
  )

  const takeUp = useCallback(
    (kept: Body, version: number) => {
      // What was changed meanwhile is kept itself by now.
      if (live.current.dirty) return
      live.current.stored = { ...live.current.stored, version }
      put(kept)
    },
    [put],
  )
  useKept(kind, initial.id, takeUp)

  useWatch(() => live.current.dirty, flush)

  const stepOnce = useCallback(
    async (which: 'undo' | 'redo') => {
      const now = live.current
      clearTimeout(now.timer)
      await flush()
      if (now.dirty) return
      const answer = await call<{ document: Stored<Body> }>(
        `/api/documents/${now.stored.id}`,
        'POST',
        { baseVersion: now.stored.version, step: which },
      )
      if (answer.kind === 'done') accept(answer.data.document, true)
      if (answer.kind === 'conflict') {
        setTheirs(answer.data.document)
        setState({ kind: 'conflict' })
      }
    },
    [accept, flush],
  )

  const step = useCallback(
    (which: 'undo' | 'redo'): void => {
      const now = live.current
      now.steps = now.steps.then(() => stepOnce(which))
    },
    [stepOnce],
  )

  const resolve = useCallback(
    (keep: 'theirs' | 'mine') => {
      if (!theirs) return
      const mine = live.current.body
      setTheirs(undefined)
      live.current.dirty = false
      localStorage.removeItem(keyOf(theirs.id))
      accept(theirs, keep === 'theirs')
      if (keep === 'mine') put(mine)
      else setState({ kind: 'saved' })
    },
    [accept, put, theirs],
  )

  return useMemo(
    () => ({
      body,
      state,
      canUndo: stored.canUndo || state.kind === 'saving',
      canRedo: stored.canRedo,
      edit: (change) => put(change(live.current.body)),
      undo: () => step('undo'),
      redo: () => step('redo'),
      resolve,
    }),
    [body, put, resolve, state, step, stored.canRedo, stored.canUndo],
  )
}

/** Asks before a page with unsaved work is left, and saves when the network is back. */
function useWatch(isUnsaved: () => boolean, flush: () => Promise<void>): void {
  const now = useRef(isUnsaved)
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent): void => {
      if (now.current()) event.preventDefault()
    }
    const online = (): void => void flush()
    window.addEventListener('beforeunload', warn)
    window.addEventListener('online', online)
    return () => {
      window.removeEventListener('beforeunload', warn)
      window.removeEventListener('online', online)
    }
  }, [flush])
}

/** What an earlier visit could not save is taken up again, on the version it was made on. */
function useKept<Kind extends keyof Bodies>(
  kind: Kind,
  id: string,
  takeUp: (kept: Bodies[Kind], version: number) => void,
): void {
  useEffect(() => {
    const key = keyOf(id)
    const unsaved = unsavedOf(localStorage.getItem(key))
    if (!unsaved) return localStorage.removeItem(key)
    void import('./readKept').then(({ readKept }) => {
      const read = readKept(kind, unsaved)
      if (read.ok) takeUp(read.value as Bodies[Kind], unsaved.baseVersion)
      else localStorage.removeItem(key)
    }, stays)
  }, [id, kind, takeUp])
}

/** The schemas, which are large and seldom wanted, did not come: what is kept stays until the next visit. */
const stays = (): void => undefined

/** What an earlier visit left, perhaps one of an earlier build; its format was not kept before format 4. */
function unsavedOf(
  text: string | null,
): { readonly baseVersion: number; readonly body: unknown; readonly format: number } | undefined {
  try {
    const { baseVersion, body, format = 3 } = JSON.parse(text ?? '{}') as Record<string, unknown>
    return typeof baseVersion === 'number' && typeof format === 'number'
      ? { baseVersion, body, format }
      : undefined
  } catch {
    return undefined
  }
}
