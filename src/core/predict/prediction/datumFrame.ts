import {
  addSix,
  contactRow,
  cross,
  dot,
  dotSix,
  norm,
  point,
  type Point,
  rotationRow,
  scale,
  scaleSix,
  type Six,
  subtract,
  ZERO_SIX,
} from '../../ground/geometry'
import { type AxisSurface, type PlaneSurface } from '../../work/part'
import {
  type Bonus,
  type Check,
  leastSquaresRows,
  type Moved,
  type Reading,
  type Step,
} from '../../chain/variation'
import { type FormTilt } from './making'
import { seenMotions, unitMotions, without } from './motions'
import { NOTHING, ownRow, sumOf } from './readings'

/**
 * A datum taken at the boundary of most or least material: the gauge moves within what the datum's own
 * size and place leave of it. The clearance over a diameter is `own` plus the bonus of that size.
 */
export interface Play {
  /** The datum's own zone against the datums before it, mm; 0 where it has none. */
  readonly own: number
  /** By the surface of each of its holes or bosses. */
  readonly sizes: ReadonlyMap<string, Bonus>
}

/** A datum by its kind; its letter on the drawing is of no concern here. */
export type Datum =
  | {
      readonly kind: 'plane'
      readonly plane: PlaneSurface
      readonly outline: readonly Point<'part'>[]
    }
  | {
      readonly kind: 'middle'
      readonly planes: readonly [PlaneSurface, PlaneSurface]
      readonly outlines: readonly [readonly Point<'part'>[], readonly Point<'part'>[]]
    }
  | { readonly kind: 'axis'; readonly axis: AxisSurface; readonly play?: Play | undefined }
  /** Several holes as one: a pattern named by one letter, or two axes together. */
  | {
      readonly kind: 'pattern'
      readonly axes: readonly AxisSurface[]
      readonly play?: Play | undefined
    }

const HELD = 1e-6

/**
 * The frame that datums give in order, as a small displacement: each takes what the ones before it
 * left, by its kind (ISO 5459:2011, 6 and annex A; ASME Y14.5-2018, 7; both from memory). The table in
 * docs/engine.md says what each takes, and how.
 *
 * The frame is Σ motion · value: `motion` moves what its datum takes and nothing that an earlier one
 * holds, `value` is read off the datum's surface less what the frame already does there.
 */
export class DatumFrame {
  /** What is found on each piece before the frame can be read: touches and pins. */
  readonly steps: Step[] = []
  private figures = 0
  private readonly taken: { readonly motion: Six; readonly value: Reading }[] = []
  private open: readonly Six[]
  /** Motions that a datum takes at the boundary of its material, so that its play leaves some of them. */
  private loose: Six[] = []
  private readonly played: { readonly axes: readonly AxisSurface[]; readonly play: Play }[] = []

  /**
   * @param datums - primary first.
   * @param centre - about which turning is weighed against shifting; no result depends on it.
   * @param sizeMm - the size over which they are weighed, > 0.
   * @param formTilts - how the form of a plane lets a datum laid against it lean.
   */
  constructor(
    datums: readonly Datum[],
    centre: Point<'part'>,
    private readonly sizeMm: number,
    private readonly formTilts: ReadonlyMap<string, readonly FormTilt[]> = new Map(),
  ) {
    this.open = unitMotions(centre, sizeMm)
    for (const datum of datums) this.take(datum)
  }

  /** The motions that no datum holds, and those that one holds with play. */
  get free(): readonly Six[] {
    return [...this.open, ...this.loose]
  }

  /** Rows along which the play of a datum bounds a motion: two at each end of its holes. */
  get boundRows(): readonly Six[] {
    return this.played.flatMap(({ axes }) => axes.flatMap(endsAcross).flat())
  }

  /** What play allows, over motions: neither end of a hole may leave the boundary. */
  bounds(motions: readonly Six[]): readonly Check[] {
    return this.played.flatMap(({ axes, play }) =>
      axes.flatMap((axis) =>
        endsAcross(axis).map((rows): Check => ({
          kind: 'round',
          ...this.across(axis, rows, motions),
          factor: 2,
          diameter: play.own,
          bonus: play.sizes.get(axis.id),
        })),
      ),
    )
  }

  /** The frame's own displacement along a row. */
  read(row: Six): Reading {
    return sumOf(this.taken.map(({ motion, value }) => [value, dotSix(row, motion)] as const))
  }

  private take(datum: Datum): void {
    switch (datum.kind) {
      case 'plane':
        return this.takePlane(datum.plane, datum.outline)
      case 'middle':
        return this.takeMiddle(datum.planes, datum.outlines)
      case 'axis':
        return this.takeWithPlay([datum.axis], datum.play, () => this.takeAxis(datum.axis))
      case 'pattern':
        return this.takeWithPlay(datum.axes, datum.play, () =>
          this.takePattern(datum.axes, datum.play !== undefined),
        )
    }
  }

  private takeWithPlay(
    axes: readonly AxisSurface[],
    play: Play | undefined,
    take: () => void,
  ): void {
    const before = this.taken.length
    take()
    if (!play) return
    this.loose.push(...this.taken.slice(before).map(({ motion }) => motion))
    this.played.push({ axes, play })
  }

  /** Own deviated plane while nothing is held; later at its nominal angle to what is, touching from outside. */
  private takePlane(plane: PlaneSurface, outline: readonly Point<'part'>[]): void {
    const own = (row: Six): Reading => ownRow(plane.id, row)
    const turns = this.openTurns(inPlane(plane.normal))
    const levers =
      turns.length === 1 ? tangentOf(outline, plane.normal, turns[0] as Turn) : undefined
    for (const { about, beside } of turns) {
      const value = own(rotationRow(about))
      // The direction of the plane that touches best: the projected normal for a rectangle.
      const leans =
        levers && levers.slope !== 0
          ? sumOf([
              [own(rotationRow(beside)), levers.slope],
              [this.read(rotationRow(beside)), -levers.slope],
            ])
          : NOTHING
      this.accept(
        rotationRow(about),
        sumOf([
          [value, 1],
          [leans, 1],
          [this.formTilt(plane.id, about), 1],
        ]),
      )
    }
    const row = contactRow(plane.at, plane.normal)
    if (!this.sees(row)) return
    const touch =
      turns.length === 2 ? NOTHING : this.touch(plane, levers ? levers.ends : outline, own)
    this.accept(
      row,
      sumOf([
        [own(row), 1],
        [touch, 1],
      ]),
    )
  }

  /** What a datum laid against a face of that form leans about a direction. */
  private formTilt(surface: string, about: Point<'part'>): Reading {
    const tilts = this.formTilts.get(surface) ?? []
    return {
      rows: [],
      terms: tilts.flatMap(({ about: own, source }) => {
        const coefficient = dot(own, about)
        return Math.abs(coefficient) < 1e-9 ? [] : [{ source, coefficient }]
      }),
    }
  }

  /** Two planes closed on both: the mean direction (of the longer pair alone when one is longer), the middle of the touches. */
  private takeMiddle(
    [first, second]: readonly [PlaneSurface, PlaneSurface],
    [outline, other]: readonly [readonly Point<'part'>[], readonly Point<'part'>[]],
  ): void {
    const mean = (row: Six): Reading =>
      sumOf([
        [ownRow(first.id, row), 0.5],
        [ownRow(second.id, row), 0.5],
      ])
    const turns = this.openTurns(inPlane(first.normal))
    for (const { about } of turns) {
      const row = rotationRow(about)
      const [a, b] = [reachAbout(first, outline, about), reachAbout(second, other, about)]
      const value =
        turns.length === 2 || Math.abs(a - b) < 1e-6 * (a + b)
          ? mean(row)
          : ownRow(a > b ? first.id : second.id, row)
      this.accept(row, value)
    }
    const at = scale(
      point<'part'>(first.at.x + second.at.x, first.at.y + second.at.y, first.at.z + second.at.z),
      0.5,
    )
    const row = contactRow(at, first.normal)
    if (!this.sees(row)) return
    if (turns.length === 2) return this.accept(row, mean(row))
    const facing = dot(first.normal, second.normal)
    this.accept(
      row,
      sumOf([
        [ownRow(first.id, contactRow(first.at, first.normal)), 0.5],
        [this.turnBetween(first.at, at, first.normal), 0.5],
        [this.touch(first, outline, (r) => ownRow(first.id, r)), 0.5],
        [ownRow(second.id, contactRow(second.at, first.normal)), 0.5],
        [this.turnBetween(second.at, at, first.normal), 0.5],
        [this.touch(second, other, (r) => ownRow(second.id, r)), 0.5 * Math.sign(facing)],
      ]),
    )
  }

  /** What the frame's turning adds between two places, along a direction: from where it is read to where it counts. */
  private turnBetween(from: Point<'part'>, to: Point<'part'>, along: Point<'part'>): Reading {
    return this.read(addSix(contactRow(to, along), contactRow(from, along), -1))
  }

  /**
   * Own line while nothing is held; later the largest inscribed cylinder at its nominal angle to what is:
   * for a straight bore its place is that of the middle of its length.
   */
  private takeAxis(axis: AxisSurface): void {
    const along = unit(subtract(axis.to, axis.from))
    const across = inPlane(along)
    for (const { about } of this.openTurns(across)) {
      const row = rotationRow(about)
      this.accept(row, ownRow(axis.id, row))
    }
    const middle = between(axis.from, axis.to)
    // Where only one way is left, it is the way in which the middle can move: from axis to axis.
    for (const direction of this.openShifts(middle, across)) {
      const row = contactRow(middle, direction)
      this.accept(row, ownRow(axis.id, row))
    }
  }

  /**
   * All holes together, locked at their basic places, by pins that grow alike. With play it does not matter
   * which of the places it may take the frame is read from: the least squares serve, which are linear.
   */
  private takePattern(axes: readonly AxisSurface[], hasPlay: boolean): void {
    const places = axes.flatMap((axis) => endsAcross(axis).map((rows) => ({ axis, rows })))
    const seen = seenMotions(
      places.flatMap(({ rows }) => rows),
      this.open,
    )
    const motions = seen.map(({ motion }) => motion)
    if (motions.length === 0) return
    const pins = places.map(({ axis, rows }) => this.across(axis, rows, motions))
    const values = hasPlay ? meanMotions(pins, motions.length) : this.pinned(pins, motions.length)
    motions.forEach((motion, j) => this.taken.push({ motion, value: values[j] ?? NOTHING }))
    this.open = without(
      this.open,
      seen.map(({ coordinates }) => coordinates),
    )
  }

  private pinned(pins: readonly Moved[], motions: number): readonly Reading[] {
    this.steps.push({ kind: 'pins', motions, pins })
    return Array.from({ length: motions }, () => ({
      rows: [],
      terms: [],
      steps: [{ value: this.figures++, coefficient: 1 }],
    }))
  }

  /** An axis over the frame, across its direction at one end, and what motions of the frame change in it. */
  private across({ id }: AxisSurface, [a, b]: readonly [Six, Six], motions: readonly Six[]): Moved {
    return {
      first: this.difference(id, a),
      second: this.difference(id, b),
      moves: motions.map((m): [number, number] => [-dotSix(a, m), -dotSix(b, m)]),
    }
  }

  private difference(surface: string, row: Six): Reading {
    return sumOf([
      [ownRow(surface, row), 1],
      [this.read(row), -1],
    ])
  }

  /** How far a plane that leans against the frame touches beyond its own middle: the highest corner of its outline. */
  private touch(
    plane: PlaneSurface,
    outline: readonly Point<'part'>[],
    own: (row: Six) => Reading,
  ): Reading {
    const of = outline.map((corner) => {
      const lever = cross(subtract(corner, plane.at), plane.normal)
      const row: Six = [lever.x, lever.y, lever.z, 0, 0, 0]
      return sumOf([
        [own(row), 1],
        [this.read(row), -1],
      ])
    })
    this.steps.push({ kind: 'highest', of })
    return { rows: [], terms: [], steps: [{ value: this.figures++, coefficient: 1 }] }
  }

  private accept(row: Six, value: Reading): void {
    const seen = this.open.map((motion) => dotSix(row, motion))
    const square = seen.reduce((sum, s) => sum + s * s, 0)
    const motion = this.open.reduce(
      (sum, m, j) => addSix(sum, m, (seen[j] as number) / square),
      ZERO_SIX,
    )
    this.taken.push({
      motion,
      value: sumOf([
        [value, 1],
        [this.read(row), -1],
      ]),
    })
    // What has play carries along what a later datum holds against it.
    this.loose = this.loose.map((m) => addSix(m, motion, -dotSix(row, m)))
    this.open = without(this.open, [seen])
  }

  private sees(row: Six): boolean {
    return Math.hypot(...this.open.map((motion) => dotSix(row, motion))) > HELD
  }

  /** Turns about the two in-plane directions that are still open, with the direction beside each. */
  private openTurns(plane: readonly [Point<'part'>, Point<'part'>]): readonly Turn[] {
    return this.openOf(plane, (e) => scaleSix(rotationRow(e), this.sizeMm))
  }

  private openShifts(
    at: Point<'part'>,
    plane: readonly [Point<'part'>, Point<'part'>],
  ): readonly Point<'part'>[] {
    return this.openOf(plane, (e) => contactRow(at, e)).map(({ about }) => about)
  }

  /** The directions of a plane along which the open motions move something, most first. */
  private openOf(
    [u, v]: readonly [Point<'part'>, Point<'part'>],
    row: (direction: Point<'part'>) => Six,
  ): readonly Turn[] {
    const [a, b] = [u, v].map((e) => this.open.map((m) => dotSix(row(e), m))) as [
      number[],
      number[],
    ]
    const inner = (p: number[], q: number[]): number =>
      p.reduce((sum, x, i) => sum + x * (q[i] as number), 0)
    const [aa, ab, bb] = [inner(a, a), inner(a, b), inner(b, b)]
    // Symmetric 2 × 2: the direction of its larger eigenvalue; round ones keep the part's own axes.
    const turn =
      Math.abs(ab) < 1e-12 * (aa + bb) && aa >= bb ? 0 : 0.5 * Math.atan2(2 * ab, aa - bb)
    const [c, s] = [Math.cos(turn), Math.sin(turn)]
    const about = combine(u, c, v, s)
    const beside = combine(u, -s, v, c)
    const most = aa * c * c + 2 * ab * c * s + bb * s * s
    const least = aa * s * s - 2 * ab * c * s + bb * c * c
    const limit = HELD * HELD
    return [
      ...(most > limit ? [{ about, beside }] : []),
      ...(least > limit ? [{ about: beside, beside: about }] : []),
    ]
  }
}

/** The two rows across an axis, at each of its ends. */
function endsAcross({ from, to }: AxisSurface): readonly (readonly [Six, Six])[] {
  const [u, v] = inPlane(unit(subtract(to, from)))
  return [from, to].map((at) => [contactRow(at, u), contactRow(at, v)])
}

/** The least-squares motions of pins. */
function meanMotions(pins: readonly Moved[], motions: number): readonly Reading[] {
  const rows = leastSquaresRows(
    pins.map(({ moves }) => moves),
    motions,
  )
  return Array.from({ length: motions }, (_, j) =>
    sumOf(
      pins.flatMap(({ first, second }, i) => [
        [first, rows[(j * pins.length + i) * 2] ?? 0] as const,
        [second, rows[(j * pins.length + i) * 2 + 1] ?? 0] as const,
      ]),
    ),
  )
}

interface Turn {
  readonly about: Point<'part'>
  readonly beside: Point<'part'>
}

/**
 * The plane that touches an outline and leans least away from it, for a unit lean about `beside`: its own
 * turn about `about` that makes the largest gap least. 0 for a rectangle. The width of the outline over
 * the turn is convex and piecewise: the best lies where two corners change places.
 */
function tangentOf(
  outline: readonly Point<'part'>[],
  normal: Point<'part'>,
  { about, beside }: Turn,
): {
  readonly slope: number
  readonly ends: readonly Point<'part'>[]
  readonly width: number
} {
  const places = outline.map((corner) => {
    const lever = cross(corner, normal)
    return { corner, l: dot(lever, about), h: dot(lever, beside) }
  })
  const width = (k: number): number => {
    const heights = places.map(({ h, l }) => h - k * l)
    return Math.max(...heights) - Math.min(...heights)
  }
  const slopes = places.flatMap((a, i) =>
    places
      .slice(i + 1)
      .flatMap((b) => (Math.abs(a.l - b.l) > 1e-9 ? [(a.h - b.h) / (a.l - b.l)] : [])),
  )
  const widths = slopes.map((k) => ({ k, width: width(k) }))
  const least = Math.min(...widths.map((w) => w.width), Infinity)
  const best = widths.filter((w) => w.width < least + 1e-9).map((w) => w.k)
  const middle = best.length === 0 ? 0 : (Math.min(...best) + Math.max(...best)) / 2
  const slope = Math.abs(middle) < 1e-12 ? 0 : middle
  // Only the corners that lie farthest out can touch.
  const sorted = [...places].sort((a, b) => a.h - slope * a.l - (b.h - slope * b.l))
  return {
    slope,
    width: width(slope),
    ends: [sorted[0], sorted[sorted.length - 1]].flatMap((p) => (p ? [p.corner] : [])),
  }
}

/** The least width of an outline along a direction of its plane, when turning about that direction is free. */
export function leastWidth(
  outline: readonly Point<'part'>[],
  normal: Point<'part'>,
  along: Point<'part'>,
): number {
  return tangentOf(outline, normal, { about: along, beside: cross(along, normal) }).width
}

/** How far an outline reaches to either side of an in-plane direction: what a turn about it lifts. */
function reachAbout(
  plane: PlaneSurface,
  outline: readonly Point<'part'>[],
  about: Point<'part'>,
): number {
  const levers = outline.map((corner) =>
    dot(cross(subtract(corner, plane.at), plane.normal), about),
  )
  return Math.max(...levers) - Math.min(...levers)
}

const unit = (a: Point<'part'>): Point<'part'> => scale(a, 1 / norm(a))
const between = (a: Point<'part'>, b: Point<'part'>): Point<'part'> =>
  point((a.x + b.x) / 2, (a.y + b.y) / 2, (a.z + b.z) / 2)
const combine = (u: Point<'part'>, c: number, v: Point<'part'>, s: number): Point<'part'> =>
  point(u.x * c + v.x * s, u.y * c + v.y * s, u.z * c + v.z * s)

/** Two unit directions square to a third and to each other, along the part's axes where they can be. */
export function inPlane(normal: Point<'part'>): readonly [Point<'part'>, Point<'part'>] {
  const seed =
    Math.abs(normal.x) < 0.5
      ? point<'part'>(1, 0, 0)
      : Math.abs(normal.y) < 0.5
        ? point<'part'>(0, 1, 0)
        : point<'part'>(0, 0, 1)
  const first = unit(subtract(seed, scale(normal, dot(seed, normal))))
  return [first, cross(normal, first)]
}
