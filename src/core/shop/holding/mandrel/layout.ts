import { point, subtract, turnDirection } from '../../../ground/geometry'
import { round as bar } from '../../../ground/recipe'
import { type AxisSurface, middleOf, normalOf } from '../../../work/part'
import { type Instrument } from '../../workshop'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, setupAxes, type Work } from '../work'
import { type MandrelHolding } from './parameters'

/** A part on an upright pin. Setup frame: X and Y from the pin's axis along the travels, Z up with 0 at its shoulder. */
export interface OnMandrel extends Placed {
  readonly work: Work
  readonly holding: MandrelHolding
  readonly instrument: Instrument
  readonly hole: AxisSurface
  readonly clamps: readonly Clamp[]
}

/** Washer and nut stand out over the bore by, and over the part by, mm. */
const [WASHER_MM, NUT_MM] = [6, 14]

/** A bore that has left the part since: as if it were in the middle, so that the rest can still be shown. */
function missingBore({ part, up }: Work, id: string): AxisSurface {
  const from = middleOf(part)
  return { kind: 'axis', id, owner: id, from, to: subtract(from, normalOf(up)), diameterMm: 10 }
}

export function onMandrel(holding: MandrelHolding, work: Work): OnMandrel {
  const found = work.surfaces.get(holding.hole)
  const hole = found?.kind === 'axis' ? found : missingBore(work, holding.hole)
  const rows = setupAxes(work.up, work.guide)
  const on = turnDirection<'setup', 'part'>({ rows, shift: point(0, 0, 0) }, hole.from)
  const block = placed(work, (low) => point(-on.x, -on.y, -low.z))
  const top = block.high.z
  return {
    ...block,
    work,
    holding,
    instrument: byId(work.workshop.instruments, holding.instrument),
    hole,
    clamps: [
      {
        name: 'nut',
        shape: bar(point(0, 0, top), point(0, 0, top + NUT_MM), hole.diameterMm / 2 + WASHER_MM),
      },
    ],
  }
}
