import { addSix, dotSix, type Six } from '../geometry'
import type { FormBuilder } from './sparse'
import { type Sparse, type SparseSix } from './sparse'
import { type Deviation, type Term } from './stack'

/** A linear reading: rows over surfaces, and terms straight over sources (a hole's size, a form error). */
export interface Reading {
  readonly rows: readonly { readonly surface: string; readonly row: Six }[]
  readonly terms: readonly Term[]
}

/** What a requirement allows, over readings in mm (or rad for angles). */
export type Measure =
  /** Every reading must lie within lower … upper. */
  | {
      readonly kind: 'limits'
      readonly readings: readonly Reading[]
      readonly lower: number
      readonly upper: number
    }
  /** For every pair, twice the length of (first, second) must not exceed the zone plus its bonus. */
  | {
      readonly kind: 'zone'
      readonly pairs: readonly (readonly [Reading, Reading])[]
      readonly diameter: number
      /** Factor on the radial length: 2 for a position zone, 1 for an orientation between two ends. */
      readonly factor: 1 | 2
      readonly bonus?: Bonus | undefined
    }

/** Material-condition bonus: how far the size departs from its limit of most (or least) material. */
export interface Bonus {
  readonly size: Reading
  /** Size deviation at the material limit, mm. */
  readonly limit: number
  /** +1 when a larger size gives more bonus (a hole at maximum material), −1 otherwise. */
  readonly direction: 1 | -1
  /** The most bonus that the size limits can give, mm. */
  readonly most: number
}

/** Turns a reading into a linear form over the sources; what surfaces of one setup share is added up once. */
export function formOf(
  reading: Reading,
  surfaces: ReadonlyMap<string, Deviation>,
  builder: FormBuilder,
): Sparse {
  const byForms = new Map<SparseSix, Six>()
  for (const { surface, row } of reading.rows) {
    const deviation = surfaces.get(surface)
    if (!deviation) continue
    const forms = deviation.shared?.forms
    if (forms) {
      const before = byForms.get(forms)
      byForms.set(forms, before ? addSix(before, row) : row)
    }
    for (const { six, source } of deviation.own) builder.add(source, dotSix(row, six))
  }
  for (const [forms, row] of byForms) if (!cancels(row)) builder.addForms(forms, row)
  for (const { source, coefficient } of reading.terms) builder.add(source, coefficient)
  return builder.take()
}

/** Rows that cancel leave rounding of the order of the levers; it is no cause of error. */
const cancels = (row: Six): boolean => row.every((value) => Math.abs(value) < 1e-12)
