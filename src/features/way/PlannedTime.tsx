'use client'

import { useDeferredValue, useMemo } from 'react'
import { plannedMinutes } from '@/core/paper/run'
import { type Prediction } from '@/core/predict/prediction'

/** About how long a piece takes by a way, to be held against another. */
export default function PlannedTime({ analysis }: { readonly analysis: Prediction }) {
  // What is being edited comes first.
  const settled = useDeferredValue(analysis)
  const minutes = useMemo(() => plannedMinutes(settled), [settled])
  return (
    <span title="By its steps and the metal that comes off: a rule of thumb">
      {' '}
      · some <span className="figures">{Math.round(minutes)}</span> min
    </span>
  )
}
