import { add, cross, type Frame, type PlanePoint, scale, subtract } from '../geometry'
import { type Corner, type Edge, edgesOf, headingAt, middleOfEdge, type Ring } from '../outline'
import { onPlane, type Plane, prism, type Recipe } from './recipe'

/** An edge of a floor with the side of it on which strips lie; one without a wall is open. */
interface Wall {
  readonly edge: Edge
  readonly isLeft: boolean
  readonly isOpen: boolean
}

/** Walls as seen from above: where they stand, and on which side of them is floor. */
export interface Floor<F extends Frame> {
  readonly plane: Plane<F>
  /** Outlines; an edge that is open has no wall. */
  readonly rings: readonly (readonly (Corner & { readonly open?: boolean | undefined })[])[]
  /** Whether a place of the plane is floor. */
  readonly isFloor: (at: PlanePoint) => boolean
}

/**
 * The section of a strip: x away from its wall, y up, counter-clockwise; no farther from the wall, and no farther
 * back over it, than it may reach, mm.
 */
export type Section = (mostMm: number, backMm: number) => Ring

/** Reaches so far out of a wall that facets leave no gap there, mm. */
export const OUT_MM = 0.05

/**
 * What a slant takes off the upper edge of a wall and what is over it, as a section for strips over the metal.
 *
 * @param wideMm - into the metal; `deepMm` down the wall, `upMm` over the edge.
 */
export const slantOff =
  (wideMm: number, deepMm: number, upMm: number): Section =>
  (mostMm, backMm) => {
    const heightAt = (x: number): number => (x * deepMm) / wideMm - deepMm
    const far = wideMm + (upMm * wideMm) / deepMm
    const back = -Math.min(OUT_MM, backMm)
    const from = { x: back, y: heightAt(back) }
    const over = { x: back, y: upMm }
    return far <= mostMm
      ? [from, { x: far, y: upMm }, over]
      : [from, { x: mostMm, y: heightAt(mostMm) }, { x: mostMm, y: upMm }, over]
  }

/** How far beside an edge it is looked on which side the floor is, mm. */
const BESIDE_MM = 1e-3
/** Edges that turn by less run on into each other, rad. */
const STRAIGHT_ON = 1e-4

/**
 * Strips of one section along all walls of a floor, carried round corners that stand out into the side on which they
 * lie: over the floor, or over the metal of the walls.
 *
 * @param beyondMm - how far a strip goes on where its wall ends in the open.
 */
export function stripsAlong<F extends Frame>(
  { isFloor, plane, rings }: Floor<F>,
  section: Section,
  over: 'floor' | 'metal',
  beyondMm: number,
): readonly Recipe<F>[] {
  return rings.flatMap((ring) => {
    const walls = edgesOf(ring).map((edge, i): Wall => {
      const { left, middle } = middleOfEdge(edge)
      const beside = { x: middle.x + left.x * BESIDE_MM, y: middle.y + left.y * BESIDE_MM }
      return {
        edge,
        isLeft: isFloor(beside) === (over === 'floor'),
        isOpen: ring[i]?.open === true,
      }
    })
    return walls.flatMap((wall, i) => {
      if (wall.isOpen) return []
      const before = walls[(i + walls.length - 1) % walls.length] as Wall
      const after = walls[(i + 1) % walls.length] as Wall
      const more = (next: Wall): number => (next.isOpen ? beyondMm : 0)
      const along =
        wall.edge.kind === 'line'
          ? alongLine(plane, wall, section, more(before), more(after))
          : alongArc(plane, wall, wall.edge, section, more(before), more(after))
      const round = before.isOpen ? undefined : roundCorner(plane, before, wall, section)
      return round ? [along, round] : [along]
    })
  })
}

/** A strip all round a wall about an axis, outside of it or inside. */
export const stripRound = <F extends Frame>(
  plane: Plane<F>,
  wallMm: number,
  section: Section,
  side: 'outside' | 'inside',
): Recipe<F> =>
  turned(
    plane,
    side === 'outside' ? sectionFrom(wallMm, section) : sectionTo(wallMm, section),
    2 * Math.PI,
  )

/** A section from an axis on, outside of a wall about it. */
const sectionFrom = (wallMm: number, section: Section): Ring =>
  section(Infinity, wallMm).map((corner) => ({ ...corner, x: wallMm + corner.x }))

/** The same between a wall and the axis that it is about. */
const sectionTo = (wallMm: number, section: Section): Ring => {
  const ring = section(wallMm, Infinity)
  return ring.map((_, i): Corner => {
    const { x, y } = ring[ring.length - 1 - i] as Corner
    const { bulge } = ring[(2 * ring.length - 2 - i) % ring.length] as Corner
    return { x: wallMm - x, y, bulge }
  })
}

function alongLine<F extends Frame>(
  plane: Plane<F>,
  { edge: { from, to }, isLeft }: Wall,
  section: Section,
  before: number,
  after: number,
): Recipe<F> {
  const [a, b] = isLeft ? [from, to] : [to, from]
  const [early, late] = isLeft ? [before, after] : [after, before]
  const [start, end] = [onPlane(plane, a), onPlane(plane, b)]
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  const out = scale(subtract(end, start), 1 / length)
  const at = add(start, scale(out, -early))
  const across = cross(plane.out, out)
  return prism({ at, across, out }, [section(Infinity, Infinity)], early + length + late)
}

function alongArc<F extends Frame>(
  plane: Plane<F>,
  { isLeft }: Wall,
  { beginRad, centre, radiusMm: wallMm, turnRad }: Edge & { kind: 'arc' },
  section: Section,
  before: number,
  after: number,
): Recipe<F> {
  const [early, late] = turnRad > 0 ? [before, after] : [after, before]
  const first = (turnRad > 0 ? beginRad : beginRad + turnRad) - early / wallMm
  const turn = Math.min(2 * Math.PI, Math.abs(turnRad) + (early + late) / wallMm)
  const isInside = turnRad > 0 === isLeft
  return turned(
    begunAt(plane, centre, first),
    isInside ? sectionTo(wallMm, section) : sectionFrom(wallMm, section),
    turn,
    wallMm,
  )
}

/** What lies round the end of a wall that stands out into the side of the strip. */
function roundCorner<F extends Frame>(
  plane: Plane<F>,
  before: Wall,
  { edge, isLeft }: Wall,
  section: Section,
): Recipe<F> | undefined {
  const [a, b] = [headingAt(before.edge, 'to'), headingAt(edge, 'from')]
  const turn = Math.atan2(Math.sin(b - a), Math.cos(b - a))
  if (isLeft ? turn > -STRAIGHT_ON : turn < STRAIGHT_ON) return undefined
  const first = isLeft ? b + Math.PI / 2 : a - Math.PI / 2
  return turned(begunAt(plane, edge.from, first), sectionFrom(0, section), Math.abs(turn))
}

const turned = <F extends Frame>(
  plane: Plane<F>,
  section: Ring,
  turnRad: number,
  wallMm?: number,
): Recipe<F> => ({
  kind: 'turned',
  plane,
  section,
  turnRad,
  ...(wallMm !== undefined && { wallMm }),
})

/** The plane about another place, its x turned on by an angle. */
const begunAt = <F extends Frame>(plane: Plane<F>, centre: PlanePoint, rad: number): Plane<F> => ({
  at: onPlane(plane, centre),
  out: plane.out,
  across: subtract(onPlane(plane, { x: Math.cos(rad), y: Math.sin(rad) }), plane.at),
})
