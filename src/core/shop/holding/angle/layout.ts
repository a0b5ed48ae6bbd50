import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type AnglePlate, type Parallels } from '../../workshop'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, type Work } from '../work'
import { type AngleHolding } from './parameters'

/**
 * A part against an angle plate. Setup frame: X along the plate with 0 at its middle, Y towards the upright
 * face with 0 at it, Z up with 0 at the table.
 */
export interface AtAngle extends Placed {
  readonly work: Work
  readonly holding: AngleHolding
  readonly plate: AnglePlate
  readonly parallels: Parallels
  readonly clamps: readonly Clamp[]
  /** Height over the table up to which face and work meet, mm. */
  readonly meetsTo: number
}

const CLAMP_MM = 20

export function atAngle(holding: AngleHolding, work: Work): AtAngle {
  const plate = byId(work.workshop.anglePlates, holding.anglePlate)
  const parallels = byId(work.workshop.parallels, holding.parallels)
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, parallels.height - low.z),
  )
  const { high, low } = block
  const meetsTo = Math.min(plate.height, high.z)
  const middleZ = (low.z + meetsTo) / 2
  const spread = Math.min(high.x, plate.width / 2) * 0.6
  const clamp = (x: number): Clamp => ({
    name: 'clamp',
    shape: box(
      point(x - CLAMP_MM / 2, low.y - CLAMP_MM, middleZ - CLAMP_MM / 2),
      point(x + CLAMP_MM / 2, low.y, middleZ + CLAMP_MM / 2),
    ),
  })
  return {
    ...block,
    work,
    holding,
    plate,
    parallels,
    meetsTo,
    clamps: [clamp(-spread), clamp(spread)],
  }
}
