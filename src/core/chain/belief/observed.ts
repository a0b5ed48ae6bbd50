import { type Sparse } from '../variation'

/** Something that was measured: a linear form over the sources, what it came to, and how well that is known. */
export interface Observed {
  readonly form: Sparse
  /** As measured, in the form's own unit, from what it is with every source at 0. */
  readonly value: number
  /** Standard uncertainty of the measurement, same unit, > 0. */
  readonly sigma: number
  /** Observations of other groups share only what belongs to the gear: a piece by its number. */
  readonly group?: number
  /** What it is, in shop words: a source of what is left after it. */
  readonly called: string
}
