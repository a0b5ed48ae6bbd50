import { axisOf, sizeAlong } from '../../../work/part'
import { boughtAcross } from '../jawedFirst'
import { moveAlongX } from '../alongX'
import { UP_TO_12 } from '../common'
import { type Anchored, type HoldingKind } from '../kind'
import { missing } from '../missing'
import { setupAxes, sideTowards } from '../work'
import { ownPlaceFields } from '../ownPlace'
import { type EdgePlateHolding } from './parameters'
import { standAgainstDowels } from './stand'

const anchored = ({ plate, stop }: Pick<EdgePlateHolding, 'plate' | 'stop'>): Anchored => ({
  mark: `plate ${plate}, stops`,
  marks: {
    x: { mark: `dowel ${stop}`, was: `at the ${stop} before` },
    y: { mark: 'dowels' },
    z: { mark: 'rests' },
  },
})

export const EDGE_PLATE: HoldingKind<EdgePlateHolding> = {
  kind: 'plate-stops',
  title: 'Plate with dowels or a pocket',
  fields: [
    { key: 'plate', label: 'Plate', kind: 'gear', gear: 'plate' },
    {
      key: 'stop',
      label: 'End stop',
      kind: 'choice',
      options: [
        { value: 'left', label: 'left, on {left}' },
        { value: 'right', label: 'right, on {right}' },
      ],
    },
    { key: 'dowel', label: 'Dowels', kind: 'length', hint: '' },
    { key: 'wall', label: 'Walls of a pocket, over the rests', kind: 'length', hint: '0: dowels' },
    { key: 'clamps', label: 'Edge clamps in front', kind: 'number', options: [1, 2, 3, 4, 5, 6] },
    { key: 'columns', label: 'Side by side', kind: 'number', options: UP_TO_12 },
    { key: 'rows', label: 'Behind each other', kind: 'number', options: UP_TO_12 },
    { key: 'sizes', label: 'Further sizes, length × depth', kind: 'sizes' },
    { key: 'beside', label: 'Beside it on the plate', kind: 'setup' },
    ...ownPlaceFields([{ value: 'threads and dowels', label: 'threads and dowel holes used' }]),
  ],
  leads: undefined,
  makes: { words: 'make the plate', minutes: 150 },
  begin: ({ plates }, part, _surfaces, { guide, up }) => {
    const [plate] = plates
    const right = sideTowards(setupAxes(up, guide)[0])
    return plate
      ? {
          kind: 'plate-stops',
          plate: plate.id,
          stop: 'left',
          dowel: { mm: 8 },
          clamps: sizeAlong(part, axisOf(right)) > 3 * boughtAcross(part, guide) ? 3 : 2,
          columns: 1,
          rows: 1,
          gap: { mm: 35 },
          ...(plate.grid !== undefined && { grid: { mm: plate.grid } }),
          slots: { mm: 63 },
        }
      : undefined
  },
  issues: ({ plate }, workshop) => missing(workshop.plates, plate, 'plate', 'plate'),
  stand: standAgainstDowels,
  moveClamp: moveAlongX,
  anchored,
  registered: ({ plate, stop }) =>
    plate === undefined || stop === undefined || stop === 'none'
      ? undefined
      : anchored({ plate, stop }),
  readingMark: ({ clamps, dowel, grid, plate, stop, uses, wall }) =>
    [
      'plate stops',
      plate,
      stop,
      wall?.mm ? `pocket ${wall.mm}` : dowel.mm,
      clamps,
      ...(grid?.mm && uses && uses !== 'no' ? [`${uses} ${grid.mm}`] : []),
    ].join(' '),
}
export {
  againstDowels,
  type AgainstDowels,
  EDGE_CLAMP,
  type PlatePocket,
  type SizedWork,
  sizedWork,
} from './layout'
export { wholeSteps } from './onGrid'
export { type EdgePlateHolding, type PlateSize } from './parameters'
