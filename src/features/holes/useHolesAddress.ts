'use client'

import { useSearchParams } from 'next/navigation'
import { useCallback, useMemo } from 'react'
import { type CountedFrom } from '@/core/plan/drilling'

export const PANES = ['places', 'tools', 'program', 'measured'] as const
export type Pane = (typeof PANES)[number]
export const COUNTED: readonly CountedFrom[] = ['zero', 'corner', 'centre']

/** What is looked at, kept in the address: a link opens the same view. */
export interface HolesAddress {
  readonly setup: string | undefined
  readonly hole: string | undefined
  readonly from: CountedFrom
  readonly pane: Pane
  readonly go: (to: {
    setup?: string | undefined
    hole?: string | undefined
    from?: CountedFrom | undefined
    pane?: Pane | undefined
  }) => void
}

export function useHolesAddress(): HolesAddress {
  const params = useSearchParams()
  const get = (key: string): string | undefined => params.get(key) ?? undefined
  const [setup, hole, from, pane] = [get('setup'), get('hole'), get('from'), get('pane')]
  const go = useCallback<HolesAddress['go']>((to) => {
    const next = new URLSearchParams(window.location.search)
    for (const [key, value] of Object.entries(to)) if (value !== undefined) next.set(key, value)
    window.history.replaceState(null, '', `?${next.toString()}`)
  }, [])
  return useMemo(
    () => ({
      setup,
      hole,
      from: COUNTED.find((word) => word === from) ?? 'zero',
      pane: PANES.find((word) => word === pane) ?? 'places',
      go,
    }),
    [from, go, hole, pane, setup],
  )
}
