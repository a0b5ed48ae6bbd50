import { point, turnDirection } from '../../../ground/geometry'
import { type AxisSurface, normalOf } from '../../../work/part'
import { type Instrument, type VBlock, type Vise } from '../../workshop'
import { betweenJaws, type Jawed } from '../jawed'
import { roundNamed } from '../rounds'
import { byId, placed, setupAxes, type Work } from '../work'
import { halfAngle } from '../vBlock'
import { type VJawHolding } from './parameters'

/**
 * An upright round against a V in a vise. Setup frame: X along the jaw with 0 at the middle of the vise, Y towards the
 * fixed jaw with 0 at its face, Z up with 0 at the bed.
 */
export interface InVJaw extends Jawed {
  readonly holding: VJawHolding
  readonly vise: Vise
  /** The vise as the work meets it: the V takes its height of the opening. */
  readonly jaws: Vise
  readonly blocks: VBlock
  readonly instrument: Instrument
  readonly round: AxisSurface
  /** Where the axis of the round stands, mm. */
  readonly axis: { readonly x: number; readonly y: number }
}

export function inVJaw(holding: VJawHolding, work: Work): InVJaw {
  const blocks = byId(work.workshop.vBlocks, holding.blocks)
  const vise = byId(work.workshop.vises, holding.vise)
  const round = roundNamed(work, holding.round, normalOf(work.up))
  const axis = {
    x: holding.shift.mm,
    y: -(blocks.vertex + round.diameterMm / 2 / Math.sin(halfAngle(blocks))),
  }
  const rows = setupAxes(work.up, work.guide)
  const on = turnDirection<'setup', 'part'>({ rows, shift: point(0, 0, 0) }, round.from)
  const jaws = {
    ...vise,
    jawHeight: Math.min(vise.jawHeight, blocks.length),
    opening: Math.max(0, vise.opening - blocks.vertex),
  }
  // What is reckoned of work between jaws, with the work where the V has it.
  const between = betweenJaws(jaws, { ...holding, stop: 'none' }, work, () => 0)
  const block = placed(work, (low) =>
    point(axis.x - on.x, axis.y - on.y, between.parallels.height - low.z),
  )
  const { high, low } = block
  const out = round.diameterMm / 2 - between.parallels.thickness / 2
  return {
    ...between,
    ...block,
    holding,
    vise,
    jaws,
    blocks,
    instrument: byId(work.workshop.instruments, holding.instrument),
    round,
    axis,
    parallelY: [axis.y + out, axis.y - out],
    jawSpan: [Math.max(low.x, -jaws.jawWidth / 2), Math.min(high.x, jaws.jawWidth / 2)],
  }
}
