import { add, point, subtract } from '../../ground/geometry'
import { type Bounds } from '../../ground/recipe'

/** What is cut away stands out of the block by this, so that no skin is left, mm. */
export const OVER_MM = 1

export const ORIGIN = point<'part'>(0, 0, 0)

/** A block with so much all round it. */
export const grown = ({ high, low }: Bounds<'part'>): Bounds<'part'> => {
  const by = point<'part'>(OVER_MM, OVER_MM, OVER_MM)
  return { low: subtract(low, by), high: add(high, by) }
}
