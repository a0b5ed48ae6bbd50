import { type HoldingKind } from '../kind'
import { parallelsFor } from '../jawedFirst'
import { roundsAlong } from '../locators'
import { missing } from '../missing'
import { largest } from '../rounds'
import { setupAxes } from '../work'
import { type VJawHolding } from './parameters'
import { standInVJaw } from './stand'

export const V_JAW: HoldingKind<VJawHolding> = {
  kind: 'v-jaw',
  title: 'Upright round in a V, in the vise',
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'blocks', label: 'V-block at the fixed jaw', kind: 'gear', gear: 'vBlock' },
    { key: 'round', label: 'In it lies', kind: 'upright-round' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    { key: 'instrument', label: 'Turned true with', kind: 'gear', gear: 'instrument' },
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
  ],
  leads: undefined,
  wants: 'It wants an outside round of the part that stands upright here.',
  begin: ({ instruments, parallels, vBlocks, vises }, part, surfaces, { guide, up }) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    const round = largest(roundsAlong(surfaces, setupAxes(up, guide)[2]))
    const blocks = vBlocks.find(({ most }) => most >= (round?.diameterMm ?? 0)) ?? vBlocks[0]
    const vise = blocks && vises.find((v) => v.opening >= blocks.vertex + (round?.diameterMm ?? 0))
    const under = vise && parallelsFor(vise, parallels, part, up)
    return blocks && round && reads && under
      ? {
          kind: 'v-jaw',
          vise: vise.id,
          blocks: blocks.id,
          parallels: under.id,
          round: round.id,
          instrument: reads.id,
          shift: { mm: 0 },
        }
      : undefined
  },
  issues: ({ blocks, instrument, parallels, round, vise }, workshop, surfaces) => {
    const surface = surfaces.get(round)
    const isRound = surface?.kind === 'axis' && surface.isOutside
    return [
      ...missing(workshop.vises, vise, 'vise', 'vise'),
      ...missing(workshop.vBlocks, blocks, 'blocks', 'V-block'),
      ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
      ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
      ...(isRound
        ? []
        : [
            {
              code: 'setup.round',
              path: 'round',
              sentence: `“${round}” is no outside round of the part; a V holds by one.`,
            },
          ]),
    ]
  },
  stand: standInVJaw,
  anchored: ({ blocks, vise }) => ({
    mark: `vise ${vise}, V-block ${blocks}`,
    marks: { x: { mark: 'V' }, y: { mark: 'V' }, z: { mark: 'bed' } },
  }),
  registered: () => undefined,
  readingMark: ({ blocks, instrument, parallels, round, shift, vise }) =>
    ['V in', vise, blocks, parallels, round, instrument, shift.mm].join(' '),
}
