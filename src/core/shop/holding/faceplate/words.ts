import { refLabel } from '../../../work/part'
import { lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { type OnFaceplate } from './layout'

const SEAT = 'Wipe plate and work; a chip between them tips the part.'

export function faceplateWords(own: OnFaceplate): HoldingWords {
  const { faceAt, holding, instrument, offMm, plate, round, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const reads = instrument.name.toLowerCase()
  const what = round ? refLabel(work.part, round.id) : 'the middle of the work'
  const isOnPin = holding.on === 'pin' && round !== undefined
  const onAxis = isOnPin
    ? roleWords('Pin', 'pin', 'on the pin', 'The pin bears')
    : roleWords('Set', 'set place', 'as set true', 'The indicator reads')
  return {
    roles: {
      rest: onAxis,
      guide: onAxis,
      stop: roleWords('Plate', 'place on the plate', 'on the plate', 'The plate bears', SEAT),
    },
    motions: {
      tip: 'turn on the plate',
      tipAlong: 'tip off the plate',
      turn: 'swing off the plate',
      slide: 'come off the plate',
      off: 'move across the plate',
      lift: 'move up the plate',
    },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the face of the plate', y: 'the axis of the plate', z: 'the axis of the plate' },
    guided: 'the back',
    pivot: 'Turn the plate with the part about its axis',
    name: plate.name,
    short: `${plate.name.toLowerCase()}, ${face(holding.end)} against it`,
    turns: 'the plate',
    tram: 'Set the axis of the plate true along the travel',
    grip: holding.by === 'screws' ? 'the screws' : 'the straps',
    caption: [`${plate.name}, `, faceAt[holding.end], ` against it, ${what} on its axis`],
    note: `${what} lies on the axis${isOnPin ? `, on a pin of ${length(holding.pin.mm)}` : `, set true with the ${reads}`}; the work hangs ${length(offMm)} to one side of it. A faceplate takes what is no bar and has no round to grip. What hangs to one side turns by itself: balance it, lock the head, and stay within the limits of head, screws and a qualified person.`,
    lines: [
      `${work.machine.name}, ${plate.name}; an indicator on its face while it turns must stay.`,
      `${face('up')} up, ${face('guide')} to the back; ${face(holding.end)} against the plate.`,
      isOnPin
        ? `${what} on the pin of ${length(holding.pin.mm)}.`
        : `${what} moved on to the axis with the ${reads}: turn it by halves, move it by half of what is read.`,
      `Turned true along ${face('guide')} with the ${reads}.`,
      holding.by === 'screws'
        ? 'Screws through the plate into the work; those that only hold have play.'
        : `Straps over ${face(holding.end === 'left' ? 'right' : 'left')}, in front and at the back, studs close to the work.`,
      'Read again when it is tight. Turn it round once by hand clear of everything: is it tight, is it balanced?',
    ],
  }
}
