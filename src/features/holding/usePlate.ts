import { useMemo } from 'react'
import { plateOffsets } from '@/core/floor/offsets'
import { type Plan, type PlannedSetup } from '@/core/plan/planning'
import { type PlannedPlate, plateOf } from '@/core/plan/plates'

/** A plate as it would be made for a setup, and the work offset of each of its places. */
export interface DesignedPlate extends PlannedPlate {
  readonly offsets: readonly string[]
  /** Of the places of what lies beside it. */
  readonly besideOffsets: readonly string[]
}

/** The plate that a setup on two pins would want; none where it is held otherwise. */
export function usePlate(plan: Plan, planned: PlannedSetup | undefined): DesignedPlate | undefined {
  return useMemo(() => {
    const plate = planned && plateOf(plan, planned)
    if (!plate) return undefined
    const { beside, own } = plateOffsets(plan, planned, plate)
    return { ...plate, offsets: own, besideOffsets: beside }
  }, [plan, planned])
}
