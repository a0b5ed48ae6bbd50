import { norm } from '../../../ground/geometry'
import { FLAT_MOTIONS, lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { isTapped, type OnPlate, pushedMm, pushOf } from './layout'

export function plateWords(own: OnPlate): HoldingWords {
  const { faceAt, holding, plate, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    roles: {
      rest: roleWords(
        'Pad',
        'pad',
        'on the pads',
        'The pads bear',
        'Wipe the pads; a chip under one tips the part.',
      ),
      guide: roleWords('Pin', 'pin', 'on the pins', 'The pins bear'),
      stop: roleWords('Pin', 'pin', 'on the round pin', 'The round pin bears'),
    },
    motions: { ...FLAT_MOTIONS, turn: 'turn about the round pin', lift: 'lift off the pads' },
    holdIt: 'put the relieved pin into another hole, further from the round one',
    nought: { x: 'the round pin', y: 'the round pin', z: 'the pads' },
    guided: 'the back of the plate',
    turns: 'the plate',
    tram: 'Set the plate true by its pins',
    pivot: 'Turn the plate with the part about its round pin',
    name: plate.name,
    short: `${plate.name.toLowerCase()}, two pins`,
    grip: 'the screws',
    caption: ['On pads under ', faceAt.down, ', two pins'],
    note: `${length(norm(own.between))} from pin to pin, ${holding.screws.length} ${holding.screws.length === 1 ? 'screw' : 'screws'}. Screws only hold; how tight is for their strength, the thread and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${plate.name}.`,
      `${face('up')} up, on three pads under ${face('down')}.`,
      `Round pin ${length(holding.roundPin.mm)} at its zero, ${holding.second === 'round' ? 'second round' : 'relieved'} pin ${length(holding.relievedPin.mm)} at X ${length(own.between.x)}, Y ${length(own.between.y)}${holding.second === 'round' ? '' : ', relieved along the line between them'}.`,
      ...pushLines(own, length),
      holding.screws.length === 0
        ? 'No screws are said.'
        : `${holding.screws.length} screws hold it; they locate nothing.`,
      ...(holding.screws.some((ref) => isTapped(own.work, ownerOf(own, ref)))
        ? [
            'Screws from below want the plate off the table, or standing over its edge there: load it beside the machine, then put it back to its place.',
          ]
        : []),
      ...turnedLines(own),
      ...(holding.air === 'under'
        ? [
            'Air off while it is seated; a short blow before each part clears the rests. Mind flying chips: glasses, and the limits of the fitting.',
          ]
        : []),
      ...(holding.lift === 'screws'
        ? [
            'Off again by the screws beside the pins, turned by turns so that it does not jam; back below the rests before the next part.',
          ]
        : []),
    ],
  }
}

const ownerOf = ({ work }: OnPlate, ref: string): string => {
  const surface = work.surfaces.get(ref)
  return surface?.kind === 'axis' ? surface.owner : ref
}

/** What pushing it to one side does, and what is to be done about it in the offset. */
function pushLines(own: OnPlate, length: (mm: number) => string): readonly string[] {
  const push = pushOf(own)
  if (!push) return []
  const [axis, sign] = push.x === 0 ? (['Y', push.y] as const) : (['X', push.x] as const)
  const mm = pushedMm(own)
  return [
    `Pushed to the ${own.holding.pushed ?? ''} until the pins bear, then screwed: it lies ${length(mm)} off the middle of the round pin each time. Put ${sign > 0 ? '+' : '−'}${length(mm)} into ${axis} of its offset.`,
  ]
}

const OTHER = { left: 'right', right: 'left', back: 'front', front: 'back' } as const

/** What lies otherwise than the first wants of its program, and of who pushes it. */
function turnedLines({ holding }: OnPlate): readonly string[] {
  const { columns, pushed = 'no', rows, turned = 'no' } = holding
  const inRow = turned === 'columns' || turned === 'mirrored columns'
  if (turned === 'no' || (inRow ? columns : rows) < 2) return []
  const which = `Every second ${inRow ? 'part of a row' : 'row'}`
  if (turned === 'columns' || turned === 'rows')
    return [
      `${which} lies turned by half a turn: its program turned by 180° about its round pin, under its own offset.`,
      ...pushedOver(pushed, true),
    ]
  const axis = inRow ? 'X' : 'Y'
  const isAlong = (pushed === 'left' || pushed === 'right') === inRow
  return [
    `${which} is the mirror image, the other hand: its program mirrored in ${axis} about its round pin, under its own offset. Mirrored, what climbed now cuts against the feed, and arcs turn round: write it anew where the finish matters. Figures here are those of the first hand.`,
    ...pushedOver(pushed, isAlong),
  ]
}

/** To which side those are pushed so that it is the same side of the part. */
function pushedOver(
  pushed: NonNullable<OnPlate['holding']['pushed']>,
  isOver: boolean,
): readonly string[] {
  if (pushed === 'no') return []
  return isOver
    ? [
        `Push those to the ${OTHER[pushed]}: it is the same side of the part. What goes into the offset has the other sign there.`,
      ]
    : [`Push those to the ${pushed} as well: it is the same side of the part.`]
}
