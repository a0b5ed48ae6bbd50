import { type HoldingKind } from '../kind'
import { axesAlong } from '../locators'
import { missing } from '../missing'
import { largest } from '../rounds'
import { setupAxes } from '../work'
import { type FaceplateHolding } from './parameters'
import { standOnFaceplate } from './stand'

/** Play with which a pin is first proposed, mm (common practice, no source). */
const PLAY_MM = 0.02
/** How thick a pin is where there is no hole for it, mm. */
const PIN_MM = 20

export const FACEPLATE: HoldingKind<FaceplateHolding> = {
  kind: 'faceplate',
  title: 'Faceplate that turns',
  fields: [
    { key: 'facePlate', label: 'Faceplate', kind: 'gear', gear: 'facePlate' },
    {
      key: 'end',
      label: 'Against it',
      kind: 'choice',
      options: [
        { value: 'left', label: 'the left end, {left}' },
        { value: 'right', label: 'the right end, {right}' },
      ],
    },
    { key: 'round', label: 'On its axis', kind: 'along' },
    {
      key: 'on',
      label: 'Brought there',
      kind: 'choice',
      options: [
        { value: 'indicator', label: 'by reading it' },
        { value: 'pin', label: 'by the pin of the plate' },
      ],
    },
    { key: 'pin', label: 'Pin, thick', kind: 'length', hint: '' },
    {
      key: 'by',
      label: 'Held by',
      kind: 'choice',
      options: [
        { value: 'straps', label: 'straps over the other end' },
        { value: 'screws', label: 'screws from behind' },
      ],
    },
    { key: 'instrument', label: 'Set true with', kind: 'gear', gear: 'instrument' },
  ],
  leads: undefined,
  begin: ({ facePlates, instruments }, _part, surfaces, pose) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    const [plate] = facePlates
    const round = largest(axesAlong(surfaces, setupAxes(pose.up, pose.guide)[0]))
    return plate && reads
      ? {
          kind: 'faceplate',
          facePlate: plate.id,
          end: 'left',
          ...(round && { round: round.id }),
          on: 'indicator',
          pin: {
            mm:
              round && !round.isOutside
                ? Math.round((round.diameterMm - PLAY_MM) * 1000) / 1000
                : PIN_MM,
          },
          by: 'straps',
          instrument: reads.id,
        }
      : undefined
  },
  issues: ({ facePlate, instrument, on, round }, workshop, surfaces) => [
    ...missing(workshop.facePlates, facePlate, 'facePlate', 'faceplate'),
    ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
    ...(round !== undefined && surfaces.get(round)?.kind !== 'axis'
      ? [
          {
            code: 'setup.hole',
            path: 'round',
            sentence: `“${round}” is not one hole or round of the part; what lies on the axis needs one.`,
          },
        ]
      : []),
    ...(round === undefined && on === 'pin'
      ? [
          {
            code: 'setup.hole',
            path: 'on',
            sentence: 'a pin needs a hole to go into; say which lies on the axis, or read it.',
          },
        ]
      : []),
  ],
  stand: standOnFaceplate,
  anchored: ({ facePlate }) => ({
    mark: `faceplate ${facePlate}`,
    marks: { x: { mark: 'face' }, y: { mark: 'axis' }, z: { mark: 'axis' } },
  }),
  registered: () => undefined,
  readingMark: ({ end, facePlate, instrument, on, pin, round }) =>
    [
      'faceplate',
      facePlate,
      end,
      round ?? 'middle',
      on,
      ...(on === 'pin' ? [pin.mm] : []),
      instrument,
    ].join(' '),
}
