import {
  cross,
  dot,
  norm,
  type Point,
  point,
  rotationRow,
  scale,
  subtract,
  contactRow,
  type Six,
} from '../geometry'
import { fail, type Result, succeed } from '../issues'
import {
  halfDiagonal,
  holeCount,
  impliedRequirements,
  type Part,
  refLabel,
  type Requirement,
  resolveRef,
  type Surface,
  type Target,
} from '../part'
import { type Bonus, type Measure, type Reading, setupFrame } from '../variation'
import { acrossAxis, type DatumFrame, datumFrame, directionOf, readTarget } from './datumFrame'

/** What a measure needs to know of the model beside the surfaces. */
export interface MeasureSources {
  readonly sizeSource: ReadonlyMap<string, number>
  readonly formSource: ReadonlyMap<string, number>
  /** The setup in which a face or feature was cut last. */
  readonly cutIn: (owner: string) => number | undefined
}

const NOTHING: Reading = { rows: [], terms: [] }
const minus = (rows: Reading['rows']): Reading['rows'] =>
  rows.map(({ surface, row }) => ({ surface, row: row.map((v) => -v) as unknown as Six }))

/**
 * Turns a requirement of the drawing into linear readings and what they are held against.
 *
 * @returns `ref.*` or `requirement.*` issues when it cannot be measured as it is written.
 */
export function measureOf(
  part: Part,
  requirement: Requirement,
  surfaces: ReadonlyMap<string, Surface>,
  sources: MeasureSources,
): Result<Measure> {
  const of = resolveRef(part, requirement.of, surfaces)
  if (!of.ok) return of
  const reader = new Reader(part, of.value, surfaces, sources)
  switch (requirement.kind) {
    case 'size': {
      const readings = sizeReadings(of.value, sources)
      if (readings.length === 0)
        return fail(
          'requirement.no-size',
          `${refLabel(part, requirement.of)} has no diameter to hold; tie two faces for a width.`,
        )
      // A diameter is aimed at the middle of its limits.
      const half = (requirement.plus.mm - requirement.minus.mm) / 2
      return succeed({ kind: 'limits', readings, lower: -half, upper: half })
    }
    case 'distance':
      return reader.against([requirement.to], (frame, to) =>
        reader.distance(frame, to, requirement.minus.mm, requirement.plus.mm),
      )
    case 'position':
      return reader.against(requirement.datums, (frame) =>
        reader.position(
          frame,
          requirement.tolerance.mm,
          bonusOf(part, requirement, of.value, sources),
        ),
      )
    case 'coaxiality':
    case 'symmetry':
      return reader.against([requirement.to], (frame) =>
        reader.position(frame, requirement.tolerance.mm, undefined),
      )
    case 'perpendicularity':
    case 'parallelism':
      return reader.against([requirement.to], (frame, to) =>
        reader.orientation(frame, to, requirement.tolerance.mm),
      )
    case 'angle':
      return reader.against([requirement.to], (frame, to) =>
        reader.angle(frame, to, requirement.plusMinus.rad),
      )
    case 'flatness': {
      const terms = of.value.flatMap((t) =>
        t.kind === 'surface' ? (sources.formSource.get(t.surface.id) ?? []) : [],
      )
      if (terms.length === 0)
        return fail(
          'requirement.no-form',
          `${refLabel(part, requirement.of)} is not a flat face whose form is known.`,
        )
      const pairs = terms.map((source): [Reading, Reading] => [
        { rows: [], terms: [{ source, coefficient: 1 }] },
        NOTHING,
      ])
      return succeed({ kind: 'zone', pairs, diameter: requirement.tolerance.mm, factor: 1 })
    }
    case 'profile':
      return reader.against(requirement.datums, (frame) =>
        reader.profile(frame, requirement.tolerance.mm),
      )
  }
}

function sizeReadings(targets: readonly Target[], sources: MeasureSources): Reading[] {
  return targets.flatMap((target) => {
    const source = target.kind === 'surface' ? sources.sizeSource.get(target.surface.id) : undefined
    return source === undefined ? [] : [{ rows: [], terms: [{ source, coefficient: 1 }] }]
  })
}

/**
 * Material-condition bonus of a hole or boss whose size limits are known: the zone grows by the
 * departure from the limit of most (least) material. Source: ASME Y14.5-2018 and ISO 2692:2021,
 * maximum and least material requirement (from memory).
 */
function bonusOf(
  part: Part,
  requirement: Requirement & { kind: 'position' },
  targets: readonly Target[],
  sources: MeasureSources,
): Bonus | undefined {
  if (requirement.material === 'none') return undefined
  const limits = [...part.requirements, ...impliedRequirements(part)].find(
    (r) => r.kind === 'size' && r.of === requirement.of,
  )
  const size = sizeReadings(targets, sources)[0]
  if (limits?.kind !== 'size' || !size) return undefined
  const isHole = part.features.some(
    (f) => f.id === requirement.of.split('.')[0] && f.kind === 'hole' && holeCount(part, f) > 0,
  )
  const grows = (requirement.material === 'most') === isHole
  const width = limits.plus.mm - limits.minus.mm
  return { size, limit: grows ? -width / 2 : width / 2, direction: grows ? 1 : -1, most: width }
}

class Reader {
  constructor(
    private readonly part: Part,
    private readonly targets: readonly Target[],
    private readonly surfaces: ReadonlyMap<string, Surface>,
    private readonly sources: MeasureSources,
  ) {}

  against(
    datums: readonly string[],
    make: (frame: DatumFrame, to: Target) => Result<Measure>,
  ): Result<Measure> {
    const found: Target[] = []
    for (const datum of datums) {
      const target = resolveRef(this.part, datum, this.surfaces)
      if (!target.ok) return target
      if (target.value[0]) found.push(target.value[0])
    }
    const [to] = found
    const [first] = this.targets
    if (!to || !first) return fail('requirement.no-datum', 'It names no datum to measure from.')
    const setup = this.sources.cutIn(firstSurface(first).owner)
    return make(
      datumFrame(
        found,
        placeOf(first),
        halfDiagonal(this.part),
        setup === undefined ? undefined : setupFrame(setup),
      ),
      to,
    )
  }

  private reading(
    frame: DatumFrame,
    target: Target,
    at: Point<'part'>,
    direction: Point<'part'>,
  ): Reading {
    return {
      rows: [...readTarget(target, at, direction), ...minus(frame.read(contactRow(at, direction)))],
      terms: [],
    }
  }

  distance(frame: DatumFrame, to: Target, lower: number, upper: number): Result<Measure> {
    const readings = this.targets.flatMap((target) => {
      const apart = subtract(placeOf(target), placeOf(to))
      const normal = normalOf(to) ?? normalOf(target) ?? acrossTo(to, apart)
      const direction = dot(apart, normal) < 0 ? scale(normal, -1) : normal
      return extremesOf(target).map((at) => this.reading(frame, target, at, direction))
    })
    return succeed({ kind: 'limits', readings, lower, upper })
  }

  position(frame: DatumFrame, diameter: number, bonus: Bonus | undefined): Result<Measure> {
    const pairs = this.targets.flatMap((target) =>
      extremesOf(target).map((at): [Reading, Reading] => {
        const normal = normalOf(target)
        if (normal) return [this.reading(frame, target, at, normal), NOTHING]
        const [first, second] = acrossTarget(target)
        return [this.reading(frame, target, at, first), this.reading(frame, target, at, second)]
      }),
    )
    return succeed({ kind: 'zone', pairs, diameter, factor: 2, bonus })
  }

  profile(frame: DatumFrame, tolerance: number): Result<Measure> {
    const readings = this.targets.flatMap((target) => {
      const normal = normalOf(target)
      return normal ? extremesOf(target).map((at) => this.reading(frame, target, at, normal)) : []
    })
    if (readings.length === 0)
      return fail('requirement.not-plane', 'A profile here is of a flat face; this is not one.')
    return succeed({ kind: 'limits', readings, lower: -tolerance / 2, upper: tolerance / 2 })
  }

  /** How far one end leans out against the other, in the directions that the datum holds. */
  orientation(frame: DatumFrame, to: Target, tolerance: number): Result<Measure> {
    const held = normalOf(to)
    const axisTo = held ? undefined : directionOfTarget(to)
    const difference = (
      target: Target,
      a: Point<'part'>,
      b: Point<'part'>,
      direction: Point<'part'>,
    ): Reading => {
      const [near, far] = [
        this.reading(frame, target, a, direction),
        this.reading(frame, target, b, direction),
      ]
      return { rows: [...far.rows, ...minus(near.rows)], terms: [] }
    }
    const pairs = this.targets.flatMap((target): [Reading, Reading][] => {
      const normal = normalOf(target)
      if (!normal) {
        const [a, b] = extremesOf(target) as [Point<'part'>, Point<'part'>]
        const along = directionOfTarget(target)
        const onlyOne = held
          ? Math.abs(dot(held, along)) < 0.5
          : axisTo && Math.abs(dot(axisTo, along)) < 0.5
        if (onlyOne) return [[difference(target, a, b, held ?? axisTo ?? along), NOTHING]]
        const [first, second] = acrossTarget(target)
        return [[difference(target, a, b, first), difference(target, a, b, second)]]
      }
      const [a, b, c, d] = extremesOf(target) as [
        Point<'part'>,
        Point<'part'>,
        Point<'part'>,
        Point<'part'>,
      ]
      const reference = held ?? axisTo ?? normal
      const whole = held
        ? Math.abs(dot(reference, normal)) > 0.5
        : Math.abs(dot(reference, normal)) > 0.5
      const edges: [Point<'part'>, Point<'part'>][] = whole
        ? [
            [a, c],
            [b, d],
          ]
        : ([
            [a, b],
            [b, c],
          ].filter(([p, q]) => p && q && Math.abs(dot(subtract(q, p), reference)) > 1e-9) as [
            Point<'part'>,
            Point<'part'>,
          ][])
      return edges.map(([p, q]) => [difference(target, p, q, normal), NOTHING])
    })
    return succeed({ kind: 'zone', pairs, diameter: tolerance, factor: 1 })
  }

  angle(frame: DatumFrame, to: Target, plusMinus: number): Result<Measure> {
    const [target] = this.targets
    if (!target) return fail('requirement.no-target', 'It names nothing to measure.')
    const [a, b] = [
      normalOf(target) ?? directionOfTarget(target),
      normalOf(to) ?? directionOfTarget(to),
    ]
    const axis = cross(a, b)
    if (norm(axis) < 1e-9)
      return fail(
        'requirement.angle-parallel',
        'The two run parallel; ask for parallelism instead of an angle.',
      )
    const row = rotationRow(scale(axis, 1 / norm(axis)))
    const surfaces = target.kind === 'surface' ? [target.surface] : [target.first, target.second]
    const own = surfaces.map((s) => ({
      surface: s.id,
      row: row.map((v) => v / surfaces.length) as unknown as Six,
    }))
    return succeed({
      kind: 'limits',
      readings: [{ rows: [...own, ...minus(frame.read(row))], terms: [] }],
      lower: -plusMinus,
      upper: plusMinus,
    })
  }
}

const firstSurface = (target: Target): Surface =>
  target.kind === 'surface' ? target.surface : target.first

function placeOf(target: Target): Point<'part'> {
  const at = (s: Surface): Point<'part'> => (s.kind === 'plane' ? s.at : s.from)
  if (target.kind === 'surface') return at(target.surface)
  const [a, b] = [at(target.first), at(target.second)]
  return point((a.x + b.x) / 2, (a.y + b.y) / 2, (a.z + b.z) / 2)
}

/** Where a target is judged: both ends of an axis, the four corners of a plane. */
function extremesOf(target: Target): readonly Point<'part'>[] {
  const surface = firstSurface(target)
  return surface.kind === 'plane' ? surface.corners : [surface.from, surface.to]
}

const normalOf = (target: Target): Point<'part'> | undefined => {
  const surface = firstSurface(target)
  return surface.kind === 'plane' ? surface.normal : undefined
}

function directionOfTarget(target: Target): Point<'part'> {
  const surface = firstSurface(target)
  return surface.kind === 'axis' ? directionOf(surface) : surface.normal
}

function acrossTarget(target: Target): readonly [Point<'part'>, Point<'part'>] {
  const surface = firstSurface(target)
  if (surface.kind !== 'axis') throw new Error('only an axis has two directions across')
  return acrossAxis(surface)
}

/** The unit direction from one axis straight across to another place. */
function acrossTo(to: Target, apart: Point<'part'>): Point<'part'> {
  const along = directionOfTarget(to)
  const across = subtract(apart, scale(along, dot(apart, along)))
  const length = norm(across)
  return length > 1e-9 ? scale(across, 1 / length) : acrossTarget(to)[0]
}
