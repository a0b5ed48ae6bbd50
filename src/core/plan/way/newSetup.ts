import { type Holding, HOLDING_KINDS } from '../../shop/holding'
import { AXES } from '../../ground/geometry'
import { axisOf, type Part, partSurfaces, SIDES, type Side, sizeAlong } from '../../work/part'
import { type Angle } from '../../handbook/units'
import { type Workshop } from '../../shop/workshop'
import { type Setup, type Way } from './schema'

/** Ids by kind in a way: `s-1`, `s-2` … */
export function freeSetupId(way: Way): string {
  for (let n = 1; ; n++) if (!way.setups.some((s) => s.id === `s-${n}`)) return `s-${n}`
}

/** A setup in the first holding on the first machine; zero as that keeps it. */
export function newSetup(workshop: Workshop, part: Part, way: Way, up: Side, guide: Side): Setup {
  const pose = { up, guide: axisOf(up) === axisOf(guide) ? besideOf(up) : guide }
  return {
    id: freeSetupId(way),
    name: `Setup ${way.setups.length + 1}`,
    clamping: {
      kind: 'own',
      machine: firstMachine(workshop, part, pose),
      ...pose,
      holding: firstHolding(workshop, part, pose),
      footing: { lead: 'rest', edits: [] },
    },
    zero: { offset: 'G54', x: { kind: 'fixture' }, y: { kind: 'fixture' }, z: { kind: 'fixture' } },
    ops: [],
  }
}

interface Pose {
  readonly up: Side
  readonly guide: Side
}

const besideOf = (up: Side): Side => SIDES.find((s) => axisOf(s) !== axisOf(up)) ?? 'back'

/** A cutter goes so far past the ends of the work in all, mm. */
const PAST_MM = 60

/** The first machine that is long enough for the work as it lies, or the longest. */
function firstMachine({ machines }: Workshop, part: Part, { guide, up }: Pose): string {
  const along = AXES.find((axis) => axis !== axisOf(up) && axis !== axisOf(guide)) ?? 'x'
  const needed = sizeAlong(part, along) + PAST_MM
  const longest = [...machines].sort((a, b) => b.travel.x - a.travel.x)[0]
  return (machines.find(({ travel }) => travel.x >= needed) ?? longest)?.id ?? ''
}

/** The first kind of holding that the workshop has the gear for and that takes the part; else the first that it has. */
function firstHolding(workshop: Workshop, part: Part, pose: Pose): Holding {
  const surfaces = partSurfaces(part)
  let any: Holding | undefined
  for (const kind of HOLDING_KINDS) {
    const holding = kind.begin(workshop, part, surfaces, pose)
    if (holding && (kind.takes?.(holding, workshop, part, pose) ?? true)) return holding
    any ??= holding
  }
  if (any) return any
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
