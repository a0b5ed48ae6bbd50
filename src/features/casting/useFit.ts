'use client'

import { useEffect, useState } from 'react'
import { type Result } from '@/core/ground/issues'
import { castingLooking, type CastingFrom, type Look } from '@/core/paper/picture'
import { type Casting, type CastingFit } from '@/core/work/casting'
import { type Part, type Side } from '@/core/work/part'
import { fits } from '@/workers/client'

/** The part fitted into the casting, off the page's thread; the one before stays until it is there. */
export function useFit(part: Part, casting: Casting): Result<CastingFit> | undefined {
  const [fit, setFit] = useState<Result<CastingFit>>()
  useEffect(() => {
    let current = true
    void fits()
      .fit(part, casting)
      .then((made) => current && setFit(made))
    return () => {
      current = false
    }
  }, [casting, part])
  return fit
}

export interface CastingLooks {
  readonly cast: Look
  readonly part: Look
}

/** What is seen of the casting and of the part in it. */
export function useCastingLooks(
  part: Part,
  fit: CastingFit | undefined,
  down: Side,
  from: CastingFrom,
): CastingLooks | undefined {
  const [made, setMade] = useState<{ readonly key: string; readonly looks: CastingLooks }>()
  const motion = fit?.fit.motion
  const key = `${down} ${from}`
  useEffect(() => {
    if (!motion) return
    let current = true
    void fits()
      .looks(part, motion, castingLooking(down, from))
      .then((looks) => current && setMade({ key: `${down} ${from}`, looks }))
    return () => {
      current = false
    }
  }, [down, from, motion, part])
  return made?.key === key ? made.looks : undefined
}
