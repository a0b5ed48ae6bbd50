'use client'

import { useSearchParams } from 'next/navigation'
import { useCallback, useMemo } from 'react'

export const PANES = ['find', 'next', 'reach', 'index', 'write'] as const
export type Pane = (typeof PANES)[number]

/** What is looked at, kept in the address: a link opens the same view. */
export interface ZeroAddress {
  readonly setup: string | undefined
  readonly pane: Pane
  readonly go: (to: { setup?: string; pane?: Pane }) => void
}

export function useZeroAddress(): ZeroAddress {
  const params = useSearchParams()
  const [setup, pane] = [params.get('setup') ?? undefined, params.get('pane')]
  const go = useCallback<ZeroAddress['go']>((to) => {
    const next = new URLSearchParams(window.location.search)
    for (const [key, value] of Object.entries(to)) if (value !== undefined) next.set(key, value)
    window.history.replaceState(null, '', `?${next.toString()}`)
  }, [])
  return useMemo(
    () => ({ setup, pane: PANES.find((p) => p === pane) ?? 'find', go }),
    [go, pane, setup],
  )
}
