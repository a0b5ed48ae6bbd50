import { lengthIn, roleWords, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { playMm, type UnderMate } from './layout'

/** How it is made flush, after "flush". */
const FLUSH = {
  finger: 'by feel',
  fence: 'against a fence',
  indicator: 'by reading along both',
} as const

export function mateWords(own: UnderMate): HoldingWords {
  const { faceAt, holding, parallels, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const { bore, name, places, stop, tool } = holding
  const play = length(playMm(holding))
  return {
    roles: {
      rest: roleWords('Mate', 'contact with the mate', `under ${name}`, `${name} bears`),
      guide: roleWords('Flush', 'flush place', `flush with ${name}`, 'It is flush'),
      stop: { ...stopWords(stop), label: 'Flush end', onto: `flush with the end of ${name}` },
    },
    motions: {
      tip: `tip under ${name}`,
      tipAlong: 'tip end to end',
      turn: `turn under ${name}`,
      slide: `slide along ${name}`,
      off: `slide out from under ${name}`,
      lift: `come off ${name}`,
    },
    holdIt: 'give back a place that was taken away',
    nought: { x: `the middle of ${name}`, y: 'the flush side', z: `the underside of ${name}` },
    guided: 'the flush side',
    turns: name,
    tram: `Lay ${name} on anew`,
    pivot: `Turn ${name} with the part`,
    name,
    short: `${name} laid on`,
    grip: 'the clamps',
    caption: ['Under ', name, ', flush at ', faceAt.guide, ' and ', faceAt[stop]],
    note: `No coordinate makes these holes: each stands within ${play} of the hole of ${name} that it was made through, wherever that is. What is cut from coordinates agrees with them only as well as ${name} does (±${length(places.mm)}) and lies. Clamp both together before the first hole, and put a pin or a screw through it before the second.`,
    lines: [
      `${work.machine.name}, on ${parallels.name.toLowerCase()} under ${face('down')}.`,
      `${face('up')} up, ${name} on it, flush at ${face('guide')} and ${face(stop)} ${FLUSH[holding.flush]}; clamped together.`,
      `Through the holes of ${name} (${length(bore.mm)}) with ${length(tool.mm)}: each hole within ${play} of that of ${name}.`,
      'After the first hole a pin or a screw through both, then the others.',
    ],
  }
}
