import { INCH_MM } from './inch'

/**
 * Number and letter twist drills, diameter in inches.
 * Source: the number and letter sizes of ASME B94.11M, typed from memory and compared in the
 * tests with the table of the GNU `units` data file.
 */
export const NUMBER_DRILLS_INCH: readonly number[] = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185,
  0.182, 0.18, 0.177, 0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144,
  0.1405, 0.136, 0.1285, 0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098,
  0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595,
  0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036, 0.035, 0.033, 0.032,
  0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02, 0.018, 0.016, 0.0145, 0.0135,
]

/** Letter drills A–Z, diameter in inches. Same source as the number drills. */
export const LETTER_DRILLS_INCH: Readonly<Record<string, number>> = {
  A: 0.234,
  B: 0.238,
  C: 0.242,
  D: 0.246,
  E: 0.25,
  F: 0.257,
  G: 0.261,
  H: 0.266,
  I: 0.272,
  J: 0.277,
  K: 0.281,
  L: 0.29,
  M: 0.295,
  N: 0.302,
  O: 0.316,
  P: 0.323,
  Q: 0.332,
  R: 0.339,
  S: 0.348,
  T: 0.358,
  U: 0.368,
  V: 0.377,
  W: 0.386,
  X: 0.397,
  Y: 0.404,
  Z: 0.413,
}

export type DrillSeries = 'metric' | 'fraction' | 'number' | 'letter'

/** A standard twist drill by the name that is stamped on it. */
export interface Drill {
  readonly name: string
  readonly diameterMm: number
  readonly series: DrillSeries
}

/** Metric steps, mm: first, last, step. Preferred sizes of ISO 235:2016 and DIN 338, from memory. */
const METRIC_STEPS: readonly (readonly [number, number, number])[] = [
  [0.3, 3, 0.05],
  [3.1, 14, 0.1],
  [14.25, 32, 0.25],
  [32.5, 50, 0.5],
]

/** Jobber and taper shank sizes that shops grind besides the steps: 3.25, 3.75 … to 13.75. */
// prettier-ignore
const METRIC_QUARTERS = [3.15, 3.25, 3.75, 4.25, 4.75, 5.25, 5.55, 5.75, 6.25, 6.75, 7.25, 7.75, 8.25, 8.75, 9.25, 9.35, 9.75, 10.25, 11.25, 12.25, 13.25, 13.75]

const reduced = (sixtyFourths: number): string => {
  const [whole, rest] = [Math.floor(sixtyFourths / 64), sixtyFourths % 64]
  if (rest === 0) return `${whole}in`
  let [top, bottom] = [rest, 64]
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2]
  return `${whole > 0 ? `${whole} ` : ''}${top}/${bottom}`
}

const metricDrill = (diameterMm: number): Drill => ({
  name: `${diameterMm} mm`,
  diameterMm,
  series: 'metric',
})

/** Every drill of the four series, smallest first. */
export const DRILLS: readonly Drill[] = [
  ...METRIC_STEPS.flatMap(([first, last, step]) =>
    Array.from({ length: Math.round((last - first) / step) + 1 }, (_, i) =>
      metricDrill(Number((first + i * step).toFixed(2))),
    ),
  ),
  ...METRIC_QUARTERS.map(metricDrill),
  ...Array.from({ length: 2 * 64 }, (_, i): Drill => ({
    name: reduced(i + 1),
    diameterMm: ((i + 1) / 64) * INCH_MM,
    series: 'fraction',
  })),
  ...NUMBER_DRILLS_INCH.map((inch, i): Drill => ({
    name: `#${i + 1}`,
    diameterMm: inch * INCH_MM,
    series: 'number',
  })),
  ...Object.entries(LETTER_DRILLS_INCH).map(([letter, inch]): Drill => ({
    name: letter,
    diameterMm: inch * INCH_MM,
    series: 'letter',
  })),
].sort((a, b) => a.diameterMm - b.diameterMm)

/** The inch series: fractions, numbers and letters. */
export const INCH_DRILLS: readonly DrillSeries[] = ['fraction', 'number', 'letter']

const drawers = new Map<string, readonly Drill[]>()

/** The drills of some series, looked out once. */
function drawerOf(series: readonly DrillSeries[]): readonly Drill[] {
  const key = series.join()
  const known = drawers.get(key) ?? DRILLS.filter((drill) => series.includes(drill.series))
  drawers.set(key, known)
  return known
}

/**
 * The standard drill nearest in size.
 *
 * @param diameterMm - over 0.
 * @param series - the drawers to look in; all by default. Of equals the first series named wins.
 */
export function nearestDrill(
  diameterMm: number,
  series: readonly DrillSeries[] = ['metric', ...INCH_DRILLS],
): Drill {
  const off = (drill: Drill): number => Math.abs(drill.diameterMm - diameterMm)
  return drawerOf(series).reduce((best, drill) => {
    const gain = off(best) - off(drill)
    if (gain > 1e-9) return drill
    const earlier = series.indexOf(drill.series) < series.indexOf(best.series)
    return Math.abs(gain) <= 1e-9 && earlier ? drill : best
  })
}

/** A drill by its name: `#7`, `F`, `29/64`, `6.8 mm`. */
export const drillNamed = (name: string): Drill | undefined =>
  DRILLS.find((drill) => drill.name === name)

/** Flute length of a jobber drill, mm, by diameter up to. Source: DIN 338, from memory. */
// prettier-ignore
const JOBBER_FLUTES: readonly (readonly [number, number])[] = [
  [0.5, 6], [1, 12], [1.5, 18], [2, 24], [2.5, 30], [3, 33], [3.5, 39], [4, 43], [4.5, 47], [5, 52],
  [6, 57], [7, 69], [8, 75], [9, 81], [10, 87], [11, 94], [12, 101], [13, 101], [14, 108], [16, 120],
  [18, 130], [20, 140],
]

/** Flute length of a jobber drill, mm; that of the largest for drills over 20 mm. */
export function jobberFluteMm(diameterMm: number): number {
  const row = JOBBER_FLUTES.find(([upTo]) => diameterMm <= upTo + 1e-9)
  return row?.[1] ?? 140
}

/** Point angle of common twist drills, rad. */
export const TWIST_POINT_RAD = (118 * Math.PI) / 180

/** Length of the point of a drill beyond its full diameter, mm: d ÷ (2 tan ½ angle). */
export const pointLengthMm = (diameterMm: number, angleRad = TWIST_POINT_RAD): number =>
  diameterMm / 2 / Math.tan(angleRad / 2)
