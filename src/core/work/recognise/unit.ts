import { type FileUnit } from '../solid'

/** A unit that the figures of a file rather speak for, and what its lengths are then multiplied by. */
export interface SuspectedUnit {
  readonly unit: 'mm' | 'inch'
  readonly times: number
  readonly sentence: string
}

const INCH = 25.4
/** Parts are mostly within this, mm; what is far outside is looked at (common practice, no source). */
const [SMALL_MM, LARGE_MM, VAST_MM] = [15, 1000, 20_000]
/** Such a share of the figures has to come out round. */
const ROUND_SHARE = 0.6
const TINY_ROUND_SHARE = 0.9

const isMultiple = (value: number, of: number): boolean =>
  Math.abs(value / of - Math.round(value / of)) * of < 2e-3 && value > of / 2

/** How many of the lengths are round, in halves of a millimetre or in 32nds of an inch. */
const roundShare = (lengths: readonly number[], times: number): number =>
  lengths.filter((mm) => isMultiple(mm * times, 0.5) || isMultiple(mm * times, INCH / 32)).length /
  Math.max(1, lengths.length)

/**
 * Whether the unit of a file is plainly wrong: inches written as millimetres, millimetres as inches, 25.4 twice,
 * metres. By size first, then by which figures come out round; it is suspected, never set right by itself.
 *
 * @param box - sides of the box about it, mm by the file's own unit.
 * @param diameters - of its holes, mm likewise.
 */
export function suspectUnit(
  unit: FileUnit | undefined,
  box: readonly number[],
  diameters: readonly number[],
): SuspectedUnit | undefined {
  const lengths = [...box, ...new Set(diameters)]
  const longest = Math.max(...box)
  const say = (mm: number): string => String(Math.round(mm * 100) / 100)
  const suspected = (to: 'mm' | 'inch', times: number, why: string): SuspectedUnit => ({
    unit: to,
    times,
    sentence: `By its unit (${unit ?? 'none said, so mm'}) it is ${say(longest)} mm long; ${why}, it would be ${say(longest * times)} mm.`,
  })
  if (longest < 1 && roundShare(lengths, 1000) >= ROUND_SHARE)
    return suspected('mm', 1000, 'if it is in metres')
  if (longest > VAST_MM && roundShare(lengths, 1e-3) >= ROUND_SHARE)
    return suspected('mm', 1e-3, 'if it is in millimetres')
  const isTiny = diameters.length === 0 || Math.min(...diameters) < 1
  // Holes of less than a millimetre are rare: there nearly all figures have to be round in millimetres.
  const share = diameters.length > 0 ? TINY_ROUND_SHARE : ROUND_SHARE
  const isRoundInMm = lengths.filter((v) => isMultiple(v, 0.5)).length >= share * lengths.length
  const asInches = lengths.filter((v) => isMultiple(v * INCH, INCH / 64)).length / lengths.length
  if (longest < SMALL_MM && isTiny && !isRoundInMm && asInches >= ROUND_SHARE)
    return suspected('inch', INCH, 'if its figures are inches')
  if (longest > LARGE_MM && roundShare(lengths, 1 / INCH) >= ROUND_SHARE) {
    const isTwice = roundShare(lengths, 1) < ROUND_SHARE || unit === 'inch'
    if (isTwice) return suspected('mm', 1 / INCH, 'if inches were reckoned twice')
  }
  return undefined
}
