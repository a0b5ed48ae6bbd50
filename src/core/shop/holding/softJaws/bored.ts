import { point } from '../../../ground/geometry'
import { type Instrument } from '../../workshop'
import { type HeldError, type Locator, type Spot } from '../kind'
import { turnedTrue } from '../setTrue'
import { type InSoftJaws } from './layout'
import { backErrors } from './putBack'

/** Rests so far out from the axis, as shares of the radius; the turn is read so far up the work. */
const [RESTS_OUT, READ_UP] = [0.6, 0.85]

/** On the floor by three, in the bore by its axis; how it is turned is read along a face. */
export function boredSpots(
  { faceAt, floorZ, high, holding, low, setupFromPart }: InSoftJaws,
  { radius, surface, x }: NonNullable<InSoftJaws['bored']>,
): readonly Spot[] {
  const [along, across] = setupFromPart.rows
  const up = floorZ + holding.step.mm * 0.6
  const out = radius * RESTS_OUT
  const rest = (id: string, dx: number, y: number, by: 'fixed' | 'moving'): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x + dx, y, low.z),
    by,
  })
  return [
    rest('rest1', -out, out, 'fixed'),
    rest('rest2', out, out, 'fixed'),
    rest('rest3', 0, -out, 'moving'),
    {
      id: 'guide1',
      role: 'guide',
      surface: surface.id,
      at: point(x, 0, up),
      normal: across,
      // Pushed to the back of the bore: a round that is larger by one stands off by half of that.
      perDiameter: -1 / 2,
    },
    {
      id: 'guide2',
      role: 'guide',
      surface: faceAt.guide,
      at: point(
        high.x - x > x - low.x ? high.x : low.x,
        high.y,
        low.z + (high.z - low.z) * READ_UP,
      ),
      isSet: true,
    },
    { id: 'stop1', role: 'stop', surface: surface.id, at: point(x, 0, up), normal: along },
  ]
}

/** What a bore is off as it was cut and as it was put back; the turn as it is read. */
export function boredErrors(
  own: InSoftJaws,
  cut: (what: string, plusMinus: number, lights: readonly string[]) => HeldError,
  { id, role }: Pick<Locator, 'id' | 'role'>,
): readonly HeldError[] {
  if (id === 'guide2') return [turnedTrue({ instrument: indicatorOf(own), work: own.work }, id, 1)]
  const { formMm } = own.work.workshop.capabilities.wall
  const axis = role === 'stop' ? 'x' : 'y'
  const lights = ['guide1', 'stop1']
  return [
    cut(`bore of the jaws, ${axis.toUpperCase()}`, formMm / 2, lights),
    ...backErrors(own, axis, 1, lights),
  ]
}

/** What round work is turned true with: an indicator, else what there is. */
const indicatorOf = ({ work }: InSoftJaws): Instrument => {
  const [first, ...more] = work.workshop.instruments
  const reads = [first, ...more].find((tool) => tool?.kind === 'indicator') ?? first
  if (!reads) throw new Error('a workshop has an instrument')
  return reads
}
