import { type Drill, drillNamed, INCH_DRILLS, nearestDrill } from './drills'
import { INCH_MM } from './inch'

export type ThreadForm = 'metric' | 'unified' | 'BA' | 'ME' | 'G' | 'NPT'

export interface Thread {
  /** As written: `M6`, `M6x0.75`, `1/4-20`, `#10-32`, `2BA`, `1/4x32ME`, `G1/4`, `1/4NPT`. */
  readonly designation: string
  readonly form: ThreadForm
  readonly majorMm: number
  readonly pitchMm: number
  /** Name of the series when the pair of size and pitch is a standard one: coarse, fine, UNC … */
  readonly series: string | undefined
}

/**
 * Coarse pitches of ISO 261:1998 (general plan) with the tapping drills of ISO 2306:1972, mm, typed
 * from memory. The tests compare the drills with major diameter less pitch.
 */
// prettier-ignore
const METRIC_COARSE: Readonly<Record<string, readonly [pitchMm: number, drillMm: number]>> = {
  '1': [0.25, 0.75], '1.2': [0.25, 0.95], '1.4': [0.3, 1.1], '1.6': [0.35, 1.25], '1.8': [0.35, 1.45],
  '2': [0.4, 1.6], '2.2': [0.45, 1.75], '2.5': [0.45, 2.05], '3': [0.5, 2.5], '3.5': [0.6, 2.9],
  '4': [0.7, 3.3], '5': [0.8, 4.2], '6': [1, 5], '7': [1, 6], '8': [1.25, 6.8], '10': [1.5, 8.5],
  '12': [1.75, 10.2], '14': [2, 12], '16': [2, 14], '18': [2.5, 15.5], '20': [2.5, 17.5],
  '22': [2.5, 19.5], '24': [3, 21], '27': [3, 24], '30': [3.5, 26.5], '33': [3.5, 29.5], '36': [4, 32],
}

/** Fine pitches that ISO 261:1998 gives beside the coarse one, typed from memory. */
// prettier-ignore
const METRIC_FINE: Readonly<Record<string, readonly number[]>> = {
  '1': [0.2], '1.2': [0.2], '1.4': [0.2], '1.6': [0.2], '1.8': [0.2], '2': [0.25], '2.2': [0.25], '2.5': [0.35],
  '3': [0.35], '3.5': [0.35], '4': [0.5], '5': [0.5], '6': [0.75], '7': [0.75], '8': [1, 0.75],
  '10': [1.25, 1, 0.75], '12': [1.5, 1.25, 1], '14': [1.5, 1.25, 1], '16': [1.5, 1], '18': [2, 1.5, 1],
  '20': [2, 1.5, 1], '22': [2, 1.5, 1], '24': [2, 1.5, 1], '27': [2, 1.5, 1], '30': [3, 2, 1.5, 1],
  '33': [3, 2, 1.5], '36': [3, 2, 1.5],
}

/**
 * Threads of ASME B1.1 by size: threads per inch, and the tapping drill of the handbooks for about
 * 75 % of a full thread; all typed from memory. The tests compare the drills with that figure.
 */
// prettier-ignore
const UNC: Readonly<Record<string, readonly [tpi: number, drill: string]>> = {
  '#1': [64, '#53'], '#2': [56, '#50'], '#3': [48, '#47'], '#4': [40, '#43'], '#5': [40, '#38'], '#6': [32, '#36'],
  '#8': [32, '#29'], '#10': [24, '#25'], '#12': [24, '#16'], '1/4': [20, '#7'], '5/16': [18, 'F'], '3/8': [16, '5/16'],
  '7/16': [14, 'U'], '1/2': [13, '27/64'], '9/16': [12, '31/64'], '5/8': [11, '17/32'], '3/4': [10, '21/32'],
  '7/8': [9, '49/64'], '1': [8, '7/8'], '1 1/8': [7, '63/64'], '1 1/4': [7, '1 7/64'], '1 3/8': [6, '1 7/32'],
  '1 1/2': [6, '1 11/32'],
}
// prettier-ignore
const UNF: Readonly<Record<string, readonly [tpi: number, drill: string]>> = {
  '#0': [80, '3/64'], '#1': [72, '#53'], '#2': [64, '#50'], '#3': [56, '#45'], '#4': [48, '#42'], '#5': [44, '#37'],
  '#6': [40, '#33'], '#8': [36, '#29'], '#10': [32, '#21'], '#12': [28, '#14'], '1/4': [28, '#3'], '5/16': [24, 'I'],
  '3/8': [24, 'Q'], '7/16': [20, '25/64'], '1/2': [20, '29/64'], '9/16': [18, '33/64'], '5/8': [18, '37/64'],
  '3/4': [16, '11/16'], '7/8': [14, '13/16'], '1': [12, '59/64'], '1 1/8': [12, '1 3/64'],
  '1 1/4': [12, '1 11/64'], '1 3/8': [12, '1 19/64'], '1 1/2': [12, '1 27/64'],
}
// prettier-ignore
const UNEF_TPI: Readonly<Record<string, number>> = {
  '#12': 32, '1/4': 32, '5/16': 32, '3/8': 32, '7/16': 28, '1/2': 28, '9/16': 24, '5/8': 24, '11/16': 24,
  '3/4': 20, '13/16': 20, '7/8': 20, '15/16': 20, '1': 20, '1 1/16': 18, '1 1/8': 18, '1 3/16': 18,
  '1 1/4': 18, '1 5/16': 18, '1 3/8': 18, '1 7/16': 18, '1 1/2': 18,
}

/** British Association, BS 93: number to major diameter and pitch, mm, from memory; formula in the tests. */
// prettier-ignore
const BA: readonly (readonly [majorMm: number, pitchMm: number])[] = [
  [6, 1], [5.3, 0.9], [4.7, 0.81], [4.1, 0.73], [3.6, 0.66], [3.2, 0.59], [2.8, 0.53], [2.5, 0.48],
  [2.2, 0.43], [1.9, 0.39], [1.7, 0.35],
]

/** Parallel pipe threads of ISO 228-1: major diameter mm, threads per inch, tapping drill mm; from memory. */
// prettier-ignore
const G: Readonly<Record<string, readonly [majorMm: number, tpi: number, drillMm: number]>> = {
  '1/16': [7.723, 28, 6.8], '1/8': [9.728, 28, 8.8], '1/4': [13.157, 19, 11.8], '3/8': [16.662, 19, 15.25],
  '1/2': [20.955, 14, 19], '5/8': [22.911, 14, 21], '3/4': [26.441, 14, 24.5], '1': [33.249, 11, 30.75],
}

/** Taper pipe threads of ASME B1.20.1: outside diameter of pipe in inch, threads per inch, drill; from memory. */
// prettier-ignore
const NPT: Readonly<Record<string, readonly [majorInch: number, tpi: number, drill: string]>> = {
  '1/16': [0.3125, 27, 'D'], '1/8': [0.405, 27, 'R'], '1/4': [0.54, 18, '7/16'], '3/8': [0.675, 18, '37/64'],
  '1/2': [0.84, 14, '23/32'], '3/4': [1.05, 14, '59/64'], '1': [1.315, 11.5, '1 5/32'],
}

const fractionInch = (text: string): number => {
  const match = /^(?:(\d+)(?: (\d+)\/(\d+))?|(\d+)\/(\d+))$/.exec(text)
  if (!match) return NaN
  if (match[4]) return Number(match[4]) / Number(match[5])
  return Number(match[1]) + (match[2] ? Number(match[2]) / Number(match[3]) : 0)
}

/** Major diameter of a unified size, inch: numbered sizes are 0.060 in + 0.013 in × number (ASME B1.1). */
const unifiedMajorInch = (size: string): number =>
  size.startsWith('#') ? 0.06 + 0.013 * Number(size.slice(1)) : fractionInch(size)

/** A bare number before a dash is a numbered size, as drawings write it (10-32), unless only the inch size has that pitch (1-8). */
function unifiedSize(size: string, tpi: number): string {
  if (!/^\d+$/.test(size)) return size
  const numbered = `#${size}`
  if (seriesOfUnified(numbered, tpi) !== undefined) return numbered
  if (seriesOfUnified(size, tpi) !== undefined) return size
  return UNC[numbered] || UNF[numbered] ? (Number(size) > 1 ? numbered : size) : size
}

const seriesOfUnified = (size: string, tpi: number): string | undefined =>
  UNC[size]?.[0] === tpi
    ? 'UNC'
    : UNF[size]?.[0] === tpi
      ? 'UNF'
      : UNEF_TPI[size] === tpi
        ? 'UNEF'
        : undefined

/** What a reader finds; a designation of its own where the words were not those of the tables. */
type Reader = (
  text: string,
) => (Omit<Thread, 'designation'> & { readonly designation?: string }) | undefined

const readers: readonly Reader[] = [
  (text) => {
    const match = /^M(\d+(?:\.\d+)?)(?:\s*[x×-]\s*(\d+(?:\.\d+)?))?$/i.exec(text)
    if (!match) return undefined
    const size = String(Number(match[1]))
    const coarse = METRIC_COARSE[size]?.[0]
    const pitchMm = match[2] === undefined ? coarse : Number(match[2])
    if (pitchMm === undefined) return undefined
    const fine = METRIC_FINE[size]?.includes(pitchMm) ? 'fine' : undefined
    return {
      form: 'metric',
      majorMm: Number(size),
      pitchMm,
      series: pitchMm === coarse ? 'coarse' : fine,
    }
  },
  (text) => {
    const match =
      /^(#\d+|\d+ \d+\/\d+|\d+\/\d+|\d+)\s*-\s*(\d+)(?:\s*UN[CF]|\s*UNEF|\s*UN)?$/i.exec(text)
    if (!match?.[1]) return undefined
    const tpi = Number(match[2])
    const size = unifiedSize(match[1], tpi)
    const majorMm = unifiedMajorInch(size) * INCH_MM
    const series = seriesOfUnified(size, tpi)
    return {
      form: 'unified',
      majorMm,
      pitchMm: INCH_MM / tpi,
      series,
      ...(size === match[1] ? {} : { designation: `${size}-${tpi}` }),
    }
  },
  (text) => {
    const match = /^(\d+)\s*BA$/i.exec(text)
    const [majorMm, pitchMm] = BA[match ? Number(match[1]) : NaN] ?? []
    return majorMm === undefined || pitchMm === undefined
      ? undefined
      : { form: 'BA', majorMm, pitchMm, series: 'BA' }
  },
  (text) => {
    const match =
      /^(\d+\/\d+)\s*[x×]\s*(32|40)(?:\s*ME)?$/i.exec(text) ??
      /^(\d+\/\d+)\s*-\s*(32|40)\s*ME$/i.exec(text)
    if (!match?.[1]) return undefined
    const majorMm = fractionInch(match[1]) * INCH_MM
    return majorMm < 3 || majorMm > 13
      ? undefined
      : { form: 'ME', majorMm, pitchMm: INCH_MM / Number(match[2]), series: 'ME' }
  },
  (text) => {
    const match = /^(?:G\s*(\d+(?:\/\d+)?)|(\d+(?:\/\d+)?)\s*BSP)$/i.exec(text)
    const row = G[match?.[1] ?? match?.[2] ?? '']
    return row && { form: 'G', majorMm: row[0], pitchMm: INCH_MM / row[1], series: 'G' }
  },
  (text) => {
    const match = /^(?:(\d+(?:\/\d+)?)\s*NPT|NPT\s*(\d+(?:\/\d+)?))$/i.exec(text)
    const size = match?.[1] ?? match?.[2] ?? ''
    const row = NPT[size]
    return (
      row && {
        designation: `${size}NPT`,
        form: 'NPT',
        majorMm: row[0] * INCH_MM,
        pitchMm: INCH_MM / row[1],
        series: 'NPT',
      }
    )
  },
]

/**
 * Reads a thread designation.
 * @returns undefined when it is not one, or names a pitch of zero or more than half the diameter.
 */
export function parseThread(text: string): Thread | undefined {
  const designation = text.trim()
  for (const read of readers) {
    const found = read(designation)
    if (found) return isPossible(found) ? { designation, ...found } : undefined
  }
  return undefined
}

const isPossible = ({ majorMm, pitchMm }: Pick<Thread, 'majorMm' | 'pitchMm'>): boolean =>
  Number.isFinite(majorMm) &&
  majorMm > 0 &&
  Number.isFinite(pitchMm) &&
  pitchMm > 0 &&
  pitchMm <= majorMm / 2

/**
 * Heights of the basic profile as parts of the pitch: from major to pitch diameter, and to minor
 * diameter of the internal thread, both on the diameter. Metric and unified: ISO 68-1:1998, 5/8·H·2 =
 * 1.0825 P; Whitworth form (G, ME): 1.2807 P; BA: 1.2 P; NPT: 1.6 P at most (ASME B1.20.1, h = 0.8 P).
 */
const PROFILE: Readonly<Record<ThreadForm, { readonly pitch: number; readonly minor: number }>> = {
  metric: { pitch: (3 / 8) * Math.sqrt(3), minor: (5 / 8) * Math.sqrt(3) },
  unified: { pitch: (3 / 8) * Math.sqrt(3), minor: (5 / 8) * Math.sqrt(3) },
  G: { pitch: 0.640327, minor: 1.280654 },
  ME: { pitch: 0.640327, minor: 1.280654 },
  BA: { pitch: 0.6, minor: 1.2 },
  NPT: { pitch: 0.8, minor: 1.6 },
}

export const pitchDiameterMm = (thread: Thread): number =>
  thread.majorMm - PROFILE[thread.form].pitch * thread.pitchMm

export const minorDiameterMm = (thread: Thread): number =>
  thread.majorMm - PROFILE[thread.form].minor * thread.pitchMm

/**
 * Height of a full thread on the diameter, in pitches, to which engagement in per cent refers. For 60°
 * threads it is the height of the external thread, 2 × 0.6495 P = 1.299 P, as the handbooks reckon.
 */
const FULL_HEIGHT: Readonly<Record<ThreadForm, number>> = {
  metric: (3 / 4) * Math.sqrt(3),
  unified: (3 / 4) * Math.sqrt(3),
  G: 1.280654,
  ME: 1.280654,
  BA: 1.2,
  NPT: 1.6,
}

/** Form taps push the metal up to about this share of the height that a cut would leave (common practice). */
const FORM_TAP_FACTOR = 0.0068

export type TapKind = 'cut' | 'form'

/** Engagement that a tapping drill leaves, as a share of a full thread; of no meaning for a taper thread. */
export function threadEngagement(thread: Thread, drillMm: number, kind: TapKind = 'cut'): number {
  const missing = (thread.majorMm - drillMm) / thread.pitchMm
  return kind === 'cut' ? missing / FULL_HEIGHT[thread.form] : missing / (100 * FORM_TAP_FACTOR)
}

/** Shares usual when none is asked for: 75 % for cut, 65 % for form taps (common practice, no source). */
const USUAL_ENGAGEMENT: Readonly<Record<TapKind, number>> = { cut: 0.75, form: 0.65 }

/** The drill before a tap. */
export interface TapDrill {
  readonly drill: Drill
  /** Share of a full thread that it leaves. */
  readonly engagement: number
}

/**
 * The tapping drill: that of the tables for a cut thread of a standard series, else the standard drill
 * nearest to what the engagement asks for. Metric threads are drilled from the metric drawer.
 *
 * @param engagement - share of a full thread, over 0 to 1.
 */
export function tapDrill(thread: Thread, kind: TapKind = 'cut', engagement?: number): TapDrill {
  const drill =
    (kind === 'cut' && engagement === undefined ? tabledDrill(thread) : undefined) ??
    computedDrill(thread, kind, engagement ?? USUAL_ENGAGEMENT[kind])
  return { drill, engagement: threadEngagement(thread, drill.diameterMm, kind) }
}

function tabledDrill(thread: Thread): Drill | undefined {
  const { designation, form, series } = thread
  const size = designation.replace(/^M|^G\s*|\s*-.*$|\s*NPT$|\s*BSP$|\s*[x×].*$/gi, '')
  if (series === 'coarse') return nearestDrill(METRIC_COARSE[size]?.[1] ?? NaN, ['metric'])
  if (series === 'fine') return nearestDrill(thread.majorMm - thread.pitchMm, ['metric'])
  if (series === 'UNC') return drillNamed(UNC[size]?.[1] ?? '')
  if (series === 'UNF') return drillNamed(UNF[size]?.[1] ?? '')
  if (form === 'NPT') return drillNamed(NPT[size]?.[2] ?? '')
  return form === 'G' ? nearestDrill(G[size]?.[2] ?? NaN, ['metric']) : undefined
}

function computedDrill(thread: Thread, kind: TapKind, engagement: number): Drill {
  const off =
    kind === 'cut'
      ? engagement * FULL_HEIGHT[thread.form] * thread.pitchMm
      : 100 * engagement * FORM_TAP_FACTOR * thread.pitchMm
  return nearestDrill(thread.majorMm - off, thread.form === 'unified' ? INCH_DRILLS : ['metric'])
}

/** Diameter of the tapping drill for a cut thread, mm. */
export const tappingDrillMm = (thread: Thread): number => tapDrill(thread).drill.diameterMm

/** Every standard designation that the tables hold, for completion and for tests. */
export const STANDARD_THREADS: readonly string[] = [
  ...Object.keys(METRIC_COARSE).map((size) => `M${size}`),
  ...Object.entries(METRIC_FINE).flatMap(([size, pitches]) =>
    pitches.map((pitch) => `M${size}x${pitch}`),
  ),
  ...Object.entries(UNC).map(([size, [tpi]]) => `${size}-${tpi}`),
  ...Object.entries(UNF).map(([size, [tpi]]) => `${size}-${tpi}`),
  ...Object.entries(UNEF_TPI).map(([size, tpi]) => `${size}-${tpi}`),
  ...BA.map((_, number) => `${number}BA`),
  ...Object.keys(G).map((size) => `G${size}`),
  ...Object.keys(NPT).map((size) => `${size}NPT`),
]
