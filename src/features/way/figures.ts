import { type Requirement } from '@/core/work/part'
import { printDegrees, printSpread, type LengthUnit } from '@/core/handbook/units'

/** A predicted or allowed figure of a requirement in the unit of its kind. */
export function figureOf(requirement: Requirement, unit: LengthUnit): (value: number) => string {
  return requirement.kind === 'angle' ? printDegrees : (value) => printSpread(value, unit)
}

/** Limits are told as ±, zones as a width. */
export const isZone = (requirement: Requirement): boolean =>
  !['size', 'distance', 'angle', 'profile'].includes(requirement.kind)

/** The share of pieces that do not hold, in words. */
export function failingWords(failing: number): string {
  const percent = 100 * failing
  if (percent < 0.001) return 'next to none fails'
  return `${percent < 0.1 ? percent.toFixed(3) : percent.toFixed(percent < 10 ? 2 : 0)} % fail`
}
