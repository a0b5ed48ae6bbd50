import { type PlanePoint, planeDistance } from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { decompose } from '../../ground/linalg'

/** A bore or boss found by touching round it. */
export interface FoundRound {
  readonly centre: PlanePoint
  /** Three sigma along X and along Y, mm. */
  readonly plusMinus: PlanePoint
  readonly diameter: number
  readonly diameterPlusMinus: number
  /** How far the worst touch lies off the circle, mm. */
  readonly worstMm: number
}

interface Circle {
  readonly centre: PlanePoint
  readonly radius: number
}

/** Touches that span less than this of the circle's width across do not say where its middle is. */
const LEAST_BULGE = 0.02
const MOST_STEPS = 60

/**
 * The circle that lies closest to the points, by the sum of squared distances.
 *
 * Started from the algebraic fit (Kåsa 1976) and refined by Gauss–Newton on the distances, as in
 * Gander, Golub and Strebel, "Least-squares fitting of circles and ellipses", BIT 34 (1994), 558–578.
 * The step is halved where it would not improve, so that far starts settle too.
 *
 * @param points - three or more, mm; not on a line.
 * @returns the circle, or the sentence why there is none.
 */
export function closestCircle(points: readonly PlanePoint[]): Result<Circle> {
  if (points.length < 3)
    return fail('round.few', 'A circle needs three touches or more, well round it.', 'touches')
  if (isOnLine(points))
    return fail(
      'round.line',
      'The touches lie on one line: that is not a circle. Take them well round the bore.',
      'touches',
    )
  let circle = algebraicCircle(points)
  let left = squares(points, circle)
  for (let step = 0; step < MOST_STEPS; step++) {
    const move = gaussNewton(points, circle)
    let factor = 1
    let next = moved(circle, move, factor)
    while (factor > 1e-6 && squares(points, next) > left) {
      factor /= 2
      next = moved(circle, move, factor)
    }
    const size = Math.hypot(...move) * factor
    if (squares(points, next) <= left) {
      circle = next
      left = squares(points, next)
    }
    if (size < 1e-12 * (1 + circle.radius)) break
  }
  return succeed(circle)
}

const middleOf = (points: readonly PlanePoint[]): PlanePoint => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
})

/** Whether points bulge too little off their best line to say anything of a circle. */
function isOnLine(points: readonly PlanePoint[]): boolean {
  const middle = middleOf(points)
  const { singularValues } = decompose(
    points.map((p) => [p.x - middle.x, p.y - middle.y]),
    2,
  )
  const [long = 0, short = 0] = singularValues
  return short <= LEAST_BULGE * long
}

function algebraicCircle(points: readonly PlanePoint[]): Circle {
  const middle = middleOf(points)
  const rows = points.map((p) => [p.x - middle.x, p.y - middle.y, 1])
  const right = rows.map(([x = 0, y = 0]) => x * x + y * y)
  const { inverse } = decompose(rows, 3)
  const [a = 0, b = 0, c = 0] = inverse.map((row) =>
    row.reduce((sum, value, i) => sum + value * (right[i] ?? 0), 0),
  )
  return {
    centre: { x: middle.x + a / 2, y: middle.y + b / 2 },
    radius: Math.sqrt(Math.max(0, c + (a * a + b * b) / 4)),
  }
}

/** Rows of the Jacobian of the distances: how each changes with centre and radius. */
const jacobian = (points: readonly PlanePoint[], { centre }: Circle): number[][] =>
  points.map((p) => {
    const distance = planeDistance(p, centre) || 1e-9
    return [(centre.x - p.x) / distance, (centre.y - p.y) / distance, -1]
  })

function gaussNewton(points: readonly PlanePoint[], circle: Circle): [number, number, number] {
  const { inverse } = decompose(jacobian(points, circle), 3)
  const off = points.map((p) => planeDistance(p, circle.centre) - circle.radius)
  const solve = (row: readonly number[] | undefined): number =>
    -(row ?? []).reduce((sum, value, i) => sum + value * (off[i] ?? 0), 0)
  return [solve(inverse[0]), solve(inverse[1]), solve(inverse[2])]
}

const moved = (
  { centre, radius }: Circle,
  [dx, dy, dr]: readonly [number, number, number],
  factor: number,
): Circle => ({
  centre: { x: centre.x + dx * factor, y: centre.y + dy * factor },
  radius: radius + dr * factor,
})

const squares = (points: readonly PlanePoint[], circle: Circle): number =>
  points.reduce((sum, p) => sum + (planeDistance(p, circle.centre) - circle.radius) ** 2, 0)

/**
 * Centre and diameter from three or more touches round a bore or boss.
 *
 * @param touches - where the spindle's middle stood, mm.
 * @param tip - diameter of the tip, mm, > 0; inside a bore it stands half a tip within the wall.
 * @param reads - how closely one touch repeats, ± mm.
 */
export function roundFromTouches(
  touches: readonly PlanePoint[],
  where: 'bore' | 'boss',
  tip: number,
  reads: number,
): Result<FoundRound> {
  if (!(tip > 0)) return fail('touch.tip', 'The tip has no diameter. Measure it.', 'tip')
  const circle = closestCircle(touches)
  if (!circle.ok) return circle
  const { centre, radius } = circle.value
  const diameter = 2 * radius + (where === 'bore' ? tip : -tip)
  if (diameter <= 0)
    return fail(
      'round.tip',
      'The touches lie closer together than the tip is wide: it was not this boss that was touched.',
      'tip',
    )
  const { inverse } = decompose(jacobian(touches, circle.value), 3)
  const spread = (row: readonly number[] | undefined): number => reads * Math.hypot(...(row ?? []))
  return succeed({
    centre,
    plusMinus: { x: spread(inverse[0]), y: spread(inverse[1]) },
    diameter,
    diameterPlusMinus: 2 * spread(inverse[2]),
    worstMm: Math.max(...touches.map((p) => Math.abs(planeDistance(p, centre) - radius))),
  })
}

/** An indicator swung round a bore or pin from the spindle: its readings at the four ends of the axes, mm. */
export interface SwungReadings {
  readonly right: number
  readonly back: number
  readonly left: number
  readonly front: number
}

/** Largest difference between the two pairs' means that one round bore and one indicator can show, mm. */
const SWUNG_ROUND_MM = 0.1

/**
 * Centre of a bore from an indicator swung round it: half the difference of opposite readings.
 * A larger reading means that the plunger is pushed in: the wall is nearer there, the centre the other way.
 *
 * @param at - where the spindle stood, mm.
 */
export function centreFromSwing(
  at: PlanePoint,
  dial: SwungReadings,
  where: 'bore' | 'boss',
  reads: number,
): Result<Pick<FoundRound, 'centre' | 'plusMinus' | 'worstMm'>> {
  const values = [dial.right, dial.back, dial.left, dial.front]
  if (values.some((v) => !Number.isFinite(v)))
    return fail('swing.missing', 'Read the indicator at all four places round the bore.', 'dial')
  const outOfRound = Math.abs((dial.right + dial.left) / 2 - (dial.front + dial.back) / 2)
  if (outOfRound > SWUNG_ROUND_MM)
    return fail(
      'swing.round',
      `Left and right together differ from front and back together by ${outOfRound.toFixed(3)} mm: the bore is not round, or a reading was taken with the plunger off the wall.`,
      'dial',
    )
  const sign = where === 'bore' ? -1 : 1
  return succeed({
    centre: {
      x: at.x + (sign * (dial.right - dial.left)) / 2,
      y: at.y + (sign * (dial.back - dial.front)) / 2,
    },
    plusMinus: { x: reads / Math.SQRT2, y: reads / Math.SQRT2 },
    worstMm: outOfRound,
  })
}
