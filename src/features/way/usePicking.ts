'use client'

import { useMemo, useState } from 'react'
import { cutsInReach, type PlannedSetup, usualCutter } from '@/core/plan/planning'
import { type Setup, tickCut } from '@/core/plan/way'
import { useKeys } from '@/ui/useKeys'

const cutsHere = ({ setup }: PlannedSetup, ref: string): boolean =>
  setup.ops.some((op) => op.feature === ref)

/** Picking on the picture of a setup: what is cut here while that is asked for, else only what is pointed at. */
export function usePicking(
  planned: PlannedSetup | undefined,
  point: (ref: string) => void,
  change: (next: (setup: Setup) => Setup) => void,
) {
  const [isPicking, setPicking] = useState(false)
  useKeys({ Escape: () => setPicking(false) })
  const offered = useMemo(
    () => (isPicking && planned ? new Set(cutsInReach(planned)) : undefined),
    [isPicking, planned],
  )
  const pick = (ref: string): void => {
    if (!planned || !offered || !(offered.has(ref) || cutsHere(planned, ref))) return point(ref)
    change((setup) => tickCut(setup, ref, !cutsHere(planned, ref), usualCutter(planned, ref)))
  }
  return { isPicking, setPicking, offered, pick }
}
