import { lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { type AtAngle } from './layout'

export function angleWords(own: AtAngle): HoldingWords {
  const { faceAt, holding, low, parallels, plate, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear'),
      guide: roleWords('Plate', 'plate contact', 'on the angle plate', 'The angle plate bears'),
      stop: stopWords(holding.stop),
    },
    motions: {
      tip: 'tip towards or away from the angle plate',
      tipAlong: 'tip end to end',
      turn: 'turn round like a table',
      slide: 'slide along the angle plate',
      off: 'move off the angle plate',
      lift: 'lift off the parallels',
    },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the angle plate', y: 'its face', z: 'the table' },
    guided: 'the angle plate',
    turns: 'the angle plate',
    tram: 'Set the angle plate true',
    pivot: 'Turn the angle plate with the part about the middle of its face',
    name: plate.name,
    short: `${plate.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
    grip: 'the clamps',
    caption: [
      'Clamped to the angle plate by ',
      faceAt.guide,
      ', standing on ',
      faceAt.down,
      ...stopCaption(own, holding.stop),
    ],
    note: `Face and work meet ${length(own.meetsTo - low.z)} high. Two clamps push straight at the plate; what they hold is for a qualified person to judge.`,
    lines: [
      `${work.machine.name}, ${plate.name}, ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, ${face('guide')} against the angle plate, standing on ${face('down')}.`,
      'The angle plate takes three points, the parallels two.',
      stopLine(own, holding.stop),
    ],
  }
}
