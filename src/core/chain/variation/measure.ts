import { addSix, type Six } from '../../ground/geometry'
import { type FormBuilder, type Sparse, type SparseSix } from './sparse'
import { type Deviation, type Term } from './stack'

/**
 * What is read off a piece: rows over surfaces, terms straight over sources (a hole's size, a form
 * error), and multiples of what the steps of its measure found before.
 */
export interface Reading {
  readonly rows: readonly { readonly surface: string; readonly row: Six }[]
  readonly terms: readonly Term[]
  /** `value` counts the figures that the steps give, in order, from 0. */
  readonly steps?: readonly StepUse[] | undefined
}

export interface StepUse {
  readonly value: number
  readonly coefficient: number
}

/** What has to be found on each piece before its readings: not linear in the sources. */
export type Step =
  /** The highest of several readings: where a datum plane touches. Gives one figure. */
  | { readonly kind: 'highest'; readonly of: readonly Reading[] }
  /** The motion that lets equal pins grow largest in a set of holes at once. Gives one figure for each motion. */
  | { readonly kind: 'pins'; readonly motions: number; readonly pins: readonly Moved[] }

/** Two readings across an axis, and what each motion adds to them. */
export interface Moved {
  readonly first: Reading
  readonly second: Reading
  readonly moves: readonly (readonly [number, number])[]
}

/** One reading held against what is allowed. Its w is what goes beyond, mm or rad; negative when it holds. */
export type Check =
  /** w = max(value − upper, lower − value) + plus: `plus` is a form error that adds on either side. */
  | {
      readonly kind: 'between'
      readonly value: Reading
      readonly moves: readonly number[]
      readonly lower: number
      readonly upper: number
      readonly plus?: Reading | undefined
      /** Where it is read, in words; where there is one reading it needs none. */
      readonly label?: string | undefined
    }
  /** w = factor · |(first, second)| − diameter − bonus. */
  | (Moved & {
      readonly kind: 'round'
      /** 2 for a position zone, 1 for an orientation between two ends. */
      readonly factor: 1 | 2
      readonly diameter: number
      readonly bonus?: Bonus | undefined
    })

/** Readings that share one free motion: what the datums leave open is fitted to them all at once. */
export interface Gauge {
  readonly motions: number
  readonly checks: readonly Check[]
  /**
   * What bounds the motion: a motion is admitted only where none of these is over 0. A piece that admits
   * none fails, by what the bounds would have to give and what goes over there. Only with motions.
   */
  readonly bounds?: readonly Check[] | undefined
}

/** What a requirement asks, over readings in mm (or rad for angles); its excess is the largest of its gauges'. */
export interface Measure {
  readonly steps: readonly Step[]
  readonly gauges: readonly Gauge[]
  /** Half the width between limits, or the zone: what a margin is counted against. */
  readonly allowed: number
  /** Limits are shown as ±, zones as a diameter or a width. */
  readonly kind: 'limits' | 'zone'
}

/** Material-condition bonus: how far a hole's own size departs from its limit of most (or least) material. */
export interface Bonus {
  readonly size: Reading
  /** Size deviation at the material limit, mm. */
  readonly limit: number
  /** +1 when a larger size gives more bonus (a hole at maximum material), −1 otherwise. */
  readonly direction: 1 | -1
  /** The most bonus that the size limits can give, mm. */
  readonly most: number
}

/** Bonus at a given size deviation, mm, never negative and never over the most that the limits give. */
export function bonusAt(bonus: Omit<Bonus, 'size'>, size: number): number {
  return Math.min(bonus.most, Math.max(0, bonus.direction * (size - bonus.limit)))
}

/** Turns a reading's linear part into a form over the sources; what surfaces of one setup share is added up once. */
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
    for (const { six, source } of deviation.own) builder.addRow(source, row, six)
  }
  for (const [forms, row] of byForms) if (!cancels(row)) builder.addForms(forms, row)
  for (const { source, coefficient } of reading.terms) builder.add(source, coefficient)
  return builder.take()
}

/** Rows that cancel leave rounding of the order of the levers; it is no cause of error. */
const cancels = (row: Six): boolean => row.every((value) => Math.abs(value) < 1e-12)
