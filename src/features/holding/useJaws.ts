import { useEffect, useState } from 'react'
import { type Plan, type PlannedSetup } from '@/core/plan/planning'
import { type JawDesign } from '@/core/shop/making'
import { solids } from '@/workers/client'

/** They are not designed again while somebody is still at it, ms. */
const STILL_MS = 120

export type Jaws =
  | { readonly is: 'coming'; readonly last: JawDesign | undefined }
  | { readonly is: 'here'; readonly design: JawDesign }
  | { readonly is: 'not' }

/** Whether a setup itself holds the part in soft jaws, not one before it. */
export const isInJaws = ({ clamping, indexed }: PlannedSetup): boolean =>
  !indexed && clamping.holding.kind === 'soft-jaws'

/** The jaws of a setup that is held in them, designed off the page; what was there before stays until then. */
export function useJaws(plan: Plan, index: number): Jaws {
  const [found, setFound] = useState<{
    readonly of: Plan
    readonly index: number
    readonly design: JawDesign | undefined
  }>()
  const planned = plan.setups[index]
  const isHeldSo = planned !== undefined && isInJaws(planned)
  useEffect(() => {
    if (!isHeldSo) return
    let current = true
    const timer = setTimeout(() => {
      const { part, way, workshop } = plan
      const done = (design: JawDesign | undefined): void => {
        if (current) setFound({ of: plan, index, design })
      }
      void solids()
        .jaws({ part, way, workshop }, index)
        .then(done, () => done(undefined))
    }, STILL_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [index, isHeldSo, plan])
  if (!found || found.of !== plan || found.index !== index)
    return { is: 'coming', last: found?.index === index ? found.design : undefined }
  return found.design ? { is: 'here', design: found.design } : { is: 'not' }
}
