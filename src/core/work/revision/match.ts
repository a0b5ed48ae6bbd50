import {
  applyMotion,
  cross,
  dot,
  invertMotion,
  type Motion,
  norm,
  type Point,
  point,
  scale,
  subtract,
} from '../../ground/geometry'
import { directionOf, type Feature, type Part, partSurfaces, type Surface } from '../part'

type At = Point<'file'>

/** A surface in the axes of the file that its part came from: what did not move in the drawing does not move here. */
export interface Drawn {
  readonly id: string
  readonly owner: string
  readonly kind: Surface['kind']
  readonly at: At
  readonly along: At
  readonly sizeMm: number
}

/** An old surface and the new one that stands in its place. */
export interface Pair {
  readonly from: Drawn
  readonly to: Drawn
  /** How far it moved: a plane along its normal, an axis across itself, mm. */
  readonly movedMm: number
  /** What its diameter became larger by, mm. */
  readonly grownMm: number
  /** How far it turned, rad. */
  readonly turnedRad: number
}

/** How a part lies in the axes of its file; a part without one lies in its own. */
export function fileMotion({ model }: Part): Motion<'part', 'file'> {
  const { rows, shift } = model ?? {
    rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
    shift: point(0, 0, 0),
  }
  return { rows: rows as Motion<'part', 'file'>['rows'], shift: shift as Point<'part'> }
}

/** @param times - what lengths are multiplied by, where the two parts were taken in different units. */
export function drawnSurfaces(part: Part, times = 1): readonly Drawn[] {
  const back = invertMotion(fileMotion(part))
  return [...partSurfaces(part).values()].map((surface) => {
    const from = applyMotion(back, surface.kind === 'plane' ? surface.at : surface.from)
    const out = directionOf(surface)
    const to = applyMotion(back, add(surface.kind === 'plane' ? surface.at : surface.from, out))
    return {
      id: surface.id,
      owner: surface.owner,
      kind: surface.kind,
      at: scale(from, times),
      along: subtract(to, from),
      sizeMm: surface.kind === 'axis' ? surface.diameterMm * times : 0,
    }
  })
}

const add = (a: Point<'part'>, b: Point<'part'>): Point<'part'> =>
  point(a.x + b.x, a.y + b.y, a.z + b.z)

/** A surface that turned further than this is another one, rad. */
const TURNED_RAD = 0.5
/** What differs less than this did not change, mm and rad. */
export const SAME_MM = 1e-4
export const SAME_RAD = 1e-6

/** How a new surface would stand in the place of an old one; undefined where it looks another way or is of another kind. */
function paired(from: Drawn, to: Drawn): Pair | undefined {
  if (from.kind !== to.kind) return undefined
  const cosine = dot(from.along, to.along)
  // By its sine: near nought a cosine says nothing of the angle.
  const sine = norm(cross(from.along, to.along))
  const turned = Math.atan2(sine, Math.abs(cosine))
  if (turned > TURNED_RAD || (from.kind === 'plane' && cosine < 0)) return undefined
  const apart = subtract(to.at, from.at)
  const along = dot(apart, from.along)
  const movedMm =
    from.kind === 'plane'
      ? along
      : norm(
          subtract(apart, point(from.along.x * along, from.along.y * along, from.along.z * along)),
        )
  return {
    from,
    to,
    movedMm: Math.abs(movedMm) < SAME_MM ? 0 : movedMm,
    grownMm: Math.abs(to.sizeMm - from.sizeMm) < SAME_MM ? 0 : to.sizeMm - from.sizeMm,
    turnedRad: turned < SAME_RAD ? 0 : turned,
  }
}

/** How unlike a pair is, mm: how far all of it moved, and what its size and direction changed by. */
const unlike = ({ from, grownMm, movedMm, to, turnedRad }: Pair): number =>
  Math.abs(movedMm) + 0.3 * norm(subtract(to.at, from.at)) + 2 * Math.abs(grownMm) + 100 * turnedRad

export interface FeaturePair {
  readonly from: Feature
  readonly to: Feature
  readonly surfaces: readonly Pair[]
}

/** Pairs of surfaces, the likest first, each used once. */
export function pairSurfaces(before: readonly Drawn[], after: readonly Drawn[]): readonly Pair[] {
  const all = before
    .flatMap((from) => after.flatMap((to) => paired(from, to) ?? []))
    .map((pair) => ({ pair, cost: unlike(pair) }))
    .sort((a, b) => a.cost - b.cost)
  const [used, met] = [new Set<string>(), new Set<string>()]
  return all.flatMap(({ pair }) => {
    if (used.has(pair.from.id) || met.has(pair.to.id)) return []
    used.add(pair.from.id)
    met.add(pair.to.id)
    return [pair]
  })
}

/** Features further apart than this share of the part are not the same one moved. */
const FAR_SHARE = 0.35
/** Kinds that may stand for each other: a recogniser may say a slot once and a contour the next time. */
const family = ({ kind }: Feature): string =>
  kind === 'hole' || kind === 'boss' || kind === 'chamfer' || kind === 'rounding' ? kind : 'milled'

/** What lengths of the old part are multiplied by to be held against the new one: the unit may have been set right. */
export const timesBetween = (before: Part, after: Part): number =>
  (after.model?.times ?? 1) / (before.model?.times ?? 1)

/** Features that stand for each other, the likest first, each used once. */
export function pairFeatures(before: Part, after: Part): readonly FeaturePair[] {
  const times = timesBetween(before, after)
  const [old, fresh] = [drawnSurfaces(before, times), drawnSurfaces(after)]
  const own = (all: readonly Drawn[], { id }: Feature): readonly Drawn[] =>
    all.filter(({ owner }) => owner === id)
  const far = FAR_SHARE * times * Math.hypot(before.size.x.mm, before.size.y.mm, before.size.z.mm)
  const tries = before.features.flatMap((from) =>
    after.features.flatMap((to) => {
      if (family(from) !== family(to)) return []
      const [a, b] = [own(old, from), own(fresh, to)]
      const surfaces = pairSurfaces(a, b)
      if (surfaces.length === 0 && (a.length > 0 || b.length > 0)) return []
      const lost = Math.max(a.length, b.length) - surfaces.length
      const mean =
        surfaces.reduce((sum, pair) => sum + unlike(pair), 0) / Math.max(1, surfaces.length)
      const cost = mean + (lost * far) / (4 * Math.max(1, a.length, b.length))
      return cost < far ? [{ from, to, surfaces, cost }] : []
    }),
  )
  const [used, met] = [new Set<string>(), new Set<string>()]
  return tries
    .sort((a, b) => a.cost - b.cost)
    .flatMap(({ from, surfaces, to }) => {
      if (used.has(from.id) || met.has(to.id)) return []
      used.add(from.id)
      met.add(to.id)
      return [{ from, to, surfaces }]
    })
}
