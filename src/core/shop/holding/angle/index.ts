import { STOP_FIELD } from '../common'
import { type Anchored, type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type AngleHolding, AngleSchema } from './parameters'
import { standAtAngle } from './stand'

const angleAnchored = ({
  anglePlate,
  stop,
}: Pick<AngleHolding, 'anglePlate' | 'stop'>): Anchored => ({
  mark: `angle plate ${anglePlate}`,
  marks: {
    x: { mark: stop, was: `at the ${stop} before` },
    y: { mark: 'face' },
    z: { mark: 'table' },
  },
})

export const ANGLE_PLATE: HoldingKind<AngleHolding> = {
  kind: 'angle-plate',
  title: 'Angle plate',
  parameters: AngleSchema,
  fields: [
    { key: 'anglePlate', label: 'Angle plate', kind: 'gear', gear: 'anglePlate' },
    { key: 'parallels', label: 'Standing on', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
  ],
  leads: undefined,
  begin: ({ anglePlates, parallels }) => {
    const [plate, under] = [anglePlates[0], parallels[1] ?? parallels[0]]
    return plate && under
      ? { kind: 'angle-plate', anglePlate: plate.id, parallels: under.id, stop: 'left' }
      : undefined
  },
  issues: ({ anglePlate, parallels }, workshop) => [
    ...missing(workshop.anglePlates, anglePlate, 'anglePlate', 'angle plate'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
  ],
  stand: standAtAngle,
  anchored: angleAnchored,
  registered: ({ anglePlate, stop = 'none' }) =>
    anglePlate === undefined ? undefined : angleAnchored({ anglePlate, stop }),
  readingMark: ({ anglePlate, parallels, stop }) =>
    ['angle plate', anglePlate, parallels, stop].join(' '),
}
export { type AngleHolding } from './parameters'
