import { moveAlongX } from '../alongX'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type MateHolding } from './parameters'
import { standUnderMate } from './stand'

export const UNDER_MATE: HoldingKind<MateHolding> = {
  kind: 'mate',
  title: 'Under its mate, holes handed on',
  fields: [
    { key: 'name', label: 'Mate', kind: 'text' },
    { key: 'thick', label: 'Thick', kind: 'length', hint: '' },
    { key: 'bore', label: 'Its holes', kind: 'length', hint: '' },
    { key: 'tool', label: 'Through them', kind: 'length', hint: '' },
    { key: 'places', label: 'Its holes lie to, ±', kind: 'length', hint: '' },
    {
      key: 'flush',
      label: 'Made flush',
      kind: 'choice',
      options: [
        { value: 'finger', label: 'by feel' },
        { value: 'fence', label: 'against a fence' },
        { value: 'indicator', label: 'by reading along both' },
      ],
    },
    { key: 'instrument', label: 'Read with', kind: 'gear', gear: 'instrument' },
    { key: 'parallels', label: 'Standing on', kind: 'gear', gear: 'parallels' },
    {
      key: 'stop',
      label: 'Flush end',
      kind: 'choice',
      options: [
        { value: 'left', label: 'left, {left}' },
        { value: 'right', label: 'right, {right}' },
      ],
    },
  ],
  leads: undefined,
  wants: 'It wants the part that goes with it, with its holes made.',
  begin: ({ instruments, parallels }) => {
    const [under] = parallels
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    return under && reads
      ? {
          kind: 'mate',
          name: 'mate',
          thick: { mm: 10 },
          places: { mm: 0.1 },
          bore: { mm: 6.05 },
          tool: { mm: 6 },
          flush: 'finger',
          instrument: reads.id,
          parallels: under.id,
          stop: 'left',
        }
      : undefined
  },
  issues: ({ instrument, parallels }, workshop) => [
    ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
  ],
  stand: standUnderMate,
  moveClamp: moveAlongX,
  anchored: ({ name }) => ({
    mark: `mate ${name}`,
    marks: { x: { mark: 'none' }, y: { mark: 'none' }, z: { mark: 'none' } },
  }),
  registered: () => undefined,
  readingMark: ({ bore, flush, instrument, name, parallels, stop, thick, tool }) =>
    ['mate', name, thick.mm, bore.mm, tool.mm, flush, instrument, parallels, stop].join(' '),
}
