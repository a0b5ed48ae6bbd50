import { axisOf, sizeAlong } from '../../../work/part'
import { boughtAcross } from '../jawedFirst'
import { moveAlongX } from '../alongX'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { setupAxes, sideTowards } from '../work'
import { type ToeHolding } from './parameters'
import { standOnToePlate } from './stand'

export const TOE_CLAMPS: HoldingKind<ToeHolding> = {
  kind: 'toe-clamps',
  title: 'Stops and toe clamps on a plate',
  fields: [
    { key: 'plate', label: 'Plate', kind: 'gear', gear: 'toePlate' },
    {
      key: 'stop',
      label: 'End stop',
      kind: 'choice',
      options: [
        { value: 'left', label: 'left, on {left}' },
        { value: 'right', label: 'right, on {right}' },
      ],
    },
    {
      key: 'clamps',
      label: 'Clamps in front',
      kind: 'number',
      options: [1, 2, 3, 4, 5, 6],
    },
  ],
  leads: undefined,
  begin: ({ toePlates }, part, _surfaces, { guide, up }) => {
    const right = sideTowards(setupAxes(up, guide)[0])
    const [long, deep] = [boughtAcross(part, right), boughtAcross(part, guide)]
    const plate = toePlates.find((p) => p.width >= long && p.depth >= deep) ?? toePlates[0]
    return plate
      ? {
          kind: 'toe-clamps',
          plate: plate.id,
          stop: 'left',
          clamps: sizeAlong(part, axisOf(right)) > 3 * deep ? 3 : 2,
        }
      : undefined
  },
  issues: ({ plate }, workshop) => missing(workshop.toePlates, plate, 'plate', 'toe clamp plate'),
  stand: standOnToePlate,
  moveClamp: moveAlongX,
  anchored: ({ plate, stop }) => ({
    mark: `toe plate ${plate}`,
    marks: {
      x: { mark: stop, was: `at the ${stop} before` },
      y: { mark: 'stops' },
      z: { mark: 'plate' },
    },
  }),
  registered: () => undefined,
  readingMark: ({ clamps, plate, stop }) => ['toe', plate, stop, clamps].join(' '),
}
