import { FLAT_MOTIONS, lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { guideWords } from '../setTrue'
import { type OnTable } from './layout'

export function strapWords(own: OnTable): HoldingWords {
  const { clamps, faceAt, holding, low, parallels, strap, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const fence = holding.square === 'fence'
  const squared = fence
    ? `${face('guide')} against a fence, set true with the ${own.instrument.name.toLowerCase()}`
    : `${face('guide')} set true with the ${own.instrument.name.toLowerCase()}`
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear'),
      guide: guideWords(holding),
      stop: stopWords(holding.stop),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the parallels' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the work', y: 'the face that is set true', z: 'the table' },
    guided: 'the back of the table',
    turns: 'the part',
    tram: 'Set it true again',
    pivot: 'Turn the part on the table about the middle of the face that is set true',
    name: 'the table',
    short: `${strap.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
    grip: 'the straps',
    caption: [
      'Strapped, on ',
      faceAt.down,
      fence ? ', against a fence ' : ', set true on ',
      faceAt.guide,
      ...stopCaption(own, holding.stop),
    ],
    note: `${clamps.length} straps. What they hold is for a qualified person to judge: studs, blocks and straps have limits of their own, and thin work bends where nothing lies under a strap.`,
    lines: [
      `${work.machine.name}, table, ${strap.name.toLowerCase()}, ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, standing on ${face('down')}, ${length(low.z)} over the table; ${squared}.`,
      'Straps push straight down on what lies under them: a parallel at the ends, a jack under any other.',
      'Bolt nearer to the work than to the heel, the heel on its block a hair higher than the work; an indicator on the work while they are tightened in turn: it must not move. Is it tight?',
      stopLine(own, holding.stop),
    ],
  }
}
