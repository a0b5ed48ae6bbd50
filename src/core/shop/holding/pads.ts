import { type Plate } from '../workshop'
import { heldError } from './common'
import { type HeldError } from './kind'

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
