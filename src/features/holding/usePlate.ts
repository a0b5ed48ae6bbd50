import { useMemo } from 'react'
import { offsetsFrom } from '@/core/floor/offsets'
import { type Plan, type PlannedSetup, workOf } from '@/core/plan/planning'
import { designPlate, type PlateDesign } from '@/core/shop/making'

/** A plate as it would be made for a setup, and the work offset of each of its places. */
export interface DesignedPlate {
  readonly design: PlateDesign
  readonly offsets: readonly string[]
}

/** The plate that a setup on two pins would want; none where it is held otherwise. */
export function usePlate(plan: Plan, planned: PlannedSetup | undefined): DesignedPlate | undefined {
  return useMemo(() => {
    const holding = planned?.clamping.holding
    if (!planned || planned.indexed || holding?.kind !== 'plate') return undefined
    const design = designPlate(holding, workOf(planned), {
      contacts: planned.contacts,
      cuts: planned.setup.ops,
    })
    const taken = new Set(
      plan.setups.flatMap(({ index, setup }) =>
        index === planned.index ? [] : [setup.zero.offset],
      ),
    )
    return { design, offsets: offsetsFrom(planned.setup.zero.offset, design.places.length, taken) }
  }, [plan, planned])
}
