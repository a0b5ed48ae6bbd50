import { add, cross, norm, point, type Point, scale } from '@/core/ground/geometry'
import { circleRing, rectangleRing, type Ring } from '@/core/ground/outline'
import { box, onPlane, type Plane, prism, type Recipe, round } from '@/core/ground/recipe'

type Body = Recipe<'part'>
type At = Point<'part'>
const at = (x: number, y: number, z: number): At => point(x, y, z)
const unit = (a: At): At => scale(a, 1 / norm(a))

/** 60° from upright: the slant of the block below. */
export const SLANT: Plane<'part'> = {
  at: at(80, 0, 60),
  across: at(0, 1, 0),
  out: unit(at(Math.sin(Math.PI / 6), 0, Math.cos(Math.PI / 6))),
}

/** Places of the 17 holes across and up the slant, mm: 5 columns and 3 rows, and two more. */
export const SLANT_HOLES = [
  ...Array.from({ length: 15 }, (_, i) => ({
    x: 15 + 15 * (i % 5),
    y: -10 - 10 * Math.floor(i / 5),
  })),
  { x: 22.5, y: -35 },
  { x: 67.5, y: -35 },
]

/** A block 120 × 90 × 60 whose top right edge is taken off by 30°, with 17 holes of 4.2 by 12 square to the slant. */
export function slantedBlock(): Body {
  const { across, out } = SLANT
  const up = cross(out, across)
  // From the slant's upper edge (80, 0, 60) down to the right side.
  const along = scale(up, -1)
  const wedge = prism<'part'>(
    { at: add(add(SLANT.at, scale(along, -60)), at(0, -10, 0)), across, out },
    [rectangleRing({ x: 0, y: -200 }, { x: 110, y: 200 })],
    80,
  )
  const holes = SLANT_HOLES.map((p) => {
    const mouth = onPlane(SLANT, p)
    return round(add(mouth, scale(out, 5)), add(mouth, scale(out, -12)), 2.1)
  })
  return { kind: 'cut', from: box(at(0, 0, 0), at(120, 90, 60)), by: [wedge, ...holes] }
}

/**
 * A bracket: base 120 × 80 × 12, a wall 12 thick and 70 high along its back with a bore 32 through it, two
 * ribs 8 thick with slanted backs, four counterbored holes in the base.
 */
export function ribbedBracket(): Body {
  const rib = (x: number): Body =>
    prism<'part'>(
      { at: at(x, 0, 0), across: at(0, 1, 0), out: at(1, 0, 0) },
      [
        [
          { x: 20, y: 10 },
          { x: 70, y: 10 },
          { x: 70, y: 60 },
        ],
      ],
      8,
    )
  const bolt = (x: number, y: number): Body[] => [
    round(at(x, y, -1), at(x, y, 13), 3.3),
    round(at(x, y, 5.4), at(x, y, 13), 5.5),
  ]
  return {
    kind: 'cut',
    from: {
      kind: 'united',
      of: [box(at(0, 0, 0), at(120, 80, 12)), box(at(0, 68, 0), at(120, 80, 70)), rib(20), rib(92)],
    },
    by: [
      round(at(60, 60, 45), at(60, 90, 45), 16),
      ...[12, 108].flatMap((x) => [15, 45].flatMap((y) => bolt(x, y))),
    ],
  }
}

/** A shaft 40 × 120 along X with a keyway 10 wide, 5 deep and 36 long with round ends, and a cross bore 8. */
export function keyedShaft(): Body {
  const key: Ring = [
    { x: 30, y: -5 },
    { x: 56, y: -5, bulge: 1 },
    { x: 56, y: 5 },
    { x: 30, y: 5, bulge: 1 },
  ]
  return {
    kind: 'cut',
    from: round(at(0, 0, 0), at(120, 0, 0), 20),
    by: [
      prism({ at: at(0, 0, 15), across: at(1, 0, 0), out: at(0, 0, 1) }, [key], 20),
      round(at(90, -30, 0), at(90, 30, 0), 4),
    ],
  }
}

/** A plate of a drawn outline with a window with round corners, a closed slot, and a circle of holes. */
export function outlinedPlate(): Body {
  const plate: Ring = [
    { x: 0, y: 0 },
    { x: 100, y: 0, bulge: Math.tan(Math.PI / 8) },
    { x: 120, y: 20 },
    { x: 120, y: 70 },
    { x: 90, y: 80 },
    { x: 0, y: 80 },
  ]
  const r = Math.tan(Math.PI / 8)
  const opening: Ring = [
    { x: 14, y: 10 },
    { x: 36, y: 10, bulge: r },
    { x: 40, y: 14 },
    { x: 40, y: 36, bulge: r },
    { x: 36, y: 40 },
    { x: 14, y: 40, bulge: r },
    { x: 10, y: 36 },
    { x: 10, y: 14, bulge: r },
  ]
  const slot: Ring = [
    { x: 20, y: 56 },
    { x: 50, y: 56, bulge: 1 },
    { x: 50, y: 66 },
    { x: 20, y: 66, bulge: 1 },
  ]
  const base: Plane<'part'> = { at: at(0, 0, 0), across: at(1, 0, 0), out: at(0, 0, 1) }
  const holes = Array.from({ length: 6 }, (_, i) => {
    const angle = (Math.PI / 3) * i + 0.2
    return circleRing({ x: 80 + 18 * Math.cos(angle), y: 42 + 18 * Math.sin(angle) }, 2.75)
  })
  return {
    kind: 'cut',
    from: prism(base, [plate, opening, ...holes], 15),
    by: [prism({ ...base, at: at(0, 0, 9) }, [slot], 10)],
  }
}
