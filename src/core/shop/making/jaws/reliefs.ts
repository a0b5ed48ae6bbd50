import { type PlanePoint, planeDistance } from '../../../ground/geometry'
import { type Corner, type Edge, edgesOf, type Ring } from '../../../ground/outline'
import { type Half, type Relief } from './types'

/** So far past the corner the cutter goes, mm (common practice, no source). */
export const PAST_MM = 0.2
/** What the cutter may leave standing in a corner, mm. */
const LEFT_MM = 0.002
/** An arc that turns by more than this is an end that the cutter cannot be driven into by its corner, rad. */
const MOST_TURN_RAD = 2.6

type Direction = PlanePoint

const along = (from: PlanePoint, to: PlanePoint): Direction => {
  const length = planeDistance(from, to)
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
}

/** The direction in which an edge begins, or ends. */
function heading(edge: Edge, end: 'begin' | 'end'): Direction {
  if (edge.kind === 'line') return along(edge.from, edge.to)
  const angle = edge.beginRad + (end === 'end' ? edge.turnRad : 0)
  const sign = Math.sign(edge.turnRad)
  return { x: -Math.sin(angle) * sign, y: Math.cos(angle) * sign }
}

const turnOf = (a: Direction, b: Direction): number =>
  Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y)

/**
 * Where a cutter of this radius leaves metal in the corners of a pocket: the jaw's inside corners, which
 * are the part's outside ones.
 *
 * @param pocket - counter-clockwise about the pocket.
 * @param isInJaw - whether a corner lies in the jaw, so that something is left there at all.
 */
export function reliefsOf(
  pocket: Ring,
  radiusMm: number,
  half: Half,
  isInJaw: (corner: PlanePoint) => boolean,
): readonly Relief[] {
  const edges = edgesOf(pocket)
  const before = (i: number): Edge => edges[(i + edges.length - 1) % edges.length] as Edge
  return edges.flatMap((edge, i): readonly Relief[] => {
    const [into, out] = [heading(before(i), 'end'), heading(edge, 'begin')]
    const corner = relief(edge.from, edge.from, into, turnOf(into, out), radiusMm, half)
    const tight =
      edge.kind === 'arc' && edge.turnRad > 0 && edge.radiusMm < radiusMm - LEFT_MM
        ? tightArc(edge, radiusMm, half)
        : []
    return [...corner, ...tight].filter((one) => isInJaw(one.corner))
  })
}

/** @param virtual - where the walls would meet; `deepest` is as far as the pocket goes towards it. */
function relief(
  virtual: PlanePoint,
  deepest: PlanePoint,
  into: Direction,
  turnRad: number,
  radiusMm: number,
  half: Half,
): readonly Relief[] {
  if (turnRad <= 0 || radiusMm * (1 / Math.cos(turnRad / 2) - 1) <= LEFT_MM) return []
  // Out of the corner into the pocket: half way between where one wall came from and the other goes.
  const angle = Math.atan2(into.y, into.x) + turnRad / 2 + Math.PI / 2
  const inward = { x: Math.cos(angle), y: Math.sin(angle) }
  const from = (p: PlanePoint, mm: number): PlanePoint => ({
    x: p.x + inward.x * mm,
    y: p.y + inward.y * mm,
  })
  return [
    {
      half,
      corner: deepest,
      from: from(virtual, radiusMm / Math.cos(turnRad / 2)),
      to: from(deepest, radiusMm - PAST_MM),
      radiusMm,
    },
  ]
}

function tightArc(edge: Edge & { kind: 'arc' }, radiusMm: number, half: Half): readonly Relief[] {
  const { beginRad, centre, turnRad } = edge
  if (turnRad > MOST_TURN_RAD) return []
  const middle = beginRad + turnRad / 2
  const at = (mm: number): PlanePoint => ({
    x: centre.x + Math.cos(middle) * mm,
    y: centre.y + Math.sin(middle) * mm,
  })
  const virtual = at(edge.radiusMm / Math.cos(turnRad / 2))
  return relief(virtual, at(edge.radiusMm), heading(edge, 'begin'), turnRad, radiusMm, half)
}

/** What the cutter takes as it goes from one place to the other. */
export function sweptBy({ from, radiusMm, to }: Relief): Ring {
  const { x, y } = along(from, to)
  const side = (p: PlanePoint, sign: number, bulge?: number): Corner => ({
    x: p.x - sign * y * radiusMm,
    y: p.y + sign * x * radiusMm,
    ...(bulge !== undefined && { bulge }),
  })
  return [side(from, -1), side(to, -1, 1), side(to, 1), side(from, 1, 1)]
}
