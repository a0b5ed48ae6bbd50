import { type PlanePoint, point, type Point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { JACKS_AT } from '../../../work/casting'
import { clampId, moveAlongX, rowAlong } from '../alongX'
import { besideOf, type SetByFit } from '../fitted'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, type Work } from '../work'
import { type NestHolding } from './parameters'

/** How thick the floor and the walls of the frame are, and its screws, mm (M12 screws; common practice, no source). */
export const [FLOOR_MM, WALL_MM, SCREW_MM] = [20, 16, 12]
/** How far a screw stands out of the frame on the outside, for its lock nut and a spanner, mm. */
const NUT_MM = 22
/** So many push from the front; the one at the right comes after them. */
export const FRONT = 2
/** How high the screws at the sides stand, as a share of the wall. */
export const SCREWS_AT = 0.6

/**
 * A casting in its nest. Setup frame: X along the travel with 0 at the middle of the work, Y back with 0 at its
 * back, Z up with 0 at the table.
 */
export interface InNest extends SetByFit {
  readonly holding: NestHolding
  /** How high the frame stands, mm. */
  readonly topMm: number
  /** Screws that push the casting against those that locate it: two from the front, one from the right. */
  readonly clamps: readonly Clamp[]
}

export function inNest(holding: NestHolding, work: Work): InNest {
  const instrument = byId(work.workshop.instruments, holding.instrument)
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, FLOOR_MM + holding.clearance.mm - low.z),
  )
  const { high, low } = block
  const carried = JACKS_AT.map(([a, b]) =>
    point<'setup'>(low.x + a * (high.x - low.x), low.y + b * (high.y - low.y), low.z),
  )
  const z = low.z + SCREWS_AT * holding.wall.mm
  const out = holding.gap.mm + WALL_MM + NUT_MM
  const pushing = (i: number, from: Point<'setup'>, to: Point<'setup'>): Clamp => ({
    name: 'screw',
    id: clampId(i),
    foot: to,
    shape: round(from, to, SCREW_MM / 2),
  })
  const { guides, stop } = besideOf(block)
  // Across from what locates, where nobody moved them.
  const first = [...guides.map(({ x }) => x), stop.y]
  const front = rowAlong(holding, block, first).slice(0, -1)
  const right = rowAlong(holding, turnedRow(block), first).at(-1) ?? stop.y
  return {
    ...block,
    work,
    holding,
    instrument,
    knownMm: holding.known.mm,
    carried,
    topMm: low.z + holding.wall.mm,
    clamps: [
      ...front.map((x, i) => pushing(i, point(x, low.y - out, z), point(x, low.y, z))),
      pushing(front.length, point(high.x + out, right, z), point(high.x, right, z)),
    ],
  }
}

type Lying = Pick<Placed, 'low' | 'high'>

/** The work as a row along Y sees it. */
const turnedRow = ({ high, low }: Lying): Lying => ({
  high: { ...high, x: high.y },
  low: { ...low, x: low.y },
})

/** A nest with one of its pushing screws moved: in front along X, at the right along Y; put back where no place is given. */
export const moveScrew = (
  holding: NestHolding,
  lying: Lying,
  id: string,
  to: PlanePoint | undefined,
): NestHolding =>
  id === clampId(FRONT)
    ? moveAlongX(holding, turnedRow(lying), id, to && { x: to.y })
    : moveAlongX(holding, lying, id, to)
