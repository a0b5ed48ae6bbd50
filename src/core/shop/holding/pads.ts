import { capital, type Finding, finding } from '../../ground/finding'
import { type Plate } from '../workshop'
import { heldError } from './common'
import { throughHoles } from './cuts'
import { type HeldError, type Inspected } from './kind'
import { type Placed, type Work } from './work'

/** One of three pads or rests of a plate that are not quite of one height. */
export const padHeightError = (plate: Plate, id: string): HeldError =>
  heldError({
    key: `plate ${plate.id}, pad ${id}`,
    link: `plate ${plate.id}, pads`,
    cause: 'pads differ in height',
    gear: plate.name,
    plusMinus: plate.differenceMm,
    remedy: 'Skim the pads on the machine that the plate is used on.',
    lights: ['rest1', 'rest2', 'rest3'],
  })

/** What is drilled through over a plate with pads or rests. */
export const drilledOverPlate = (
  own: Placed & { readonly work: Work; readonly plate: Plate },
  { index, length, name, ops }: Inspected,
): readonly Finding[] =>
  ops.flatMap((op) =>
    throughHoles(own, own.work, op).length > 0
      ? [
          finding(
            'plate.drilled',
            index,
            `${capital(name(op.feature))} comes through over the plate.`,
            `Between the part and the plate there are ${length(own.plate.padHeight)}: stop the drill there, or let a pocket into the plate.`,
            { feature: op.feature },
          ),
        ]
      : [],
  )
