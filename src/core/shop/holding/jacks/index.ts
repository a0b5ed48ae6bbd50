import { FIT_WANTED, USUALLY_KNOWN_MM } from '../fitted'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { moveStrap, STRAP_COUNT_FIELD } from '../strapRow'
import { type JacksHolding } from './parameters'
import { standOnJacks } from './stand'

export const JACKS: HoldingKind<JacksHolding> = {
  kind: 'jacks',
  title: 'On jacks, set by readings',
  fields: [
    { key: 'strap', label: 'Straps', kind: 'gear', gear: 'strap' },
    { key: 'instrument', label: 'Read with', kind: 'gear', gear: 'instrument' },
    { key: 'known', label: 'Known to, ±', kind: 'length', hint: '' },
    { key: 'clearance', label: 'Lowest jack', kind: 'length', hint: '' },
    STRAP_COUNT_FIELD,
  ],
  leads: undefined,
  wants: FIT_WANTED,
  begin: ({ instruments, straps }, { casting }) => {
    const [strap] = straps
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    return casting && strap && reads
      ? {
          kind: 'jacks',
          strap: strap.id,
          instrument: reads.id,
          known: { mm: USUALLY_KNOWN_MM },
          clearance: { mm: 25 },
        }
      : undefined
  },
  issues: ({ instrument, strap }, workshop) => [
    ...missing(workshop.straps, strap, 'strap', 'straps'),
    ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
  ],
  stand: standOnJacks,
  moveClamp: moveStrap,
  anchored: ({ strap }) => ({
    mark: `table, jacks, straps ${strap}`,
    marks: { x: { mark: 'none' }, y: { mark: 'none' }, z: { mark: 'table' } },
  }),
  registered: () => undefined,
  readingMark: ({ instrument, strap }) => ['jacks', strap, instrument].join(' '),
}
export { type JacksHolding } from './parameters'
