import { FLAT_MOTIONS, lengthIn, roleWords, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { type OnToePlate } from './layout'

export function toeWords(own: OnToePlate): HoldingWords {
  const { faceAt, holding, plate, pushMm, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const clamps = holding.clamps === 1 ? 'one toe clamp' : `${holding.clamps} toe clamps`
  return {
    roles: {
      rest: roleWords(
        'Plate',
        'place on the plate',
        'on the plate',
        'The plate bears',
        'Wipe the plate; a chip under the work tips it.',
      ),
      guide: roleWords('Stop', 'stop', 'at the stops', 'The stops bear'),
      stop: stopWords(holding.stop),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the plate' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the work', y: 'the stops at the back', z: 'the plate' },
    guided: 'the stops at the back',
    turns: 'the plate',
    tram: 'Set the plate true by its edge',
    pivot: 'Turn the plate with the part about the middle of its stops',
    name: plate.name,
    short: `${plate.name.toLowerCase()}, ${clamps}`,
    grip: 'the toe clamps',
    caption: [
      'On ',
      faceAt.down,
      ', against stops on ',
      faceAt.guide,
      ' and ',
      faceAt[holding.stop],
      `, ${clamps}`,
    ],
    note: `Clamps push ${length(pushMm)} of ${length(plate.travel)} from the step in front of the work, and stand ${length(plate.toe)} over the plate: the whole top is free. They hold little against a lift; how hard a cut they bear is for their own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${plate.name}.`,
      `${face('up')} up, lying on ${face('down')}; two stops behind ${face('guide')}.`,
      stopLine(own, holding.stop),
      `${clamps[0]?.toUpperCase() ?? ''}${clamps.slice(1)} at ${face('away')}: back to the stops, along to the end stop, then tighten; tap it down.`,
    ],
  }
}
