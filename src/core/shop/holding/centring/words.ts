import { lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { type InCentringVise } from './layout'

const TAP = 'Clean and deburr what it stands on; tap until the parallels do not move.'

export function centringWords(own: InCentringVise): HoldingWords {
  const { aboveMm, faceAt, gripMm, holding, parallels, vise, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear', TAP),
      guide: roleWords('Jaws', 'place between the jaws', 'between the jaws', 'The jaws close', TAP),
      stop: stopWords(holding.stop),
    },
    motions: {
      tip: 'tip towards or away from the back jaw',
      tipAlong: 'tip end to end',
      turn: 'turn round like a table',
      slide: 'slide along the jaws',
      off: 'move across the jaws',
      lift: 'lift off the parallels',
    },
    holdIt:
      holding.stop === 'none'
        ? 'set a stop at the left or right end'
        : 'give back a contact that was taken away, or move one that stands on the same line as another',
    nought: { x: 'the middle of the vise', y: 'half-way between the jaws', z: 'the bed' },
    guided: 'the back jaw',
    pivot: 'Turn the vise with the part about its middle',
    name: vise.name,
    short: `${vise.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
    turns: 'the vise',
    tram: 'Tram the vise',
    stillHeld: `with ${length(gripMm)} still gripped`,
    grip: 'the jaws',
    caption: [
      'Stands on ',
      faceAt.down,
      ', centred between ',
      faceAt.guide,
      ' and ',
      faceAt.away,
      ...stopCaption(own, holding.stop),
    ],
    note: `Gripped ${gripMm.toFixed(1)} mm, ${aboveMm.toFixed(1)} mm above the jaws. What is cut lies about the middle of the two gripped faces: half of what their width is off goes to each side. An estimate of what is enough: the vise’s own limits and a qualified person decide.`,
    lines: [
      `${work.machine.name}, ${vise.name}, ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, ${face('guide')} to the back; ${face('guide')} and ${face('away')} between the jaws, standing on ${face('down')}.`,
      `Gripped ${length(gripMm)}, ${length(aboveMm)} above the jaws. Zero in Y is half-way between the jaws.`,
      holding.stop === 'none' ? 'No stop.' : stopLine(own, holding.stop),
    ],
  }
}
