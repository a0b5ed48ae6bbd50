import { type Part, refLabel, type Surface } from '../../work/part'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { lengthWords } from '../../handbook/units'
import { type Way } from '../../plan/way'
import { type Workshop } from '../../shop/workshop'

/** A way as the rules look at it, with the words that they use. */
export interface Inspection {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly plan: Plan
  /** The setups that are looked at one by one: all of them, or the one that is asked for. */
  readonly looked: readonly PlannedSetup[]
  readonly surfaces: ReadonlyMap<string, Surface>
  /** A length in the part's unit, with the unit. */
  readonly length: (mm: number) => string
  readonly name: (ref: string) => string
}

/** @param only - the setup that alone is looked at, by its place in the way. */
export function inspect(plan: Plan, only?: number): Inspection {
  const { part, surfaces, way, workshop } = plan
  return {
    workshop,
    part,
    way,
    plan,
    looked: plan.setups.filter(({ index }) => only === undefined || index === only),
    surfaces,
    length: (mm) => lengthWords(mm, part.unit),
    name: (ref) => refLabel(part, ref),
  }
}
