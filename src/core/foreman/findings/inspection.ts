import { type Part, refLabel, type Surface } from '../../work/part'
import { type Plan } from '../../plan/planning'
import { lengthWords } from '../../handbook/units'
import { type Way } from '../../plan/way'
import { type Workshop } from '../../shop/workshop'

/** A way as the rules look at it, with the words that they use. */
export interface Inspection {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly plan: Plan
  readonly surfaces: ReadonlyMap<string, Surface>
  /** A length in the part's unit, with the unit. */
  readonly length: (mm: number) => string
  readonly name: (ref: string) => string
}

export function inspect(plan: Plan): Inspection {
  const { part, surfaces, way, workshop } = plan
  return {
    workshop,
    part,
    way,
    plan,
    surfaces,
    length: (mm) => lengthWords(mm, part.unit),
    name: (ref) => refLabel(part, ref),
  }
}
