import { type PlannedSetup } from '../../plan/planning'
import { cutLink } from '../prediction'
import { type Knob, type SeatedAnew, type Steerable } from './knobs'
import { lastCuts, roughCutOf } from './lastCuts'

/** How a reading was taken while there is still something to be cut. */
export interface InProcess {
  /** On the rough cut, before the last one in the same setup. */
  readonly rough?: boolean | undefined
  /** From what a face lies against, instead of from the face: what lies between the two is not seen. */
  readonly fromHolding?: boolean | undefined
  /** Before the part was seated anew in the setup of its last cut. */
  readonly earlier?: boolean | undefined
}

/** What of the sources is otherwise in such a reading than in the same one when all is done. */
export interface Otherwise {
  /** Drawn anew: machine and cutter in another cut. */
  readonly own: readonly number[]
  /** Not in it. */
  readonly gone: readonly number[]
  /** At what they stand, mm: depths of what a rough cut leaves on. */
  readonly left: ReadonlyMap<number, number>
  /** Those of a later seating, by those of the one in which it was read or cut. */
  readonly back: ReadonlyMap<number, number>
}

/** What is otherwise in a reading of some surfaces; undefined where it cannot be taken like that. */
export function otherwiseIn(
  way: Steerable,
  surfaces: readonly string[],
  { earlier, fromHolding, rough }: InProcess,
): Otherwise | undefined {
  const roughed = rough ? roughedOf(way, surfaces) : []
  const seats = fromHolding ? seatsUnder(way, surfaces) : []
  if (seats === undefined || (rough && roughed.length === 0)) return undefined
  return {
    own: roughed.flatMap(({ own }) => own),
    gone: [...seats, ...roughed.flatMap(({ gone }) => gone)],
    left: new Map(roughed.flatMap(({ left }) => [...left])),
    back: new Map(
      way.anew
        .filter((one) => earlier || (rough && isRoughedBefore(way, one, surfaces)))
        .flatMap(({ from }) => [...from]),
    ),
  }
}

/** Whether some of the surfaces were rough cut in the seating before one. */
function isRoughedBefore(
  { chain }: Steerable,
  { roughed = [] }: SeatedAnew,
  surfaces: readonly string[],
): boolean {
  return surfaces.some((id) => roughed.includes(chain.plan.surfaces.get(id)?.owner ?? id))
}

/** Faces that lie against what holds the part in a setup. */
export const coveredIn = ({ standing }: PlannedSetup): ReadonlySet<string> =>
  new Set([...standing.held, ...standing.hidden].map(({ face }) => face))

/** The setup in which the last of some surfaces is cut. */
function setupOf({ chain }: Steerable, surfaces: readonly string[]): PlannedSetup | undefined {
  const cut = lastCuts(chain)
  return chain.plan.setups[Math.max(...surfaces.map((id) => cut.get(id) ?? -1))]
}

/** How the work sits against what was read from; undefined where none of the surfaces lies against it. */
function seatsUnder(way: Steerable, surfaces: readonly string[]): readonly number[] | undefined {
  const planned = setupOf(way, surfaces)
  if (!planned) return undefined
  const covered = coveredIn(planned)
  const faces = new Set(surfaces.filter((id) => covered.has(id)))
  if (faces.size === 0) return undefined
  const contacts = planned.contacts.filter(({ surface }) => faces.has(surface))
  const ids = new Set(contacts.map(({ id }) => id))
  return way.chain.model.stack.sources.flatMap(({ contact, setup }, i) =>
    setup === planned.id && contact !== undefined && ids.has(contact) ? [i] : [],
  )
}

/** What of each feature that is roughed in the setup of its last cut is that last cut alone. */
function roughedOf(
  way: Steerable,
  surfaces: readonly string[],
): readonly Omit<Otherwise, 'back'>[] {
  const { chain, knobs } = way
  const last = setupOf(way, surfaces)?.id
  const owners = new Set(surfaces.map((id) => chain.plan.surfaces.get(id)?.owner ?? id))
  return [...owners].flatMap((owner): readonly Omit<Otherwise, 'back'>[] => {
    const rough = roughCutOf(chain.plan, owner)
    // Roughed in another setup, it had its last cut before the rest was there.
    if (!rough || rough.setup !== last) return []
    const link = cutLink(rough.setup, owner)
    const mine = knobs.filter(({ setup }) => setup === rough.setup)
    const depth = mine.find(({ feature }) => feature === owner)?.sources.get(owner)
    return [
      {
        own: chain.model.stack.sources.flatMap((source, i) => (source.link === link ? [i] : [])),
        gone: mine.flatMap(({ lastCut }: Knob) => lastCut.get(owner) ?? []),
        left: new Map(depth === undefined ? [] : [[depth, rough.leaveMm]]),
      },
    ]
  })
}
