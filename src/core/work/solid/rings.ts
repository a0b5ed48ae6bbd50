import { type PlanePoint, planeDistance, point, type Point } from '../../ground/geometry'
import { circleRing, type Corner, reversed, type Ring, ringArea } from '../../ground/outline'
import { alongPlane, type Plane } from '../../ground/recipe'
import { circleThrough, fitCircle, type FittedCircle } from './fit'
import { type SolidEdge } from './solid'

/** What a spline may be off a line or an arc to be taken for one, mm. */
export const SPLINE_MISFIT_MM = 0.002
const SAME_MM = 1e-7

/** A piece of an outline from one place to another, with the places between. */
interface Piece {
  readonly places: readonly PlanePoint[]
  readonly isStraight: boolean
}

const ends = ({ places }: Piece): readonly [PlanePoint, PlanePoint] => [
  places[0] as PlanePoint,
  places[places.length - 1] as PlanePoint,
]

const turnedAbout = (piece: Piece): Piece => ({ ...piece, places: [...piece.places].reverse() })

/**
 * The outline that edges make in a plane, from end to end in whatever order and direction they come.
 * Splines that are lines or arcs in truth become such; others stay as short straight edges.
 */
export function ringOf(plane: Plane<'file'>, edges: readonly SolidEdge[]): Ring {
  const left = edges.map((edge): Piece => {
    const places = edge.points.map((p: Point<'file'>) => {
      const { x, y } = alongPlane(plane, p)
      return { x, y }
    })
    return { places, isStraight: edge.kind === 'line' }
  })
  const corners: Corner[] = []
  let at: PlanePoint | undefined
  while (left.length > 0) {
    const here = at
    const away = left.map((piece) => {
      const [a, b] = ends(piece)
      return here ? Math.min(planeDistance(a, here), planeDistance(b, here)) : 0
    })
    const next = away.indexOf(Math.min(...away))
    const [found] = left.splice(next, 1) as [Piece]
    const [a, b] = ends(found)
    const isBackwards =
      here === undefined
        ? left.length > 0 && !left.some((piece) => meets(piece, b))
        : planeDistance(b, here) < planeDistance(a, here)
    const piece = isBackwards ? turnedAbout(found) : found
    corners.push(...cornersOf(piece))
    at = ends(piece)[1]
  }
  return ringArea(corners) < 0 ? reversed(corners) : corners
}

const meets = (piece: Piece, at: PlanePoint): boolean =>
  ends(piece).some((end) => planeDistance(end, at) < 1e-4)

/** The corners that a piece adds: all but its last place. */
function cornersOf({ isStraight, places }: Piece): readonly Corner[] {
  const [first, last] = [places[0] as PlanePoint, places[places.length - 1] as PlanePoint]
  if (isStraight || places.length < 3 || isLine(places)) return [first]
  const circle = circleOf(places)
  if (!circle || circle.misfitMm > SPLINE_MISFIT_MM) return places.slice(0, -1)
  const turn = places.slice(1).reduce((sum, p, i) => {
    const q = places[i] as PlanePoint
    const [a, b] = [q, p].map((r) => Math.atan2(r.y - circle.centre.y, r.x - circle.centre.x)) as [
      number,
      number,
    ]
    return sum + Math.atan2(Math.sin(b - a), Math.cos(b - a))
  }, 0)
  if (planeDistance(first, last) < SAME_MM) {
    const whole = circleRing(circle.centre, circle.radiusMm)
    return turn < 0 ? reversed(whole) : whole
  }
  return [{ ...first, bulge: Math.tan(turn / 4) }]
}

/** What a drawn circle may be off itself by arithmetic, mm. */
const DRAWN_MM = 1e-7

/** The circle that places lie on: of a drawn one three of them tell it, any other is fitted. */
function circleOf(places: readonly PlanePoint[]): FittedCircle | undefined {
  const [a, b, c] = [0, 1 / 3, 2 / 3].map((share) => {
    const { x, y } = places[Math.round(share * (places.length - 1))] as PlanePoint
    return point<'file'>(x, y, 0)
  }) as [Point<'file'>, Point<'file'>, Point<'file'>]
  const three = circleThrough(a, b, c)
  if (!three) return fitCircle(places)
  const { centre, radiusMm } = three
  const misfitMm = Math.max(...places.map((p) => Math.abs(planeDistance(p, centre) - radiusMm)))
  return misfitMm < DRAWN_MM ? { centre, radiusMm, misfitMm } : fitCircle(places)
}

function isLine(places: readonly PlanePoint[]): boolean {
  const [a, b] = [places[0] as PlanePoint, places[places.length - 1] as PlanePoint]
  const length = planeDistance(a, b)
  if (length < SAME_MM) return false
  return places.every(
    (p) =>
      Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / length < SPLINE_MISFIT_MM,
  )
}
