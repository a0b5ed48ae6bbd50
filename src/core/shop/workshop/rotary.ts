import {
  applyMotion,
  type Axis,
  type Motion,
  type Point,
  point,
  subtract,
  turnAbout,
} from '../../ground/geometry'
import { type Rotary } from './schema'

/** What turns work as it is clamped: the rotary axis of a machine, an index head, a block that is put down on another flat. */
export interface Turner {
  /** Names its own errors, the same in every setup. */
  readonly key: string
  readonly name: string
  readonly by: 'axis' | 'head' | 'flats'
  /** How it lies and turns; where its centre is in the machine is known of a machine's own axis alone. */
  readonly rotary: Rotary
  /** Equal parts into which it divides a turn; any angle where left out. */
  readonly parts?: number
}

/** What a turner is called before an angle: the letter of its axis, or that it is an index. */
export const turnerLetter = (turner: Turner | undefined): string =>
  turner?.by === 'axis' ? turner.rotary.letter : 'index'

/** The nearest angle to which it comes, rad. */
export const nearestTurn = ({ parts }: Turner, rad: number): number =>
  parts === undefined ? rad : (Math.round((rad / (2 * Math.PI)) * parts) / parts) * 2 * Math.PI

/** Zero after a turn of a rotary axis, with what is uncertain about it, ± mm for each axis. */
export interface Indexed {
  readonly at: Point<'machine'>
  readonly plusMinus: Point<'machine'>
  /** Angle by which the work turns as the spindle sees it, right hand about the axis, rad. */
  readonly workRad: number
}

/**
 * The angle by which the work turns against the spindle for a commanded angle, right hand about the
 * axis: as the table turns, or the other way round when it is the head that turns.
 */
export function workAngle(
  rotary: Pick<Rotary, 'positive' | 'turns'>,
  commandedRad: number,
): number {
  const moves = rotary.positive === 'counter-clockwise' ? commandedRad : -commandedRad
  return rotary.turns === 'table' ? moves : -moves
}

/** How the rotary axis turns what stands on it, about its centre in the machine's own axes. */
export const rotaryMotion = (
  rotary: Pick<Rotary, 'along' | 'centre'>,
  workRad: number,
): Motion<'machine', 'machine'> =>
  turnAbout(
    rotary.along,
    point<'machine'>(rotary.centre.x, rotary.centre.y, rotary.centre.z),
    workRad,
  )

/** The two axes across the one that turns, in the order in which a right-hand turn goes. */
export const ACROSS: Readonly<Record<Axis, readonly [Axis, Axis]>> = {
  x: ['y', 'z'],
  y: ['z', 'x'],
  z: ['x', 'y'],
}

/**
 * Zero after the part was indexed about a rotary centre that need not be its own.
 *
 * With c the centre, R the turn: p′ = c + R (p − c); the centre's own error comes in with I − R, the
 * angle's with the arm, that of the zero turned along. Independent, three sigma.
 *
 * @param zero - found before the turn, machine coordinates, mm.
 * @param commandedRad - what the control is told; which way the work turns is the machine's own convention.
 */
export function indexZero(
  rotary: Rotary,
  zero: Point<'machine'>,
  plusMinus: Point<'machine'>,
  commandedRad: number,
): Indexed {
  const workRad = workAngle(rotary, commandedRad)
  const at = applyMotion(rotaryMotion(rotary, workRad), zero)
  const [p, q] = ACROSS[rotary.along]
  const arm = subtract(at, point<'machine'>(rotary.centre.x, rotary.centre.y, rotary.centre.z))
  const [c, s] = [Math.cos(workRad), Math.sin(workRad)]
  const centre = rotary.centreMm * Math.hypot(1 - c, s)
  const spread = (own: number, other: number, lever: number): number =>
    Math.hypot(c * own, s * other, centre, rotary.angleRad * lever)
  return {
    at,
    plusMinus: {
      ...plusMinus,
      [p]: spread(plusMinus[p], plusMinus[q], arm[q]),
      [q]: spread(plusMinus[q], plusMinus[p], arm[p]),
    },
    workRad,
  }
}

/** Which way things turn, said for somebody who stands at the + end of the axis and looks along it. */
export function rotaryWords(rotary: Rotary, commandedRad: number): string {
  const positive = commandedRad >= 0
  const way = (rotary.positive === 'counter-clockwise') === positive
  const seen = way ? 'counter-clockwise' : 'clockwise'
  const end = `seen from the + end of ${rotary.along.toUpperCase()}`
  return rotary.turns === 'table'
    ? `The table turns ${seen}, ${end}.`
    : `The head turns ${seen}, ${end}; the work turns ${way ? 'clockwise' : 'counter-clockwise'} as the spindle sees it.`
}

/** How the turn is made, for the person who makes it. */
export function turnerWords(turner: Turner, rad: number): string {
  const { by, name, parts = 1, rotary } = turner
  if (by === 'axis') return rotaryWords(rotary, rad)
  const steps = Math.abs(Math.round((rad / (2 * Math.PI)) * parts))
  const seen = rad >= 0 ? 'counter-clockwise' : 'clockwise'
  const end = `${seen}, seen from the + end of ${rotary.along.toUpperCase()}`
  return by === 'head'
    ? `Turn ${name} ${end}, by ${steps} of its ${parts} steps, from one side always; clamp it before cutting.`
    : `Loosen what holds ${name}, turn it ${end}, by ${steps} of its ${parts} flats; wipe, put it down against its stop, tighten again.`
}
