import { beforeAll, describe, expect, it } from 'vitest'
import { fitCasting, type FitPoint, type FitSurface, type Solve } from '@/core/chain/fitting'
import {
  add,
  applyMotion,
  composeMotions,
  type Motion,
  point,
  type Point,
  scale,
  turnAbout,
} from '@/core/ground/geometry'
import { seededUniform } from '@/core/chain/variation'
import { loadSolver } from '.'

/*
 * Data of which the best fit is known, made in the way of G. T. Anthony and others, "Reference software for finding
 * Chebyshev best-fit geometric elements", Precision Engineering 19 (1996) 28–36 (title from memory): points that bind
 * are placed so that what each of them gains by a small move adds up to nothing, all others have more.
 */

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

type At = Point<'part'>
const [X, Y, Z] = [200, 90, 120]
const BORE = { x: 100, z: 76, radius: 22 }

const plane = (id: string, at: At, normal: At): FitSurface => ({
  id,
  kind: 'cut',
  leastMm: 0,
  shape: 'plane',
  at,
  normal,
})
const SURFACES: readonly FitSurface[] = [
  plane('left', point(0, 0, 0), point(-1, 0, 0)),
  plane('right', point(X, 0, 0), point(1, 0, 0)),
  plane('front', point(0, 0, 0), point(0, -1, 0)),
  plane('back', point(0, Y, 0), point(0, 1, 0)),
  plane('bottom', point(0, 0, 0), point(0, 0, -1)),
  plane('top', point(0, 0, Z), point(0, 0, 1)),
  {
    id: 'bore',
    kind: 'cut',
    leastMm: 0,
    shape: 'round',
    at: point(BORE.x, 0, BORE.z),
    axis: point(0, 1, 0),
    radiusMm: BORE.radius,
    isInside: true,
  },
]

interface Placed {
  readonly surface: string
  readonly at: At
}

/** A place on a surface, with so much metal over it. */
function over(surface: string, u: number, v: number, mm: number): Placed {
  const at: Readonly<Record<string, At>> = {
    left: point(-mm, u * Y, v * Z),
    right: point(X + mm, u * Y, v * Z),
    front: point(u * X, -mm, v * Z),
    back: point(u * X, Y + mm, v * Z),
    bottom: point(u * X, v * Y, -mm),
    top: point(u * X, v * Y, Z + mm),
    bore: point(
      BORE.x + (BORE.radius - mm) * Math.cos(2 * Math.PI * u),
      v * Y,
      BORE.z + (BORE.radius - mm) * Math.sin(2 * Math.PI * u),
    ),
  }
  return { surface, at: at[surface] as At }
}

/** Points of which those that bind hold each other: pairs across the block, and threes about the bore, all with as much. */
function binding(random: () => number, mm: number): readonly Placed[] {
  const pair = (sides: readonly [string, string], u: number, v: number): readonly Placed[] =>
    sides.map((side) => over(side, u, v, mm))
  const spread = (i: number): number => 0.1 + 0.8 * ((i + random()) / 3)
  const three = (v: number): readonly Placed[] => {
    const first = random()
    return [0, 1, 2].map((k) => over('bore', first + k / 3, v, mm))
  }
  return [
    ...pair(['bottom', 'top'], spread(0), spread(0)),
    ...pair(['bottom', 'top'], spread(2), spread(0)),
    ...pair(['bottom', 'top'], spread(1), spread(2)),
    ...pair(['front', 'back'], spread(0), 0.2),
    ...pair(['front', 'back'], spread(2), 0.3),
    ...pair(['left', 'right'], random(), random()),
    ...three(0.1),
    ...three(0.9),
  ]
}

/** A casting of which the part lies turned by up to 10° and shifted by some millimetres, with the slack that is best. */
function reference(seed: number) {
  const random = seededUniform(seed)
  const best = -0.5 + 3 * random()
  const others = Array.from({ length: 60 }, () =>
    over(
      SURFACES[Math.floor(random() * SURFACES.length)]?.id ?? 'top',
      random(),
      random(),
      best + 0.05 + 2 * random(),
    ),
  )
  const turn = (axis: 'x' | 'y' | 'z'): Motion<'part', 'part'> =>
    turnAbout(axis, point(X / 2, Y / 2, Z / 2), (random() - 0.5) * 0.2)
  const turned = composeMotions(turn('x'), composeMotions(turn('y'), turn('z')))
  const shift = scale(point<'part'>(random() - 0.5, random() - 0.5, random() - 0.5), 10)
  const motion = { ...turned, shift: add(turned.shift, shift) } as unknown as Motion<
    'casting',
    'part'
  >
  const points = [...binding(random, best), ...others].map(({ at, surface }): FitPoint => ({
    surface,
    at: applyMotion(motion, at),
  }))
  return { best, motion, points }
}

describe('castings of which the best fit is known by how they were made', () => {
  it.each(Array.from({ length: 20 }, (_, i) => i + 1))(
    'number %i: the slack to 1e-6, and the place where it is had',
    (seed) => {
      const { best, motion, points } = reference(seed)
      const fit = fitCasting(SURFACES, points, 'none', solve)
      if (!fit.ok) throw new Error(fit.issues[0].sentence)
      expect(Math.abs(fit.value.smallestMm - best)).toBeLessThan(1e-6)
      const corners = [point<'part'>(0, 0, 0), point<'part'>(X, Y, 0), point<'part'>(0, Y, Z)]
      for (const corner of corners) {
        const [found, made] = [fit.value.motion, motion].map((one) => applyMotion(one, corner))
        const off = Math.hypot(
          (found?.x ?? 0) - (made?.x ?? 0),
          (found?.y ?? 0) - (made?.y ?? 0),
          (found?.z ?? 0) - (made?.z ?? 0),
        )
        expect(off).toBeLessThan(1e-4)
      }
    },
  )

  it('with one of what binds taken away nothing is lost', () => {
    const { best, points } = reference(3)
    for (const i of [0, 7, 10, 13]) {
      const fit = fitCasting(
        SURFACES,
        points.filter((_, k) => k !== i),
        'none',
        solve,
      )
      expect(fit.ok && fit.value.smallestMm).toBeGreaterThanOrEqual(best - 1e-7)
    }
  })
})
