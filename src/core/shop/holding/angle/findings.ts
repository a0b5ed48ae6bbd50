import { type Finding, finding } from '../../../ground/finding'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { type AtAngle } from './layout'

/** Does the work meet enough of the angle plate, and is a clamp in the way? */
export function angleFindings(own: AtAngle, inspected: Inspected): readonly Finding[] {
  const { clamps, high, low, meetsTo, plate, work } = own
  const { index: i, length, name, ops } = inspected
  const tall = high.z - low.z
  return [
    ...(meetsTo - low.z < tall / 2
      ? [
          finding(
            'angle.short',
            i,
            'The angle plate is low for this work.',
            `It meets ${length(Math.max(0, meetsTo - low.z))} of ${length(tall)}. Take a taller one, or lower parallels under the work.`,
          ),
        ]
      : []),
    ...(high.x - low.x > 2 * plate.width
      ? [
          finding(
            'angle.short',
            i,
            'The work is much longer than the angle plate.',
            `${length(high.x - low.x)} against ${length(plate.width)}: its ends stand free. Put a jack under them, or take a longer plate.`,
          ),
        ]
      : []),
    ...clamps.flatMap(({ foot, id }) =>
      foot && id !== undefined && Math.abs(foot.x) > plate.width / 2
        ? [
            finding(
              'clamp.unpropped',
              i,
              'A clamp presses where nothing of the angle plate is behind the work.',
              `It stands ${length(Math.abs(foot.x))} from the middle, the plate reaches ${length(plate.width / 2)}. It would bend the work or swing it off the face: move it nearer.`,
              { contact: id },
            ),
          ]
        : [],
    ),
    ...cutsUnder(own, work, clamps, ops).map(({ feature }) =>
      finding(
        'clamp.in-way',
        i,
        `A clamp stands where ${name(feature)} is cut.`,
        'Clamp it elsewhere, or cut this in another setup.',
        { feature },
      ),
    ),
  ]
}
