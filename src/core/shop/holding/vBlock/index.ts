import { moveAlongX, rowMark } from '../alongX'
import { STOP_FIELD } from '../common'
import { type HoldingKind } from '../kind'
import { roundsAlong } from '../locators'
import { missing } from '../missing'
import { largest } from '../rounds'
import { setupAxes } from '../work'
import { type VBlockHolding } from './parameters'
import { standInVBlocks } from './stand'

export const V_BLOCKS: HoldingKind<VBlockHolding> = {
  kind: 'v-blocks',
  title: 'V-blocks',
  fields: [
    { key: 'blocks', label: 'Blocks', kind: 'gear', gear: 'vBlock' },
    { key: 'round', label: 'In them lies', kind: 'round' },
    { key: 'instrument', label: 'Turned true with', kind: 'gear', gear: 'instrument' },
    STOP_FIELD,
    { key: 'clamp', label: 'Straps, thick', kind: 'length', hint: '' },
  ],
  leads: undefined,
  wants: 'They want an outside round of the part that lies along X here.',
  begin: ({ instruments, vBlocks }, _part, surfaces, { guide, up }) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    const round = largest(roundsAlong(surfaces, setupAxes(up, guide)[0]))
    const blocks = vBlocks.find(({ most }) => most >= (round?.diameterMm ?? 0)) ?? vBlocks[0]
    return blocks && round && reads
      ? {
          kind: 'v-blocks',
          blocks: blocks.id,
          round: round.id,
          instrument: reads.id,
          stop: 'left',
          clamp: { mm: 15 },
        }
      : undefined
  },
  issues: ({ blocks, instrument, round }, workshop, surfaces) => {
    const surface = surfaces.get(round)
    const isRound = surface?.kind === 'axis' && surface.isOutside
    return [
      ...missing(workshop.vBlocks, blocks, 'blocks', 'pair of V-blocks'),
      ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
      ...(isRound
        ? []
        : [
            {
              code: 'setup.round',
              path: 'round',
              sentence: `“${round}” is no outside round of the part; V-blocks hold by one.`,
            },
          ]),
    ]
  },
  stand: standInVBlocks,
  moveClamp: moveAlongX,
  anchored: ({ blocks, stop }) => ({
    mark: `V-blocks ${blocks}`,
    marks: { x: { mark: stop, was: `at the ${stop} before` }, y: { mark: 'V' }, z: { mark: 'V' } },
  }),
  registered: () => undefined,
  // Straps take their blocks along: it then lies otherwise.
  readingMark: ({ blocks, instrument, moved, round, stop }) =>
    ['V-blocks', blocks, round, instrument, stop, ...(moved ? [rowMark({ moved })] : [])].join(' '),
}
export { halfAngle } from './layout'
