import { add, cross, type PlanePoint, scale, subtract } from '../../ground/geometry'
import {
  type Corner,
  type Edge,
  edgesOf,
  headingAt,
  middleOfEdge,
  type Ring,
} from '../../ground/outline'
import { onPlane, type Plane, prism, type Recipe } from '../../ground/recipe'

/** An edge of a floor with the side on which the floor lies; one without a wall is open. */
interface Wall {
  readonly edge: Edge
  readonly isLeft: boolean
  readonly isOpen: boolean
}

export interface Floor {
  readonly plane: Plane<'part'>
  /** Outlines; an edge that is open has no wall. */
  readonly rings: readonly (readonly (Corner & { readonly open?: boolean | undefined })[])[]
  /** Whether a place of the plane is floor. */
  readonly isFloor: (at: PlanePoint) => boolean
}

/** What stands in a foot reaches so far into wall and floor that facets leave no gap there, mm. */
const INTO_MM = 0.05
/** How far beside an edge it is looked on which side the floor is, mm. */
const BESIDE_MM = 1e-3
/** Edges that turn by less run on into each other, rad. */
const STRAIGHT_ON = 1e-4

/**
 * The metal that a cutter with a round nose leaves along the foot of walls, to be left out of what it takes: along
 * each wall what is under the arc that touches wall and floor, carried on round corners that stand out.
 *
 * @param radiusMm - of the arc, more than 0.
 * @param beyondMm - how far it goes on where a wall ends in the open.
 */
export function footOf(
  { isFloor, plane, rings }: Floor,
  radiusMm: number,
  beyondMm: number,
): readonly Recipe<'part'>[] {
  return rings.flatMap((ring) => {
    const walls = edgesOf(ring).map((edge, i): Wall => {
      const { left, middle } = middleOfEdge(edge)
      const beside = { x: middle.x + left.x * BESIDE_MM, y: middle.y + left.y * BESIDE_MM }
      return { edge, isLeft: isFloor(beside), isOpen: ring[i]?.open === true }
    })
    return walls.flatMap((wall, i) => {
      if (wall.isOpen) return []
      const before = walls[(i + walls.length - 1) % walls.length] as Wall
      const after = walls[(i + 1) % walls.length] as Wall
      const more = (next: Wall): number => (next.isOpen ? beyondMm : 0)
      const along =
        wall.edge.kind === 'line'
          ? alongLine(plane, wall, radiusMm, more(before), more(after))
          : alongArc(plane, wall, wall.edge, radiusMm, more(before), more(after))
      const round = before.isOpen ? undefined : roundCorner(plane, before, wall, radiusMm)
      return round ? [along, round] : [along]
    })
  })
}

/** What is taken, less what is left of it in the foot of its walls. */
export const withoutFoot = (
  taken: Recipe<'part'>,
  foot: readonly Recipe<'part'>[],
): Recipe<'part'> =>
  foot.length > 0 ? { kind: 'cut', from: taken, by: [{ kind: 'united', of: foot }] } : taken

/** All round a boss. */
export const footOfRound = (plane: Plane<'part'>, wallMm: number, radiusMm: number) =>
  turned(plane, sectionFrom(wallMm, radiusMm), 2 * Math.PI)

/** Under the arc that touches wall and floor: x away from the wall, y up from the floor. */
function section(radiusMm: number, mostMm = radiusMm): Ring {
  const x = Math.min(radiusMm, mostMm)
  const from = 2 * Math.PI - Math.acos(x / radiusMm - 1)
  const y = radiusMm * (1 + Math.sin(from))
  return [
    { x: -INTO_MM, y: -INTO_MM },
    { x, y: -INTO_MM },
    { x, y, bulge: Math.tan((Math.PI - from) / 4) },
    { x: 0, y: radiusMm },
    { x: -INTO_MM, y: radiusMm },
  ]
}

/** The same from an axis on, with the floor outside of the wall. */
const sectionFrom = (wallMm: number, radiusMm: number): Ring =>
  section(radiusMm).map((corner) => ({ ...corner, x: Math.max(0, wallMm + corner.x) }))

/** The same with the floor between the wall and the axis. */
const sectionTo = (wallMm: number, radiusMm: number): Ring => {
  const ring = section(radiusMm, wallMm)
  return ring.map((_, i): Corner => {
    const { x, y } = ring[ring.length - 1 - i] as Corner
    const { bulge } = ring[(2 * ring.length - 2 - i) % ring.length] as Corner
    return { x: wallMm - x, y, bulge }
  })
}

function alongLine(
  plane: Plane<'part'>,
  { edge: { from, to }, isLeft }: Wall,
  radiusMm: number,
  before: number,
  after: number,
): Recipe<'part'> {
  const [a, b] = isLeft ? [from, to] : [to, from]
  const [early, late] = isLeft ? [before, after] : [after, before]
  const [start, end] = [onPlane(plane, a), onPlane(plane, b)]
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  const out = scale(subtract(end, start), 1 / length)
  const at = add(start, scale(out, -early))
  const across = cross(plane.out, out)
  return prism({ at, across, out }, [section(radiusMm)], early + length + late)
}

function alongArc(
  plane: Plane<'part'>,
  { isLeft }: Wall,
  { beginRad, centre, radiusMm: wallMm, turnRad }: Edge & { kind: 'arc' },
  radiusMm: number,
  before: number,
  after: number,
): Recipe<'part'> {
  const [early, late] = turnRad > 0 ? [before, after] : [after, before]
  const first = (turnRad > 0 ? beginRad : beginRad + turnRad) - early / wallMm
  const turn = Math.min(2 * Math.PI, Math.abs(turnRad) + (early + late) / wallMm)
  const isInside = turnRad > 0 === isLeft
  return turned(
    begunAt(plane, centre, first),
    isInside ? sectionTo(wallMm, radiusMm) : sectionFrom(wallMm, radiusMm),
    turn,
    wallMm,
  )
}

/** What a cutter leaves as it goes round the end of a wall that stands out into the floor. */
function roundCorner(
  plane: Plane<'part'>,
  before: Wall,
  { edge, isLeft }: Wall,
  radiusMm: number,
): Recipe<'part'> | undefined {
  const [a, b] = [headingAt(before.edge, 'to'), headingAt(edge, 'from')]
  const turn = Math.atan2(Math.sin(b - a), Math.cos(b - a))
  if (isLeft ? turn > -STRAIGHT_ON : turn < STRAIGHT_ON) return undefined
  const first = isLeft ? b + Math.PI / 2 : a - Math.PI / 2
  return turned(begunAt(plane, edge.from, first), sectionFrom(0, radiusMm), Math.abs(turn))
}

const turned = (
  plane: Plane<'part'>,
  ring: Ring,
  turnRad: number,
  wallMm?: number,
): Recipe<'part'> => ({
  kind: 'turned',
  plane,
  section: ring,
  turnRad,
  ...(wallMm !== undefined && { wallMm }),
})

/** The plane about another place, its x turned on by an angle. */
const begunAt = (plane: Plane<'part'>, centre: PlanePoint, rad: number): Plane<'part'> => ({
  at: onPlane(plane, centre),
  out: plane.out,
  across: subtract(onPlane(plane, { x: Math.cos(rad), y: Math.sin(rad) }), plane.at),
})
