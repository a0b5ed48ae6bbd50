import { outsideWith, type PartInCasting, type FitSurface } from '../../chain/fitting'
import { decompose } from '../../ground/linalg'
import { AXES, type Axis, norm, point, subtract } from '../../ground/geometry'
import { boughtOf, type Part } from '../part'
import { type JoinedPoint } from './joined'
import { fitLabel, fitSurfacesOf } from './surfaces'

/** A point that does not go with the others, and what it may be. */
export interface Doubt {
  readonly point: string
  readonly surface: string
  /** How far it is off where the others would have it, mm; more than 0 outwards. */
  readonly offMm: number
  readonly kind: 'inches' | 'face' | 'burr' | 'hollow'
  readonly words: string
}

const INCH = 25.4
/** A point may be off the others by so many times what its surface wanders, and at least so much, mm. */
const [TIMES, LEAST_MM] = [1.5, 0.6]
const LEAST_OTHERS = 3

/** Points that look wrong, the worst first. */
export function doubtsOf(
  part: Part,
  points: readonly JoinedPoint[],
  motion: PartInCasting,
): readonly Doubt[] {
  const surfaces = fitSurfacesOf(part)
  const outside = outsideWith(motion)
  const at = (one: JoinedPoint, on: FitSurface): number =>
    outside({ at: one.at, on, plusMinusMm: 0 }).mm
  return surfaces
    .filter(({ kind }) => kind !== 'wall')
    .flatMap((surface) => {
      const own = points.filter((one) => one.surface === surface.id)
      if (own.length <= LEAST_OTHERS) return []
      const spread = boughtOf(part, surface.id)?.spread.mm ?? 0
      const offs = leftOut(
        own,
        own.map((one) => at(one, surface)),
        slopesOf(surface),
      )
      const allowed = Math.max(LEAST_MM, TIMES * spread)
      const worst = offs.reduce(
        (most, off, i) => (Math.abs(off) > Math.abs(offs[most] ?? 0) ? i : most),
        0,
      )
      // The others are pulled along by the worst one: only that is told, the rest when it is out.
      const [one, offMm] = [own[worst] as JoinedPoint, offs[worst] ?? 0]
      if (Math.abs(offMm) <= allowed) return []
      return [{ point: one.id, surface: surface.id, offMm, ...cause(one, offMm, surface) }]
    })
    .sort((a, b) => Math.abs(b.offMm) - Math.abs(a.offMm))

  function cause(
    one: JoinedPoint,
    offMm: number,
    surface: FitSurface,
  ): Pick<Doubt, 'kind' | 'words'> {
    const inch = { ...one, at: point<'casting'>(one.at.x * INCH, one.at.y * INCH, one.at.z * INCH) }
    const isIn = (of: JoinedPoint, on: FitSurface): boolean =>
      Math.abs(at(of, on) - (on.aimMm ?? 0)) < 2 * (boughtOf(part, on.id)?.spread.mm ?? 0) + 1
    if (isIn(inch, surface)) return { kind: 'inches', words: 'read in inches?' }
    const other = surfaces.find((on) => on.kind !== 'wall' && on.id !== surface.id && isIn(one, on))
    if (other && Math.abs(offMm) > 3)
      return { kind: 'face', words: `taken on ${fitLabel(part, other.id)}?` }
    return offMm > 0
      ? { kind: 'burr', words: 'on a burr, a gate or dirt?' }
      : { kind: 'hollow', words: 'in a hollow, or a slip of the pen?' }
  }
}

/** The axes along which a flat may lean; a round has one figure all over. */
const slopesOf = (surface: FitSurface): readonly Axis[] =>
  surface.shape === 'plane' ? AXES.filter((axis) => Math.abs(surface.normal[axis]) < 0.5) : []

/** Of a scan only so many of the nearest are asked. */
const MOST_OTHERS = 12

/** How far each is off the plane through the others, over where they lie. */
function leftOut(
  own: readonly JoinedPoint[],
  mm: readonly number[],
  along: readonly Axis[],
): readonly number[] {
  const expectedAt = (
    one: JoinedPoint,
    others: readonly { readonly at: JoinedPoint['at']; readonly mm: number }[],
  ): number => {
    // A slope is only taken from enough others; fewer have a mean.
    const slopes = others.length >= 5 ? along : []
    const rows = others.map(({ at }) => [1, ...slopes.map((axis) => at[axis] - one.at[axis])])
    const { inverse } = decompose(rows, 1 + slopes.length)
    return (inverse[0] ?? []).reduce((sum, w, k) => sum + w * (others[k]?.mm ?? 0), 0)
  }
  const all = own.map((one, i) => ({ at: one.at, mm: mm[i] ?? 0 }))
  const nearest = (one: JoinedPoint, i: number) =>
    all
      .filter((_, k) => k !== i)
      .sort((a, b) => norm(subtract(a.at, one.at)) - norm(subtract(b.at, one.at)))
      .slice(0, MOST_OTHERS)
  return own.map((one, i) => (mm[i] ?? 0) - expectedAt(one, nearest(one, i)))
}

/** What is wrong with all points together: another unit, another side down; nothing where they go with the part. */
export function wholeDoubt(part: Part, points: readonly JoinedPoint[]): string | undefined {
  const surfaces = new Map(fitSurfacesOf(part).map((one) => [one.id, one]))
  const off = (turn: (p: JoinedPoint['at']) => JoinedPoint['at']): number => {
    const outside = outsideWith({
      rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
      shift: point(0, 0, 0),
    })
    const all = points
      .flatMap((one) => {
        const on = surfaces.get(one.surface)
        return on
          ? [Math.abs(outside({ at: turn(one.at), on, plusMinusMm: 0 }).mm - (on.aimMm ?? 0))]
          : []
      })
      .sort((a, b) => a - b)
    return all[all.length >> 1] ?? 0
  }
  const { x, y, z } = part.size
  const now = off((p) => p)
  if (now < FAR_MM) return undefined
  const turned: readonly (readonly [string, (p: JoinedPoint['at']) => JoinedPoint['at']])[] = [
    [
      'The figures look like inches: times 25.4 they lie on the part. Say the unit, or read them again.',
      (p) => point(p.x * INCH, p.y * INCH, p.z * INCH),
    ],
    [
      'The part seems to have lain upside down, front and back changed: turned over they fit.',
      (p) => point(p.x, y.mm - p.y, z.mm - p.z),
    ],
    [
      'The part seems to have lain upside down, left and right changed: turned over they fit.',
      (p) => point(x.mm - p.x, p.y, z.mm - p.z),
    ],
    [
      'The part seems to have been turned half round: left for right and front for back they fit.',
      (p) => point(x.mm - p.x, y.mm - p.y, p.z),
    ],
  ]
  const best = turned.find(([, turn]) => off(turn) < now / 4)
  return (
    best?.[0] ??
    `The points lie some ${Math.round(now)} mm off the part: another origin, or other faces than are said.`
  )
}

/** Points that lie further off than this in the middle are not those of this part as it is drawn, mm. */
const FAR_MM = 6
