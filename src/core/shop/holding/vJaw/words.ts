import { refLabel } from '../../../work/part'
import { lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { halfAngle } from '../vBlock'
import { type InVJaw } from './layout'

const WIPE = 'Wipe the V and the round, look for burrs.'

export function vJawWords(own: InVJaw): HoldingWords {
  const { aboveMm, axis, blocks, faceAt, gripMm, holding, instrument, parallels, vise, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const what = refLabel(work.part, holding.round)
  const forward = (1 / (2 * Math.sin(halfAngle(blocks)))).toFixed(2)
  const v = roleWords('V', 'place in the V', 'in the V', 'The V bears', WIPE)
  return {
    roles: {
      rest: roleWords(
        'Rest',
        'rest',
        'on the parallels',
        'The parallels bear',
        'Clean and deburr what it stands on; tap until the parallels do not move.',
      ),
      guide: v,
      stop: v,
    },
    motions: {
      tip: 'tip towards or away from the V',
      tipAlong: 'tip sideways',
      turn: 'turn in the V',
      slide: 'slide along the jaw',
      off: 'move off the V',
      lift: 'lift off the parallels',
    },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the vise', y: 'the fixed jaw', z: 'the bed' },
    guided: 'the fixed jaw',
    turns: 'the vise',
    tram: 'Tram the vise',
    pivot: 'Turn the part in the V',
    name: vise.name,
    short: `${vise.name.toLowerCase()}, ${blocks.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
    stillHeld: `with ${length(gripMm)} still gripped`,
    grip: 'the jaws',
    caption: ['Stands on ', faceAt.down, ', ', what, ' in a V at the fixed jaw'],
    note: `Axis ${length(-axis.y)} in front of the fixed jaw: it comes forward by ${forward} for each 1 that the round is larger, and stays in the middle of the V. Gripped ${length(gripMm)}, ${length(aboveMm)} above. Measure the round before Y is trusted; how hard the vise may press on a round is for its own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${vise.name}; ${blocks.name.toLowerCase()} on end against the fixed jaw, ${blocks.angleDeg}° between its walls; ${parallels.name.toLowerCase()}.`,
      `${face('up')} up, standing on ${face('down')}, ${what} in the V; turned true with the ${instrument.name.toLowerCase()} along ${face('guide')}.`,
      `Gripped ${length(gripMm)}, ${length(aboveMm)} above the jaws.`,
      `Measure the round: Y comes forward by ${forward} times what it is larger.`,
    ],
  }
}
