import { heldError } from '../common'
import { type HeldError } from '../kind'
import { type InSoftJaws } from './layout'

/** Cut jaws that were unscrewed do not come back to where they were cut. */
export function backErrors(
  own: InSoftJaws,
  what: string,
  coefficient: number,
  lights: readonly string[],
): readonly HeldError[] {
  const plusMinus = backMmOf(own)
  return plusMinus === 0
    ? []
    : [
        heldError({
          key: `put back ${what}`,
          link: 'jaws put back',
          cause: 'jaws that were unscrewed, put back',
          plusMinus,
          remedy:
            'Indicate them from an edge or a bore that was cut with them, take a skim cut, or leave them on.',
          lights,
          coefficient,
        }),
      ]
}

/** How far jaws that were unscrewed may be from where they were cut, ± mm. */
function backMmOf({ blank, holding, work }: InSoftJaws): number {
  if (holding.jaws === 'put back') return blank.backMm
  if (holding.jaws !== 'indicated') return 0
  const { instruments } = work.workshop
  const reads = instruments.filter(({ kind }) => kind === 'indicator')
  return Math.min(blank.backMm, ...reads.map(({ repeatMm }) => repeatMm))
}
