import { withAxis } from '../../../ground/geometry'
import { type Bounds } from '../../../ground/recipe'
import { axisOf, oppositeOf, planeOf, type Side } from '../../../work/part'
import { blockNow, stateAsBought } from '../../../work/stock'
import { type Carried, carriedIn } from '../carried'
import { type Work } from '../work'
import { type FrameHolding } from './parameters'

/** A part in a frame in a vise. */
export interface InFrame extends Carried {
  readonly holding: FrameHolding
  /** The stock in the frame, all of which may be cut away; in the part. */
  readonly opening: Bounds<'part'>
  /** It lies flat: the jaws come to its sides. */
  readonly isFlat: boolean
}

export function inFrame(holding: FrameHolding, work: Work): InFrame {
  const bought = blockNow(work.part, stateAsBought(work.part))
  const axis = axisOf(holding.flat)
  const now = blockNow(work.part, work.before)
  // Faced with the part it ends where that does.
  const opening =
    holding.faced === 'kept'
      ? bought
      : {
          low: withAxis(bought.low, axis, now.low[axis]),
          high: withAxis(bought.high, axis, now.high[axis]),
        }
  const block = planeOf(holding.flat).reduce<Bounds<'part'>>(
    ({ high, low }, across) => ({
      low: withAxis(low, across, low[across] - holding.rim.mm),
      high: withAxis(high, across, high[across] + holding.rim.mm),
    }),
    opening,
  )
  const carried = carriedIn(work, block, holding)
  const { down, up } = carried.faceAt
  const isFlat = [holding.flat, oppositeOf(holding.flat)].some(
    (side) => side === up || side === down,
  )
  return { ...carried, holding, opening, isFlat }
}

/** Whether a side of the frame is the part's own face there: cut in one with it. */
export const isFacedWith = ({ holding, work: { before } }: InFrame, side: Side): boolean =>
  holding.faced === 'faced' && axisOf(side) === axisOf(holding.flat) && before.cut.has(side)

/** How thick it is, mm. */
export const thickOf = ({ block, holding }: InFrame): number => {
  const axis = axisOf(holding.flat)
  return block.high[axis] - block.low[axis]
}
