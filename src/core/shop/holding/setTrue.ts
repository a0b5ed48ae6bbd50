import { point } from '../../ground/geometry'
import { box } from '../../ground/recipe'
import { type Side } from '../../work/part'
import { type Instrument } from '../workshop'
import { heldError, roleWords, stopError, stopXOf } from './common'
import {
  type CoveredFace,
  type HeldError,
  type Locator,
  type RoleWords,
  type Solid,
  type Spot,
} from './kind'
import { type Placed, type Work } from './work'

/** A part put down by hand and set true along a face by an instrument, or put against a fence that was. */
export interface SetTrue extends Placed {
  readonly work: Work
  readonly instrument: Instrument
  readonly holding: {
    readonly square: 'indicator' | 'fence'
    readonly stop: 'left' | 'right' | 'none'
  }
}

/** On what it is put down, and how closely, ± mm. */
export interface PutDown {
  readonly on: string
  readonly placedMm: number
  readonly stopMm: number
}

/** How closely the face or the fence is read at one place, ± mm. */
export const readsMm = ({ instrument, work }: Pick<SetTrue, 'instrument' | 'work'>): number =>
  Math.hypot(instrument.repeatMm, work.machine.repeatMm)

/**
 * A place that is turned true by reading along a face.
 *
 * @param readings - of so many readings, one against the other, it is made.
 * @param key - where several places are read for one turn, each has its own.
 */
export const turnedTrue = (
  own: Pick<SetTrue, 'instrument' | 'work'>,
  light: string,
  readings: 1 | 2,
  key = 'turned true',
): HeldError =>
  heldError({
    key,
    link: 'turned true',
    cause: `turned true with the ${own.instrument.name.toLowerCase()}`,
    plusMinus: Math.sqrt(readings) * readsMm(own),
    remedy: 'Read along a longer face, or cut both in one clamping.',
    lights: [light],
  })

/** What errs at the places that set the line and the place along X. */
export function setTrueErrors(
  own: SetTrue,
  { on, placedMm, stopMm }: PutDown,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const { high, holding, instrument, low } = own
  const placedBy = (axis: 'x' | 'y'): HeldError =>
    heldError({
      key: `put down ${axis}`,
      cause: `put down on ${on} by hand`,
      plusMinus: placedMm,
      distribution: 'uniform',
      remedy: `Touch zero on the part itself, or set a stop or a fence on ${on}.`,
      lights: axis === 'x' ? ['stop1'] : ['guide1', 'guide2'],
    })
  if (role === 'stop') return holding.stop === 'none' ? [placedBy('x')] : [stopError(stopMm)]
  return holding.square === 'fence'
    ? [
        heldError({
          key: 'fence turned',
          cause: 'fence out of line with the travel',
          unit: 'mm/mm',
          plusMinus: (Math.SQRT2 * readsMm(own)) / Math.max(20, high.x - low.x),
          remedy: 'Read along the fence once more, further apart, with a better instrument.',
          lights: ['fence', 'guide1', 'guide2'],
          coefficient: inSetup.x,
        }),
        heldError({
          key: 'fence back',
          cause: 'coming back to the fence',
          plusMinus: stopMm,
          remedy: 'Wipe the fence; touch the part instead of trusting it.',
          lights: ['fence'],
        }),
      ]
    : [
        placedBy('y'),
        heldError({
          key: `reads ${id}`,
          link: 'set true',
          cause: `set true with the ${instrument.name.toLowerCase()}`,
          plusMinus: readsMm(own),
          remedy: 'Read further apart, with a better instrument, on a cut face.',
          lights: ['guide1', 'guide2'],
        }),
      ]
}

/** Where the line is set along X: so much of half the length to each side of the middle. */
const GUIDE_SHARE = 0.8

/** The places that set the line and the place along X; set by hand where neither fence nor stop is. */
export function trueSpots(own: SetTrue): readonly Spot[] {
  const { faceAt, high, holding, low } = own
  const stopX = stopXOf(own, holding.stop)
  const [middleY, middleZ] = [(low.y + high.y) / 2, (low.z + high.z) / 2]
  const guideX = ((high.x - low.x) / 2) * GUIDE_SHARE
  return [
    ...[-guideX, guideX].map((x, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, 0, middleZ),
      ...(holding.square === 'indicator' && { isSet: true as const }),
    })),
    {
      id: 'stop1',
      role: 'stop',
      surface: holding.stop === 'right' ? faceAt.right : faceAt.left,
      at: point(stopX ?? low.x, middleY, middleZ),
      ...(stopX === undefined && { isSet: true as const }),
    },
  ]
}

/** How thick a fence and a stop are, and how far the stop stands from the front edge, mm. */
const [FENCE_MM, STOP_IN_MM] = [12, 4]

/** Fence and stop as they stand on what lies so high, where there are any. */
export function trueSolids(own: SetTrue, fromMm: number): readonly Solid[] {
  const { high, holding, low } = own
  const stopX = stopXOf(own, holding.stop)
  const top = low.z + (high.z - low.z) / 2
  const fence: Solid = {
    name: 'fence',
    ref: 'fence',
    tone: 'hatch',
    shape: box(point(low.x, 0, fromMm), point(high.x, FENCE_MM, top)),
  }
  const stop = (x: number): Solid => ({
    name: 'stop',
    ref: 'stop1',
    shape: box(
      point(holding.stop === 'left' ? x - FENCE_MM : x, low.y + STOP_IN_MM, fromMm),
      point(holding.stop === 'left' ? x : x + FENCE_MM, low.y + STOP_IN_MM + FENCE_MM, top),
    ),
  })
  return [
    ...(holding.square === 'fence' ? [fence] : []),
    ...(stopX === undefined ? [] : [stop(stopX)]),
  ]
}

/** The face that lies against a fence, where there is one. */
export const fenceHolds = ({ square }: SetTrue['holding'], guide: Side): readonly CoveredFace[] =>
  square === 'fence'
    ? [
        {
          face: guide,
          what: 'lies against the fence here.',
          rest: 'It cannot be cut there. Set the part true with an indicator instead, or turn it.',
        },
      ]
    : []

/** What is said of the places along the face that is set true. */
export const guideWords = ({ square }: SetTrue['holding']): RoleWords =>
  square === 'fence'
    ? roleWords('Fence', 'fence contact', 'on the fence', 'The fence bears')
    : roleWords('Set', 'set place', 'as set true', 'The indicator reads')

/** How it is set true, as a choice of a form. */
export const SQUARE_FIELD = {
  key: 'square',
  label: 'Set true',
  kind: 'choice',
  options: [
    { value: 'indicator', label: 'by reading along it' },
    { value: 'fence', label: 'against a fence' },
  ],
} as const
