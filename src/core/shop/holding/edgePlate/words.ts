import { FLAT_MOTIONS, lengthIn, roleWords } from '../common'
import { type HoldingWords } from '../kind'
import { type AgainstDowels, EDGE_CLAMP } from './layout'

export function edgePlateWords(own: AgainstDowels): HoldingWords {
  const { faceAt, holding, plate, pocket, reachMm, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const stops = pocket ? 'walls' : 'dowels'
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
      ...(pocket
        ? {
            guide: roleWords('Wall', 'wall', 'at the back wall', 'The back wall bears'),
            stop: roleWords('End wall', 'end wall', 'at the end wall', 'The end wall bears'),
          }
        : {
            guide: roleWords('Dowel', 'dowel', 'at the dowels', 'The dowels bear'),
            stop: roleWords('End dowel', 'end dowel', 'at the end dowel', 'The end dowel bears'),
          }),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the rests' },
    holdIt: 'give back a contact that was taken away',
    nought: pocket
      ? { x: 'the end wall', y: 'the back wall', z: 'the rests' }
      : { x: 'the dowel at the end', y: 'the dowels at the back', z: 'the rests' },
    guided: 'the back of the plate',
    turns: 'the plate',
    tram: `Set the plate true along its ${stops}`,
    pivot: `Turn the plate with the part about the corner of its ${stops}`,
    name: plate.name,
    short: `${plate.name.toLowerCase()}, ${pocket ? 'pocket' : 'dowels'}, ${clamps}`,
    grip: 'the edge clamps',
    caption: [
      'On rests under ',
      faceAt.down,
      `, against ${stops} at `,
      faceAt.guide,
      ' and ',
      faceAt[holding.stop],
      `, ${clamps}`,
    ],
    note: `${pocket ? 'Clamps' : 'Dowels and clamps'} reach ${length(reachMm)} up the work: its top is free. A clamp pushes ${length(EDGE_CLAMP.pushesMm)} as its head turns, and holds little against a lift; how hard a cut they bear is for their own limits and a qualified person to decide.`,
    lines: [
      `${work.machine.name}, ${plate.name}.`,
      pocket
        ? `${face('up')} up, on three rests under ${face('down')}, in a pocket whose walls stand ${length(pocket.wallMm)} over the rests: ${face('guide')} against the back wall, ${face(holding.stop)} against the end wall, ${length(pocket.clearMm)} free in front and at the other end.`
        : `${face('up')} up, on three rests under ${face('down')}; two dowels ${length(holding.dowel.mm)} behind ${face('guide')}, one at ${face(holding.stop)}.`,
      ...gridLines(own, length),
      ...sizeLines(holding),
      `Along to the end ${pocket ? 'wall' : 'dowel'} by hand, then ${clamps} at ${face('away')}, from the stop outwards; tap it down and tighten again.`,
    ],
  }
}

/** What more than one size on a plate asks of whoever loads it. */
const sizeLines = ({ sizes = [] }: AgainstDowels['holding']): readonly string[] =>
  sizes.length === 0
    ? []
    : [
        'Other sizes have stops and offsets of their own: take the offset of the size that is put on, and look that nothing stands in the way on the others.',
      ]

/** What stands in the plate's own grid. */
const gridLines = (
  { onGrid, stripMm }: AgainstDowels,
  length: (mm: number) => string,
): readonly string[] =>
  onGrid
    ? [
        `${onGrid.hasDowels ? 'Dowels, rests and clamps stand' : 'The clamps stand'} in the grid of the plate, ${length(onGrid.pitchMm)}${stripMm > 0 ? `; a strip of ${length(stripMm)} between each clamp and the work` : ''}.`,
      ]
    : []
