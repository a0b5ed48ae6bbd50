import { type AxisSurface, normalOf } from '../../../work/part'
import { UP_TO_12 } from '../common'
import { type Anchored, type HoldingKind } from '../kind'
import { holesAlong } from '../locators'
import { missing } from '../missing'
import { type PinPlateHolding } from './parameters'
import { ownPlaceFields } from '../ownPlace'
import { standOnPlate } from './stand'

/** Play with which a pin is first proposed, mm (common practice, no source). */
const PLAY_MM = 0.02

/** The two holes that lie furthest apart: the first on the round pin, the second on the relieved one. */
function furthest(holes: readonly AxisSurface[]): readonly [AxisSurface, AxisSurface] | undefined {
  let best:
    { readonly pair: readonly [AxisSurface, AxisSurface]; readonly apart: number } | undefined
  holes.slice(0, 60).forEach((a, i) =>
    holes.slice(i + 1, 60).forEach((b) => {
      const apart = Math.hypot(a.from.x - b.from.x, a.from.y - b.from.y, a.from.z - b.from.z)
      if (!best || apart > best.apart + 1e-9) best = { pair: [a, b], apart }
    }),
  )
  return best?.pair
}

const pinFor = ({ diameterMm }: AxisSurface): { readonly mm: number } => ({
  mm: Math.round((diameterMm - PLAY_MM) * 1000) / 1000,
})

const plateAnchored = (plate: string): Anchored => ({
  mark: `plate ${plate}`,
  marks: { x: { mark: 'round pin' }, y: { mark: 'round pin' }, z: { mark: 'pads' } },
})

export const PIN_PLATE: HoldingKind<PinPlateHolding> = {
  kind: 'plate',
  title: 'Plate with two pins',
  fields: [
    { key: 'plate', label: 'Plate', kind: 'gear', gear: 'plate' },
    { key: 'round', label: 'Round pin in', kind: 'hole' },
    { key: 'roundPin', label: 'Round pin', kind: 'length', hint: '' },
    { key: 'relieved', label: 'Second pin in', kind: 'hole' },
    { key: 'relievedPin', label: 'Second pin', kind: 'length', hint: '' },
    {
      key: 'second',
      label: 'That one is',
      kind: 'choice',
      options: [
        { value: 'relieved', label: 'relieved along the line' },
        { value: 'round', label: 'round too' },
      ],
    },
    {
      key: 'pushed',
      label: 'Pushed before it is screwed',
      kind: 'choice',
      options: [
        { value: 'no', label: 'no, it floats' },
        { value: 'left', label: 'to the left' },
        { value: 'right', label: 'to the right' },
        { value: 'back', label: 'to the back' },
        { value: 'front', label: 'to the front' },
      ],
    },
    { key: 'screws', label: 'Screws through, or from below into', kind: 'holes' },
    {
      key: 'lift',
      label: 'Comes off its pins',
      kind: 'choice',
      options: [
        { value: 'no', label: 'by hand' },
        { value: 'screws', label: 'by screws beside them' },
      ],
    },
    {
      key: 'air',
      label: 'Air from below',
      kind: 'choice',
      options: [
        { value: 'no', label: 'none' },
        { value: 'under', label: 'a thread under the part' },
      ],
    },
    {
      key: 'drains',
      label: 'Reliefs under holes',
      kind: 'choice',
      options: [
        { value: 'no', label: 'let in' },
        { value: 'through', label: 'through, to drain' },
      ],
    },
    { key: 'columns', label: 'Side by side', kind: 'number', options: UP_TO_12 },
    { key: 'rows', label: 'Behind each other', kind: 'number', options: UP_TO_12 },
    {
      key: 'turned',
      label: 'Every second one',
      kind: 'choice',
      options: [
        { value: 'no', label: 'as the first' },
        { value: 'columns', label: 'head to tail, side by side' },
        { value: 'rows', label: 'head to tail, behind' },
        { value: 'mirrored columns', label: 'the other hand, side by side' },
        { value: 'mirrored rows', label: 'the other hand, behind' },
      ],
    },
    { key: 'beside', label: 'Beside it on the plate', kind: 'setup' },
    ...ownPlaceFields([]),
  ],
  leads: undefined,
  makes: { words: 'make the plate', minutes: 180 },
  wants: 'Its pins want two holes of the part that are cut before and look down here.',
  begin: ({ plates }, _part, surfaces, { up }) => {
    const [plate] = plates
    const pair = furthest(holesAlong(surfaces, normalOf(up)))
    return plate && pair
      ? {
          kind: 'plate',
          plate: plate.id,
          round: pair[0].id,
          roundPin: pinFor(pair[0]),
          relieved: pair[1].id,
          relievedPin: pinFor(pair[1]),
          screws: [],
          columns: 1,
          rows: 1,
          gap: { mm: 20 },
          ...(plate.grid !== undefined && { grid: { mm: plate.grid } }),
          slots: { mm: 63 },
        }
      : undefined
  },
  issues: ({ plate, relieved, round, screws }, workshop, surfaces) => [
    ...missing(workshop.plates, plate, 'plate', 'plate'),
    ...(
      [
        ['round', round],
        ['relieved', relieved],
        ...screws.map((ref, k) => [`screws.${k}`, ref] as const),
      ] as const
    ).flatMap(([path, ref]) =>
      surfaces.get(ref)?.kind === 'axis'
        ? []
        : [
            {
              code: 'setup.hole',
              path,
              sentence: `“${ref}” is not one hole of the part; a pin or a screw needs one.`,
            },
          ],
    ),
  ],
  stand: standOnPlate,
  anchored: ({ plate }) => plateAnchored(plate),
  // A plate that says at which end its stop stands has stops, not pins.
  registered: ({ plate, stop = 'none' }) =>
    plate === undefined || stop !== 'none' ? undefined : plateAnchored(plate),
  readingMark: ({ plate, pushed, relieved, relievedPin, round, roundPin }) =>
    [
      'plate',
      plate,
      round,
      roundPin.mm,
      relieved,
      relievedPin.mm,
      ...(pushed && pushed !== 'no' ? [pushed] : []),
    ].join(' '),
}
export { BEYOND_MM as PLATE_BEYOND_MM, isTapped, makingOf, onPlate, type OnPlate } from './layout'
export { AS_THE_FIRST, type Lies, liesWords, sizeWords } from './lies'
export { type PinPlateHolding } from './parameters'
export { PAD_MM } from './rests'
