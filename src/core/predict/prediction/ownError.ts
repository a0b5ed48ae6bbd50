import { point, type Six, translation } from '../../ground/geometry'
import { refLabel, type Surface } from '../../work/part'
import { processOf } from '../../plan/planning'
import { type Column, type Distribution } from '../../chain/variation'
import { type Op } from '../../plan/way'
import { type FigureRef, type Process } from '../../shop/workshop'
import { type SetupMaking } from './making'

/** What to do about the cutter's own error, by what it cuts. */
const REMEDY: Readonly<Record<Process, string>> = {
  face: 'Take a light finishing pass with a sharp cutter, measure, and correct the height.',
  wall: 'Take a light finishing pass, measure, and correct with the last cut.',
  mill: 'Rough it first, then finish it with a cut of its own.',
  drill: 'Spot it, and ream or bore it instead of drilling only.',
  ream: 'Bore it before it is reamed, or bore it to size: a reamer follows the hole.',
  bore: 'Take the last cut light, and measure before it.',
  tap: 'Spot and drill with a stub drill, and guide the tap in the spindle.',
  chamfer: 'Touch its cutter off on the face itself.',
}

/** The link of a cut in the chain. */
export const cutLink = (setup: string, feature: string): string => `at ${setup}, cut ${feature}`

/** Makes a column of a cut's own error: its id among those of the surface, ± how much, and the motion of one unit. */
export type OwnError = (
  id: string,
  plusMinus: number,
  six: Six,
  more?: {
    distribution?: Distribution
    offset?: number
    cause?: string
    remedy?: string
    unit?: 'mm/mm'
    figure?: FigureRef
  },
) => Column

/** What a cut adds to one surface by itself. */
export function ownError(making: SetupMaking, op: Op, surface: Surface): OwnError {
  const { book, part, setup } = making
  const process = processOf(making, op)
  return (id, plusMinus, six, more = {}) => ({
    source: book.index(`at ${setup.id}, ${surface.id} ${id}`, () => ({
      cause: `machine and cutter, ${refLabel(part, op.feature)}`,
      link: cutLink(setup.id, op.feature),
      setup: setup.id,
      plusMinus,
      remedy: REMEDY[process],
      lights: [op.feature],
      ...more,
    })),
    six,
  })
}

/** An angle. */
export const RATIO = { unit: 'mm/mm' } as const
/** For what moves nothing by itself. */
export const NOTHING = translation(point<'part'>(0, 0, 0))
