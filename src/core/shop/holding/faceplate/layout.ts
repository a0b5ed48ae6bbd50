import { point, type Point } from '../../../ground/geometry'
import { box, round as bar } from '../../../ground/recipe'
import { type AxisSurface } from '../../../work/part'
import { type FacePlate, type Instrument } from '../../workshop'
import { type Clamp } from '../kind'
import { axesAlong } from '../locators'
import { byId, type Placed, placed, setupAxes, toSetup, type Work } from '../work'
import { type FaceplateHolding } from './parameters'

/**
 * A part against a plate that turns. Setup frame: X along its axis to the right with 0 at its face, Y back and Z up
 * from its axis.
 */
export interface OnFaceplate extends Placed {
  readonly work: Work
  readonly holding: FaceplateHolding
  readonly plate: FacePlate
  readonly instrument: Instrument
  readonly clamps: readonly Clamp[]
  /** Which way the work stands out: 1 to the right, −1 to the left. */
  readonly out: 1 | -1
  /** What lies on the axis; none: the middle of the work. */
  readonly round: AxisSurface | undefined
  /** The farthest of the work from the axis, mm. */
  readonly swingMm: number
  /** How far the middle of the work lies off the axis, mm. */
  readonly offMm: number
}

/** A strap across, and how far it lies over the work; its stud, and how far that stands beside, mm (common practice, no source). */
const [STRAP_MM, THICK_MM, LAP_MM, STUD_MM, BESIDE_MM] = [25, 15, 12, 10, 14]

export function onFaceplate(holding: FaceplateHolding, work: Work): OnFaceplate {
  const plate = byId(work.workshop.facePlates, holding.facePlate)
  const out = holding.end === 'left' ? 1 : -1
  const lay = (shift: (low: Point<'setup'>, high: Point<'setup'>) => readonly [number, number]) =>
    placed(work, (low, high) => {
      const [y, z] = shift(low, high)
      return point(out > 0 ? -low.x : -high.x, y, z)
    })
  const [x] = setupAxes(work.up, work.guide)
  const round = axesAlong(work.surfaces, x).find(({ id }) => id === holding.round)
  const axis =
    round &&
    toSetup(
      lay(() => [0, 0]),
      round.from,
    )
  const block = axis
    ? lay(() => [-axis.y, -axis.z])
    : lay((low, high) => [-(low.y + high.y) / 2, -(low.z + high.z) / 2])
  const { high, low } = block
  const far = (axis: 'y' | 'z'): number => Math.max(-low[axis], high[axis])
  return {
    ...block,
    work,
    holding,
    plate,
    instrument: byId(work.workshop.instruments, holding.instrument),
    clamps: holding.by === 'straps' ? strapsOver(block, out) : [],
    out,
    round,
    swingMm: Math.hypot(far('y'), far('z')),
    offMm: Math.hypot((low.y + high.y) / 2, (low.z + high.z) / 2),
  }
}

/** How far from the axis the studs of the straps stand, in front and at the back, mm. */
export const studsAt = ({ high, low }: Pick<Placed, 'low' | 'high'>): readonly [number, number] => [
  low.y - BESIDE_MM,
  high.y + BESIDE_MM,
]

/** Over the far end, in front and at the back, each with a stud beside the work. */
function strapsOver({ high, low }: Placed, out: 1 | -1): readonly Clamp[] {
  const end = out > 0 ? high.x : low.x
  const middle = (low.z + high.z) / 2
  return studsAt({ high, low }).flatMap((stud, i): Clamp[] => {
    const inner = i === 0 ? low.y + LAP_MM : high.y - LAP_MM
    const outer = i === 0 ? stud - STUD_MM : stud + STUD_MM
    const [a, b] = [Math.min(inner, outer), Math.max(inner, outer)]
    const [near, over] = [Math.min(end, end + out * THICK_MM), Math.max(end, end + out * THICK_MM)]
    return [
      {
        name: 'strap',
        id: `strap${i + 1}`,
        shape: box(point(near, a, middle - STRAP_MM / 2), point(over, b, middle + STRAP_MM / 2)),
      },
      {
        name: 'stud',
        shape: bar(point(0, stud, middle), point(end, stud, middle), STUD_MM / 2),
      },
    ]
  })
}
