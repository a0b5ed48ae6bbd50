'use client'

import { useCallback, useMemo } from 'react'
import { type RecordsBySetup, type ZeroRecord } from '@/core/floor/offsets'
import { type RunLog, zerosOf } from '@/core/paper/run'
import { useRunLog } from '@/ui/useRunLog'

export interface ZeroRecords {
  readonly records: RecordsBySetup
  /** What could not be kept yet, or was not taken. */
  readonly sentence: string | undefined
  keep(setup: string, record: ZeroRecord, who: string): void
  withdraw(id: string, who: string): void
}

/** The readings of zero that count for a piece of a run. */
export function useRecords(runId: string, piece: number, initial: RunLog): ZeroRecords {
  const { enter, entries, kept, unread } = useRunLog(runId, initial)
  const records = useMemo(() => zerosOf({ entries, unread }, piece), [entries, piece, unread])
  const keep = useCallback(
    (setup: string, record: ZeroRecord, by: string): void =>
      enter(piece, { kind: 'zero', setup, record }, by),
    [enter, piece],
  )
  const withdraw = useCallback(
    (id: string, by: string): void => {
      const why = window.prompt('Why are these readings withdrawn? They stay in the log.')?.trim()
      // It is said of the piece whose readings they are.
      const of = [...entries, ...unread].find((entry) => entry.id === id)?.piece ?? piece
      if (why) enter(of, { kind: 'withdrawn', entry: id, why }, by)
    },
    [enter, entries, piece, unread],
  )
  const told =
    kept.kind === 'kept'
      ? 'Kept on this device until the server is back.'
      : kept.kind === 'refused'
        ? kept.sentence
        : undefined
  return { records, sentence: told && `▲ ${told}`, keep, withdraw }
}
