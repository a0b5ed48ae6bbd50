import { applyMotion, point } from '../../../ground/geometry'
import { hasMetal } from '../../../work/stock'
import { type SetTrue } from '../setTrue'
import { byId, type Placed, placed, type Work } from '../work'
import { type StuckHolding } from './parameters'

/** What is between board and work (common practice, no source; the maker's own figures come first). */
export interface Adhesive {
  readonly name: string
  readonly thickMm: number
  /** How unevenly it lies, ± mm. */
  readonly unevenMm: number
  /** What it may be trusted with along the board for the time of a cut, N for each cm². */
  readonly holdsNPerCm2: number
  readonly off: string
}

export const ADHESIVES: Readonly<Record<StuckHolding['by'], Adhesive>> = {
  tape: {
    name: 'tape on both sides',
    thickMm: 0.1,
    unevenMm: 0.02,
    holdsNPerCm2: 4,
    off: 'Slide a thin blade under a corner and wait; pull along the board, not up.',
  },
  glue: {
    name: 'glue',
    thickMm: 0.05,
    unevenMm: 0.03,
    holdsNPerCm2: 40,
    off: 'Warm it until the glue gives, and slide it off; thin work bends when it is prised.',
  },
}

/** How closely work is put down by hand, comes back to a stop, and a stop is known on a board, ± mm (common practice, no source). */
export const [PLACED_MM, STOP_MM, STORED_MM] = [0.5, 0.03, 0.03]

/**
 * A part stuck to a board. Setup frame: X along the travel with 0 at the middle of the work, Y back with 0 at the
 * face that is set true, Z up with 0 at the table.
 */
export interface OnBoard extends SetTrue {
  readonly holding: StuckHolding
  readonly adhesive: Adhesive
  /** How much of its underside lies on the board, mm². */
  readonly areaMm2: number
}

export function onBoard(holding: StuckHolding, work: Work): OnBoard {
  const adhesive = ADHESIVES[holding.by]
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, holding.board.mm + adhesive.thickMm - low.z),
  )
  return {
    ...block,
    work,
    holding,
    adhesive,
    instrument: byId(work.workshop.instruments, holding.instrument),
    areaMm2: stuckArea(block, work),
  }
}

/** So many places each way are asked for metal. */
const PLACES = 24

function stuckArea({ faceAt, high, low, partFromSetup }: Placed, work: Work): number {
  const surface = work.surfaces.get(faceAt.down)
  if (surface?.kind !== 'plane') return 0
  const [wide, deep] = [high.x - low.x, high.y - low.y]
  let found = 0
  for (let i = 0; i < PLACES; i++)
    for (let j = 0; j < PLACES; j++) {
      const at = point<'setup'>(
        low.x + ((i + 0.5) / PLACES) * wide,
        low.y + ((j + 0.5) / PLACES) * deep,
        low.z,
      )
      if (hasMetal(work.part, work.before, surface, applyMotion(partFromSetup, at))) found++
    }
  return (found / PLACES ** 2) * wide * deep
}
