import { capital } from '../../ground/finding'
import { type Axis, point, type Point } from '../../ground/geometry'
import { type Instrument } from '../workshop'
import { FLAT_MOTIONS, heldError, roleWords } from './common'
import {
  type HeldError,
  type HoldingWords,
  type Locator,
  type RoleWords,
  type Spot,
  type Standing,
  type Stay,
} from './kind'
import { type Placed, type Work } from './work'

/** A casting that is set by its marked points, whatever carries it: six places that follow the fit, not the skin. */
export interface SetByFit extends Placed {
  readonly work: Work
  readonly instrument: Instrument
  /** How well the marked points lie where the fit has them, ± mm. */
  readonly knownMm: number
  /** Where it is carried from below. */
  readonly carried: readonly Point<'setup'>[]
}

/** How well a fit usually knows a casting, ± mm (common practice, no source). */
export const USUALLY_KNOWN_MM = 0.1

/** What such a holding wants of a part. */
export const FIT_WANTED = 'Only a casting that was measured is set by its marked points.'

/** How well one marked point is brought to its height, ± mm: as it is known, and as it is read. */
export const setMm = ({ instrument, knownMm, work }: SetByFit): number =>
  Math.hypot(knownMm, instrument.repeatMm, work.machine.repeatMm)

/** How far out of line a casting may lie that is set at its ends, ± mm in 100 mm. */
const outOfLine = (own: SetByFit): number =>
  (Math.SQRT2 * setMm(own) * 100) / Math.max(20, own.high.x - own.low.x)

/** Where along X its line and its end are set: so much of half its length. */
const GUIDE_SHARE = 0.8

/** Where it is set from the back and from its left end. */
export function besideOf({ high, low }: Placed): {
  readonly guides: readonly Point<'setup'>[]
  readonly stop: Point<'setup'>
} {
  const [middleX, middleY, middleZ] = [
    (low.x + high.x) / 2,
    (low.y + high.y) / 2,
    (low.z + high.z) / 2,
  ]
  const out = ((high.x - low.x) / 2) * GUIDE_SHARE
  return {
    guides: [-out, out].map((x) => point(middleX + x, high.y, middleZ)),
    stop: point(low.x, middleY, middleZ),
  }
}

/** Every locator is set by readings, and follows the fit: not the skin that it stands on. */
function fittedSpots(own: SetByFit): readonly Spot[] {
  const { carried, faceAt } = own
  const { guides, stop } = besideOf(own)
  const fitted = { isSet: true, isFitted: true } as const
  return [
    ...carried.map((at, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: faceAt.down,
      at,
      ...fitted,
    })),
    ...guides.map((at, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at,
      ...fitted,
    })),
    { id: 'stop1', role: 'stop', surface: faceAt.left, at: stop, ...fitted },
  ]
}

function fittedErrors(
  { instrument, knownMm, work }: SetByFit,
  { id, role }: Pick<Locator, 'role' | 'id'>,
): readonly HeldError[] {
  const lights = [id]
  return [
    heldError({
      key: `known ${id}`,
      link: `measured ${role}`,
      cause: 'the casting as it was measured',
      plusMinus: knownMm,
      remedy: 'Measure more points there, or each more closely; fit again.',
      lights,
    }),
    heldError({
      key: `reads ${id}`,
      link: `set ${role}`,
      cause: `set with the ${instrument.name.toLowerCase()}`,
      plusMinus: Math.hypot(instrument.repeatMm, work.machine.repeatMm),
      remedy: 'Go round the marked points once more; read again after clamping.',
      lights,
    }),
  ]
}

/** Zero is where the readings have it: the marked points are known in the part. */
function fittedStay(own: SetByFit, axis: Axis): Stay {
  const { high, low } = own
  const place = point<'setup'>(
    (low.x + high.x) / 2,
    (low.y + high.y) / 2,
    axis === 'z' ? low.z : (low.z + high.z) / 2,
  )
  return {
    at: place[axis],
    place,
    words: 'by the marked points, as the fit has them',
    what: 'the marked points',
    where: 'as the part lies in the casting',
    error: heldError({
      key: `marked ${axis}`,
      cause: 'zero taken from the marked points',
      plusMinus: setMm(own),
      remedy: 'Touch a face as soon as one is cut.',
      lights: [],
    }),
    anchor: {
      at: place[axis],
      name: 'the marked points',
      mark: 'none',
      lacking: 'nothing stops the casting here; read the marked points',
    },
  }
}

/** What is said of a place that is set by readings. */
const SET_WORDS: RoleWords = roleWords(
  'Set',
  'set place',
  'as set',
  'The reading has',
  'Read it once more.',
)

/** Everything of how it stands that comes of being set by a fit. */
export const fittedStanding = (own: SetByFit) =>
  ({
    spots: fittedSpots(own),
    stays: { x: fittedStay(own, 'x'), y: fittedStay(own, 'y'), z: fittedStay(own, 'z') },
    overTableMm: 0,
    outOfLinePer100: outOfLine(own),
    comesBackMm: setMm(own),
    pivot: point<'setup'>(0, 0, own.low.z),
    held: [],
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    errors: (locator) => fittedErrors(own, locator),
  }) satisfies Partial<Standing>

/** What is said of it whatever carries it: a "jack", a "screw". */
export const fittedWords = (carrier: string) =>
  ({
    roles: {
      rest: {
        ...SET_WORDS,
        label: capital(carrier),
        noun: carrier,
        onto: `on the ${carrier}s`,
      },
      guide: SET_WORDS,
      stop: SET_WORDS,
    },
    motions: { ...FLAT_MOTIONS, lift: `lift off the ${carrier}s` },
    nought: { x: 'the middle of the work', y: 'the back of the work', z: 'the table' },
    turns: 'the casting',
    tram: 'Read the marked points again',
  }) satisfies Partial<HoldingWords>
