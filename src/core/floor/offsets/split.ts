import { fail, type Result, succeed } from '../../ground/issues'

/** A part longer than the travel, cut in stretches, each against the stop. */
export interface SplitInput {
  readonly lengthMm: number
  readonly travelMm: number
  /** What the cutter needs beside the part at each end, mm, >= 0. */
  readonly besideMm: number
  /** By how much the stretches overlap, so that the seam can be measured, mm, >= 0. */
  readonly overlapMm: number
  /** How closely the work comes back to the stop, ± mm. */
  readonly stopMm: number
  /** The fixed jaw out of line with the travel, ± mm in 100 mm. */
  readonly tramPer100: number
  /** The two guide faces out of parallel, ± mm over the length: counts when it is turned end for end. */
  readonly parallelMm: number
  readonly how: 'slide' | 'end-for-end'
}

export interface SplitPlan {
  readonly stretches: readonly {
    /** From the end that is at the stop first, mm. */
    readonly from: number
    readonly to: number
    /** How far the work is moved from the first place, mm; turned end for end: from the other end. */
    readonly moved: number
    readonly turned: boolean
  }[]
  readonly seams: readonly number[]
  /** Mismatch at a seam along the part and across it, ± mm. */
  readonly alongMm: number
  readonly acrossMm: number
}

const MOST_STRETCHES = 12

/**
 * Plans a long part on a short travel: slid along to further stops, or turned end for end at one.
 *
 * Slid along the jaw, the line of the jaw stays the same and only what the jaw is out of line with the
 * travel makes a step: over the way that it was moved. Turned end for end, the same angle counts twice,
 * and the parallelism of the two guide faces comes in.
 */
export function splitAtStop(input: SplitInput): Result<SplitPlan> {
  const { besideMm, how, lengthMm, overlapMm, travelMm } = input
  if (!(lengthMm > 0) || !(travelMm > 0))
    return fail('split.size', 'Length and travel must be more than zero.', 'length')
  const reach = travelMm - 2 * besideMm
  if (reach <= overlapMm)
    return fail(
      'split.reach',
      'Between the run-ins of the cutter the travel leaves nothing. A smaller cutter, or less overlap.',
      'overlap',
    )
  if (lengthMm <= reach)
    return succeed({
      stretches: [{ from: 0, to: lengthMm, moved: 0, turned: false }],
      seams: [],
      alongMm: 0,
      acrossMm: 0,
    })
  const count = Math.ceil((lengthMm - overlapMm) / (reach - overlapMm))
  if (how === 'end-for-end' && count > 2)
    return fail(
      'split.half',
      `Turned end for end, half of the part must be within reach: ${(lengthMm / 2 + overlapMm / 2).toFixed(1)} mm, and the travel leaves ${reach.toFixed(1)} mm. Slide it along instead.`,
      'length',
    )
  if (count > MOST_STRETCHES)
    return fail('split.many', `It would take ${count} places. Use a longer machine.`, 'length')
  const step = (lengthMm - overlapMm) / count
  const stretches = Array.from({ length: count }, (_, i) => ({
    from: i * step,
    to: i === count - 1 ? lengthMm : (i + 1) * step + overlapMm,
    moved: how === 'slide' ? i * step : 0,
    turned: how === 'end-for-end' && i > 0,
  }))
  const lean = input.tramPer100 / 100
  return succeed({
    stretches,
    seams: Array.from({ length: count - 1 }, (_, i) => (i + 1) * step + overlapMm / 2),
    alongMm: how === 'slide' ? input.stopMm : input.stopMm * Math.SQRT2,
    acrossMm:
      how === 'slide' ? lean * step : Math.hypot(2 * lean * (lengthMm / 2), input.parallelMm / 2),
  })
}
