import { oppositeOf, planeOf, sizeAlong } from '../../../work/part'
import { carriedAnchored, carriedIssues } from '../carried'
import { STOP_FIELD } from '../common'
import { USUALLY_KNOWN_MM } from '../fitted'
import { parallelsFor } from '../jawedFirst'
import { type HoldingKind } from '../kind'
import { type CarrierHolding } from './parameters'
import { standOnCarrier } from './stand'

/** A carrier is so much of the face at first, no wider than so much, and stands so far out over the jaws, mm (common practice, no source). */
const [SHARE, MOST_MM, OVER_MM] = [0.8, 90, 6]

export const CARRIER: HoldingKind<CarrierHolding> = {
  kind: 'carrier',
  title: 'On a carrier or a dovetail, in a vise',
  fields: [
    { key: 'on', label: 'Carrier on', kind: 'side' },
    {
      key: 'by',
      label: 'Stuck with',
      kind: 'choice',
      options: [
        { value: 'glue', label: 'glue' },
        { value: 'solder', label: 'solder' },
        { value: 'dovetail', label: 'nothing: a dovetail of its own metal' },
      ],
    },
    { key: 'along', label: 'Carrier, along the face', kind: 'length', hint: '' },
    { key: 'across', label: 'Carrier, across it', kind: 'length', hint: '' },
    { key: 'thick', label: 'Carrier, thick', kind: 'length', hint: '' },
    { key: 'open', label: 'A ring, open in its middle', kind: 'length', hint: '0: closed' },
    { key: 'offAlong', label: 'Off the middle, along', kind: 'length', hint: '' },
    { key: 'offAcross', label: 'Off the middle, across', kind: 'length', hint: '' },
    { key: 'known', label: 'Lies on it within ±', kind: 'length', hint: '' },
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
  ],
  leads: undefined,
  makes: { words: 'square a carrier and stick it on', minutes: 60 },
  begin: ({ parallels, vises }, part, _surfaces, { up }) => {
    const [vise] = vises
    const under = vise && parallelsFor(vise, parallels, part, up)
    if (!vise || !under) return undefined
    const on = oppositeOf(up)
    const [along, across] = planeOf(on).map((axis) => ({
      mm: Math.round(Math.min(MOST_MM, sizeAlong(part, axis) * SHARE)),
    })) as [{ mm: number }, { mm: number }]
    return {
      kind: 'carrier',
      on,
      by: 'glue',
      along,
      across,
      thick: { mm: Math.round(vise.jawHeight - under.height + OVER_MM) },
      offAlong: { mm: 0 },
      offAcross: { mm: 0 },
      known: { mm: USUALLY_KNOWN_MM },
      vise: vise.id,
      parallels: under.id,
      stop: 'left',
    }
  },
  issues: (holding, workshop) => [
    ...carriedIssues(holding, workshop),
    ...((holding.open?.mm ?? 0) < Math.min(holding.along.mm, holding.across.mm)
      ? []
      : [
          {
            code: 'carrier.open',
            path: 'open',
            sentence: 'The hole of the ring is as wide as the carrier: nothing is left of it.',
          },
        ]),
  ],
  stand: standOnCarrier,
  anchored: (holding) => carriedAnchored(holding, 'carrier'),
  registered: () => undefined,
  readingMark: ({ by, on, parallels, stop, thick, vise }) =>
    ['carrier', on, by, thick.mm, vise, parallels, stop].join(' '),
}
