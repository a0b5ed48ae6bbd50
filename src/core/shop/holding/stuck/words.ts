import { FLAT_MOTIONS, lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { guideWords } from '../setTrue'
import { type OnBoard } from './layout'

export function stuckWords(own: OnBoard): HoldingWords {
  const { adhesive, areaMm2, faceAt, holding, instrument, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const reader = instrument.name.toLowerCase()
  const fence = holding.square === 'fence'
  const squared = fence
    ? `${face('guide')} against a fence, set true with the ${reader}`
    : `${face('guide')} set true with the ${reader} before it is pressed down`
  return {
    roles: {
      rest: roleWords('Board', 'place on the board', 'on the board', 'The board bears'),
      guide: guideWords(holding),
      stop: stopWords(holding.stop),
    },
    motions: { ...FLAT_MOTIONS, lift: 'come off the board' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the work', y: 'the face that is set true', z: 'the table' },
    guided: 'the back of the board',
    turns: 'the part',
    tram: 'Stick it down again',
    pivot: 'Turn the part on the board about the middle of the face that is set true',
    name: 'the board',
    short: `${adhesive.name}, board ${length(holding.board.mm)}`,
    grip: `the ${adhesive.name}`,
    caption: [
      'Stuck down on ',
      faceAt.down,
      fence ? ', against a fence ' : ', set true on ',
      faceAt.guide,
      ...stopCaption(own, holding.stop),
    ],
    note: `Some ${(areaMm2 / 100).toFixed(0)} cm² stuck down. Clean both sides of grease, press it down and wait. It holds against a push along the board, hardly against a lift: no cutter that pulls up, no heat, coolant as the maker allows. Whether it holds is for a qualified person to judge; stand clear of what could fly off.`,
    lines: [
      `${work.machine.name}, a board ${length(holding.board.mm)} thick on the table, milled flat where it lies; ${adhesive.name}.`,
      `${face('up')} up, stuck down on ${face('down')}; ${squared}.`,
      stopLine(own, holding.stop),
      adhesive.off,
    ],
  }
}
