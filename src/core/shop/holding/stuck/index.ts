import { STOP_FIELD } from '../common'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { SQUARE_FIELD } from '../setTrue'
import { ADHESIVES } from './layout'
import { type StuckHolding } from './parameters'
import { standStuck } from './stand'

export const STUCK: HoldingKind<StuckHolding> = {
  kind: 'stuck',
  title: 'Stuck to a board',
  fields: [
    {
      key: 'by',
      label: 'With',
      kind: 'choice',
      options: Object.entries(ADHESIVES).map(([value, { name }]) => ({ value, label: name })),
    },
    { key: 'board', label: 'Board, thick', kind: 'length', hint: '' },
    SQUARE_FIELD,
    { key: 'instrument', label: 'Read with', kind: 'gear', gear: 'instrument' },
    STOP_FIELD,
  ],
  leads: undefined,
  begin: ({ instruments }) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    return reads
      ? {
          kind: 'stuck',
          by: 'tape',
          board: { mm: 20 },
          square: 'indicator',
          instrument: reads.id,
          stop: 'none',
        }
      : undefined
  },
  issues: ({ instrument }, workshop) =>
    missing(workshop.instruments, instrument, 'instrument', 'instrument'),
  stand: standStuck,
  anchored: ({ board, square, stop }) => ({
    mark: 'board',
    marks: {
      x: { mark: stop, was: `at the ${stop} before` },
      y: { mark: square === 'fence' ? 'fence' : 'none' },
      z: { mark: `board ${board.mm}` },
    },
  }),
  registered: () => undefined,
  readingMark: ({ board, by, instrument, square, stop }) =>
    ['stuck', by, board.mm, square, instrument, stop].join(' '),
}
