'use client'

import { useCallback, useRef, useState } from 'react'
import { call, send, type Answer } from '../api'
import { type Bringing, type BroughtIn } from './types'

/** What became of a file that was brought in. */
export type Brought =
  | { readonly state: 'none' }
  | {
      readonly state: 'working'
      readonly name: string
      readonly stage: string
      readonly share: number
    }
  | { readonly state: 'done'; readonly file: BroughtIn }
  | { readonly state: 'refused'; readonly sentences: readonly string[] }

const AWAY = 'The server does not answer just now. Nothing was changed; try again in a moment.'
/** How often it is asked how far a reading is, ms. */
const ASK_MS = 150
/** Sending counts for so much of the bar. */
const SENDING = 0.25

export const sentencesOf = (answer: Answer<unknown>): readonly string[] =>
  answer.kind === 'refused' ? answer.issues.slice(0, 4).map(({ sentence }) => sentence) : [AWAY]

export interface BringingIn {
  readonly brought: Brought
  readonly bring: (file: File, options: Readonly<Record<string, string>>) => Promise<void>
  readonly stop: () => void
}

/** Sends a file, asks how far its reading is, and stops it when it is no longer wanted. */
export function useBringing(): BringingIn {
  const [brought, setBrought] = useState<Brought>({ state: 'none' })
  const running = useRef<AbortController>(undefined)
  const stop = useCallback(() => {
    running.current?.abort()
    setBrought({ state: 'none' })
  }, [])
  const bring: BringingIn['bring'] = useCallback(async (file, options) => {
    running.current?.abort()
    const control = new AbortController()
    running.current = control
    const { name } = file
    const tell = (next: Brought): void => {
      if (!control.signal.aborted) setBrought(next)
    }
    tell({ state: 'working', name, stage: 'sending', share: 0 })
    const query = new URLSearchParams({ ...options, name })
    const sent = await send<{ readonly id: string }>(
      `/api/solids?${query.toString()}`,
      file,
      (part) => tell({ state: 'working', name, stage: 'sending', share: SENDING * part }),
      control.signal,
    )
    if (sent.kind !== 'done') return tell({ state: 'refused', sentences: sentencesOf(sent) })
    const path = `/api/solids/${sent.data.id}`
    control.signal.addEventListener('abort', () => void call(path, 'DELETE'))
    while (!control.signal.aborted) {
      const far = await call<Bringing>(path, 'GET')
      if (far.kind !== 'done') return tell({ state: 'refused', sentences: sentencesOf(far) })
      const now = far.data
      if (now.state === 'done') return tell({ state: 'done', file: now.result })
      if (now.state === 'refused')
        return tell({ state: 'refused', sentences: now.issues.map(({ sentence }) => sentence) })
      const share = SENDING + (1 - SENDING) * now.share
      tell({ state: 'working', name, stage: now.stage, share })
      await new Promise((done) => setTimeout(done, ASK_MS))
    }
  }, [])
  return { brought, bring, stop }
}
