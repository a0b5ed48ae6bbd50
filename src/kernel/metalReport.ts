import { metalFindings, type SetupVolume, setupVolumes } from '@/core/foreman/metal'
import { type Finding } from '@/core/ground/finding'
import { type Plan } from '@/core/plan/planning'
import { leftOf } from './left'

/** What is left of a way in figures, and findings that need the metal itself. */
export interface MetalReport {
  readonly boughtMm3: number
  readonly finishedMm3: number
  readonly setups: readonly SetupVolume[]
  readonly findings: readonly Finding[]
}

export async function metalOf(plan: Plan): Promise<MetalReport> {
  const left = await leftOf(plan)
  const { boughtMm3, finishedMm3 } = left
  return {
    boughtMm3,
    finishedMm3,
    setups: setupVolumes(plan, left),
    findings: metalFindings(plan, left),
  }
}
