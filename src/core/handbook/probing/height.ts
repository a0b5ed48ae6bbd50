import { fail, type Result, succeed } from '../../ground/issues'
import { type Found } from './edge'

/**
 * Height of a face from a tool that stands over it: the spindle's height less the tool's length, less
 * what lies between them (feeler, paper, setter).
 *
 * @param spindle - height of the gauge line, mm.
 * @param toolLength - from gauge line to tip, mm, > 0; 0 where the tool itself is the measure (no offsets).
 * @param between - thickness, mm, >= 0.
 */
export function heightFromTouch(
  spindle: number,
  toolLength: number,
  between: number,
  reads: number,
): Result<Found> {
  if (!(toolLength >= 0))
    return fail('height.tool', 'A tool is not shorter than nothing: look at its length.', 'length')
  if (!(between >= 0))
    return fail(
      'height.between',
      'What lies between tool and face has a thickness, or is nothing.',
      'between',
    )
  return succeed({ at: spindle - toolLength - between, plusMinus: reads })
}
