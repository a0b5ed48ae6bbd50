import { STOP_FIELD } from '../common'
import { firstInVise, opensFor } from './first'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type ViseHolding, ViseSchema } from './parameters'
import { standInVise } from './stand'
import { viseAnchored } from './stays'

export const VISE: HoldingKind<ViseHolding> = {
  kind: 'vise',
  title: 'Vise',
  parameters: ViseSchema,
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
  ],
  leads: {
    rest: 'parallels take three points (hammered down)',
    jaw: 'fixed jaw takes three (round bar at the moving jaw)',
  },
  begin: firstInVise,
  takes: opensFor,
  issues: ({ parallels, vise }, workshop) => [
    ...missing(workshop.vises, vise, 'vise', 'vise'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
  ],
  stand: standInVise,
  anchored: viseAnchored,
  registered: ({ stop = 'none', vise }) =>
    vise === undefined ? undefined : viseAnchored({ stop, vise }),
  readingMark: ({ parallels, shift, stop, vise }) => [vise, parallels, stop, shift.mm].join(' '),
}
export { type ViseHolding } from './parameters'
export { viseAnchored } from './stays'
