/**
 * Limits of size for holes and shafts.
 * Source: ISO 286-1:2010, table 1 (standard tolerance grades) and tables 2 to 5 (fundamental
 * deviations), micrometres, typed from memory; the tests compare them with the standard's own
 * formulae (tolerance unit i, and the deviation formulae of its annex) within their rounding.
 */
const STEP_UPPER_MM = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500] as const

const GRADE_MICROMETRES: Readonly<Record<string, readonly number[]>> = {
  '01': [0.3, 0.4, 0.4, 0.5, 0.6, 0.6, 0.8, 1, 1.2, 2, 2.5, 3, 4],
  '0': [0.5, 0.6, 0.6, 0.8, 1, 1, 1.2, 1.5, 2, 3, 4, 5, 6],
  '1': [0.8, 1, 1, 1.2, 1.5, 1.5, 2, 2.5, 3.5, 4.5, 6, 7, 8],
  '2': [1.2, 1.5, 1.5, 2, 2.5, 2.5, 3, 4, 5, 7, 8, 9, 10],
  '3': [2, 2.5, 2.5, 3, 4, 4, 5, 6, 8, 10, 12, 13, 15],
  '4': [3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20],
  '5': [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27],
  '6': [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40],
  '7': [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63],
  '8': [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97],
  '9': [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155],
  '10': [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250],
  '11': [60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400],
  '12': [100, 120, 150, 180, 210, 250, 300, 350, 400, 460, 520, 570, 630],
  '13': [140, 180, 220, 270, 330, 390, 460, 540, 630, 720, 810, 890, 970],
  '14': [250, 300, 360, 430, 520, 620, 740, 870, 1000, 1150, 1300, 1400, 1550],
}

/** Upper deviation es of shafts d to h, negative, by main step. */
const SHAFT_UPPER: Readonly<Record<string, readonly number[]>> = {
  d: [-20, -30, -40, -50, -65, -80, -100, -120, -145, -170, -190, -210, -230],
  e: [-14, -20, -25, -32, -40, -50, -60, -72, -85, -100, -110, -125, -135],
  f: [-6, -10, -13, -16, -20, -25, -30, -36, -43, -50, -56, -62, -68],
  g: [-2, -4, -5, -6, -7, -9, -10, -12, -14, -15, -17, -18, -20],
  h: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
}

/** Lower deviation ei of shafts k to p by main step; k holds for grades 4 to 7, else 0. */
const SHAFT_LOWER: Readonly<Record<string, readonly number[]>> = {
  k: [0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5],
  m: [2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23],
  n: [4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40],
  p: [6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68],
}

/** The intermediate steps of r and s, upper end in mm. */
// prettier-ignore
const FINE_STEP_UPPER_MM = [3, 6, 10, 18, 30, 50, 65, 80, 100, 120, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500] as const
// prettier-ignore
const SHAFT_LOWER_FINE: Readonly<Record<string, readonly number[]>> = {
  r: [10, 15, 19, 23, 28, 34, 41, 43, 51, 54, 63, 65, 68, 77, 80, 84, 94, 98, 108, 114, 126, 132],
  s: [14, 19, 23, 28, 35, 43, 53, 59, 71, 79, 92, 100, 108, 122, 130, 140, 158, 170, 190, 208, 232, 252],
}

/** Deviations of a size from its nominal, mm. */
export interface Limits {
  readonly lowerMm: number
  readonly upperMm: number
}

const stepOf = (uppers: readonly number[], sizeMm: number): number =>
  sizeMm > 0 ? uppers.findIndex((upper) => sizeMm <= upper) : -1

/** Standard tolerance, micrometres; undefined outside IT01 to IT14 or 500 mm. */
function grade(name: string | number, sizeMm: number): number | undefined {
  return GRADE_MICROMETRES[String(name)]?.[stepOf(STEP_UPPER_MM, sizeMm)]
}

/** Width of a standard tolerance grade (`01`, `0`, `1` … `14`), mm; undefined outside the table. */
export function toleranceGradeMm(name: string, sizeMm: number): number | undefined {
  const width = grade(name, sizeMm)
  return width === undefined ? undefined : width / 1000
}

/** Magnitude of ei for k to s, micrometres. */
function lowerDeviation(letter: string, it: string, sizeMm: number): number | undefined {
  if (letter === 'k' && (Number(it) < 4 || Number(it) > 7 || it === '01')) return 0
  return (
    SHAFT_LOWER[letter]?.[stepOf(STEP_UPPER_MM, sizeMm)] ??
    SHAFT_LOWER_FINE[letter]?.[stepOf(FINE_STEP_UPPER_MM, sizeMm)]
  )
}

const limits = (lower: number, upper: number): Limits => ({
  lowerMm: lower / 1000,
  upperMm: upper / 1000,
})

/**
 * Limits of a shaft such as `g6`.
 *
 * @param designation - letter d e f g h js k m n p r s and grade 01 to 14.
 * @param sizeMm - over 0, to 500.
 * @returns undefined when the designation or the size is outside the tables.
 */
export function shaftLimits(designation: string, sizeMm: number): Limits | undefined {
  const match = /^([a-z]{1,2})(01|\d{1,2})$/.exec(designation)
  const [letter = '', it = ''] = match?.slice(1) ?? []
  const width = grade(it, sizeMm)
  if (width === undefined) return undefined
  if (letter === 'js') return limits(-width / 2, width / 2)
  const es = SHAFT_UPPER[letter]?.[stepOf(STEP_UPPER_MM, sizeMm)]
  if (es !== undefined) return limits(es - width, es)
  const ei = lowerDeviation(letter, it, sizeMm)
  return ei === undefined ? undefined : limits(ei, ei + width)
}

/**
 * Limits of a hole such as `H7`: the mirror of the shaft's, with Δ = ITn − IT(n−1) added for K, M, N to
 * grade 8 and P, R, S to grade 7 over 3 mm (ISO 286-1:2010, 4.3.2.5).
 *
 * @param designation - letter D E F G H JS K M N P R S and grade 01 to 14.
 * @param sizeMm - over 0, to 500.
 */
export function holeLimits(designation: string, sizeMm: number): Limits | undefined {
  const match = /^([A-Z]{1,2})(01|\d{1,2})$/.exec(designation)
  const [upperLetter = '', it = ''] = match?.slice(1) ?? []
  const width = grade(it, sizeMm)
  if (width === undefined) return undefined
  const letter = upperLetter.toLowerCase()
  if (letter === 'js') return limits(-width / 2, width / 2)
  const es = SHAFT_UPPER[letter]?.[stepOf(STEP_UPPER_MM, sizeMm)]
  if (es !== undefined) return limits(-es, -es + width)
  const upper = tightHoleUpper(letter, it, sizeMm)
  return upper === undefined ? undefined : limits(upper - width, upper)
}

/** Upper deviation ES of holes K to S, micrometres. */
function tightHoleUpper(letter: string, it: string, sizeMm: number): number | undefined {
  const number = Number(it)
  const small = sizeMm <= 3
  const fine = it !== '01' && number <= (['k', 'm', 'n'].includes(letter) ? 8 : 7)
  if (letter === 'k' && !fine) return small ? 0 : undefined
  if (letter === 'n' && !fine) return small ? -4 : 0
  // The one value of the table that departs from the rule.
  if (letter === 'm' && number === 6 && sizeMm > 250 && sizeMm <= 315) return -9
  const ei = lowerDeviation(letter, '7', sizeMm)
  if (ei === undefined) return undefined
  const [own, finer] = [grade(it, sizeMm), grade(number - 1, sizeMm)]
  const delta = fine && !small && number >= 3 ? (own ?? 0) - (finer ?? 0) : 0
  if (letter === 'k' && small) return 0
  return -ei + delta
}

export const SHAFT_LETTERS = ['d', 'e', 'f', 'g', 'h', 'js', 'k', 'm', 'n', 'p', 'r', 's'] as const

/** The hole designations that drawings of the shop use most, for completion and messages. */
// prettier-ignore
export const KNOWN_HOLE_FITS: readonly string[] = [
  ...[5, 6, 7, 8, 9, 10, 11, 12, 13].map((it) => `H${it}`),
  'D10', 'E9', 'F7', 'F8', 'G6', 'G7', 'JS6', 'JS7', 'K6', 'K7', 'M6', 'M7', 'N6', 'N7', 'N9', 'P6', 'P7', 'P9', 'R7', 'S7',
]
