import { normalOf } from '../../../work/part'
import { type HoldingKind } from '../kind'
import { holesAlong } from '../locators'
import { missing } from '../missing'
import { largest } from '../rounds'
import { type MandrelHolding } from './parameters'
import { standOnMandrel } from './stand'

/** Play with which a plain pin is first proposed, and within what it runs true, mm (common practice, no source). */
const [PLAY_MM, TRUE_MM] = [0.02, 0.005]
/** A bore thinner than this is for a locating pin, not for one that holds, mm (common practice, no source). */
const LEAST_MM = 10

export const MANDREL: HoldingKind<MandrelHolding> = {
  kind: 'mandrel',
  title: 'Pin in a bore, with a nut',
  fields: [
    { key: 'hole', label: 'On the pin', kind: 'hole' },
    {
      key: 'pin',
      label: 'The pin',
      kind: 'choice',
      options: [
        { value: 'expanding', label: 'expands until it grips' },
        { value: 'plain', label: 'is plain, with play' },
      ],
    },
    { key: 'diameter', label: 'Plain pin, thick', kind: 'length', hint: '' },
    { key: 'shoulder', label: 'Shoulder, across', kind: 'length', hint: '' },
    { key: 'foot', label: 'Table to shoulder', kind: 'length', hint: '' },
    { key: 'true', label: 'Runs true within ±', kind: 'length', hint: '' },
    { key: 'instrument', label: 'Turned true with', kind: 'gear', gear: 'instrument' },
  ],
  leads: undefined,
  makes: { words: 'turn the pin', minutes: 60 },
  wants: `The pin wants a bore of ${LEAST_MM} mm or more that is cut before and stands upright here.`,
  begin: ({ instruments }, _part, surfaces, { up }) => {
    const reads = instruments.find((t) => t.kind === 'indicator') ?? instruments[0]
    const hole = largest(holesAlong(surfaces, normalOf(up)))
    return hole && reads && hole.diameterMm >= LEAST_MM
      ? {
          kind: 'mandrel',
          hole: hole.id,
          pin: 'expanding',
          diameter: { mm: Math.round((hole.diameterMm - PLAY_MM) * 1000) / 1000 },
          shoulder: { mm: Math.round(hole.diameterMm * 1.6 + 6) },
          foot: { mm: 40 },
          true: { mm: TRUE_MM },
          instrument: reads.id,
        }
      : undefined
  },
  issues: ({ hole, instrument }, workshop, surfaces) => {
    const surface = surfaces.get(hole)
    return [
      ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
      ...(surface?.kind === 'axis' && !surface.isOutside
        ? []
        : [
            {
              code: 'setup.hole',
              path: 'hole',
              sentence: `“${hole}” is not one hole of the part; a pin needs one.`,
            },
          ]),
    ]
  },
  stand: standOnMandrel,
  anchored: ({ hole }) => ({
    mark: `mandrel ${hole}`,
    marks: { x: { mark: 'pin' }, y: { mark: 'pin' }, z: { mark: 'shoulder' } },
  }),
  registered: () => undefined,
  readingMark: ({ diameter, foot, hole, pin }) =>
    ['mandrel', hole, pin, diameter.mm, foot.mm].join(' '),
}
