import { fail, type Issue, type Result, succeed } from '../../ground/issues'
import {
  halfDiagonal,
  middleOf,
  type Part,
  refLabel,
  type Requirement,
  resolveRef,
  type Surface,
  type Target,
} from '../../work/part'
import { type Check } from '../../chain/variation'
import { type Datum, DatumFrame } from './datumFrame'
import { datumsOf } from './datums'
import { directionOfDatum } from './directions'
import { bonusOf, playOf, sizeReading } from './material'
import { type Measured, type MeasureSources, Reader, still, term } from './reader'
import { comparable, isPlane } from './targets'

/** Nothing is known yet of how the part is made. */
const NOTHING_CUT: MeasureSources = {
  sizeSource: new Map(),
  unaimed: new Set(),
  formSource: new Map(),
  formTilts: new Map(),
}

/** No form or size is known of what no setup has cut. */
export const isWaiting = (code: string): boolean =>
  code === 'requirement.no-form' || code === 'requirement.no-size'

/** Why a requirement cannot be measured as it is written, however the part is made; undefined where it can. */
export function refusalOf(
  part: Part,
  requirement: Requirement,
  surfaces: ReadonlyMap<string, Surface>,
): Issue | undefined {
  const measure = measureOf(part, requirement, surfaces, NOTHING_CUT)
  return measure.ok || isWaiting(measure.issues[0].code) ? undefined : measure.issues[0]
}

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
  const boundaries = 'boundaries' in requirement ? requirement.boundaries : undefined
  const datums = datumsOf(part, refs, surfaces, (ref, before, axes) => {
    const material = boundaries?.[ref]
    return material === undefined
      ? succeed(undefined)
      : playOf(part, ref, before, material, axes, sources)
  })
  if (!datums.ok) return datums
  const frame = new DatumFrame(datums.value, middleOf(part), halfDiagonal(part), sources.formTilts)
  const [first] = datums.value
  switch (requirement.kind) {
    case 'position': {
      const { material, of, tolerance } = requirement
      const bonus =
        material === 'none'
          ? succeed(() => undefined)
          : bonusOf(part, of, material, targets, sources)
      if (!bonus.ok) return bonus
      return reader.position(frame, {
        diameter: tolerance.mm,
        bonus: bonus.value,
        each: requirement.each,
        projected: requirement.projected?.mm,
      })
    }
    case 'coaxiality':
      return reader.position(frame, { diameter: requirement.tolerance.mm, bonus: () => undefined })
    case 'symmetry': {
      // Central on a plane: only across that plane. Central on an axis: whichever way.
      const along =
        first?.kind === 'plane' || first?.kind === 'middle' ? directionOfDatum(first) : undefined
      const diameter = requirement.tolerance.mm
      return reader.position(frame, { diameter, bonus: () => undefined, along })
    }
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
  const readings = targets.flatMap((target) => sizeReading(target, sources) ?? [])
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
