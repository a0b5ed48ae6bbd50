import { screwInCounterbore } from '../../../handbook/standards'
import { type JawBlank } from '../../workshop'
import { depthInto, type InSoftJaws } from './layout'

/** A head of unknown make is so high, as a share of its counterbore (common practice, no source). */
const HEAD_HIGH = 0.65
/** Under the heads of screws from above so much of the top is left, mm (common practice, no source). */
const SEAT_MM = 6

/** Where the piece that is cut begins, over the bed of the vise, mm: at it, or on the base of two-piece jaws. */
export const footOf = ({ baseHeight = 0 }: JawBlank): number => baseHeight

/** Screws from above hold the top of two-piece jaws: so far from the gap, mm. */
export const screwBackOf = ({ screwBack, thickness }: JawBlank): number =>
  screwBack ?? thickness / 2

/** Where the heads of such screws sit: from there up nothing stands over them, mm over the bed. */
export const seatOf = (blank: JawBlank): number => footOf(blank) + SEAT_MM

/** How far the heads of a blank’s screws reach up, mm over the bed. */
export function headsReach(blank: JawBlank): number {
  const { baseHeight, headDiameter, screwHeight } = blank
  if (baseHeight === undefined) return screwHeight + headDiameter / 2
  const high = screwInCounterbore(headDiameter)?.counterbore.depthMm ?? headDiameter * HEAD_HIGH
  return seatOf(blank) + high
}

/** Whether the pocket lies over a screw, seen from above. */
export function isOverScrews(own: InSoftJaws): boolean {
  const { blank, cutter, high, holding, low } = own
  // A corner that is relieved goes out by some third of the cutter’s radius.
  const reach = blank.headDiameter / 2 + holding.clear.mm + cutter.diameter / 6
  const isAlong = [-1, 1].some((side) => {
    const x = (side * blank.screwApart) / 2
    return x > low.x - reach && x < high.x + reach
  })
  if (blank.baseHeight === undefined) return isAlong
  return isAlong && depthInto(own).some((deep) => deep > screwBackOf(blank) - reach)
}
