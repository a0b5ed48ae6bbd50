import { type Holding, HOLDING_KINDS } from '../holding'
import { axisOf, oppositeOf, type Part, partSurfaces, SIDES, type Side } from '../part'
import { type Workshop } from '../workshop'
import { type Setup, type Way } from './schema'

/** Ids by kind in a way: `s-1`, `s-2` … */
export function freeSetupId(way: Way): string {
  for (let n = 1; ; n++) if (!way.setups.some((s) => s.id === `s-${n}`)) return `s-${n}`
}

/** A setup in the first holding on the first machine; zero as that keeps it. */
export function newSetup(workshop: Workshop, part: Part, way: Way, up: Side, toJaw: Side): Setup {
  const first = <T extends { id: string }>(list: readonly T[]): string => list[0]?.id ?? ''
  return {
    id: freeSetupId(way),
    name: `Setup ${way.setups.length + 1}`,
    machine: first(workshop.machines),
    up,
    toJaw:
      axisOf(up) === axisOf(toJaw)
        ? (SIDES.find((s) => axisOf(s) !== axisOf(up)) ?? 'back')
        : toJaw,
    holding: firstHolding(workshop, part, up),
    footing: { lead: 'rest', edits: [] },
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
export const ORIENTATIONS: readonly { readonly up: Side; readonly toJaw: Side }[] = SIDES.flatMap(
  (up) => SIDES.filter((side) => axisOf(side) !== axisOf(up)).map((toJaw) => ({ up, toJaw })),
)

/** What is done with the part between two setups, in words. */
export function turnWords(
  before: { up: Side; toJaw: Side },
  after: { up: Side; toJaw: Side },
  nameOf: (side: Side) => string,
): string {
  if (before.up === after.up && before.toJaw === after.toJaw) return 'leave as it stands'
  const jaw = `${nameOf(after.toJaw)} to fixed jaw`
  if (before.up === after.up)
    return before.toJaw === oppositeOf(after.toJaw)
      ? `swing half round, ${jaw}`
      : `swing a quarter, ${jaw}`
  if (before.up === oppositeOf(after.up)) return `turn over, ${nameOf(after.up)} up`
  return `quarter turn, ${nameOf(after.up)} up`
}
