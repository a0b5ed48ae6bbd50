import { type Mesh } from '../../ground/mesh'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { type Op } from '../../plan/way'
import { isReached } from '../../plan/planning'
import { afterCut, type PartState } from '../../work/stock'

/** One cut of a way with the part before and after it. */
export interface PlannedCut {
  readonly planned: PlannedSetup
  readonly op: Op
  readonly before: PartState
  readonly after: PartState
}

/** Every cut of a way in its order; what the cutter does not reach as the part stands takes nothing and is left out. */
export function plannedCuts({ setups }: Plan): readonly PlannedCut[] {
  return setups.flatMap((planned) => {
    let state = planned.before
    return planned.setup.ops.flatMap((op): PlannedCut[] => {
      if (!isReached(planned, op.feature)) return []
      const before = state
      state = afterCut(state, op, planned.index)
      return [{ planned, op, before, after: state }]
    })
  })
}

/** Something that the cutter or its holder runs into. */
export interface Touch {
  readonly by: 'cutter' | 'holder' | 'chuck'
  /** A piece of the holding by its name; the work itself where none. */
  readonly piece: string | undefined
  /** For a holder and a chuck: how much further the tool would have to stand out, mm. */
  readonly shortMm: number
}

/** What a cut leaves, as the kernel has worked it out. */
export interface CutLeft {
  /** Place of its setup in the way, from 0. */
  readonly setup: number
  readonly feature: string
  readonly removedMm3: number
  readonly leftMm3: number
  /** Pieces that the metal is in after it: more than one, and something has come off. */
  readonly pieces: number
  readonly touches: readonly Touch[]
}

/** What is left of the part, cut by cut. Meshes are in the part's own frame. */
export interface Left {
  readonly boughtMm3: number
  readonly finishedMm3: number
  /** What of the finished part does not lie in its stock, mm³. */
  readonly outsideMm3: number
  readonly cuts: readonly CutLeft[]
  /** The metal before each cut, in the order of the cuts; then what is left at the end. */
  readonly meshes: readonly Mesh[]
  readonly finished: Mesh
}

/** What a setup takes and leaves, mm³, and about how long the cutting takes, minutes. */
export interface SetupVolume {
  readonly setup: number
  readonly name: string
  readonly removedMm3: number
  readonly leftMm3: number
  readonly minutes: number
}

/** Volume that a small mill takes in a minute, cm³, by words for the material (common practice, no source). */
const CM3_A_MINUTE: readonly (readonly [RegExp, number])[] = [
  [/alumin|en aw|6061|6082|7075/i, 25],
  [/brass|bronze|copper/i, 15],
  [/plastic|pom|acetal|nylon/i, 30],
  [/stainless|1\.43|1\.44|titan/i, 3],
  [/cast iron|gg|gjl/i, 8],
]
const OTHER_CM3 = 6

/** What a small mill takes of a material in a minute, cm³. */
export const rateOf = (material: string): number =>
  CM3_A_MINUTE.find(([words]) => words.test(material))?.[1] ?? OTHER_CM3

/** What each setup takes and leaves. */
export function setupVolumes(
  { part, setups }: Plan,
  { boughtMm3, cuts }: Left,
): readonly SetupVolume[] {
  let left = boughtMm3
  return setups.map(({ index, setup }) => {
    const own = cuts.filter((cut) => cut.setup === index)
    const removed = own.reduce((sum, cut) => sum + cut.removedMm3, 0)
    left = own[own.length - 1]?.leftMm3 ?? left
    return {
      setup: index,
      name: setup.name,
      removedMm3: removed,
      leftMm3: left,
      minutes: removed / 1000 / rateOf(part.material),
    }
  })
}
