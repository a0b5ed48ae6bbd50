import { designPlate, designStopPlate, type PlateDesign } from '../../shop/making'
import { type PinPlateHolding } from '../../shop/holding'
import { type Plan, type PlannedSetup, workOf } from '../planning'

/** A plate as it is designed for a setup, and the setup that sits beside it on the same plate, if one does. */
export interface PlannedPlate {
  readonly design: PlateDesign
  readonly beside: PlannedSetup | undefined
}

const designed = (
  planned: PlannedSetup,
  holding: PinPlateHolding,
  more: Pick<Parameters<typeof designPlate>[2], 'beside'> = {},
): PlateDesign =>
  designPlate(holding, workOf(planned), {
    contacts: planned.contacts,
    cuts: planned.setup.ops,
    ...more,
  })

/**
 * The plate for a setup on two pins, or against dowels: with the other side of the part beside it, where another setup sits on the
 * same plate.
 *
 * @returns undefined where the setup is held otherwise.
 */
export function plateOf({ setups }: Plan, planned: PlannedSetup): PlannedPlate | undefined {
  const { holding } = planned.clamping
  if (planned.indexed) return undefined
  if (holding.kind === 'plate-stops') {
    const { contacts, setup } = planned
    const design = designStopPlate(holding, workOf(planned), { contacts, cuts: setup.ops })
    return { design, beside: undefined }
  }
  if (holding.kind !== 'plate') return undefined
  const beside = setups.find(({ id }) => id === holding.beside && id !== planned.id)
  if (holding.beside === undefined) return { design: designed(planned, holding), beside: undefined }
  const other = beside?.clamping.holding
  if (!beside || beside.indexed || other?.kind !== 'plate')
    return {
      design: designed(planned, holding, {
        beside: {
          trouble: beside
            ? `Setup ${beside.index + 1} is not held on two pins of a plate, so that it cannot lie beside this one.`
            : 'The setup that was to lie beside this one is not in the way any more.',
        },
      }),
      beside: undefined,
    }
  return {
    design: designed(planned, holding, {
      beside: {
        name: `setup ${beside.index + 1}`,
        design: designed(beside, other),
        plate: other.plate,
      },
    }),
    beside,
  }
}
