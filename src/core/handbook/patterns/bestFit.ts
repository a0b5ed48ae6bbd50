import { type PlanePoint, turnPlane } from '../../ground/geometry'

/** A hole where it should be and where it was measured, mm, in the same axes. */
export interface MeasuredPlace {
  readonly nominal: PlanePoint
  readonly measured: PlanePoint
}

/** A pattern moved as a whole: turned about the middle of the nominal holes, then shifted. */
export interface PatternFit {
  readonly about: PlanePoint
  readonly shift: PlanePoint
  readonly turnRad: number
  /** What is left of each hole's deviation once the pattern is moved so, mm. */
  readonly left: readonly PlanePoint[]
  /** Largest distance left, mm. */
  readonly largestMm: number
}

const middle = (points: readonly PlanePoint[]): PlanePoint => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
})

const less = (a: PlanePoint, b: PlanePoint): PlanePoint => ({ x: a.x - b.x, y: a.y - b.y })

/** Places where a nominal hole comes to lie under a fit. */
const moved = (p: PlanePoint, about: PlanePoint, turnRad: number): PlanePoint => {
  const turned = turnPlane(less(p, about), turnRad)
  return { x: about.x + turned.x, y: about.y + turned.y }
}

function fitWith(
  places: readonly MeasuredPlace[],
  about: PlanePoint,
  turnRad: number,
  shift: PlanePoint,
): PatternFit {
  const left = places.map(({ measured, nominal }) =>
    less(measured, add(moved(nominal, about, turnRad), shift)),
  )
  const largestMm = left.reduce((most, p) => Math.max(most, Math.hypot(p.x, p.y)), 0)
  return { about, shift, turnRad, left, largestMm }
}

const add = (a: PlanePoint, b: PlanePoint): PlanePoint => ({ x: a.x + b.x, y: a.y + b.y })

/**
 * The shift and turn of the whole pattern that leave the smallest sum of squares.
 *
 * In the plane the method of Arun, Huang and Blostein (1987, "Least-squares fitting of two 3-D point
 * sets") comes down to the angle of the summed cross and dot products about the two middles.
 *
 * @param places - one or more; a single hole gives a shift and no turn.
 */
export function leastSquaresFit(places: readonly MeasuredPlace[]): PatternFit {
  const about = middle(places.map((p) => p.nominal))
  const measuredMiddle = middle(places.map((p) => p.measured))
  let [crossed, dotted] = [0, 0]
  for (const { measured, nominal } of places) {
    const [n, m] = [less(nominal, about), less(measured, measuredMiddle)]
    crossed += n.x * m.y - n.y * m.x
    dotted += n.x * m.x + n.y * m.y
  }
  const turnRad = crossed === 0 && dotted === 0 ? 0 : Math.atan2(crossed, dotted)
  return fitWith(places, about, turnRad, less(measuredMiddle, about))
}

const GOLDEN = (Math.sqrt(5) - 1) / 2
const MOST_STEPS = 80
/** Turn is found to this share of the bracket, far below what an axis can show. */
const TURN_PRECISION = 1e-9

/**
 * The shift and turn that leave the smallest largest deviation: the smallest zone that holds every
 * hole at once. For a turn the best shift is the centre of the smallest circle round the deviations;
 * the radius of that circle is convex in the turn for the small turns met here, so that a
 * golden-section search about the least-squares turn finds it.
 */
export function smallestZoneFit(places: readonly MeasuredPlace[]): PatternFit {
  const squares = leastSquaresFit(places)
  const { about } = squares
  const reach = Math.max(
    1e-9,
    ...places.map((p) => Math.hypot(p.nominal.x - about.x, p.nominal.y - about.y)),
  )
  const circle = (turnRad: number): Circle =>
    smallestCircle(places.map((p) => less(p.measured, moved(p.nominal, about, turnRad))))
  const half = Math.max(1e-7, (4 * squares.largestMm) / reach)
  let [low, high] = [squares.turnRad - half, squares.turnRad + half]
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
  let [ra, rb] = [circle(a).radius, circle(b).radius]
  for (let step = 0; step < MOST_STEPS && high - low > TURN_PRECISION * half; step++) {
    if (ra < rb) {
      ;[high, b, rb] = [b, a, ra]
      a = high - GOLDEN * (high - low)
      ra = circle(a).radius
    } else {
      ;[low, a, ra] = [a, b, rb]
      b = low + GOLDEN * (high - low)
      rb = circle(b).radius
    }
  }
  const turnRad = places.length > 1 ? (low + high) / 2 : 0
  return fitWith(places, about, turnRad, circle(turnRad).centre)
}

export interface Circle {
  readonly centre: PlanePoint
  readonly radius: number
}

const SLACK = 1e-12

/**
 * The smallest circle round points, found by adding them one at a time (Welzl 1991, written as three
 * nested passes). The order is the given one; the result does not depend on it.
 */
export function smallestCircle(points: readonly PlanePoint[]): Circle {
  let circle: Circle = { centre: points[0] ?? { x: 0, y: 0 }, radius: 0 }
  for (let i = 1; i < points.length; i++) {
    const p = points[i] as PlanePoint
    if (!holds(circle, p)) circle = circleWith(points.slice(0, i), p)
  }
  return circle
}

function circleWith(before: readonly PlanePoint[], edge: PlanePoint): Circle {
  let circle: Circle = { centre: edge, radius: 0 }
  before.forEach((p, j) => {
    if (holds(circle, p)) return
    circle = acrossTwo(edge, p)
    for (let k = 0; k < j; k++) {
      const q = before[k] as PlanePoint
      if (!holds(circle, q)) circle = throughThree(edge, p, q)
    }
  })
  return circle
}

const holds = ({ centre, radius }: Circle, p: PlanePoint): boolean =>
  Math.hypot(p.x - centre.x, p.y - centre.y) <= radius * (1 + 1e-10) + SLACK

function acrossTwo(a: PlanePoint, b: PlanePoint): Circle {
  const centre = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  return { centre, radius: Math.hypot(a.x - centre.x, a.y - centre.y) }
}

/** Circle through three points; the widest pair when they lie in one line. */
export function throughThree(a: PlanePoint, b: PlanePoint, c: PlanePoint): Circle {
  const [u, v] = [less(b, a), less(c, a)]
  const double = 2 * (u.x * v.y - u.y * v.x)
  const [uu, vv] = [u.x * u.x + u.y * u.y, v.x * v.x + v.y * v.y]
  if (Math.abs(double) <= 1e-14 * Math.max(uu, vv, 1e-300)) {
    return [acrossTwo(a, b), acrossTwo(a, c), acrossTwo(b, c)].reduce((most, next) =>
      next.radius > most.radius ? next : most,
    )
  }
  const [x, y] = [(v.y * uu - u.y * vv) / double, (u.x * vv - v.x * uu) / double]
  return { centre: { x: a.x + x, y: a.y + y }, radius: Math.hypot(x, y) }
}
