import {
  add,
  applyMotion,
  AXES,
  cross,
  dot,
  type Frame,
  invertMotion,
  type Motion,
  norm,
  type PlanePoint,
  point,
  type Point,
  scale,
  subtract,
} from '../geometry'
import { flatRing, gapToRings, type Ring } from '../outline'

/** A solid as plain data, mm: what it is made of, not its mesh. A kernel cooks it; this page only measures it. */
export type Recipe<F extends Frame> =
  | { readonly kind: 'box'; readonly low: Point<F>; readonly high: Point<F> }
  | {
      /** Round about the line between two points; a cone where its two ends differ. */
      readonly kind: 'round'
      readonly from: Point<F>
      readonly to: Point<F>
      readonly radiusMm: number
      readonly endRadiusMm: number
    }
  | {
      /** An outline carried straight out of its plane; rings within rings are left out. */
      readonly kind: 'prism'
      readonly plane: Plane<F>
      readonly heightMm: number
      readonly rings: readonly Ring[]
    }
  | {
      /**
       * A section beside an axis, carried about it. The axis goes out of the plane where its x and y are 0; x of
       * the section is the way from it, never less than 0, and y the way along it. It begins over the plane's x.
       */
      readonly kind: 'turned'
      readonly plane: Plane<F>
      readonly section: Ring
      /** Right hand about the way out, more than 0 and at most a whole turn. */
      readonly turnRad: number
      /** The radius of the wall that it follows, so that facets of both lie on each other; none: it follows none. */
      readonly wallMm?: number | undefined
    }
  | {
      /** A solid that came in a file, known by the digest of the file and its number there. */
      readonly kind: 'model'
      readonly digest: string
      readonly body: number
      /** What lengths of the file, in mm by its own unit, are multiplied by; none: nothing. */
      readonly times?: number
      readonly by: Motion<F, 'file'>
      readonly low: Point<F>
      readonly high: Point<F>
    }
  | { readonly kind: 'moved'; readonly by: Motion<F, F>; readonly of: Recipe<F> }
  | { readonly kind: 'united'; readonly of: readonly Recipe<F>[] }
  | { readonly kind: 'cut'; readonly from: Recipe<F>; readonly by: readonly Recipe<F>[] }

/** A plane with its own axes: where x and y are 0, the direction of x, and the direction out of it; unit, square to each other. */
export interface Plane<F extends Frame> {
  readonly at: Point<F>
  readonly across: Point<F>
  readonly out: Point<F>
}

/** A place of a plane, so far out of it, mm. */
export const onPlane = <F extends Frame>(
  { across, at, out }: Plane<F>,
  { x, y }: PlanePoint,
  outMm = 0,
): Point<F> => add(add(at, scale(across, x)), add(scale(cross(out, across), y), scale(out, outMm)))

/** Where a place lies across, up and out of a plane, mm. */
export function alongPlane<F extends Frame>(
  { across, at, out }: Plane<F>,
  place: Point<F>,
): PlanePoint & { readonly out: number } {
  const by = subtract(place, at)
  return { x: dot(by, across), y: dot(by, cross(out, across)), out: dot(by, out) }
}

export const box = <F extends Frame>(low: Point<F>, high: Point<F>): Recipe<F> => ({
  kind: 'box',
  low,
  high,
})

export const round = <F extends Frame>(
  from: Point<F>,
  to: Point<F>,
  radiusMm: number,
  endRadiusMm = radiusMm,
): Recipe<F> => ({ kind: 'round', from, to, radiusMm, endRadiusMm })

export const moved = <F extends Frame>(by: Motion<F, F>, of: Recipe<F>): Recipe<F> => ({
  kind: 'moved',
  by,
  of,
})

/** An upright box about a solid. */
export interface Bounds<F extends Frame> {
  readonly low: Point<F>
  readonly high: Point<F>
}

export function boundsOfPoints<F extends Frame>(points: readonly Point<F>[]): Bounds<F> {
  const of = (pick: (...values: number[]) => number): Point<F> =>
    point(
      pick(...points.map((p) => p.x)),
      pick(...points.map((p) => p.y)),
      pick(...points.map((p) => p.z)),
    )
  return { low: of(Math.min), high: of(Math.max) }
}

export const cornersOfBox = <F extends Frame>({ high, low }: Bounds<F>): readonly Point<F>[] =>
  [low.x, high.x].flatMap((x) =>
    [low.y, high.y].flatMap((y) => [low.z, high.z].map((z) => point<F>(x, y, z))),
  )

/** How far the points that span a bent outline may lie outside of it, mm. */
const PRISM_WITHIN_MM = 0.05

/** Sides of the prism by which something round is enclosed. */
const SIDES = 24

/** Points that span a solid: those of a box exactly, of what is round a prism about it. */
export function spanOf<F extends Frame>(recipe: Recipe<F>): readonly Point<F>[] {
  switch (recipe.kind) {
    case 'box':
      return cornersOfBox(recipe)
    case 'model':
      return cornersOfBox(recipe)
    case 'round':
      return roundSpan(recipe)
    case 'prism':
      return recipe.rings.flatMap((ring) =>
        flatRing(ring, PRISM_WITHIN_MM, true).flatMap((p) =>
          [0, recipe.heightMm].map((out) => onPlane(recipe.plane, p, out)),
        ),
      )
    case 'turned':
      return turnedSpan(recipe)
    case 'moved':
      return spanOf(recipe.of).map((p) => applyMotion(recipe.by, p))
    case 'united':
      return recipe.of.flatMap(spanOf)
    case 'cut':
      return spanOf(recipe.from)
  }
}

function roundSpan<F extends Frame>({
  endRadiusMm,
  from,
  radiusMm,
  to,
}: Recipe<F> & { kind: 'round' }): readonly Point<F>[] {
  const [u, v] = acrossOf(subtract(to, from))
  const grow = 1 / Math.cos(Math.PI / SIDES)
  return Array.from({ length: SIDES }, (_, i) => (2 * Math.PI * i) / SIDES).flatMap((angle) => {
    const out = add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)))
    return [add(from, scale(out, radiusMm * grow)), add(to, scale(out, endRadiusMm * grow))]
  })
}

function turnedSpan<F extends Frame>({
  plane,
  section,
  turnRad,
}: Recipe<F> & { kind: 'turned' }): readonly Point<F>[] {
  const pieces = Math.max(1, Math.ceil((turnRad * SIDES) / (2 * Math.PI)))
  const each = turnRad / pieces
  const angles = Array.from({ length: pieces + 1 }, (_, i) => i * each)
  // On its round, and so far out of it that the straight sides between enclose it.
  return flatRing(section, PRISM_WITHIN_MM, true).flatMap(({ x, y }) =>
    [x, x / Math.cos(each / 2)].flatMap((r) =>
      angles.map((a) => onPlane(plane, { x: r * Math.cos(a), y: r * Math.sin(a) }, y)),
    ),
  )
}

/** The upright box that encloses a solid. */
export function boundsOf<F extends Frame>(recipe: Recipe<F>): Bounds<F> {
  return recipe.kind === 'box' ? recipe : boundsOfPoints(spanOf(recipe))
}

/** A prism over an outline. */
export const prism = <F extends Frame>(
  plane: Plane<F>,
  rings: readonly Ring[],
  heightMm: number,
): Recipe<F> => ({ kind: 'prism', plane, rings, heightMm })

/** Two unit directions square to one and to each other. */
export function acrossOf<F extends Frame>(along: Point<F>): readonly [Point<F>, Point<F>] {
  const unit = scale(along, 1 / norm(along))
  const [least = 'x'] = [...AXES].sort((a, b) => Math.abs(unit[a]) - Math.abs(unit[b]))
  const e = point<F>(least === 'x' ? 1 : 0, least === 'y' ? 1 : 0, least === 'z' ? 1 : 0)
  const square = subtract(e, scale(unit, dot(unit, e)))
  const u = scale(square, 1 / norm(square))
  return [u, cross(unit, u)]
}

/**
 * How far a place is outside a solid, mm; negative inside. By the largest of the ways over its faces, so
 * that off an edge or corner it is less than the straight way; its sign is exact, but for a model of a file,
 * of which only the box about it is known here.
 */
export function gapTo<F extends Frame>(recipe: Recipe<F>, at: Point<F>): number {
  switch (recipe.kind) {
    case 'box':
    case 'model': {
      const { high, low } = recipe
      return Math.max(...AXES.map((axis) => Math.max(low[axis] - at[axis], at[axis] - high[axis])))
    }
    case 'round': {
      const { endRadiusMm, from, radiusMm, to } = recipe
      const along = subtract(to, from)
      const length = norm(along)
      const by = subtract(at, from)
      const t = dot(by, along) / length
      const out = norm(subtract(by, scale(along, t / length)))
      const radius = radiusMm + ((endRadiusMm - radiusMm) * t) / length
      return Math.max(out - radius, -t, t - length)
    }
    case 'prism': {
      const place = alongPlane(recipe.plane, at)
      return Math.max(gapToRings(recipe.rings, place), -place.out, place.out - recipe.heightMm)
    }
    case 'turned':
      return gapToTurned(recipe, alongPlane(recipe.plane, at))
    case 'moved':
      return gapTo(recipe.of, applyMotion(invertMotion(recipe.by), at))
    case 'united':
      return Math.min(...recipe.of.map((one) => gapTo(one, at)))
    case 'cut':
      return Math.max(gapTo(recipe.from, at), ...recipe.by.map((one) => -gapTo(one, at)))
  }
}

function gapToTurned<F extends Frame>(
  { section, turnRad }: Recipe<F> & { kind: 'turned' },
  { out, x, y }: PlanePoint & { readonly out: number },
): number {
  const aside = gapToRings([section], { x: Math.hypot(x, y), y: out })
  if (turnRad >= WHOLE_TURN) return aside
  // Before the half plane where it begins, past the one where it ends.
  const ends = [-y, Math.cos(turnRad) * y - Math.sin(turnRad) * x] as const
  return Math.max(aside, turnRad <= Math.PI ? Math.max(...ends) : Math.min(...ends))
}

/** A turn that leaves no gap but of rounding, rad. */
const WHOLE_TURN = 2 * Math.PI - 1e-9

/** The bodies of files that a solid is made of. */
export function modelsIn<F extends Frame>(
  recipe: Recipe<F>,
): readonly (Recipe<F> & { kind: 'model' })[] {
  switch (recipe.kind) {
    case 'model':
      return [recipe]
    case 'moved':
      return modelsIn(recipe.of)
    case 'united':
      return recipe.of.flatMap(modelsIn)
    case 'cut':
      return [recipe.from, ...recipe.by].flatMap(modelsIn)
    case 'box':
    case 'prism':
    case 'round':
    case 'turned':
      return []
  }
}

/** The boxes along the axes that a solid is made of; what is round or leans is left out. */
export function boxesOf<F extends Frame>(recipe: Recipe<F>): readonly Bounds<F>[] {
  switch (recipe.kind) {
    case 'box':
      return [recipe]
    case 'united':
      return recipe.of.flatMap(boxesOf)
    case 'cut':
      return boxesOf(recipe.from)
    case 'model':
    case 'moved':
    case 'prism':
    case 'round':
    case 'turned':
      return []
  }
}
