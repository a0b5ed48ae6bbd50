import { fail, type Result, succeed } from '../../ground/issues'
import {
  holeCount,
  allRequirements,
  type Part,
  refLabel,
  refsOf,
  type Requirement,
  type Surface,
  type Target,
} from '../../work/part'
import { type Bonus, type Reading } from '../../chain/variation'
import { type Play } from './datumFrame'
import { type MeasureSources, term } from './reader'

type Material = 'most' | 'least'

/** A hole's own size, from the middle of its limits where it is aimed there, else from its drawn diameter. */
export function sizeReading(
  target: Target,
  sources: MeasureSources,
): { readonly value: Reading; readonly aimed: boolean } | undefined {
  const id = target.kind === 'surface' ? target.surface.id : ''
  const source = sources.sizeSource.get(id)
  return source === undefined ? undefined : { value: term(source), aimed: !sources.unaimed.has(id) }
}

/**
 * How far the size of each hole or boss departs from its limit of most (least) material: what widens the
 * zone of each, or gives play to a datum. Source: ASME Y14.5-2018, 5.9 and 7.11, and ISO 2692:2021, maximum
 * and least material requirement (from memory).
 *
 * @returns `requirement.no-limits` or `requirement.no-size` when there is nothing to depart from.
 */
export function bonusOf(
  part: Part,
  ref: string,
  material: Material,
  targets: readonly Target[],
  sources: MeasureSources,
): Result<(target: Target) => Bonus | undefined> {
  const owner = ref.split('.')[0]
  const limits = allRequirements(part).find(
    (r) => r.kind === 'size' && (r.of === ref || r.of === owner),
  )
  const name = refLabel(part, ref)
  if (limits?.kind !== 'size')
    return fail(
      'requirement.no-limits',
      `${name} is held at ${material} material, but its size has no limits: give it a fit or a size tolerance, or take the modifier off.`,
    )
  const isHole = part.features.some(
    (f) => f.id === owner && f.kind === 'hole' && holeCount(part, f) > 0,
  )
  const grows = (material === 'most') === isHole
  const width = limits.plus.mm - limits.minus.mm
  if (targets.some((target) => !sizeReading(target, sources)))
    return fail(
      'requirement.no-size',
      `${name} has no diameter whose departure could widen the zone; take the modifier off.`,
    )
  return succeed((target) => {
    const size = sizeReading(target, sources)
    if (!size) return undefined
    const middle = size.aimed ? 0 : (limits.plus.mm + limits.minus.mm) / 2
    return {
      size: size.value,
      limit: middle + (grows ? -width / 2 : width / 2),
      direction: grows ? 1 : -1,
      most: width,
    }
  })
}

/**
 * The play of a datum at the boundary of its material: its own zone against the datums before it counts
 * into the boundary (virtual condition). Of several such zones the least, which is the one that it must
 * keep. Source: ASME Y14.5-2018, 7.11.6, and ISO 2692:2021 (from memory).
 *
 * @returns `requirement.no-play` for what has no size, and what `bonusOf` refuses.
 */
export function playOf(
  part: Part,
  ref: string,
  before: readonly string[],
  material: Material,
  axes: readonly Surface[],
  sources: MeasureSources,
): Result<Play> {
  if (axes.length === 0)
    return fail(
      'requirement.no-play',
      `Only a hole, a boss or a pattern of them is taken as a datum at most or least material here; ${refLabel(part, ref)} is none. Take the modifier off it.`,
    )
  const targets = axes.map((surface): Target => ({ kind: 'surface', surface }))
  const bonus = bonusOf(part, ref, material, targets, sources)
  if (!bonus.ok) return bonus
  const zones = part.requirements.flatMap((r) =>
    boundsDatum(r, ref, before) ? [r.tolerance.mm] : [],
  )
  const sizes = new Map(
    targets.flatMap((target) => {
      const own = bonus.value(target)
      return own && target.kind === 'surface' ? [[target.surface.id, own] as const] : []
    }),
  )
  return succeed({ own: zones.length === 0 ? 0 : Math.min(...zones), sizes })
}

type Zone = Extract<
  Requirement,
  { kind: 'position' | 'perpendicularity' | 'parallelism' | 'coaxiality' }
>

function boundsDatum(r: Requirement, ref: string, before: readonly string[]): r is Zone {
  if (r.of !== ref) return false
  switch (r.kind) {
    case 'position':
    case 'perpendicularity':
    case 'parallelism':
    case 'coaxiality': {
      const [, ...datums] = refsOf(r)
      return datums.every((d) => before.includes(d))
    }
    default:
      return false
  }
}
