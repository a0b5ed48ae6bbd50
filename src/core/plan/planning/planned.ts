import { type Motion } from '../../ground/geometry'
import { type Locator, type Standing, type Work } from '../../shop/holding'
import { type Part, type Surface } from '../../work/part'
import { type Cut, type PartState } from '../../work/stock'
import { type Lean, type OwnClamping, type Setup, type Way } from '../way'
import { type LeansOn, type Machine, type Turner, type Workshop } from '../../shop/workshop'

/** A setup with all that was derived for it; nothing is predicted yet. */
export interface PlannedSetup {
  /** Its place in the way, from 0. */
  readonly index: number
  /** That of its setup. */
  readonly id: string
  readonly setup: Setup
  readonly part: Part
  readonly workshop: Workshop
  /** The surfaces of the finished part. */
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly machine: Machine
  readonly before: PartState
  readonly after: PartState
  /** What the part is clamped in here: the setup's own, or that of the one whose clamping is turned. */
  readonly clamping: OwnClamping
  /** How it is turned, where another setup clamped it. */
  readonly indexed: IndexedFrom | undefined
  /** How the whole holding leans, where it does. */
  readonly leaning: LeaningFrom | undefined
  readonly standing: Standing
  /** What locates the part, with the changes made by hand. */
  readonly contacts: readonly Locator[]
}

/** The part as a setup is to hold it: what holdings work from. */
export const workOf = ({
  before,
  clamping: { footing, guide, up },
  machine,
  part,
  surfaces,
  workshop,
}: Omit<PlannedSetup, 'leaning' | 'standing' | 'contacts'>): Work => ({
  workshop,
  machine,
  part,
  surfaces,
  before,
  up,
  guide,
  lead: footing.lead,
})

/** Whether a cut takes the part off from the spare end by which it is held. */
export const isParting = ({ standing }: Pick<PlannedSetup, 'standing'>, { feature, pass }: Cut) =>
  feature === standing.partsAt?.face && pass === 'finish'

/** The clamping of another setup, turned by the rotary axis of its machine. */
export interface IndexedFrom {
  readonly base: PlannedSetup
  /** Undefined where neither holding nor machine has one, so that nothing turns the part. */
  readonly turner: Turner | undefined
  /** What the axis is told, from where it stood in that setup, rad. */
  readonly commandedRad: number
  /** How the work turns as the spindle sees it, right hand about the axis, rad. */
  readonly workRad: number
}

/** A holding that stands leaning under the spindle, or level under one that is swung. */
export interface LeaningFrom {
  /** How the part stands in it before it leans. */
  readonly upright: Standing
  readonly lean: Lean
  readonly on: LeansOn
  readonly turn: Motion<'setup', 'setup'>
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
