import { lengthWords } from '../../handbook/units'
import { type Part } from '../part'

/** A part as its rules look at it, with the words that they use. */
export interface Drawn {
  readonly part: Part
  /** A length in the part's unit, with the unit. */
  readonly length: (mm: number) => string
}

export const drawnOf = (part: Part): Drawn => ({
  part,
  length: (mm) => lengthWords(mm, part.unit),
})
