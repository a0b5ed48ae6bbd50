import {
  contactRow,
  cross,
  dot,
  dotSix,
  norm,
  type Point,
  rotationRow,
  scale,
  type Six,
  subtract,
} from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import {
  directionOf,
  firstSurface,
  opposedCorners,
  placeOf,
  type Part,
  refLabel,
  remainingOutline,
  type Surface,
  type Target,
} from '../../work/part'
import { printLength } from '../../handbook/units'
import {
  type Bonus,
  type Check,
  type Gauge,
  type Measure,
  type Reading,
} from '../../chain/variation'
import { type Model } from './buildModel'
import { type Datum, type DatumFrame, inPlane, leastWidth } from './datumFrame'
import { acrossOf, acrossTo, directionOfDatum, leanRow, outside } from './directions'
import { seenMotions } from './motions'
import { readTarget, sumOf, targetRow } from './readings'
import { isPlane, normalOf, placeWords } from './targets'

/** What a measure needs to know of the model beside the surfaces. */
export type MeasureSources = Pick<Model, 'sizeSource' | 'unaimed' | 'formSource' | 'formTilts'>

/** A requirement's readings, and in words how it was read where the drawing leaves a choice. */
export interface Measured {
  readonly measure: Measure
  readonly read?: string | undefined
}

/** Checks that nothing is fitted to. */
export const still = (checks: readonly Check[]): readonly Gauge[] => [{ motions: 0, checks }]

/** A source read by itself. */
export const term = (source: number): Reading => ({ rows: [], terms: [{ source, coefficient: 1 }] })

export interface PositionAsked {
  /** The zone, mm. */
  readonly diameter: number
  readonly bonus: (target: Target) => Bonus | undefined
  /** Every target by itself, with a free motion of its own. */
  readonly each?: boolean | undefined
  /** Height of a projected zone, mm. */
  readonly projected?: number | undefined
  /** The zone lies between two planes square to this direction; round about an axis where left out. */
  readonly along?: Point<'part'> | undefined
}

interface Spot {
  readonly target: Target
  readonly at: Point<'part'>
  readonly across: readonly [Point<'part'>, Point<'part'>?]
}

/** Reads the targets of a requirement against what it is measured from. */
export class Reader {
  private readonly outlines = new Map<Surface, readonly Point<'part'>[]>()

  constructor(
    private readonly part: Part,
    private readonly targets: readonly Target[],
    private readonly sources: MeasureSources,
  ) {}

  /** Where a target is judged: both ends of an axis, the corners of what remains of a plane. */
  private extremes(target: Target): readonly Point<'part'>[] {
    const surface = firstSurface(target)
    if (surface.kind === 'axis') return [surface.from, surface.to]
    const known = this.outlines.get(surface) ?? remainingOutline(this.part, surface)
    this.outlines.set(surface, known)
    return known
  }

  private gone(): Result<Measured> {
    return fail(
      'requirement.gone',
      `Nothing remains of ${this.targets.map((t) => refLabel(this.part, firstSurface(t).id)).join(' or ')} once all is cut.`,
    )
  }

  /** Form of a toleranced face, where it is known: it adds to a zone's width. */
  private form(target: Target): Reading | undefined {
    const source =
      target.kind === 'surface' && target.surface.kind === 'plane'
        ? this.sources.formSource.get(target.surface.id)
        : undefined
    return source === undefined ? undefined : term(source)
  }

  /**
   * Each point of the one over the other's own plane or line. Between a hole and a face it is read from
   * the face, at both ends of the hole.
   */
  distance(
    to: Target,
    lower: number,
    upper: number,
    refs: readonly [string, string],
  ): Result<Measured> {
    const [first] = this.targets
    const swap = !isPlane(to) && first !== undefined && isPlane(first)
    const bases = swap ? this.targets : [to]
    const checks = bases.flatMap((base) =>
      (swap ? [to] : this.targets).flatMap((target) => {
        const apart = subtract(placeOf(target), placeOf(base))
        const normal = normalOf(base) ?? acrossTo(base, apart)
        const direction = dot(apart, normal) < 0 ? scale(normal, -1) : normal
        return this.extremes(target).map((at): Check => ({
          kind: 'between',
          value: sumOf([
            [readTarget(target, at, direction), 1],
            [readTarget(base, at, direction), -1],
          ]),
          moves: [],
          lower,
          upper,
          label: placeWords(this.part, target, at),
        }))
      }),
    )
    if (checks.length === 0) return this.gone()
    const isMixed = first !== undefined && isPlane(first) !== isPlane(to)
    const [hole, face] = (swap ? [refs[1], refs[0]] : refs).map((ref) => refLabel(this.part, ref))
    return succeed({
      measure: { kind: 'limits', allowed: (upper - lower) / 2, steps: [], gauges: still(checks) },
      read: isMixed ? `both ends of ${hole ?? ''} over ${face ?? ''}` : undefined,
    })
  }

  private reading(
    frame: DatumFrame,
    target: Target,
    at: Point<'part'>,
    direction: Point<'part'>,
  ): Reading {
    return this.overFrame(frame, target, contactRow(at, direction))
  }

  /** A target's deviation along a row, less what the frame does there. */
  private overFrame(frame: DatumFrame, target: Target, row: Six): Reading {
    return sumOf([
      [targetRow(target, row), 1],
      [frame.read(row), -1],
    ])
  }

  /**
   * All targets share one free motion, to which what the datums leave open is fitted; or each has its own.
   * A projected zone is judged over its height outside the hole.
   */
  position(
    frame: DatumFrame,
    { along, bonus, diameter, each = false, projected }: PositionAsked,
  ): Result<Measured> {
    const spots = this.targets.map((target): readonly Spot[] => {
      const across = along ? ([along] as const) : acrossOf(target)
      const places = projected === undefined ? this.extremes(target) : outside(target, projected)
      return places.map((at) => ({ target, at, across }))
    })
    if (spots.flat().length === 0) return this.gone()
    return succeed({
      measure: {
        kind: 'zone',
        allowed: diameter,
        steps: frame.steps,
        gauges: (each ? spots : [spots.flat()]).map((own) =>
          this.positionGauge(frame, own, diameter, bonus),
        ),
      },
      read:
        projected === undefined
          ? undefined
          : `from the mouth to ${printLength(projected, this.part.unit)} outside it`,
    })
  }

  private positionGauge(
    frame: DatumFrame,
    spots: readonly Spot[],
    diameter: number,
    bonus: (target: Target) => Bonus | undefined,
  ): Gauge {
    const rows = spots.flatMap(({ across: [u, v], at }) =>
      [u, ...(v ? [v] : [])].map((e) => contactRow(at, e)),
    )
    return gaugeOver(frame, rows, (motions) =>
      spots.map((spot) => this.positionCheck(frame, spot, motions, diameter, bonus)),
    )
  }

  private positionCheck(
    frame: DatumFrame,
    { across: [u, v], at, target }: Spot,
    motions: readonly Six[],
    diameter: number,
    bonus: (target: Target) => Bonus | undefined,
  ): Check {
    const move = (e: Point<'part'>, m: Six): number => -dotSix(contactRow(at, e), m)
    // A zone between two planes, twice the way from its middle.
    if (!v)
      return {
        kind: 'between',
        value: sumOf([[this.reading(frame, target, at, u), 2]]),
        moves: motions.map((m) => 2 * move(u, m)),
        lower: -diameter,
        upper: diameter,
        label: isPlane(target) ? undefined : placeWords(this.part, target, at),
      }
    return {
      kind: 'round',
      first: this.reading(frame, target, at, u),
      second: this.reading(frame, target, at, v),
      moves: motions.map((m): [number, number] => [move(u, m), move(v, m)]),
      factor: 2,
      diameter,
      bonus: bonus(target),
    }
  }

  profile(frame: DatumFrame, tolerance: number): Result<Measured> {
    const spots = this.targets.flatMap((target) => {
      const normal = normalOf(target)
      return normal ? this.extremes(target).map((at) => ({ target, at, normal })) : []
    })
    if (spots.length === 0) return this.gone()
    const check = (
      { at, normal, target }: (typeof spots)[number],
      motions: readonly Six[],
    ): Check => {
      const form = this.form(target)
      return {
        kind: 'between',
        value: this.reading(frame, target, at, normal),
        moves: motions.map((m) => -dotSix(contactRow(at, normal), m)),
        lower: -tolerance / 2,
        upper: tolerance / 2,
        // A form error lies to both sides of the middle of the face.
        plus: form && sumOf([[form, 0.5]]),
      }
    }
    const gauge = gaugeOver(
      frame,
      spots.map(({ at, normal }) => contactRow(at, normal)),
      (motions) => spots.map((spot) => check(spot, motions)),
    )
    return succeed({
      measure: { kind: 'zone', allowed: tolerance / 2, steps: frame.steps, gauges: [gauge] },
    })
  }

  /** How far one end leans out against the other, in the directions that the datum holds. */
  orientation(frame: DatumFrame, to: Datum, tolerance: number): Result<Measured> {
    const checks = this.targets.flatMap((target): Check[] => {
      const normal = normalOf(target)
      if (normal) return this.faceLean(frame, target, normal, to, tolerance)
      const [a, b] = this.extremes(target) as [Point<'part'>, Point<'part'>]
      const difference = (direction: Point<'part'>): Reading =>
        sumOf([
          [this.reading(frame, target, b, direction), 1],
          [this.reading(frame, target, a, direction), -1],
        ])
      const along = directionOf(firstSurface(target))
      const held = directionOfDatum(to)
      if (Math.abs(dot(held, along)) < 0.5)
        return [
          {
            kind: 'between',
            value: difference(held),
            moves: [],
            lower: -tolerance,
            upper: tolerance,
          },
        ]
      const [u, v] = inPlane(along)
      return [
        {
          kind: 'round',
          first: difference(u),
          second: difference(v),
          moves: [],
          factor: 1,
          diameter: tolerance,
        },
      ]
    })
    if (checks.length === 0) return this.gone()
    return succeed({
      measure: { kind: 'zone', allowed: tolerance, steps: frame.steps, gauges: still(checks) },
    })
  }

  private faceLean(
    frame: DatumFrame,
    target: Target,
    normal: Point<'part'>,
    to: Datum,
    tolerance: number,
  ): Check[] {
    const held = directionOfDatum(to)
    const corners = this.extremes(target)
    // Parallel to a plane, or square to an axis: both leans are held. Otherwise only that along the
    // datum's direction, over the least width that turning about it leaves.
    const spans =
      Math.abs(dot(held, normal)) > 0.5
        ? opposedCorners(corners).map(([p, q]) => subtract(q, p))
        : corners.length === 0
          ? []
          : [scale(held, leastWidth(corners, normal, held))]
    const form = this.form(target)
    return spans.map((by): Check => {
      const row = leanRow(by, normal)
      return {
        kind: 'between',
        value: this.overFrame(frame, target, row),
        moves: [],
        lower: -tolerance,
        upper: tolerance,
        plus: form,
      }
    })
  }

  angle(frame: DatumFrame, to: Datum, plusMinus: number): Result<Measured> {
    const checks = this.targets.map((target): Check => {
      const a = normalOf(target) ?? directionOf(firstSurface(target))
      const axis = cross(a, directionOfDatum(to))
      const row = rotationRow(scale(axis, 1 / norm(axis)))
      return {
        kind: 'between',
        value: this.overFrame(frame, target, row),
        moves: [],
        lower: -plusMinus,
        upper: plusMinus,
      }
    })
    return succeed({
      measure: { kind: 'limits', allowed: plusMinus, steps: frame.steps, gauges: still(checks) },
    })
  }
}

/** What the datums leave open or play in, as far as readings along rows or the play itself feel it. */
function gaugeOver(
  frame: DatumFrame,
  rows: readonly Six[],
  checks: (motions: readonly Six[]) => readonly Check[],
): Gauge {
  const motions = seenMotions([...rows, ...frame.boundRows], frame.free).map((m) => m.motion)
  return { motions: motions.length, checks: checks(motions), bounds: frame.bounds(motions) }
}
