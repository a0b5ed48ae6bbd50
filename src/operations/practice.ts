import { z } from 'zod'
import { planWay } from '@/core/plan/planning'
import { chainOf } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'

/** What is hidden in a run of the stand-in shop. */
export const PracticeSchema = z.strictObject({
  seed: z.int(),
  faults: z.record(z.string(), z.number()),
})
export type Practice = z.infer<typeof PracticeSchema>

/** So many times its usual size a hidden fault is. */
const HIDDEN = 9

/** One fault of those that a person at the machine can make or find, chosen by a number. */
export function hideFault(workshop: Workshop, part: Part, way: Way, seed: number): Practice {
  const { sources } = chainOf(planWay(workshop, part, way)).model.stack
  const able = sources.filter(
    ({ contact, gear, plusMinus, setup, unit }) =>
      plusMinus > 0 &&
      (contact !== undefined || (gear !== undefined && setup === undefined && unit === 'mm/mm')),
  )
  const chosen = able[seed % Math.max(1, able.length)]
  return { seed, faults: chosen ? { [chosen.key]: HIDDEN * (chosen.plusMinus / 3) } : {} }
}
