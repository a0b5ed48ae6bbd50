import { type PlannedSetup } from '@/core/plan/planning'
import { designSoftJaws, type JawDesign, type SoftJawsHolding } from '@/core/shop/holding'
import { solidNow } from '@/core/work/stock'
import { withShadows } from './regions'

/** Jaws for the part as it stands in a setup that is held in soft jaws: what is left of it by then, turned as it is. */
export const jawsOf = (
  { before, clamping, machine, part, standing, surfaces, workshop }: PlannedSetup,
  holding: SoftJawsHolding,
): Promise<JawDesign> =>
  withShadows(solidNow(part, before), standing.setupFromPart, (kernel) =>
    designSoftJaws(
      holding,
      {
        workshop,
        machine,
        part,
        surfaces,
        before,
        up: clamping.up,
        guide: clamping.guide,
        lead: clamping.footing.lead,
      },
      kernel,
    ),
  )
