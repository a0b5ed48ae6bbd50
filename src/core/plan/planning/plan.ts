import {
  byId,
  type Locator,
  locatorsOf,
  propped,
  standIn,
  type Standing,
  toSetup,
} from '../../shop/holding'
import { type Part, partSurfaces } from '../../work/part'
import { type OwnClamping, type Setup, type Way } from '../way'
import { headOf, SWUNG_HEAD, type Workshop, workAngle } from '../../shop/workshop'
import { turnedStanding, turnerOf } from './indexed'
import { leaningFrom, leantStanding } from './leaning'
import { type Plan, type PlannedSetup } from './planned'
import { statesOf } from './states'
import { type PartState } from '../../work/stock'

/** Lays out every setup of a way. The documents were checked: the gear and the setups that they name exist. */
export function planWay(workshop: Workshop, part: Part, way: Way): Plan {
  const [states, surfaces] = [statesOf(part, way), partSurfaces(part)]
  return laidOut({ workshop, part, way, surfaces, states }, () => undefined)
}

/**
 * The plan of a way in which one setup is held otherwise and nothing else differs: all stand as they stood but that
 * one, and those that only turn its clamping.
 */
export function planHeldAnew(plan: Plan, way: Way, anew: number): Plan {
  const id = way.setups[anew]?.id
  return laidOut({ ...plan, way }, ({ clamping }, index) =>
    index === anew || (clamping.kind === 'indexed' && clamping.of === id)
      ? undefined
      : plan.setups[index],
  )
}

/** @param known - a setup that is laid out already. */
function laidOut(
  { part, states, surfaces, way, workshop }: Omit<Plan, 'setups'>,
  known: (setup: Setup, index: number) => PlannedSetup | undefined,
): Plan {
  const setups: PlannedSetup[] = []
  way.setups.forEach((setup, index) => {
    const [before, after] = [states[index] as PartState, states[index + 1] as PartState]
    const given = { index, setup, part, workshop, surfaces, before, after }
    const { clamping } = setup
    setups.push(
      known(setup, index) ??
        (clamping.kind === 'own'
          ? clamped(given, clamping)
          : indexedFrom(given, byId(setups, clamping.of), clamping.turn.rad)),
    )
  })
  return { workshop, part, way, surfaces, states, setups }
}

type Given = Pick<
  PlannedSetup,
  'index' | 'setup' | 'part' | 'workshop' | 'surfaces' | 'before' | 'after'
>

function clamped(given: Given, clamping: OwnClamping): PlannedSetup {
  const machine = byId(given.workshop.machines, clamping.machine)
  const { footing, guide, holding, lean, props = [], up } = clamping
  const work = { ...given, machine, up, guide, lead: footing.lead }
  const upright = propped(standIn(holding, work), props, work)
  const located = locatorsOf(work, upright, footing.edits)
  const own = { ...given, id: given.setup.id, machine, clamping, indexed: undefined }
  if (!lean) return { ...own, leaning: undefined, standing: upright, contacts: located }
  const on = lean.by === SWUNG_HEAD ? headOf(machine) : byId(given.workshop.tilters, lean.by)
  const leaning = leaningFrom(upright, lean, on)
  const standing = leantStanding(leaning, given)
  return { ...own, leaning, standing, contacts: carriedContacts(located, standing) }
}

/** A setup that leans as it would stand level: how its holding is set up and its contacts are moved. */
export function levelled({
  after,
  before,
  clamping: { lean: _lean, ...level },
  index,
  leaning,
  part,
  setup,
  surfaces,
  workshop,
}: PlannedSetup): PlannedSetup | undefined {
  const given = { after, before, index, part, setup, surfaces, workshop }
  return leaning && clamped(given, level)
}

/** Contacts where they come to when the work is turned with what holds it. */
const carriedContacts = (contacts: readonly Locator[], standing: Standing): readonly Locator[] =>
  contacts.map((contact) => ({
    ...contact,
    inSetup: toSetup(standing, contact.at),
    ...(contact.against && {
      against: { ...contact.against, inSetup: toSetup(standing, contact.against.at) },
    }),
  }))

/** Nothing is located anew: the part stands as the other setup clamped it, turned. */
function indexedFrom(given: Given, base: PlannedSetup, commandedRad: number): PlannedSetup {
  const { clamping, machine } = base
  const turner = turnerOf(base)
  const workRad = turner ? workAngle(turner.rotary, commandedRad) : 0
  const indexed = { base, turner, commandedRad, workRad }
  const standing = turnedStanding(indexed, given)
  const contacts = carriedContacts(base.contacts, standing)
  const own = { ...given, id: given.setup.id, machine, clamping, indexed }
  return { ...own, leaning: undefined, standing, contacts }
}
