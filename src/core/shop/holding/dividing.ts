import { DEGREE_RAD } from '../../handbook/units'
import { point } from '../../ground/geometry'
import { finding, type Finding } from '../../ground/finding'
import { type Chuck, type Turner } from '../workshop'
import { heldError } from './common'
import { type HeldError, type Inspected } from './kind'
import { type Work } from './work'

/** What turns work by equal parts about its own axis, along X. */
export type Divider = Pick<Chuck, 'id' | 'name' | 'divides' | 'parts' | 'divideDeg' | 'divideMm'>

/** An index head or a block with flats turns about its own axis, by equal parts; what does not divide has none of its own. */
export const ownTurner = (
  { divideDeg = 0, divideMm = 0, divides, name, parts }: Divider,
  key: string,
): { readonly turner?: Turner } =>
  divides
    ? {
        turner: {
          key,
          name,
          by: divides,
          rotary: {
            letter: 'A',
            along: 'x',
            turns: 'table',
            positive: 'counter-clockwise',
            centre: point(0, 0, 0),
            centreMm: divideMm,
            angleRad: divideDeg * DEGREE_RAD,
          },
          ...(parts !== undefined && { parts }),
        },
      }
    : {}

/** What lies along X swings by as much as its axis is out of line with the travel, by how far away that is, mm. */
export const axisError = (
  what: 'chuck' | 'faceplate',
  { alongPer100, id, name }: Pick<Chuck, 'alongPer100' | 'id' | 'name'>,
  axis: 'y' | 'z',
  lights: readonly string[],
  away: number,
): HeldError =>
  heldError({
    key: `${what} ${id}, along ${axis}`,
    link: `${what} ${id}, along`,
    cause: `axis of the ${what} out of line`,
    gear: name,
    unit: 'mm/mm',
    plusMinus: alongPer100 / 100,
    remedy: 'Indicate a bar in it along the travel, from the side and from above.',
    lights,
    coefficient: away,
  })

/** What lies along X is not turned about its own axis by an axis that lies otherwise. */
export function acrossFindings(
  code: 'chuck.along' | 'faceplate.along',
  what: string,
  divides: Divider['divides'],
  { machine: { rotary } }: Pick<Work, 'machine'>,
  { index }: Pick<Inspected, 'index'>,
): readonly Finding[] {
  return !divides && rotary && rotary.along !== 'x'
    ? [
        finding(
          code,
          index,
          `The ${what} lies along X, ${rotary.letter} turns about ${rotary.along.toUpperCase()}.`,
          'What is turned here would not go round its own axis. Stand the part so that its length lies along the axis that turns, or take another machine.',
        ),
      ]
    : []
}
