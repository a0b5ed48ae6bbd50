import { fail, type Result, succeed } from '../../ground/issues'

/** Which way the spindle moved, along an axis, when it met the metal. */
export type Towards = '+' | '-'

/** One touch along an axis: where the spindle's middle stood, mm, and which way it had come. */
export interface Touch {
  readonly at: number
  readonly towards: Towards
}

/** A figure found by touching, with what instrument and machine leave uncertain, ± mm (three sigma). */
export interface Found {
  readonly at: number
  readonly plusMinus: number
}

export const signOfTowards = (towards: Towards): 1 | -1 => (towards === '+' ? 1 : -1)

const tipIssue = (tip: number): Result<never> | undefined =>
  Number.isFinite(tip) && tip > 0
    ? undefined
    : fail(
        'touch.tip',
        'The tip has no diameter: half of it is what lies between the spindle and the edge. Measure the tip.',
        'tip',
      )

/**
 * Where an edge lies: half the tip beyond the spindle's middle, the way that it moved.
 * 0.200 in tip: 0.100 in (common practice, no source).
 *
 * @param tip - diameter, mm, > 0.
 * @param reads - how closely one touch repeats, ± mm.
 */
export function edgeFromTouch(touch: Touch, tip: number, reads: number): Result<Found> {
  const wrong = tipIssue(tip)
  if (wrong) return wrong
  return succeed({ at: touch.at + (signOfTowards(touch.towards) * tip) / 2, plusMinus: reads })
}

/** A width touched from both sides: its middle, which does not depend on the tip, and the width itself. */
export interface FoundMiddle {
  readonly middle: Found
  readonly width: Found
  readonly where: 'outside' | 'inside'
}

/**
 * Touches both sides and halves. Moving apart it is a slot, moving towards each other a width.
 *
 * Fails with `touch.same-way` when both touches came from the same side, and with `touch.width`
 * when they lie closer together than the tip allows.
 */
export function middleFromTouches(
  a: Touch,
  b: Touch,
  tip: number,
  reads: number,
): Result<FoundMiddle> {
  const wrong = tipIssue(tip)
  if (wrong) return wrong
  if (a.towards === b.towards)
    return fail(
      'touch.same-way',
      `Both touches moved towards ${a.towards}: that is the same side twice. Touch the other side, moving the other way.`,
      'b',
    )
  const [rising, falling] = a.towards === '+' ? [a, b] : [b, a]
  const where = falling.at > rising.at ? 'outside' : 'inside'
  const width = Math.abs(falling.at - rising.at) + (where === 'outside' ? -tip : tip)
  if (where === 'outside' && width <= 0)
    return fail(
      'touch.width',
      'The two readings lie closer together than the tip is wide: one of them was not taken on the part.',
      'b',
    )
  return succeed({
    middle: { at: (a.at + b.at) / 2, plusMinus: reads / Math.SQRT2 },
    width: { at: width, plusMinus: reads * Math.SQRT2 },
    where,
  })
}
