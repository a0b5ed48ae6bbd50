import { AXES, type Axis } from '../../ground/geometry'
import { markedCorner } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { type Setup } from '../../plan/way'

/** Where zero may be put: the marked corner, the middle, or a hole; on top of the part or where it was. */
export type ZeroPlace =
  | { readonly kind: 'corner' }
  | { readonly kind: 'centre' }
  | { readonly kind: 'feature'; readonly surface: string }
  | { readonly kind: 'touched' }

/**
 * Puts zero somewhere else on the part without finding it another way. Coordinates, programs and
 * offsets are all counted from it and follow; how well it is known stays as it was.
 */
export function moveZero(planned: PlannedSetup, place: ZeroPlace): Setup {
  const { part } = planned
  const { setup } = planned
  const { lies: _lies, ...zero } = setup.zero
  if (place.kind === 'touched') return { ...setup, zero }
  const lies = Object.fromEntries(
    AXES.flatMap((axis): [Axis, string][] => {
      if (axis === 'z') return setup.zero.lies?.z ? [[axis, setup.zero.lies.z]] : []
      if (place.kind === 'feature') return [[axis, place.surface]]
      if (place.kind === 'centre') return [[axis, 'middle']]
      const row = planned.standing.setupFromPart.rows[axis === 'x' ? 0 : 1]
      const along = AXES.find((a) => Math.abs(row[a]) > 0.5) ?? axis
      return [[axis, markedCorner(part)[along]]]
    }),
  )
  return { ...setup, zero: { ...zero, lies } }
}

/** The place that zero has now, of those that can be chosen. */
export function zeroPlaceOf(setup: Setup): ZeroPlace {
  const { x, y } = setup.zero.lies ?? {}
  if (x === undefined || y === undefined) return { kind: 'touched' }
  if (x === 'middle' && y === 'middle') return { kind: 'centre' }
  if (x === y) return { kind: 'feature', surface: x }
  return { kind: 'corner' }
}
