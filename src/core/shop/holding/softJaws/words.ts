import { lengthIn, roleWords, stopCaption, stopLine } from '../common'
import { type HoldingWords } from '../kind'
import { type InSoftJaws, MOUTH_MM, shiftsOf } from './layout'

const CLEAN = 'Blow the chips out of the corners, deburr the edges of the work that go in.'

export const SINCE_WORDS = {
  'as cut': 'Left on since they were cut.',
  'put back': 'Put back by their screws alone.',
  indicated: 'Put back, and set true with an indicator from what was cut with them.',
  skimmed: 'Put back, and a skim cut taken in their walls and floor.',
} as const

const ROLES = {
  rest: roleWords(
    'Floor',
    'rest on the floor',
    'on the floor of the jaws',
    'The floor bears',
    CLEAN,
  ),
  guide: roleWords(
    'Wall',
    'wall contact',
    'on the wall of the fixed half',
    'The fixed half bears',
    CLEAN,
  ),
  stop: roleWords('End wall', 'end wall', 'at the end wall', 'The end wall bears', CLEAN),
}

const MOTIONS = {
  tip: 'tip towards or away from the fixed half',
  tipAlong: 'tip end to end',
  turn: 'turn round like a table',
  slide: 'slide along the jaws',
  off: 'move off the fixed half',
  lift: 'lift off the floor of the jaws',
}

export function softJawsWords(own: InSoftJaws): HoldingWords {
  const { blank, faceAt, high, holding, topZ, vise, work } = own
  const length = lengthIn(work)
  const grip = Math.max(0, holding.step.mm - MOUTH_MM)
  return {
    roles: ROLES,
    motions: MOTIONS,
    holdIt:
      holding.stop === 'none' && !own.bored && !own.pin
        ? 'leave an end wall standing at the left or right'
        : 'give back a contact that was taken away',
    nought: {
      x: 'the middle of the vise',
      y: own.bored ? 'the axis of the bore' : 'the wall of the fixed half',
      z: 'the bed',
    },
    guided: 'the fixed half',
    pivot: 'Cut the jaws again',
    name: blank.name,
    short: `${vise.name.toLowerCase()}, ${blank.name.toLowerCase()}`,
    turns: 'the jaws',
    tram: 'Skim the jaws in place',
    stillHeld: `with ${length(grip)} still gripped`,
    grip: 'the jaws',
    caption: [
      own.bored ? 'In bored soft jaws on ' : 'In soft jaws on ',
      faceAt.down,
      ...(own.bored
        ? [`, on its round ${length(2 * own.bored.radius)}`]
        : [
            ', against ',
            faceAt.guide,
            ...(own.pin ? [', on a pin'] : stopCaption(own, holding.stop)),
          ]),
    ],
    note: `A step of ${length(holding.step.mm)}, ${length(Math.max(0, high.z - topZ))} stand over the jaws. Close it as hard as the jaws were closed while they were cut, no harder: it must not crush a thin part. An estimate of what is enough; the vise’s own limits and a qualified person decide.`,
    lines: linesOf(own),
  }
}

/** How it is set up, step by step. */
function linesOf(own: InSoftJaws): readonly string[] {
  const { blank, cutter, faceAt, holding, vise, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return [
    `${work.machine.name}, ${vise.name}, ${blank.name.toLowerCase()}, cut in place with ${cutter.name.toLowerCase()}.`,
    `${face('up')} up, ${face('guide')} to the fixed half, standing on ${face('down')}.`,
    `Step ${length(holding.step.mm)} deep, gap ${length(holding.gap.mm)} closed on the part; ${length(holding.clear.mm)} free where nothing locates.`,
    own.bored
      ? `Bored ${length(2 * own.bored.radius)} over both halves: boring head or round about the axis, to the size of the part as measured. Turned true along ${face('guide')} with an indicator.`
      : own.pin
        ? `A pin ${length(own.pin.headMm)} in the floor of the fixed half, ${length(own.pin.at.x)} from the middle of the vise, relieved across: it stops the part along X, the wall guides it.`
        : holding.stop === 'none'
          ? 'No end wall.'
          : `${stopLine(own, holding.stop)} Push it there by hand while the vise closes: the moving half does not.`,
    ...(holding.stands === 'walls' && !own.bored
      ? [
          'Set upright by its walls: hold it against both while the vise closes, the floor carries it at one place. Never hammer it down; try with a thin feeler that it bears on the end wall above and below.',
        ]
      : []),
    ...rowLines(own, length),
    ...(blank.baseHeight === undefined
      ? []
      : [
          `Two-piece: the base, ${length(blank.baseHeight)} high, stays on the vise; the top alone is cut, and changed.`,
        ]),
    SINCE_WORDS[holding.jaws],
    ...(holding.jaws === 'put back' || holding.jaws === 'indicated'
      ? []
      : [
          `First the jaws: closed on a slug ${length(holding.gap.mm)} thick low over the screw, as hard as the part; both halves cut in one go, their zero is the zero of this setup.`,
        ]),
  ]
}

function rowLines(own: InSoftJaws, length: (mm: number) => string): readonly string[] {
  const [, second, ...more] = shiftsOf(own)
  return second === undefined
    ? []
    : [
        `${2 + more.length} side by side in one pair, zero ${length(second)} further in X from one to the next. All as thick as each other within what the moving half gives, or one is loose: feel each.`,
      ]
}
