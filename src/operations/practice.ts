import { z } from 'zod'
import { type Result, succeed } from '@/core/ground/issues'
import { planWay } from '@/core/plan/planning'
import { readablesOf, steerable } from '@/core/predict/measured'
import { chainOf, compiledFor } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { allRequirements, type Part } from '@/core/work/part'

/** What is hidden in a run of the stand-in shop. */
export const PracticeSchema = z.strictObject({
  seed: z.int(),
  faults: z.record(z.string(), z.number()),
})
export type Practice = z.infer<typeof PracticeSchema>

/** A hidden fault puts its most touched requirement over what is allowed by so much, in parts of it. */
const HIDDEN = 1.4
/** What a fault at the bench comes to at most: a chip, a jaw out of square. */
const MOST = { mm: 0.2, 'mm/mm': 0.004 } as const

/** One fault of those that a person at the machine can make or find, and that matters; chosen by a number. */
export function hideFault(
  workshop: Workshop,
  part: Part,
  way: Way,
  seed: number,
): Result<Practice> {
  const { chain } = steerable(chainOf(planWay(workshop, part, way)))
  const machines = new Set(workshop.machines.map(({ name }) => name))
  const sizes = new Map<number, number>()
  for (const requirement of allRequirements(part)) {
    const allowed = compiledFor(chain, requirement).compiled?.allowed
    for (const { form } of allowed === undefined ? [] : readablesOf(chain, requirement))
      form.indices.forEach((index, i) => {
        const size = (HIDDEN * (allowed ?? 0)) / Math.abs(form.coefficients[i] as number)
        sizes.set(index, Math.min(size, sizes.get(index) ?? Infinity))
      })
  }
  const able = chain.model.stack.sources.flatMap((source, i) => {
    const { contact, gear, key, plusMinus, unit = 'mm' } = source
    const isOfBench =
      contact !== undefined ||
      (unit === 'mm/mm' && gear !== undefined && gear !== 'shop' && !machines.has(gear))
    const size = sizes.get(i) ?? Infinity
    return isOfBench && size > plusMinus && size < MOST[unit] ? [{ key, size }] : []
  })
  const chosen = able[seed % Math.max(1, able.length)]
  return succeed({ seed, faults: chosen ? { [chosen.key]: chosen.size } : {} })
}
