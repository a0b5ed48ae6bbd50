import { type Plan, type PlannedSetup } from '../../plan/planning'
import { type PlannedPlate } from '../../plan/plates'
import { offsetsFrom } from './names'

/** The work offset of each place of a plate and then of each further size, and of what lies beside it on the same plate. */
export interface PlateOffsets {
  readonly own: readonly string[]
  readonly beside: readonly string[]
}

/** From the setup's own offset on, those that no other setup of the way uses. */
export function plateOffsets(
  { setups }: Plan,
  { index: number, setup: { zero } }: PlannedSetup,
  { beside, design }: PlannedPlate,
): PlateOffsets {
  const taken = setups.flatMap(({ index, setup }) =>
    index === number || index === beside?.index ? [] : [setup.zero.offset],
  )
  const many = design.places.length + (design.sizes?.length ?? 0)
  const own = offsetsFrom(zero.offset, many, new Set(taken))
  if (!beside || !design.beside) return { own, beside: [] }
  const { places } = design.beside.design
  return {
    own,
    beside: offsetsFrom(beside.setup.zero.offset, places.length, new Set([...taken, ...own])),
  }
}
