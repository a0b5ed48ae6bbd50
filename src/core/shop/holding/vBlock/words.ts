import { refLabel } from '../../../work/part'
import { FLAT_MOTIONS, lengthIn, roleWords, stopCaption, stopLine, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { halfAngle, type InVBlocks } from './layout'

const WIPE = 'Wipe the V and the round, look for burrs; strap it down and try whether it turns.'

export function vBlockWords(own: InVBlocks): HoldingWords {
  const { axisZ, blocks, faceAt, holding, instrument, round, work } = own
  const length = lengthIn(work)
  const what = refLabel(work.part, holding.round)
  const up = 1 / (2 * Math.sin(halfAngle(blocks)))
  return {
    roles: {
      rest: roleWords('V', 'place in the V', 'in the V', 'The V bears', WIPE),
      guide: roleWords('V', 'place in the V', 'in the V', 'The V bears', WIPE),
      stop: stopWords(holding.stop),
    },
    motions: { ...FLAT_MOTIONS, tip: 'turn in the V', lift: 'lift out of the V' },
    holdIt: 'give back a contact that was taken away, or set a stop',
    nought: { x: 'the middle of the work', y: 'the foot of the V', z: 'the table' },
    guided: 'the back of the blocks',
    turns: 'the pair of blocks',
    tram: 'Set the blocks true along the travel',
    pivot: 'Turn blocks and part about their middle',
    name: blocks.name,
    short: blocks.name.toLowerCase(),
    grip: 'the straps',
    caption: ['In V-blocks on ', what, ...stopCaption(own, holding.stop)],
    note: `Axis ${length(axisZ)} over the table. It comes up by ${up.toFixed(2)} for each 1 that the round is larger, and stays over the foot of the V: ${length(round.diameterMm)} is measured before Z is trusted. How tight the straps are is for their own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${blocks.name} on the table, ${blocks.angleDeg}° between their walls, strapped down over each.`,
      `${what} in the V, ${work.part.faces[faceAt.up].name} up; turned true with the ${instrument.name.toLowerCase()} up ${work.part.faces[faceAt.guide].name}.`,
      stopLine(own, holding.stop),
      `Measure the round: Z is ${up.toFixed(2)} times what it is larger further up.`,
    ],
  }
}
