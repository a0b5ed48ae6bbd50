import { type Finding, finding } from '../../../ground/finding'
import { acrossFindings } from '../dividing'
import { type Inspected } from '../kind'
import { type OnFaceplate, studsAt } from './layout'

/** Off the axis by more than this it hangs to one side, mm (common practice, no source). */
const HANGS_MM = 5

/** Whether it goes round, the straps find the plate, the pin its hole, and what is cut under a strap. */
export const faceplateFindings = (own: OnFaceplate, inspected: Inspected): readonly Finding[] => [
  ...roomFindings(own, inspected),
  ...pinFindings(own, inspected),
  ...acrossFindings('faceplate.along', 'faceplate', own.plate.divides, own.work, inspected),
]

function roomFindings(
  own: OnFaceplate,
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const { faceAt, holding, offMm, plate, swingMm } = own
  const said: Finding[] = []
  if (swingMm > plate.centreHeight)
    said.push(
      finding(
        'faceplate.swings',
        index,
        'The work does not go round over the table.',
        `It reaches ${length(swingMm)} from the axis, which is ${length(plate.centreHeight)} high. Raise the head, or turn it no further than it clears.`,
      ),
    )
  const studs = Math.max(...studsAt(own).map(Math.abs))
  if (holding.by === 'straps' && studs > plate.diameter / 2)
    said.push(
      finding(
        'faceplate.room',
        index,
        'The plate has no room for the straps.',
        `Their studs would stand ${length(studs)} from the axis, the plate reaches ${length(plate.diameter / 2)}. Take a larger plate, or screws from behind.`,
      ),
    )
  if (offMm > HANGS_MM)
    said.push(
      finding(
        'faceplate.hangs',
        index,
        `The middle of the work hangs ${length(offMm)} off the axis.`,
        'Lock the head before every cut and lower it by hand: it turns by its own weight. Balance it with a piece on the other side; it is for slow turning only.',
      ),
    )
  const far = holding.end === 'left' ? faceAt.right : faceAt.left
  if (holding.by === 'straps' && ops.some(({ feature }) => feature === far))
    said.push(
      finding(
        'clamp.in-way',
        index,
        `Straps lie on ${name(far)}, which is cut here.`,
        'Hold it with screws through the plate, or cut this in another setup.',
        { feature: far },
      ),
    )
  return said
}

function pinFindings(
  { holding, round }: OnFaceplate,
  { index, length, name }: Inspected,
): readonly Finding[] {
  if (holding.on !== 'pin' || !round) return []
  if (round.isOutside === true)
    return [
      finding(
        'faceplate.pin',
        index,
        `A pin does not go into ${name(round.id)}.`,
        'It is an outside round. Set it true with an indicator.',
      ),
    ]
  return holding.pin.mm > round.diameterMm
    ? [
        finding(
          'faceplate.pin',
          index,
          `A pin of ${length(holding.pin.mm)} does not go into ${name(round.id)}.`,
          `The hole is ${length(round.diameterMm)}. Some 0.02 mm of play comes on and off by hand (common practice).`,
        ),
      ]
    : []
}
