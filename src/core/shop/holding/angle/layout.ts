import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type AxisSurface } from '../../../work/part'
import { type AnglePlate, type Instrument, type Parallels } from '../../workshop'
import { clampId, rowAlong } from '../alongX'
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
  /** What turns the work true on the face: what lies under it, or what is read of it. */
  readonly squared: Squared
  readonly instrument: Instrument
  /** Height over the table up to which face and work meet, mm. */
  readonly meetsTo: number
}

/** Two holes that are made level, where they are there and run into the face. */
type Squared =
  | { readonly by: 'parallels' | 'end' }
  | { readonly by: 'holes'; readonly holes: readonly [AxisSurface, AxisSurface] }

const CLAMP_MM = 20

function squaredBy({ first, second, square }: AngleHolding, { surfaces }: Work): Squared {
  if (square !== 'holes') return { by: square ?? 'parallels' }
  const [a, b] = [surfaces.get(first ?? ''), surfaces.get(second ?? '')]
  return a?.kind === 'axis' && b?.kind === 'axis'
    ? { by: 'holes', holes: [a, b] }
    : { by: 'parallels' }
}

/** What is read with: what is said, else an indicator, else what there is. */
function instrumentOf(
  { instrument }: AngleHolding,
  { workshop: { instruments } }: Work,
): Instrument {
  const found =
    instruments.find(({ id }) => id === instrument) ??
    instruments.find(({ kind }) => kind === 'indicator') ??
    instruments[0]
  if (!found) throw new Error('a workshop has an instrument')
  return found
}

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
  const clamp = (x: number, i: number): Clamp => ({
    name: 'clamp',
    id: clampId(i),
    foot: point(x, low.y, middleZ),
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
    squared: squaredBy(holding, work),
    instrument: instrumentOf(holding, work),
    // Screwed from behind, nothing stands in front of it.
    clamps: holding.by === 'screws' ? [] : rowAlong(holding, block, [-spread, spread]).map(clamp),
  }
}
