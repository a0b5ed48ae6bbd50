import { refLabel } from '../../../work/part'
import { FLAT_MOTIONS, lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { type OnMandrel } from './layout'

export function mandrelWords(own: OnMandrel): HoldingWords {
  const { faceAt, hole, holding, instrument, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const what = refLabel(work.part, holding.hole)
  const pin =
    holding.pin === 'expanding'
      ? `expanding pin in ${length(hole.diameterMm)}`
      : `pin ${length(holding.diameter.mm)}`
  return {
    roles: {
      rest: roleWords(
        'Shoulder',
        'place on the shoulder',
        'on the shoulder',
        'The shoulder bears',
        'Wipe the shoulder; a chip under the part tips it.',
      ),
      guide: roleWords('Pin', 'pin', 'on the pin', 'The pin bears'),
      stop: roleWords('Pin', 'pin', 'on the pin', 'The pin bears'),
    },
    motions: { ...FLAT_MOTIONS, turn: 'turn about the pin', lift: 'lift off the shoulder' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the pin', y: 'the pin', z: 'the shoulder' },
    guided: 'the back',
    turns: 'the part',
    tram: 'Turn the part true',
    pivot: 'Turn the part about the pin',
    name: 'the pin',
    short: pin,
    grip: holding.pin === 'expanding' ? 'pin and nut' : 'the nut',
    caption: [`On a ${holding.pin} pin in ${what}, shoulder under `, faceAt.down],
    note: `${pin[0]?.toUpperCase() ?? ''}${pin.slice(1)}, shoulder ${length(holding.shoulder.mm)}. An expanding pin takes its middle from the bore whatever its size; a plain one lets the part go by its play, unless it is pushed the same way each time. How tight is for the pin’s own limits, the bore’s wall and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${pin} on the table, indicated; its shoulder ${length(holding.foot.mm)} over the table.`,
      `${what} on the pin, ${face('up')} up, lying on ${face('down')}.`,
      `Turned true along ${face('guide')} with the ${instrument.name.toLowerCase()}, then tightened; read again when it is tight.`,
    ],
  }
}
