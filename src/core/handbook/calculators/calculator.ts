import { type PlanePoint } from '../../ground/geometry'
import { type Result } from '../../ground/issues'
import { DEGREE_RAD } from '../units'
import { type Field } from './field'

/** Units of what comes out. */
export type FigureUnit = 'mm' | 'deg' | 'rev/min' | 'mm/min' | 'N' | 'cm3/min' | '%' | ''

/** One figure of an answer: a number with its unit, a name, yes or no, or a list. */
export interface Figure {
  readonly value:
    number | string | boolean | readonly PlanePoint[] | readonly Setting[] | readonly number[]
  readonly unit: FigureUnit
}

/** Where an index plate and its vernier are set. */
export interface Setting {
  readonly plate: number
  readonly vernier: number
}

export const mm = (value: number): Figure => ({ value: value + 0, unit: 'mm' })
export const degrees = (rad: number): Figure => ({ value: rad / DEGREE_RAD, unit: 'deg' })
export const plain = (value: Figure['value']): Figure => ({ value, unit: '' })

type Fields = Readonly<Record<string, Field<unknown>>>
type Values<F extends Fields> = {
  readonly [K in keyof F]: F[K] extends Field<infer Value> ? Value : never
}

/** A small shop calculation, as the registry keeps it. */
export interface Calculator {
  readonly id: string
  readonly title: string
  readonly fields: Fields
  /** Standard, handbook or “common practice, no source”. */
  readonly source: string
  readonly caution?: string | undefined
  readonly compute: (values: Readonly<Record<string, unknown>>) => Result<Record<string, Figure>>
}

/** Makes a registry entry; the fields say what `compute` is given. */
export function defineCalculator<const F extends Fields>(entry: {
  readonly id: string
  readonly title: string
  readonly fields: F
  readonly source: string
  readonly caution?: string
  readonly compute: (values: Values<F>) => Result<Record<string, Figure>>
}): Calculator {
  return { ...entry, compute: (values) => entry.compute(values as Values<F>) }
}
