import { lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { type InChuck } from './layout'

const SEAT = 'Wipe jaws and work; tighten, tap it against the stop, tighten again.'

export function chuckWords(own: InChuck): HoldingWords {
  const { chuck, faceAt, holding, instrument, overhangMm, round, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const flats = chuck.grips === 'square'
  const what = flats ? 'four flats' : round ? 'the round' : 'the bar'
  return {
    roles: {
      rest: roleWords('Jaws', 'place in the jaws', 'in the jaws', 'The jaws close', SEAT),
      guide: roleWords('Jaws', 'place in the jaws', 'in the jaws', 'The jaws close', SEAT),
      stop: roleWords('Stop', 'stop', 'at the stop in the chuck', 'The stop bears', SEAT),
    },
    motions: {
      tip: 'turn in the jaws',
      tipAlong: 'droop out of the jaws',
      turn: 'swing in the jaws',
      slide: 'slide along the chuck',
      off: 'move across the chuck',
      lift: 'lift out of the jaws',
    },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the front of the jaws', y: 'the axis of the chuck', z: 'the axis of the chuck' },
    guided: 'the back',
    pivot: 'Turn the chuck with the part about the front of its jaws',
    name: chuck.name,
    short: `${chuck.name.toLowerCase()}, ${length(holding.grip.mm)} in`,
    turns: 'the chuck',
    tram: 'Set the chuck true along the travel',
    grip: 'the jaws',
    caption: [`${chuck.name} on ${what}, `, faceAt[holding.end], ` in it`],
    note: `${length(holding.grip.mm)} in the jaws, ${length(overhangMm)} stands out. Zero in Y and Z is the axis that it turns about: half of what the work is too thick goes to each side. How tight, how fast and how far out is for the chuck’s own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${chuck.name}.`,
      `${face('up')} up, ${face('guide')} to the back; ${face(holding.end)} ${length(holding.grip.mm)} in the jaws against the stop, gripped on ${what}.`,
      holding.far === 'centre'
        ? `${length(overhangMm)} stands out, its end on the centre of the tailstock: drill a centre there first, bring it up by hand, lock it.`
        : `${length(overhangMm)} stands out.`,
      ...(flats
        ? []
        : [
            own.lies === 'free'
              ? 'How the bar lies about its own axis is free: what is cut now says it.'
              : `Turned true on ${face('guide')} with the ${instrument.name.toLowerCase()}, where that is cut already.`,
          ]),
      'Spindle stopped: is it tight? Turn it round once by hand clear of everything.',
    ],
  }
}
