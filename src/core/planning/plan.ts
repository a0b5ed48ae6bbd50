import { byId, type Locator, locatorsOf, type Standing, standIn, type Work } from '../holding'
import { type Part, partSurfaces, type Surface } from '../part'
import { type Setup, type Way } from '../way'
import { type Machine, type Workshop } from '../workshop'
import { statesOf } from './states'
import { type PartState } from '../stock'

/** A setup with all that was derived for it; nothing is predicted yet. */
export interface PlannedSetup {
  /** Its place in the way, from 0. */
  readonly index: number
  readonly setup: Setup
  readonly part: Part
  readonly workshop: Workshop
  /** The surfaces of the finished part. */
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly machine: Machine
  readonly before: PartState
  readonly after: PartState
  readonly standing: Standing
  /** What locates the part, with the changes made by hand. */
  readonly contacts: readonly Locator[]
}

/** A way as it stands, setup by setup: what findings, pictures, zeros and the prediction start from. */
export interface Plan {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly surfaces: ReadonlyMap<string, Surface>
  /** The part before each setup, and at last after all of them. */
  readonly states: readonly PartState[]
  readonly setups: readonly PlannedSetup[]
}

/** Lays out every setup of a way. The documents were checked: the gear that they name exists. */
export function planWay(workshop: Workshop, part: Part, way: Way): Plan {
  const states = statesOf(part, way)
  const surfaces = partSurfaces(part)
  const setups = way.setups.map((setup, index): PlannedSetup => {
    const [before, after] = [states[index] as PartState, states[index + 1] as PartState]
    const work: Work = {
      workshop,
      machine: byId(workshop.machines, setup.machine),
      part,
      surfaces,
      before,
      up: setup.up,
      guide: setup.toJaw,
      lead: setup.footing.lead,
    }
    const standing = standIn(setup.holding, work)
    const contacts = locatorsOf(work, standing, setup.footing.edits)
    const { machine } = work
    return {
      index,
      setup,
      part,
      workshop,
      surfaces,
      machine,
      before,
      after,
      standing,
      contacts,
    }
  })
  return { workshop, part, way, surfaces, states, setups }
}
