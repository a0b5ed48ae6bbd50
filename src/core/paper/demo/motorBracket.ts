import { point, type Point, scale } from '../../ground/geometry'
import { type Ring, roundedRectangle } from '../../ground/outline'
import { onPlane, type Plane, prism, type Recipe, round } from '../../ground/recipe'

type At = Point<'part'>
type Body = Recipe<'part'>
const at = (x: number, y: number, z: number): At => point(x, y, z)

const [BASE_MM, HIGH_MM, FRONT_MM, BACK_MM] = [14, 74, 20, 84]
/** The housing from its left end to its right, mm. */
const [LEFT_MM, RIGHT_MM] = [34, 134]
const SLANT_RAD = (35 * Math.PI) / 180
/** Where the front wall of the housing ends and its slant begins. */
const KNEE_MM = 40
const RUN_MM = (HIGH_MM - KNEE_MM) / Math.tan(SLANT_RAD)

/** The slanted face, from the middle of its width; across is to the right, its second axis goes up the slant. */
const SLANT: Plane<'part'> = {
  at: at((LEFT_MM + RIGHT_MM) / 2, FRONT_MM + RUN_MM / 2, (KNEE_MM + HIGH_MM) / 2),
  across: at(1, 0, 0),
  out: at(0, -Math.sin(SLANT_RAD), Math.cos(SLANT_RAD)),
}

/** Seen from the right: across is to the back, up is up. */
const fromRight = (x: number): Plane<'part'> => ({
  at: at(x, 0, 0),
  across: at(0, 1, 0),
  out: at(1, 0, 0),
})

/**
 * The bracket that carries the motor of the observatory mount: a foot 168 × 92 × 14 with four counterbored
 * holes and a relief under it, a housing with a slanted face of 35° that has two holes for pins, a bore through
 * both of its ends with four holes about it, two ribs in front.
 */
export function motorBracket(): Body {
  const foot = prism<'part'>(
    { at: at(0, 0, 0), across: at(1, 0, 0), out: at(0, 0, 1) },
    [roundedRectangle({ x: 0, y: 0 }, { x: 168, y: 92 }, 6)],
    BASE_MM,
  )
  const profile: Ring = [
    { x: FRONT_MM, y: BASE_MM - 1 },
    { x: BACK_MM, y: BASE_MM - 1 },
    { x: BACK_MM, y: HIGH_MM },
    { x: FRONT_MM + RUN_MM, y: HIGH_MM },
    { x: FRONT_MM, y: KNEE_MM },
  ]
  const housing = prism<'part'>(fromRight(LEFT_MM), [profile], RIGHT_MM - LEFT_MM)
  const rib = (x: number): Body =>
    prism<'part'>(
      fromRight(x),
      [
        [
          { x: 4, y: BASE_MM - 1 },
          { x: FRONT_MM + 1, y: BASE_MM - 1 },
          { x: FRONT_MM + 1, y: 36 },
          { x: FRONT_MM, y: 36 },
          { x: 4, y: BASE_MM },
        ],
      ],
      8,
    )
  return {
    kind: 'cut',
    from: { kind: 'united', of: [foot, housing, rib(46), rib(114)] },
    by: [...footHoles(), ...slantHoles(), ...bearing(), relief()],
  }
}

const footHoles = (): readonly Body[] =>
  [14, 154].flatMap((x) =>
    [14, 78].flatMap((y) => [
      round(at(x, y, BASE_MM + 1), at(x, y, -1), 3.3),
      round(at(x, y, BASE_MM + 1), at(x, y, BASE_MM - 6.5), 5.5),
    ]),
  )

/** For pins: 6 across, 60 apart, 9 deep square to the slant. */
const slantHoles = (): readonly Body[] =>
  [-30, 30].map((x) => round(onPlane(SLANT, { x, y: 0 }, 2), onPlane(SLANT, { x, y: 0 }, -9), 3))

/** A bore 30 through both ends, and four holes 4.2 about it in the right one. */
function bearing(): readonly Body[] {
  const middle = { y: 62, z: 35 }
  const bore = round(at(LEFT_MM - 1, middle.y, middle.z), at(RIGHT_MM + 1, middle.y, middle.z), 15)
  const holes = [45, 135, 225, 315].map((degrees) => {
    const rad = (degrees * Math.PI) / 180
    const [y, z] = [middle.y + 20 * Math.cos(rad), middle.z + 20 * Math.sin(rad)]
    return round(at(RIGHT_MM + 1, y, z), at(RIGHT_MM - 10, y, z), 2.1)
  })
  return [bore, ...holes]
}

/** Cut out under the foot, open to the back, so that it stands on its ends. */
const relief = (): Body =>
  prism<'part'>(
    { at: at(0, 0, 3), across: at(1, 0, 0), out: scale(at(0, 0, 1), -1) },
    [roundedRectangle({ x: 54, y: -100 }, { x: 114, y: -30 }, 5)],
    4,
  )
