import { lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { type AtAngle } from './layout'

/** What it is turned true by, where no parallels do that. */
const SQUARED = {
  end: 'its end read upright',
  holes: 'two holes made level',
} as const

export function angleWords(own: AtAngle): HoldingWords {
  const { faceAt, holding, low, parallels, plate, squared, work } = own
  const on =
    squared.by === 'parallels'
      ? `standing on ${work.part.faces[faceAt.down].name}`
      : SQUARED[squared.by]
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    roles: {
      rest:
        squared.by === 'holes'
          ? roleWords('Level', 'hole made level', 'as made level', 'It is read over')
          : roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear'),
      guide: roleWords('Plate', 'plate contact', 'on the angle plate', 'The angle plate bears'),
      stop:
        squared.by === 'end'
          ? roleWords('End', 'place on its end', 'as read up its end', 'The indicator reads')
          : stopWords(holding.stop),
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
      holding.by === 'screws' ? 'Screwed to the angle plate by ' : 'Clamped to the angle plate by ',
      faceAt.guide,
      ...(squared.by === 'parallels' ? [', standing on ', faceAt.down] : [`, ${on}`]),
      ...(squared.by === 'end' ? [] : stopCaption(own, holding.stop)),
    ],
    note: `Face and work meet ${length(own.meetsTo - low.z)} high. ${holding.by === 'screws' ? 'Screws from behind, as far apart as they can be' : 'Two clamps push straight at the plate'}; what they hold is for a qualified person to judge.`,
    lines: [
      `${work.machine.name}, ${plate.name}, ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, ${face('guide')} against the angle plate, ${on}.`,
      ...(holding.trued === 'indicated'
        ? [
            `Indicate its face along the travel first, with the ${own.instrument.name.toLowerCase()}.`,
          ]
        : []),
      squared.by === 'parallels'
        ? 'The angle plate takes three points, the parallels two.'
        : `The angle plate takes three points; turned true with the ${own.instrument.name.toLowerCase()}, then tightened and read again.`,
      ...(squared.by === 'end' ? [] : [stopLine(own, holding.stop)]),
    ],
  }
}
