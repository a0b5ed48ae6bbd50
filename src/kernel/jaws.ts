import { type PlannedSetup, workOf } from '@/core/plan/planning'
import { type SoftJawsHolding } from '@/core/shop/holding'
import { designSoftJaws, type JawDesign } from '@/core/shop/making'
import { solidNow } from '@/core/work/stock'
import { withShadows } from './regions'

/** Jaws for the part as it stands in a setup that is held in soft jaws: what is left of it by then, turned as it is. */
export const jawsOf = (planned: PlannedSetup, holding: SoftJawsHolding): Promise<JawDesign> =>
  withShadows(solidNow(planned.part, planned.before), planned.standing.setupFromPart, (kernel) =>
    designSoftJaws(holding, workOf(planned), kernel, planned.setup.ops),
  )
