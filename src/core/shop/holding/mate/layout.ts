import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type Instrument, type Parallels } from '../../workshop'
import { clampId, rowAlong } from '../alongX'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, toSetup, type Work } from '../work'
import { type MateHolding } from './parameters'

/**
 * A part under its mate. Setup frame: X along the front of the mate with 0 at its middle, Y towards the side that is
 * flush with 0 at it, Z up with 0 at the underside of the mate.
 */
export interface UnderMate extends Placed {
  readonly work: Work
  readonly holding: MateHolding
  readonly instrument: Instrument
  readonly parallels: Parallels
  readonly clamps: readonly Clamp[]
  /** How closely mate and part are made flush at one place, ± mm. */
  readonly flushMm: number
}

/** A fingertip feels a step of so much; so closely both come against a fence, ± mm (common practice, no source). */
const [FELT_MM, FENCED_MM] = [0.05, 0.02]
const CLAMP_MM = 16

export function underMate(holding: MateHolding, work: Work): UnderMate {
  const instrument = byId(work.workshop.instruments, holding.instrument)
  const block = placed(work, (low, high) => point(-(low.x + high.x) / 2, -high.y, -high.z))
  const { high, low } = block
  const clamp = (x: number, i: number): Clamp => {
    const y = freeY(block, work, x)
    return {
      name: 'clamp',
      id: clampId(i),
      foot: point(x, y, holding.thick.mm),
      shape: box(
        point(x - CLAMP_MM / 2, y - CLAMP_MM / 2, holding.thick.mm),
        point(x + CLAMP_MM / 2, y + CLAMP_MM / 2, holding.thick.mm + CLAMP_MM),
      ),
    }
  }
  // The one reading is taken on the mate, the other on the part.
  const readMm = Math.SQRT2 * instrument.repeatMm
  return {
    ...block,
    work,
    holding,
    instrument,
    parallels: byId(work.workshop.parallels, holding.parallels),
    clamps: rowAlong(holding, block, [low.x + CLAMP_MM / 2, high.x - CLAMP_MM / 2]).map(clamp),
    flushMm: { finger: FELT_MM, fence: FENCED_MM, indicator: readMm }[holding.flush],
  }
}

/** Where along an end a clamp stands clear of holes: in its middle where it can; the middle too where it can nowhere. */
function freeY(block: Placed, { surfaces }: Work, x: number): number {
  const { high, low } = block
  const holes = [...surfaces.values()].flatMap((surface) =>
    surface.kind === 'axis' && !surface.isOutside
      ? [{ at: toSetup(block, surface.from), radius: surface.diameterMm / 2 }]
      : [],
  )
  const isFree = (y: number): boolean =>
    holes.every(
      ({ at, radius }) =>
        Math.max(Math.abs(at.x - x), Math.abs(at.y - y)) > radius + CLAMP_MM / 2 + 1e-6,
    )
  const places = [0.5, 0.25, 0.75, 0.12, 0.88].map((share) => low.y + share * (high.y - low.y))
  return places.find(isFree) ?? (low.y + high.y) / 2
}

/** How far a hole may stand off that of the mate which it was made through, ± mm: the play of what goes through it. */
export const playMm = ({ bore, tool }: Pick<MateHolding, 'bore' | 'tool'>): number =>
  Math.max(0, bore.mm - tool.mm) / 2
