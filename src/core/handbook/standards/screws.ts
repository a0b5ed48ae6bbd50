import { type Drill, nearestDrill, INCH_DRILLS } from './drills'
import { INCH_MM } from './inch'
import { parseThread, type Thread } from './threads'

export type ClearanceFit = 'close' | 'normal' | 'loose'

/** Clearance holes of ISO 273:1979, fine, medium and coarse series, mm, typed from memory. */
// prettier-ignore
const CLEARANCE_MM: Readonly<Record<string, readonly [number, number, number]>> = {
  '1': [1.1, 1.2, 1.3], '1.2': [1.3, 1.4, 1.5], '1.4': [1.5, 1.6, 1.8], '1.6': [1.7, 1.8, 2],
  '2': [2.2, 2.4, 2.6], '2.5': [2.7, 2.9, 3.1], '3': [3.2, 3.4, 3.6], '3.5': [3.7, 3.9, 4.2],
  '4': [4.3, 4.5, 4.8], '5': [5.3, 5.5, 5.8], '6': [6.4, 6.6, 7], '7': [7.4, 7.6, 8], '8': [8.4, 9, 10],
  '10': [10.5, 11, 12], '12': [13, 13.5, 14.5], '14': [15, 15.5, 16.5], '16': [17, 17.5, 18.5],
  '18': [19, 20, 21], '20': [21, 22, 24], '22': [23, 24, 26], '24': [25, 26, 28], '27': [28, 30, 32],
  '30': [31, 33, 35], '33': [34, 36, 38], '36': [37, 39, 42],
}

/** Clearance holes of ASME B18.2.8-1999, close, normal and loose, inch, typed from memory. */
// prettier-ignore
const CLEARANCE_INCH: Readonly<Record<string, readonly [number, number, number]>> = {
  '#0': [0.067, 0.076, 0.094], '#1': [0.081, 0.089, 0.104], '#2': [0.094, 0.102, 0.116], '#3': [0.106, 0.116, 0.128],
  '#4': [0.12, 0.128, 0.144], '#5': [0.141, 0.156, 0.172], '#6': [0.154, 0.17, 0.185], '#8': [0.18, 0.194, 0.213],
  '#10': [0.206, 0.221, 0.238], '1/4': [0.266, 0.281, 0.295], '5/16': [0.328, 0.344, 0.359],
  '3/8': [0.391, 0.406, 0.422], '7/16': [0.453, 0.469, 0.484], '1/2': [0.531, 0.562, 0.609],
  '5/8': [0.656, 0.688, 0.734], '3/4': [0.781, 0.812, 0.906], '7/8': [0.906, 0.938, 1.031],
  '1': [1.031, 1.094, 1.156], '1 1/8': [1.156, 1.219, 1.312], '1 1/4': [1.281, 1.344, 1.438],
  '1 3/8': [1.438, 1.5, 1.609], '1 1/2': [1.562, 1.625, 1.734],
}

const COLUMN: Readonly<Record<ClearanceFit, 0 | 1 | 2>> = { close: 0, normal: 1, loose: 2 }

const sizeKey = (thread: Thread): string =>
  thread.form === 'metric' ? String(thread.majorMm) : thread.designation.replace(/-.*$/, '')

/** The clearance hole for a screw, and the drill for it; undefined when the tables have no such size. */
export function clearanceHole(
  thread: Thread,
  fit: ClearanceFit = 'normal',
): { readonly diameterMm: number; readonly drill: Drill } | undefined {
  const metric = thread.form === 'metric'
  const table = metric ? CLEARANCE_MM : CLEARANCE_INCH
  const tabled = table[sizeKey(thread)]?.[COLUMN[fit]]
  if (tabled === undefined || (!metric && thread.form !== 'unified')) return undefined
  const diameterMm = metric ? tabled : tabled * INCH_MM
  return { diameterMm, drill: nearestDrill(diameterMm, metric ? ['metric'] : INCH_DRILLS) }
}

/** Socket head cap screws: head diameter and height, and the counterbore's diameter. */
type HeadRow = readonly [headDiameter: number, headHeight: number, counterbore: number]

/** ISO 4762:2004 heads and DIN 974-1:2008 (series 1) counterbores, mm, typed from memory. */
// prettier-ignore
const CAP_SCREW_MM: Readonly<Record<string, HeadRow>> = {
  '1.6': [3, 1.6, 3.5], '2': [3.8, 2, 4.4], '2.5': [4.5, 2.5, 5.5], '3': [5.5, 3, 6.5], '4': [7, 4, 8],
  '5': [8.5, 5, 10], '6': [10, 6, 11], '8': [13, 8, 15], '10': [16, 10, 18], '12': [18, 12, 20],
  '14': [21, 14, 24], '16': [24, 16, 26], '20': [30, 20, 33], '24': [36, 24, 40], '30': [45, 30, 50],
  '36': [54, 36, 58],
}

/** ASME B18.3-2012 heads and the counterbores that its appendix recommends, inch, typed from memory. */
// prettier-ignore
const CAP_SCREW_INCH: Readonly<Record<string, HeadRow>> = {
  '#0': [0.096, 0.06, 0.125], '#1': [0.118, 0.073, 0.156], '#2': [0.14, 0.086, 0.188], '#3': [0.161, 0.099, 0.219],
  '#4': [0.183, 0.112, 0.219], '#5': [0.205, 0.125, 0.25], '#6': [0.226, 0.138, 0.281], '#8': [0.27, 0.164, 0.312],
  '#10': [0.312, 0.19, 0.375], '1/4': [0.375, 0.25, 0.438], '5/16': [0.469, 0.312, 0.531], '3/8': [0.562, 0.375, 0.625],
  '7/16': [0.656, 0.438, 0.719], '1/2': [0.75, 0.5, 0.812], '5/8': [0.938, 0.625, 1], '3/4': [1.125, 0.75, 1.188],
  '7/8': [1.312, 0.875, 1.375], '1': [1.5, 1, 1.625],
}

/** How deep a counterbore goes below flush, mm: DIN 974-1:2008, from memory (0.4 to M5, 0.6 to M20, 0.8 above). */
const SUNK_MM = (majorMm: number): number => (majorMm < 6 ? 0.4 : majorMm <= 20 ? 0.6 : 0.8)

export interface Counterbore {
  readonly diameterMm: number
  readonly depthMm: number
  readonly headDiameterMm: number
}

/** Counterbore for a socket head cap screw; inch screws lie flush. Undefined when the table has no such size. */
export function counterboreForScrew(thread: Thread): Counterbore | undefined {
  const metric = thread.form === 'metric'
  const row = (metric ? CAP_SCREW_MM : CAP_SCREW_INCH)[sizeKey(thread)]
  if (!row || (!metric && thread.form !== 'unified')) return undefined
  const scale = metric ? 1 : INCH_MM
  return {
    diameterMm: row[2] * scale,
    depthMm: row[1] * scale + (metric ? SUNK_MM(thread.majorMm) : 0),
    headDiameterMm: row[0] * scale,
  }
}

/** The metric screw whose head goes into a counterbore of this diameter: its counterbore, and its clearance hole of the medium series, mm. */
export function screwInCounterbore(
  diameterMm: number,
): { readonly counterbore: Counterbore; readonly clearanceMm: number } | undefined {
  for (const size of Object.keys(CAP_SCREW_MM)) {
    const thread = parseThread(`M${size}`)
    const counterbore = thread && counterboreForScrew(thread)
    const clearanceMm = CLEARANCE_MM[size]?.[1]
    if (
      counterbore &&
      clearanceMm !== undefined &&
      Math.abs(counterbore.diameterMm - diameterMm) < 0.01
    )
      return { counterbore, clearanceMm }
  }
  return undefined
}

/** The usual counterbore over a clearance hole of the medium series; undefined when it is no such hole. */
export function counterboreFor(holeMm: number): Counterbore | undefined {
  const size = Object.entries(CLEARANCE_MM).find(([, row]) => Math.abs(row[1] - holeMm) < 0.01)?.[0]
  const thread = size === undefined ? undefined : parseThread(`M${size}`)
  return thread && counterboreForScrew(thread)
}

/**
 * Theoretical head diameter of countersunk socket screws, ISO 10642:2019, mm, typed from memory: the
 * countersink at 90° that takes the head flush.
 */
// prettier-ignore
const COUNTERSUNK_MM: Readonly<Record<string, number>> = {
  '3': 6.72, '4': 8.96, '5': 11.2, '6': 13.44, '8': 17.92, '10': 22.4, '12': 26.88, '14': 30.8, '16': 33.6, '20': 40.32,
}

/** Countersink diameter for an ISO 10642 screw, mm, at 90°. */
export const countersinkForScrew = (thread: Thread): number | undefined =>
  thread.form === 'metric' ? COUNTERSUNK_MM[sizeKey(thread)] : undefined

/** Sockets of cap screws, across flats: ISO 4762:2004, mm, from memory. */
// prettier-ignore
const SOCKET_MM: Readonly<Record<string, number>> = {
  '2': 1.5, '2.5': 2, '3': 2.5, '4': 3, '5': 4, '6': 5, '8': 6, '10': 8, '12': 10, '14': 12, '16': 14, '20': 17,
}
/** Hexagon socket keys, the long arm by the size across flats: ISO 2936:2014, mm, from memory. */
// prettier-ignore
const KEY_LONG_MM: Readonly<Record<string, number>> = {
  '1.5': 45, '2': 50, '2.5': 56, '3': 63, '4': 70, '5': 80, '6': 90, '8': 100, '10': 112, '12': 125, '14': 140, '17': 160,
}

/** The key of a socket head cap screw and how long its long arm is, mm; undefined when the table has no such size. */
export function keyForScrew(
  thread: Thread,
): { readonly acrossMm: number; readonly longMm: number } | undefined {
  const acrossMm = thread.form === 'metric' ? SOCKET_MM[sizeKey(thread)] : undefined
  const longMm = acrossMm === undefined ? undefined : KEY_LONG_MM[acrossMm]
  return acrossMm === undefined || longMm === undefined ? undefined : { acrossMm, longMm }
}

/** Hexagon head screws: width across flats, mm. Source: ISO 4017:2014, from memory. */
// prettier-ignore
const HEX_FLATS_MM: Readonly<Record<string, number>> = {
  '3': 5.5, '4': 7, '5': 8, '6': 10, '8': 13, '10': 16, '12': 18, '14': 21, '16': 24, '20': 30, '24': 36, '30': 46, '36': 55,
}

/** Width across the flats of a hexagon head, mm. */
export const hexFlatsMm = (thread: Thread): number | undefined =>
  thread.form === 'metric' ? HEX_FLATS_MM[sizeKey(thread)] : undefined
