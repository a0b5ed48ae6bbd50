/**
 * Limits of basic-hole (H) tolerances.
 * Source: ISO 286-1:2010, table 1 (standard tolerance grades IT5 to IT13, nominal sizes to 500 mm),
 * values in micrometres typed from memory; the tests compare them with the standard's own formula
 * i = 0.45·∛D + 0.001·D (clause on derivation of the grades) within its rounding.
 */
const STEP_UPPER_MM = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500] as const

const GRADE_MICROMETRES: Readonly<Record<number, readonly number[]>> = {
  5: [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27],
  6: [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40],
  7: [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63],
  8: [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97],
  9: [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155],
  10: [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250],
  11: [60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400],
  12: [100, 120, 150, 180, 210, 250, 300, 350, 400, 460, 520, 570, 630],
  13: [140, 180, 220, 270, 330, 390, 460, 540, 630, 720, 810, 890, 970],
}

/** Deviations of a hole's diameter from its nominal size, mm. */
export interface HoleLimits {
  readonly lowerMm: number
  readonly upperMm: number
}

/**
 * Limits for a hole designation such as `H7`.
 *
 * @param designation - `H5` to `H13`; other letters are not in the table.
 * @param diameterMm - over 0, to 500.
 * @returns undefined when the designation or the size is outside the table.
 */
export function holeLimits(designation: string, diameterMm: number): HoleLimits | undefined {
  const match = /^H(\d+)$/.exec(designation)
  if (!match || !(diameterMm > 0)) return undefined
  const step = STEP_UPPER_MM.findIndex((upper) => diameterMm <= upper)
  const micrometres = GRADE_MICROMETRES[Number(match[1])]?.[step]
  return micrometres === undefined ? undefined : { lowerMm: 0, upperMm: micrometres / 1000 }
}

/** The hole designations that the table knows. */
export const KNOWN_HOLE_FITS: readonly string[] = Object.keys(GRADE_MICROMETRES).map((g) => `H${g}`)
