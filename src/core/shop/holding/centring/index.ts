import { STOP_FIELD } from '../common'
import { boughtAcross, parallelsFor } from '../jawedFirst'
import { type HoldingKind, type Anchored } from '../kind'
import { missing } from '../missing'
import { type CentringHolding } from './parameters'
import { standInCentringVise } from './stand'

const anchored = ({ stop, vise }: Pick<CentringHolding, 'stop' | 'vise'>): Anchored => ({
  mark: `centring vise ${vise}`,
  marks: {
    x: { mark: stop, was: `at the ${stop} before` },
    y: { mark: 'middle' },
    z: { mark: 'bed' },
  },
})

export const CENTRING: HoldingKind<CentringHolding> = {
  kind: 'centring',
  title: 'Centring vise',
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'centringVise' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
  ],
  leads: undefined,
  begin: ({ centringVises, parallels }, part, _surfaces, { guide, up }) => {
    const across = boughtAcross(part, guide)
    const vise = centringVises.find(({ opening }) => opening >= across) ?? centringVises[0]
    const under = vise && parallelsFor(vise, parallels, part, up)
    return vise && under
      ? { kind: 'centring', vise: vise.id, parallels: under.id, stop: 'left', shift: { mm: 0 } }
      : undefined
  },
  takes: ({ vise }, { centringVises }, part, { guide }) =>
    (centringVises.find(({ id }) => id === vise)?.opening ?? 0) >= boughtAcross(part, guide),
  issues: ({ parallels, vise }, workshop) => [
    ...missing(workshop.centringVises, vise, 'vise', 'centring vise'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
  ],
  stand: standInCentringVise,
  anchored,
  registered: () => undefined,
  readingMark: ({ parallels, shift, stop, vise }) =>
    ['centring', vise, parallels, stop, shift.mm].join(' '),
}
