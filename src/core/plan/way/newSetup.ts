import { type Holding, HOLDING_KINDS } from '../../shop/holding'
import { axisOf, type Part, partSurfaces, SIDES, type Side } from '../../work/part'
import { type Angle } from '../../handbook/units'
import { type Workshop } from '../../shop/workshop'
import { type Setup, type Way } from './schema'

/** Ids by kind in a way: `s-1`, `s-2` … */
export function freeSetupId(way: Way): string {
  for (let n = 1; ; n++) if (!way.setups.some((s) => s.id === `s-${n}`)) return `s-${n}`
}

/** A setup in the first holding on the first machine; zero as that keeps it. */
export function newSetup(workshop: Workshop, part: Part, way: Way, up: Side, guide: Side): Setup {
  const first = <T extends { id: string }>(list: readonly T[]): string => list[0]?.id ?? ''
  return {
    id: freeSetupId(way),
    name: `Setup ${way.setups.length + 1}`,
    clamping: {
      kind: 'own',
      machine: first(workshop.machines),
      up,
      guide:
        axisOf(up) === axisOf(guide)
          ? (SIDES.find((s) => axisOf(s) !== axisOf(up)) ?? 'back')
          : guide,
      holding: firstHolding(workshop, part, up),
      footing: { lead: 'rest', edits: [] },
    },
    zero: { offset: 'G54', x: { kind: 'fixture' }, y: { kind: 'fixture' }, z: { kind: 'fixture' } },
    ops: [],
  }
}

/** The first kind of holding that the workshop has the gear for. */
function firstHolding(workshop: Workshop, part: Part, up: Side): Holding {
  const surfaces = partSurfaces(part)
  for (const kind of HOLDING_KINDS) {
    const holding = kind.begin(workshop, part, surfaces, up)
    if (holding) return holding
  }
  throw new Error('the workshop has nothing to hold a part in')
}

/** The 24 ways a block can stand in a vise: which face is up, and which beside it is to the fixed jaw. */
export const ORIENTATIONS: readonly { readonly up: Side; readonly guide: Side }[] = SIDES.flatMap(
  (up) => SIDES.filter((side) => axisOf(side) !== axisOf(up)).map((guide) => ({ up, guide })),
)

const OFFSETS = ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'] as const

/** The same clamping as in a setup, turned by the rotary axis; its zero turns with it. */
export function indexedSetup(way: Way, of: string, turn: Angle): Setup {
  const taken = new Set(way.setups.map(({ zero }) => zero.offset))
  return {
    id: freeSetupId(way),
    name: `Setup ${way.setups.length + 1}`,
    clamping: { kind: 'indexed', of, turn },
    zero: {
      offset: OFFSETS.find((name) => !taken.has(name)) ?? 'G54',
      x: { kind: 'fixture' },
      y: { kind: 'fixture' },
      z: { kind: 'fixture' },
    },
    ops: [],
  }
}
