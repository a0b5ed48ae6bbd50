/** Classes of general tolerances: fine, medium, coarse, very coarse. */
export type GeneralClass = 'f' | 'm' | 'c' | 'v'

export const GENERAL_CLASSES: readonly GeneralClass[] = ['f', 'm', 'c', 'v']

type Row = readonly [number | undefined, number, number, number]

/** Linear dimensions over 0.5 up to, ± mm. Source: ISO 2768-1:1989, table 1, typed from memory. */
const LINEAR_MM: readonly (readonly [number, readonly (number | undefined)[]])[] = [
  [3, [0.05, 0.1, 0.2, undefined]],
  [6, [0.05, 0.1, 0.3, 0.5]],
  [30, [0.1, 0.2, 0.5, 1]],
  [120, [0.15, 0.3, 0.8, 1.5]],
  [400, [0.2, 0.5, 1.2, 2.5]],
  [1000, [0.3, 0.8, 2, 4]],
  [2000, [0.5, 1.2, 3, 6]],
  [4000, [undefined, 2, 4, 8]],
]

/** Angles by the shorter leg up to, ± degrees. Source: ISO 2768-1:1989, table 3, typed from memory. */
const ANGLES_DEGREES: readonly (readonly [number, Row])[] = [
  [10, [1, 1, 1.5, 3]],
  [50, [1 / 2, 1 / 2, 1, 2]],
  [120, [1 / 3, 1 / 3, 1 / 2, 1]],
  [400, [1 / 6, 1 / 6, 1 / 4, 1 / 2]],
  [Infinity, [1 / 12, 1 / 12, 1 / 6, 1 / 3]],
]

/** General tolerance of a length without one, ± mm; undefined where the table has none. */
export function generalLength(of: GeneralClass, mm: number): number | undefined {
  if (mm < 0.5) return undefined
  const row = LINEAR_MM.find(([upTo]) => mm <= upTo)
  return row?.[1][GENERAL_CLASSES.indexOf(of)]
}

/** General tolerance of an angle without one, ± rad, by its shorter leg in mm. */
export function generalAngle(of: GeneralClass, shorterMm: number): number {
  const row = ANGLES_DEGREES.find(([upTo]) => shorterMm <= upTo)
  return ((row?.[1][GENERAL_CLASSES.indexOf(of)] ?? 0) * Math.PI) / 180
}
