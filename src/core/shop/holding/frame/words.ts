import { FLAT_MOTIONS, lengthIn, roleWords, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { type InFrame } from './layout'

const TAP = 'Clean under the frame; tap until the parallels do not move.'

export function frameWords({ block, faceAt, holding, jawed, vise, work }: InFrame): HoldingWords {
  const length = lengthIn(work)
  const size = (['x', 'y', 'z'] as const)
    .map((axis) => length(block.high[axis] - block.low[axis]))
    .join(' × ')
  const { rim, stop, tabThick, tabWide, tabs } = holding
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear', TAP),
      guide: roleWords('Jaw', 'jaw contact', 'on the fixed jaw', 'The fixed jaw bears', TAP),
      stop: stopWords(stop),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the parallels' },
    holdIt: 'set a stop at the left or right end of the frame',
    nought: { x: 'the middle of the vise', y: 'the fixed jaw', z: 'the bed' },
    guided: 'the fixed jaw',
    pivot: 'Turn the vise with the part about the middle of its fixed jaw',
    name: vise.name,
    short: `frame, ${vise.name.toLowerCase()}`,
    turns: 'the vise',
    tram: 'Tram the vise',
    stillHeld: `with ${length(jawed.gripMm)} of the frame still gripped`,
    grip: 'the jaws',
    caption: [`In a frame of its stock, by ${tabs} tabs, in ${vise.name.toLowerCase()}`],
    note: 'The frame goes along from setup to setup and is what locates in each: what is cut in it agrees. The last cut round the part is light; a part that comes free flies. Whether tabs and frame hold is for a qualified person to judge.',
    lines: [
      `${work.machine.name}, ${vise.name}, ${jawed.parallels.name.toLowerCase()}.`,
      `Stock ${size} for it: ${length(rim.mm)} of frame all round. ${tabs} tabs, ${length(tabWide.mm)} wide and ${length(tabThick.mm)} thick, stay until everything else is done; then they are sawn and filed.`,
      `${work.part.faces[faceAt.up].name} up; the frame between the jaws, ${length(jawed.gripMm)} gripped, closed no harder than it wants.`,
      stop === 'none'
        ? 'No stop: X is touched each time.'
        : `Stop at the ${stop} end of the frame.`,
    ],
  }
}
