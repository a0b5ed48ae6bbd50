import { fail, type Result, succeed } from '../issues'
import {
  halfDiagonal,
  holeCount,
  impliedRequirements,
  middleOf,
  type Part,
  refLabel,
  type Requirement,
  resolveRef,
  type Surface,
  type Target,
} from '../part'
import { type Bonus, type Check, type Reading } from '../variation'
import { type Datum, DatumFrame } from './datumFrame'
import { datumsOf } from './datums'
import { type Measured, type MeasureSources, Reader, still, term } from './reader'
import { comparable, isPlane } from './targets'

/**
 * Turns a requirement of the drawing into readings and what they are held against.
 *
 * @returns `ref.*` or `requirement.*` issues when it cannot be measured as it is written.
 */
export function measureOf(
  part: Part,
  requirement: Requirement,
  surfaces: ReadonlyMap<string, Surface>,
  sources: MeasureSources,
): Result<Measured> {
  const sense = comparable(part, requirement, surfaces)
  if (!sense.ok) return sense
  const of = resolveRef(part, requirement.of, surfaces)
  if (!of.ok) return of
  const reader = new Reader(part, of.value, sources)
  switch (requirement.kind) {
    case 'size':
      return sizeMeasure(part, requirement, of.value, sources)
    case 'flatness':
      return flatnessMeasure(part, requirement, of.value, sources)
    case 'distance': {
      const to = resolveRef(part, requirement.to, surfaces)
      if (!to.ok) return to
      const [target] = to.value
      if (!target) return fail('requirement.no-datum', 'It names no datum to measure from.')
      const { minus, plus } = requirement
      return reader.distance(target, minus.mm, plus.mm, [requirement.of, requirement.to])
    }
    default:
      return framed(part, requirement, surfaces, reader, of.value, sources)
  }
}

type Framed = Exclude<Requirement, { kind: 'size' | 'flatness' | 'distance' }>

function framed(
  part: Part,
  requirement: Framed,
  surfaces: ReadonlyMap<string, Surface>,
  reader: Reader,
  targets: readonly Target[],
  sources: MeasureSources,
): Result<Measured> {
  const refs = 'to' in requirement ? [requirement.to] : requirement.datums
  if (refs.length === 0) return fail('requirement.no-datum', 'It names no datum to measure from.')
  const datums = datumsOf(part, refs, surfaces)
  if (!datums.ok) return datums
  const frame = new DatumFrame(datums.value, middleOf(part), halfDiagonal(part), sources.formTilts)
  const [first] = datums.value
  switch (requirement.kind) {
    case 'position':
      return bonusOf(part, requirement, targets, sources, (bonus) =>
        reader.position(frame, requirement.tolerance.mm, bonus),
      )
    case 'coaxiality':
    case 'symmetry':
      return reader.position(frame, requirement.tolerance.mm, () => undefined)
    case 'perpendicularity':
    case 'parallelism':
      return reader.orientation(frame, first as Datum, requirement.tolerance.mm)
    case 'angle':
      return reader.angle(frame, first as Datum, requirement.plusMinus.rad)
    case 'profile':
      return reader.profile(frame, requirement.tolerance.mm)
  }
}

function sizeMeasure(
  part: Part,
  requirement: Requirement & { kind: 'size' },
  targets: readonly Target[],
  sources: MeasureSources,
): Result<Measured> {
  const readings = sizeReadings(targets, sources)
  if (readings.length === 0)
    return fail(
      'requirement.no-size',
      `${refLabel(part, requirement.of)} has no diameter to hold; tie two faces for a width.`,
    )
  const { minus, plus } = requirement
  const half = (plus.mm - minus.mm) / 2
  const checks = readings.map(({ aimed, value }): Check => ({
    kind: 'between',
    value,
    moves: [],
    lower: aimed ? -half : minus.mm,
    upper: aimed ? half : plus.mm,
  }))
  return succeed({ measure: { kind: 'limits', allowed: half, steps: [], gauges: still(checks) } })
}

function flatnessMeasure(
  part: Part,
  requirement: Requirement & { kind: 'flatness' },
  targets: readonly Target[],
  sources: MeasureSources,
): Result<Measured> {
  const tolerance = requirement.tolerance.mm
  const checks = targets.flatMap((t): Check[] => {
    const source = t.kind === 'surface' ? sources.formSource.get(t.surface.id) : undefined
    if (source === undefined || !isPlane(t)) return []
    return [
      { kind: 'between', value: term(source), moves: [], lower: -tolerance, upper: tolerance },
    ]
  })
  if (checks.length === 0)
    return fail(
      'requirement.no-form',
      `${refLabel(part, requirement.of)} is not a flat face whose form is known.`,
    )
  return succeed({
    measure: { kind: 'zone', allowed: tolerance, steps: [], gauges: still(checks) },
  })
}

/** Each hole's own size, from the middle of its limits where it is aimed there, else from its drawn diameter. */
function sizeReadings(
  targets: readonly Target[],
  sources: MeasureSources,
): { readonly value: Reading; readonly aimed: boolean }[] {
  return targets.flatMap((target) => {
    const id = target.kind === 'surface' ? target.surface.id : ''
    const source = sources.sizeSource.get(id)
    return source === undefined ? [] : [{ value: term(source), aimed: !sources.unaimed.has(id) }]
  })
}

/**
 * Material-condition bonus of holes or bosses whose size limits are known: the zone of each grows by the
 * departure of its own size from the limit of most (least) material. Source: ASME Y14.5-2018 and ISO
 * 2692:2021, maximum and least material requirement (from memory).
 */
function bonusOf(
  part: Part,
  requirement: Requirement & { kind: 'position' },
  targets: readonly Target[],
  sources: MeasureSources,
  make: (bonus: (target: Target) => Bonus | undefined) => Result<Measured>,
): Result<Measured> {
  const { material } = requirement
  if (material === 'none') return make(() => undefined)
  const owner = requirement.of.split('.')[0]
  const limits = [...part.requirements, ...impliedRequirements(part)].find(
    (r) => r.kind === 'size' && (r.of === requirement.of || r.of === owner),
  )
  const name = refLabel(part, requirement.of)
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
  if (sizeReadings(targets, sources).length < targets.length)
    return fail(
      'requirement.no-size',
      `${name} has no diameter whose departure could widen the zone; take the modifier off.`,
    )
  return make((target) => {
    const [size] = sizeReadings([target], sources)
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
