import { figuresOf, type NamedSource } from '@/core/chain/variation'
import { type Plan } from '@/core/plan/planning'
import { isTouch, readablesOf, steerable } from '@/core/predict/measured'
import { chainOf } from '@/core/predict/prediction'
import { allRequirements } from '@/core/work/part'

export interface Able {
  readonly source: NamedSource
  readonly least: number
}

/** Sources that can matter: what each must be to put some reading off by more than three sigma. */
export function ableOf(plan: Plan): readonly Able[] {
  const { chain } = steerable(chainOf(plan))
  const { sources } = chain.model.stack
  const { sigma } = figuresOf(sources)
  const rows = allRequirements(plan.part).flatMap((one) => readablesOf(chain, one))
  return sources.flatMap((source, i): Able[] => {
    if (!(sigma[i] ?? 0) || isTouch(source)) return []
    let most = 0
    for (const { form } of rows) {
      let [variance, own] = [0, 0]
      form.indices.forEach((index, k) => {
        const c = form.coefficients[k] ?? 0
        variance += (c * (sigma[index] ?? 0)) ** 2
        if (index === i) own = Math.abs(c)
      })
      if (variance > 0) most = Math.max(most, own / Math.sqrt(variance))
    }
    return most > 1e-9 ? [{ source, least: 3 / most }] : []
  })
}
