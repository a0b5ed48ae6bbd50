import { type Side } from '../../work/part'
import { type Instrument } from '../workshop'
import { heldError, roleWords, stopError } from './common'
import { type CoveredFace, type HeldError, type Locator, type RoleWords } from './kind'
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
export const readsMm = ({ instrument, work }: SetTrue): number =>
  Math.hypot(instrument.repeatMm, work.machine.repeatMm)

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
