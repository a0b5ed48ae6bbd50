'use client'

import { useMemo } from 'react'
import { type HoleTick, type RunLog, tickKey, ticksOf } from '@/core/paper/run'
import { type OutboxState } from '@/ui/useOutbox'
import { useRunLog } from '@/ui/useRunLog'
import { useWho } from '@/ui/useWho'

export interface Ticks {
  readonly done: ReadonlySet<string>
  readonly state: OutboxState | { readonly kind: 'sending' }
  readonly who: string
  setWho(who: string): void
  tick(what: HoleTick, isDone: boolean): void
  /** Takes every tick of the setup back. */
  again(): void
}

/** The ticks of a setup for a piece of a run, made at the machine. */
export function useTicks(runId: string, piece: number, setup: string, initial: RunLog): Ticks {
  const { enter, entries, kept, waiting } = useRunLog(runId, initial)
  const [who, setWho] = useWho()
  const done = useMemo(
    () => new Set(ticksOf(entries, piece, setup).map(tickKey)),
    [entries, piece, setup],
  )
  return {
    done,
    state: kept.kind === 'saved' && waiting > 0 ? { kind: 'sending' } : kept,
    who,
    setWho,
    tick: (what, isDone) => enter(piece, { kind: 'tick', setup, ...what, done: isDone }, who),
    again: () => enter(piece, { kind: 'again', setup }, who),
  }
}
