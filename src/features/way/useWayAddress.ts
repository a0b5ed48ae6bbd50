'use client'

import { useSearchParams } from 'next/navigation'
import { useCallback, useMemo } from 'react'

export const ANSWERS = ['worst', 'likely', 'simulate'] as const
export type AnswerKind = (typeof ANSWERS)[number]

/** What is looked at, kept in the address: a link opens the same view. */
export interface WayAddress {
  readonly setup: string | undefined
  readonly requirement: string | undefined
  readonly answer: AnswerKind
  readonly go: (to: {
    setup?: string | undefined
    requirement?: string | undefined
    answer?: AnswerKind | undefined
  }) => void
}

export function useWayAddress(): WayAddress {
  const params = useSearchParams()
  const [setup, requirement, answer] = [
    params.get('setup') ?? undefined,
    params.get('requirement') ?? undefined,
    params.get('answer'),
  ]
  const go = useCallback<WayAddress['go']>((to) => {
    const next = new URLSearchParams(window.location.search)
    for (const [key, value] of Object.entries(to)) if (value !== undefined) next.set(key, value)
    window.history.replaceState(null, '', `?${next.toString()}`)
  }, [])
  return useMemo(
    () => ({ setup, requirement, answer: ANSWERS.find((a) => a === answer) ?? 'likely', go }),
    [answer, go, requirement, setup],
  )
}
