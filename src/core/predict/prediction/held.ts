import {
  displacementAt,
  dot,
  norm,
  type Point,
  screwOf,
  scale,
  subtract,
} from '../../ground/geometry'
import { type WayChain } from './chain'

/**
 * Whether a setup holds the part still as far as what is cut there is concerned: by its contacts, or by
 * them and a touch, where the part could only slide along an axis whose zero is touched on the part
 * itself: wherever it was slid to, the program follows it.
 */
export function isHeld(chain: WayChain, index: number): boolean {
  const base = chain.plan.setups[index]?.indexed?.base
  if (base) return isHeld(chain, base.index)
  const held = chain.stacked.locating[index]
  return held?.kind !== 'free' || slidesAlong(chain, index) !== undefined
}

/** The axis along which the part may slide in a setup, its zero being touched on the part; undefined otherwise. */
export function slidesAlong(
  { model: { stack }, plan, stacked: { locating } }: WayChain,
  index: number,
): 'x' | 'y' | 'z' | undefined {
  const held = locating[index]
  const planned = plan.setups[index]
  if (!planned || held?.kind !== 'free' || held.motions.length !== 1) return undefined
  const [motion] = held.motions
  if (!motion) return undefined
  const { turns } = screwOf<'part'>(motion)
  const shift = displacementAt<'part'>(motion, stack.centre)
  if (norm(turns) * stack.halfSizeMm > 1e-6 * norm(shift)) return undefined
  const axes = planned.standing.setupFromPart.rows
  const along = (['x', 'y', 'z'] as const).find((_, k) => {
    const axis = axes[k] as Point<'part'>
    return norm(subtract(shift, scale(axis, dot(shift, axis)))) < 1e-6 * norm(shift)
  })
  return along && planned.setup.zero[along].kind !== 'fixture' ? along : undefined
}
