import { type Point } from '../../ground/geometry'
import { type Vise } from '../workshop'
import { type Jawed } from './jawed'
import { type HeldError } from './kind'

/** What a bed that does not lie with the travel puts off a rest: by where it lies from the middle. */
export const bedErrors = (
  vise: { readonly id: string; readonly name: string; readonly bedPer100: number },
  lights: readonly string[],
  from: { readonly x: number; readonly y: number },
): readonly HeldError[] =>
  (['x', 'y'] as const).map((axis) => ({
    key: `vise ${vise.id}, bed ${axis}`,
    link: `vise ${vise.id}, bed`,
    cause: 'bed of the vise out of parallel with the travel',
    gear: vise.name,
    unit: 'mm/mm',
    plusMinus: vise.bedPer100 / 100,
    remedy: 'Sweep the bed with an indicator and scrape or shim the vise to the table.',
    lights,
    coefficient: from[axis],
  }))

/** How far the jaw face stands off at this height and place; its zero is at mid grip, mid jaw. */
export function fixedJawErrors(
  vise: Vise,
  { gripMm, low }: Pick<Jawed, 'gripMm' | 'low'>,
  inSetup: Point<'setup'>,
): readonly HeldError[] {
  const jaw = (
    what: string,
    cause: string,
    per100: number,
    remedy: string,
    coefficient: number,
  ): HeldError => ({
    key: `vise ${vise.id}, ${what}`,
    link: `vise ${vise.id}, ${what}`,
    cause,
    gear: vise.name,
    unit: 'mm/mm',
    plusMinus: per100 / 100,
    remedy,
    lights: ['jaw', 'guide1', 'guide2', 'guide3'],
    coefficient,
  })
  return [
    jaw(
      'lean',
      'fixed jaw out of square',
      vise.leanPer100,
      'Indicate the fixed jaw upright and shim it, let the base lead, or cut both features in one setup.',
      inSetup.z - (low.z + gripMm / 2),
    ),
    jaw(
      'tram',
      'fixed jaw out of line',
      vise.tramPer100,
      'Indicate the jaw along the travel before this setup.',
      inSetup.x,
    ),
  ]
}
