import { type Mesh } from '@/core/ground/mesh'
import { type Look, lookAt, type Looking } from '@/core/paper/picture'
import { type Part } from '@/core/work/part'
import { type PartState, type Skin, skinOf, solidNow, stateFinished } from '@/core/work/stock'
import { meshOf } from './mesh'

/** A look at a part that is wanted: in a state, or finished. */
export interface WantedLook {
  readonly state?: PartState | undefined
  readonly looking: Looking
}

/**
 * Looks at what is left of a part; each state is cooked once.
 *
 * @param finished - the solid of the finished part, where it is at hand from its file.
 */
export async function looksOf(
  part: Part,
  wanted: readonly WantedLook[],
  finished?: Mesh & Skin,
): Promise<readonly Look[]> {
  const states = new Map<PartState | undefined, Mesh & Skin>()
  if (finished) states.set(undefined, finished)
  const looks: Look[] = []
  for (const { looking, state } of wanted) {
    let solid = states.get(state)
    if (!solid) {
      const now = state ?? stateFinished(part)
      const mesh = await meshOf(solidNow(part, now))
      solid = { ...mesh, ...skinOf(part, mesh, undefined, now) }
      states.set(state, solid)
    }
    looks.push(lookAt(solid, solid, looking))
  }
  return looks
}
