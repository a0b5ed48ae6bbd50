import { designPlate, designStopPlate, type PlateDesign } from '../../shop/making'
import { type Plan, type PlannedSetup, workOf } from '../planning'

/** A plate as it is designed for a setup, and the setup that sits beside it on the same plate, if one does. */
export interface PlannedPlate {
  readonly design: PlateDesign
  readonly beside: PlannedSetup | undefined
}

/** The plate that a setup alone asks for; none where it is held otherwise. */
function designed(
  planned: PlannedSetup,
  beside?: Parameters<typeof designPlate>[2]['beside'],
): { readonly design: PlateDesign; readonly plate: string } | undefined {
  const {
    clamping: { holding },
    contacts,
    indexed,
    setup,
  } = planned
  if (indexed || (holding.kind !== 'plate' && holding.kind !== 'plate-stops')) return undefined
  const plated = { contacts, cuts: setup.ops, ...(beside && { beside }) }
  const work = workOf(planned)
  const design =
    holding.kind === 'plate'
      ? designPlate(holding, work, plated)
      : designStopPlate(holding, work, plated)
  return { design, plate: holding.plate }
}

/**
 * The plate for a setup on two pins, or against dowels: with the other side of the part beside it, where another setup sits on the
 * same plate. So a part may lie against dowels for its first side, and on pins in what was made there for its second.
 *
 * @returns undefined where the setup is held otherwise.
 */
export function plateOf({ setups }: Plan, planned: PlannedSetup): PlannedPlate | undefined {
  const { holding } = planned.clamping
  const wanted = 'beside' in holding ? holding.beside : undefined
  const beside = setups.find(({ id }) => id === wanted && id !== planned.id)
  const other = beside && designed(beside)
  if (wanted === undefined || !beside || !other) {
    const trouble = beside
      ? `Setup ${beside.index + 1} is not held on a plate, so that it cannot lie beside this one.`
      : 'The setup that was to lie beside this one is not in the way any more.'
    const own = designed(planned, wanted === undefined ? undefined : { trouble })
    return own && { design: own.design, beside: undefined }
  }
  const own = designed(planned, { name: `setup ${beside.index + 1}`, ...other })
  return own && { design: own.design, beside }
}
