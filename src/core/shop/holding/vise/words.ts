import { lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { besideLines } from './beside'
import { type InVise } from './layout'

const TAP = 'Clean and deburr what it stands on; tap until the parallels do not move.'

export function viseWords(own: InVise): HoldingWords {
  const { aboveMm, faceAt, gripMm, holding, parallels, vise, work } = own
  const { machine, part } = work
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => part.faces[faceAt[side]].name
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear', TAP),
      guide: roleWords('Jaw', 'jaw contact', 'on the fixed jaw', 'The fixed jaw bears', TAP),
      stop: stopWords('left'),
    },
    motions: {
      tip: 'tip towards or away from the fixed jaw',
      tipAlong: 'tip end to end',
      turn: 'turn round like a table',
      slide: 'slide along the jaw',
      off: 'move off the fixed jaw',
      lift: 'lift off the parallels',
    },
    holdIt:
      holding.stop === 'none'
        ? 'set a stop at the left or right end'
        : 'give back a contact that was taken away, or move one that stands on the same line as another',
    nought: { x: 'the middle of the vise', y: 'the fixed jaw', z: 'the bed' },
    guided: 'the fixed jaw',
    pivot: 'Turn the vise with the part about the middle of its fixed jaw',
    name: vise.name,
    short: `${own.middles.length > 1 ? 'two of ' : ''}${vise.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
    turns: 'the vise',
    tram: 'Tram the vise',
    stillHeld: `with ${length(gripMm)} still gripped`,
    grip: 'the jaws',
    caption: [
      'Stands on ',
      faceAt.down,
      ', against ',
      faceAt.guide,
      ...stopCaption(own, holding.stop),
    ],
    note: `Gripped ${gripMm.toFixed(1)} mm, ${aboveMm.toFixed(1)} mm above the jaws. An estimate of what is enough: the vise’s own limits and a qualified person decide.`,
    lines: [
      `${machine.name}, ${vise.name}, ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, ${face('guide')} to fixed jaw, standing on ${face('down')}.`,
      work.lead === 'rest'
        ? 'Hammered down: the parallels take three points, the fixed jaw two.'
        : 'Round bar at the moving jaw: the fixed jaw takes three points, the parallels two.',
      ...moreLines(own),
      `Gripped ${length(gripMm)}, ${length(aboveMm)} above the jaws.`,
      holding.stop === 'none' ? 'No stop.' : stopLine(own, holding.stop),
    ],
  }
}

/** What is put beside the vise or between its jaws. */
function moreLines(own: InVise): readonly string[] {
  const { holding, middles, work } = own
  const length = lengthIn(work)
  return [
    ...(middles.length > 1
      ? [
          `Two alike in line, ${length(holding.apart?.mm ?? 0)} middle to middle: indicate from jaw to jaw and across both beds; tighten them in turn.`,
        ]
      : []),
    ...(holding.strips === 'moving' || holding.strips === 'both'
      ? [
          `Strips that give (aluminium, copper, card) at ${holding.strips === 'both' ? 'both jaws: along Y the work is no longer known by the jaw' : 'the moving jaw'}; new ones for each part.`,
        ]
      : []),
    ...(holding.strips === 'halves'
      ? [
          `The halves of a split round at the moving jaw, flats to the jaw, round sides to each other: they turn until both bear, so that ${work.part.faces[own.faceAt.away].name} may go in along the jaw.`,
        ]
      : []),
    ...besideLines(own, length),
  ]
}
