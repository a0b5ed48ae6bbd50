'use client'

import { useEffect, useState } from 'react'
import { type Look, needsLook, setupLooking } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Part } from '@/core/work/part'
import { solids, type WantedLook } from '@/workers/client'

const NONE: readonly Look[] = []

/**
 * What is seen of a part that boxes do not show, in the order in which it is wanted; nothing until it is there,
 * and nothing for parts that need none. What is wanted must be the same list as long as it is the same.
 */
export function useLooks(part: Part, wanted: readonly WantedLook[]): readonly Look[] {
  const [looks, setLooks] = useState<readonly Look[]>(NONE)
  const isNeeded = needsLook(part) && wanted.length > 0
  useEffect(() => {
    if (!isNeeded) return setLooks(NONE)
    let current = true
    void solids()
      .looks(part, wanted)
      .then(
        (made) => current && setLooks(made),
        () => current && setLooks(NONE),
      )
    return () => {
      current = false
    }
  }, [isNeeded, part, wanted])
  return looks.length === wanted.length ? looks : NONE
}

/** The part as it stands when it leaves each setup. */
export const standingLooks = (planned: readonly PlannedSetup[]): readonly WantedLook[] =>
  planned.map((one) => ({ state: one.after, looking: setupLooking(one).standing }))
