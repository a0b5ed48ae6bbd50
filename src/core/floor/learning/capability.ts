import { chiSquaredAt, deviationOf, meanOf, normalAt } from '../../ground/statistics'
import { type ReadingLimits } from '../../predict/measured'

/** An index with what it is known to, 95 %. */
export interface Index {
  readonly value: number
  readonly low: number
  readonly high: number
}

/** How well a requirement is kept within its limits by what was made. */
export interface Capability {
  readonly count: number
  readonly mean: number
  /** Standard deviation of the sample. */
  readonly deviation: number
  /** Width of the limits in parts of six standard deviations; only where there are two. */
  readonly cp: Index | undefined
  /** Distance of the mean from the nearer limit in parts of three standard deviations. */
  readonly cpk: Index
}

/** Fewer pieces say nothing about capability (common practice, no source). */
export const CAPABLE_FROM = 25

/**
 * Capability over all pieces that were measured, from their own standard deviation. Indices: NIST/SEMATECH
 * e-Handbook of Statistical Methods, 6.1.6. What Cp is known to follows from chi-squared; Cpk approximately:
 * Bissell, "How reliable is your capability index?", Applied Statistics 39, 1990 (from memory).
 *
 * @returns undefined for fewer than {@link CAPABLE_FROM} values, without limits, or where nothing varies.
 */
export function capabilityOf(
  values: readonly number[],
  { lower, upper }: ReadingLimits,
): Capability | undefined {
  if (values.length < CAPABLE_FROM) return undefined
  return capabilityFrom(values.length, meanOf(values), deviationOf(values), { lower, upper })
}

/** The same from what is known of the sample. */
export function capabilityFrom(
  count: number,
  mean: number,
  deviation: number,
  { lower, upper }: ReadingLimits,
): Capability | undefined {
  const sides = [
    ...(upper === undefined ? [] : [(upper - mean) / (3 * deviation)]),
    ...(lower === undefined ? [] : [(mean - lower) / (3 * deviation)]),
  ]
  if (!(deviation > 0) || sides.length === 0) return undefined
  const nearer = Math.min(...sides)
  const freedom = count - 1
  const about = normalAt(0.975) * Math.sqrt(1 / (9 * count) + nearer ** 2 / (2 * freedom))
  const cp =
    lower === undefined || upper === undefined ? undefined : (upper - lower) / (6 * deviation)
  return {
    count,
    mean,
    deviation,
    cp:
      cp === undefined
        ? undefined
        : {
            value: cp,
            low: cp * Math.sqrt(chiSquaredAt(0.025, freedom) / freedom),
            high: cp * Math.sqrt(chiSquaredAt(0.975, freedom) / freedom),
          },
    cpk: { value: nearer, low: nearer - about, high: nearer + about },
  }
}
