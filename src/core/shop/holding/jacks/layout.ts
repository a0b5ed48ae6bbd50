import { point } from '../../../ground/geometry'
import { type Strap } from '../../workshop'
import { JACKS_AT } from '../../../work/casting'
import { type SetByFit } from '../fitted'
import { type Clamp } from '../kind'
import { strapsOver } from '../strapRow'
import { byId, placed, type Work } from '../work'
import { type JacksHolding } from './parameters'

/**
 * A casting on jacks. Setup frame: X along the travel with 0 at the middle of the work, Y back with 0 at its back,
 * Z up with 0 at the table.
 */
export interface OnJacks extends SetByFit {
  readonly holding: JacksHolding
  readonly strap: Strap
  readonly clamps: readonly Clamp[]
}

/** How high straps bear, as a share of the work. */
const STRAP_AT = 0.35

export function onJacks(holding: JacksHolding, work: Work): OnJacks {
  const strap = byId(work.workshop.straps, holding.strap)
  const instrument = byId(work.workshop.instruments, holding.instrument)
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, holding.clearance.mm - low.z),
  )
  const { high, low } = block
  const carried = JACKS_AT.map(([a, b]) =>
    point<'setup'>(low.x + a * (high.x - low.x), low.y + b * (high.y - low.y), low.z),
  )
  return {
    ...block,
    work,
    holding,
    strap,
    instrument,
    carried,
    knownMm: holding.known.mm,
    // Low down on ears or in openings, so that what is up stays free.
    clamps: strapsOver(holding, strap, block, {
      z: low.z + STRAP_AT * (high.z - low.z),
      reach: () => 0,
    }),
  }
}
