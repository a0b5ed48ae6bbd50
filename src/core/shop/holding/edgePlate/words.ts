import { FLAT_MOTIONS, lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { type AgainstDowels, EDGE_CLAMP } from './layout'

export function edgePlateWords(own: AgainstDowels): HoldingWords {
  const { faceAt, holding, plate, reachMm, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const clamps = holding.clamps === 1 ? 'one edge clamp' : `${holding.clamps} edge clamps`
  return {
    roles: {
      rest: roleWords(
        'Rest',
        'rest',
        'on the rests',
        'The rests bear',
        'Wipe the rests; a chip under one tips the part.',
      ),
      guide: roleWords('Dowel', 'dowel', 'at the dowels', 'The dowels bear'),
      stop: roleWords('Dowel', 'dowel', 'at the end dowel', 'The end dowel bears'),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the rests' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the dowel at the end', y: 'the dowels at the back', z: 'the rests' },
    guided: 'the back of the plate',
    turns: 'the plate',
    tram: 'Set the plate true along its dowels',
    pivot: 'Turn the plate with the part about the corner of its dowels',
    name: plate.name,
    short: `${plate.name.toLowerCase()}, dowels, ${clamps}`,
    grip: 'the edge clamps',
    caption: [
      'On rests under ',
      faceAt.down,
      ', against dowels at ',
      faceAt.guide,
      ' and ',
      faceAt[holding.stop],
      `, ${clamps}`,
    ],
    note: `Dowels and clamps reach ${length(reachMm)} up the work: its top is free. A clamp pushes ${length(EDGE_CLAMP.pushesMm)} as its head turns, and holds little against a lift; how hard a cut they bear is for their own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${plate.name}.`,
      `${face('up')} up, on three rests under ${face('down')}; two dowels ${length(holding.dowel.mm)} behind ${face('guide')}, one at ${face(holding.stop)}.`,
      `Along to the end dowel by hand, then ${clamps} at ${face('away')}, from the stop outwards; tap it down and tighten again.`,
    ],
  }
}
