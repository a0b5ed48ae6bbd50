import { point, turnDirection } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type AxisSurface } from '../../../work/part'
import { type Instrument, type VBlock } from '../../workshop'
import { clampId, rowAlong } from '../alongX'
import { type Clamp } from '../kind'
import { roundNamed } from '../rounds'
import { byId, type Placed, placed, setupAxes, toSetup, type Work } from '../work'
import { type VBlockHolding } from './parameters'

/**
 * A round in V-blocks. Setup frame: X along the V with 0 at the middle of the work, Y back with 0 over the foot of
 * the V, Z up with 0 at the table.
 */
export interface InVBlocks extends Placed {
  readonly work: Work
  readonly holding: VBlockHolding
  readonly blocks: VBlock
  readonly instrument: Instrument
  readonly round: AxisSurface
  /** Height of the round's axis over the table, mm. */
  readonly axisZ: number
  /** Middles of the two blocks along X, and how much of the round each carries. */
  readonly blockX: readonly [number, number]
  readonly carriedMm: number
  readonly clamps: readonly Clamp[]
}

/** Half the angle between the walls, rad. */
export const halfAngle = ({ angleDeg }: VBlock): number => (angleDeg * Math.PI) / 360

/** So long, along X, is a strap, mm. */
const STRAP_MM = 16

export function inVBlocks(holding: VBlockHolding, work: Work): InVBlocks {
  const blocks = byId(work.workshop.vBlocks, holding.blocks)
  const round = roundNamed(work, holding.round, setupAxes(work.up, work.guide)[0])
  const axisZ = blocks.vertex + round.diameterMm / 2 / Math.sin(halfAngle(blocks))
  const rows = setupAxes(work.up, work.guide)
  const on = turnDirection<'setup', 'part'>({ rows, shift: point(0, 0, 0) }, round.from)
  const block = placed(work, (low, high) => point(-(low.x + high.x) / 2, -on.y, axisZ - on.z))
  const ends = [round.from, round.to].map((p) => toSetup(block, p).x)
  const [x0, x1] = [Math.min(...ends), Math.max(...ends)]
  const carriedMm = Math.min(blocks.length, (x1 - x0) / 2)
  // A strap lies over its block, and goes along with it: both on the round, one beside the other.
  const [first, last] = [x0 + carriedMm / 2, x1 - carriedMm / 2]
  const [left, right] = rowAlong(holding, block, [first, last]) as [number, number]
  const leftX = Math.max(first, Math.min(left, last - carriedMm))
  const blockX = [leftX, Math.min(last, Math.max(right, leftX + carriedMm))] as const
  const top = axisZ + round.diameterMm / 2
  const half = blocks.width / 2
  const clamps = blockX.map((x, i): Clamp => ({
    name: 'strap',
    id: clampId(i),
    foot: point(x, 0, top),
    shape: box(
      point(x - STRAP_MM / 2, -half, top),
      point(x + STRAP_MM / 2, half, top + holding.clamp.mm),
    ),
  }))
  return {
    ...block,
    work,
    holding,
    blocks,
    instrument: byId(work.workshop.instruments, holding.instrument),
    round,
    axisZ,
    blockX,
    carriedMm,
    clamps,
  }
}
