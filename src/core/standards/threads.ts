/**
 * Thread designations as written on a drawing, read to major diameter and pitch in mm.
 * Coarse pitches: ISO 261:1998 (general plan) and ASME B1.1 (UNC), typed from memory.
 * Numbered inch sizes: major diameter 0.060 in + 0.013 in × number (ASME B1.1).
 */
const METRIC_COARSE_PITCH_MM: Readonly<Record<string, number>> = {
  '1.6': 0.35,
  '2': 0.4,
  '2.5': 0.45,
  '3': 0.5,
  '4': 0.7,
  '5': 0.8,
  '6': 1,
  '8': 1.25,
  '10': 1.5,
  '12': 1.75,
  '14': 2,
  '16': 2,
  '18': 2.5,
  '20': 2.5,
  '22': 2.5,
  '24': 3,
  '27': 3,
  '30': 3.5,
  '33': 3.5,
  '36': 4,
}

export interface Thread {
  /** As written: `M6`, `M6x0.75`, `1/4-20`, `#10-32`. */
  readonly designation: string
  readonly majorMm: number
  readonly pitchMm: number
}

/**
 * Reads a thread designation.
 * @returns undefined when it is not one, or names a pitch of zero or more than half the diameter.
 */
export function parseThread(text: string): Thread | undefined {
  const designation = text.trim()
  const metric = /^M(\d+(?:\.\d+)?)(?:x(\d+(?:\.\d+)?))?$/.exec(designation)
  if (metric?.[1]) {
    const pitchMm = metric[2] === undefined ? METRIC_COARSE_PITCH_MM[metric[1]] : Number(metric[2])
    return checkedThread(designation, Number(metric[1]), pitchMm)
  }
  const inch = /^(?:#(\d+)|(\d+)\/(\d+)|(\d+) (\d+)\/(\d+))-(\d+)$/.exec(designation)
  if (!inch) return undefined
  const majorInch = inch[1]
    ? 0.06 + 0.013 * Number(inch[1])
    : inch[2]
      ? Number(inch[2]) / Number(inch[3])
      : Number(inch[4]) + Number(inch[5]) / Number(inch[6])
  return checkedThread(designation, majorInch * 25.4, 25.4 / Number(inch[7]))
}

function checkedThread(
  designation: string,
  majorMm: number,
  pitchMm: number | undefined,
): Thread | undefined {
  if (pitchMm === undefined || !(pitchMm > 0) || !Number.isFinite(pitchMm)) return undefined
  if (!Number.isFinite(majorMm) || !(majorMm > 0) || pitchMm > majorMm / 2) return undefined
  return { designation, majorMm, pitchMm }
}

/** Tapping drill: major diameter less one pitch, about 77 % of a full 60° thread (common practice, no source). */
export function tappingDrillMm(thread: Thread): number {
  return thread.majorMm - thread.pitchMm
}
