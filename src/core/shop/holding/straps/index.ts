import { STOP_FIELD } from '../common'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { SQUARE_FIELD } from '../setTrue'
import { moveStrap, STRAP_COUNT_FIELD } from '../strapRow'
import { type StrapsHolding } from './parameters'
import { standOnTable } from './stand'

export const STRAPS: HoldingKind<StrapsHolding> = {
  kind: 'straps',
  title: 'Strapped to the table',
  fields: [
    { key: 'strap', label: 'Straps', kind: 'gear', gear: 'strap' },
    { key: 'parallels', label: 'Under the straps', kind: 'gear', gear: 'parallels' },
    SQUARE_FIELD,
    { key: 'instrument', label: 'With', kind: 'gear', gear: 'instrument' },
    STOP_FIELD,
    STRAP_COUNT_FIELD,
  ],
  leads: undefined,
  begin: ({ instruments, parallels, straps }) => {
    const [strap, under] = [straps[0], parallels[1] ?? parallels[0]]
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    return strap && under && reads
      ? {
          kind: 'straps',
          strap: strap.id,
          parallels: under.id,
          square: 'indicator',
          instrument: reads.id,
          stop: 'none',
        }
      : undefined
  },
  issues: ({ instrument, parallels, strap }, workshop) => [
    ...missing(workshop.straps, strap, 'strap', 'straps'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
    ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
  ],
  stand: standOnTable,
  moveClamp: moveStrap,
  anchored: ({ square, stop, strap }) => ({
    mark: `table, straps ${strap}`,
    marks: {
      x: { mark: stop, was: `at the ${stop} before` },
      y: { mark: square === 'fence' ? 'fence' : 'none' },
      z: { mark: 'table' },
    },
  }),
  registered: () => undefined,
  readingMark: ({ instrument, parallels, square, stop, strap }) =>
    ['straps', strap, parallels, square, instrument, stop].join(' '),
}
export { type StrapsHolding } from './parameters'
