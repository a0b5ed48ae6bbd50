'use client'

import { useCallback } from 'react'
import { measuredHoles, type RunLog } from '@/core/paper/run'
import { useRunLog } from '@/ui/useRunLog'
import { useWho } from '@/ui/useWho'
import { type Measure, type Places } from './MeasuredTable'

export interface MeasuredWork {
  readonly sentence: string | undefined
  readonly who: string
  setWho(who: string): void
  places(setup: string): Places
  measure(setup: string): Measure
}

/** Where holes were measured on a piece of a run. */
export function useMeasured(runId: string, piece: number, initial: RunLog): MeasuredWork {
  const { enter, entries, kept } = useRunLog(runId, initial)
  const [who, setWho] = useWho()
  const measure = useCallback(
    (setup: string): Measure =>
      (places) =>
        enter(piece, { kind: 'holes', setup, places: [...places] }, who),
    [enter, piece, who],
  )
  return {
    sentence:
      kept.kind === 'kept'
        ? '▲ Kept on this device until the server is back.'
        : kept.kind === 'refused'
          ? kept.sentence
          : undefined,
    who,
    setWho,
    places: (setup) => measuredHoles(entries, piece, setup),
    measure,
  }
}
