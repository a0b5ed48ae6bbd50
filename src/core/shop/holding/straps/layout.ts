import { point } from '../../../ground/geometry'
import { type Parallels, type Strap } from '../../workshop'
import { type Clamp } from '../kind'
import { type SetTrue } from '../setTrue'
import { reachAlong, strapsOver } from '../strapRow'
import { byId, placed, type Work } from '../work'
import { type StrapsHolding } from './parameters'

/**
 * A part strapped to the table. Setup frame: X along the travel with 0 at the middle of the work, Y back
 * with 0 at the face that is set true, Z up with 0 at the table.
 */
export interface OnTable extends SetTrue {
  readonly holding: StrapsHolding
  readonly strap: Strap
  readonly parallels: Parallels
  /** Middles of the two parallels, which lie front to back under the straps. */
  readonly parallelX: readonly [number, number]
  readonly clamps: readonly Clamp[]
}

/** A strap lies this far over the parallel that is under it, from the end of the work, mm. */
const UNDER_STRAP = 0.5

export function onTable(holding: StrapsHolding, work: Work): OnTable {
  const strap = byId(work.workshop.straps, holding.strap)
  const parallels = byId(work.workshop.parallels, holding.parallels)
  const instrument = byId(work.workshop.instruments, holding.instrument)
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, parallels.height - low.z),
  )
  const { high, low } = block
  const reach = reachAlong(strap, high.x - low.x)
  const under = Math.max(reach * UNDER_STRAP, parallels.thickness / 2)
  return {
    ...block,
    work,
    holding,
    strap,
    parallels,
    instrument,
    parallelX: [low.x + under, high.x - under],
    clamps: strapsOver(holding, strap, block),
  }
}
