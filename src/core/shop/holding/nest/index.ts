import { axisOf, sizeAlong } from '../../../work/part'
import { FIT_WANTED, USUALLY_KNOWN_MM } from '../fitted'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { moveScrew } from './layout'
import { type NestHolding } from './parameters'
import { standInNest } from './stand'

/** How far up its sides a first nest reaches, as a share of the work. */
const WALL_SHARE = 0.35

export const NEST: HoldingKind<NestHolding> = {
  kind: 'nest',
  title: 'In a nest with screws',
  fields: [
    { key: 'instrument', label: 'Read with', kind: 'gear', gear: 'instrument' },
    { key: 'known', label: 'Known to, ±', kind: 'length', hint: '' },
    { key: 'clearance', label: 'Lowest screw', kind: 'length', hint: '' },
    { key: 'gap', label: 'Gap about it', kind: 'length', hint: '' },
    { key: 'wall', label: 'Frame up its sides', kind: 'length', hint: '' },
  ],
  leads: undefined,
  makes: { words: 'build the nest', minutes: 120 },
  wants: FIT_WANTED,
  begin: ({ instruments }, part, _surfaces, { up }) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    return part.casting && reads
      ? {
          kind: 'nest',
          instrument: reads.id,
          known: { mm: USUALLY_KNOWN_MM },
          clearance: { mm: 15 },
          gap: { mm: 15 },
          wall: { mm: Math.max(5, Math.round(WALL_SHARE * sizeAlong(part, axisOf(up)))) },
        }
      : undefined
  },
  issues: ({ instrument }, workshop) =>
    missing(workshop.instruments, instrument, 'instrument', 'instrument'),
  stand: standInNest,
  moveClamp: moveScrew,
  anchored: () => ({
    mark: 'nest',
    marks: { x: { mark: 'none' }, y: { mark: 'none' }, z: { mark: 'table' } },
  }),
  registered: () => undefined,
  readingMark: ({ instrument }) => ['nest', instrument].join(' '),
}
