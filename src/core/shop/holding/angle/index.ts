import { type Surface } from '../../../work/part'
import { moveAlongX } from '../alongX'
import { STOP_FIELD } from '../common'
import { type Anchored, type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type AngleHolding } from './parameters'
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

/** Two holes are wanted, and not the same twice. */
function holeIssues(
  surfaces: ReadonlyMap<string, Surface>,
  holes: Pick<AngleHolding, 'first' | 'second'>,
): ReturnType<typeof ANGLE_PLATE.issues> {
  const issue = (path: string, sentence: string) => [{ code: 'setup.hole', path, sentence }]
  const found = (['first', 'second'] as const).flatMap((key) => {
    const surface = surfaces.get(holes[key] ?? '')
    return surface?.kind === 'axis' && !surface.isOutside
      ? []
      : issue(key, `“${holes[key] ?? ''}” is not one hole of the part; two are made level.`)
  })
  return found.length === 0 && holes.first === holes.second
    ? issue('second', 'one hole is not level with itself; name another.')
    : found
}

export const ANGLE_PLATE: HoldingKind<AngleHolding> = {
  kind: 'angle-plate',
  title: 'Angle plate',
  fields: [
    { key: 'anglePlate', label: 'Angle plate', kind: 'gear', gear: 'anglePlate' },
    { key: 'parallels', label: 'Standing on', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
    {
      key: 'by',
      label: 'Held by',
      kind: 'choice',
      options: [
        { value: 'clamps', label: 'clamps in front' },
        { value: 'screws', label: 'screws from behind' },
      ],
    },
    {
      key: 'trued',
      label: 'Its face along the travel',
      kind: 'choice',
      options: [
        { value: 'as it stands', label: 'as it stands' },
        { value: 'indicated', label: 'indicated for this setup' },
      ],
    },
    {
      key: 'square',
      label: 'Work turned true by',
      kind: 'choice',
      options: [
        { value: 'parallels', label: 'the parallels under it' },
        { value: 'end', label: 'reading up its end' },
        { value: 'holes', label: 'two holes made level' },
      ],
    },
    { key: 'first', label: 'First hole', kind: 'hole-across' },
    { key: 'second', label: 'Second hole', kind: 'hole-across' },
    { key: 'instrument', label: 'Read with', kind: 'gear', gear: 'instrument' },
  ],
  leads: undefined,
  begin: ({ anglePlates, parallels }) => {
    const [plate, under] = [anglePlates[0], parallels[1] ?? parallels[0]]
    return plate && under
      ? { kind: 'angle-plate', anglePlate: plate.id, parallels: under.id, stop: 'left' }
      : undefined
  },
  issues: ({ anglePlate, first, instrument, parallels, second, square }, workshop, surfaces) => [
    ...missing(workshop.anglePlates, anglePlate, 'anglePlate', 'angle plate'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
    ...(instrument === undefined
      ? []
      : missing(workshop.instruments, instrument, 'instrument', 'instrument')),
    ...(square === 'holes' ? holeIssues(surfaces, { first, second }) : []),
  ],
  stand: standAtAngle,
  moveClamp: moveAlongX,
  anchored: angleAnchored,
  registered: ({ anglePlate, stop = 'none' }) =>
    anglePlate === undefined ? undefined : angleAnchored({ anglePlate, stop }),
  readingMark: ({ anglePlate, by, first, instrument, parallels, second, square, stop, trued }) =>
    [
      'angle plate',
      anglePlate,
      parallels,
      stop,
      ...(by === 'screws' ? [by] : []),
      ...(trued === 'indicated' ? [trued, instrument] : []),
      ...(square === undefined || square === 'parallels' ? [] : [square, first, second]),
    ].join(' '),
}
export { type AngleHolding } from './parameters'
