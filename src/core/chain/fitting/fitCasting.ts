import { type Motion, point } from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { balance } from './balance'
import { type Binding, bindingAt, uncertaintyOf } from './binding'
import { type Best, fitBest, type Held } from './fit'
import {
  type FitPoint,
  type FitSurface,
  type Measured,
  outsideWith,
  type PartInCasting,
} from './model'
import { polished } from './polish'
import { type Solve } from './program'

/** What there is at one point once the part lies as it should. */
export interface PointSlack {
  readonly point: number
  readonly surface: string
  /** What lies outside of its surface, mm; and less the least that must. */
  readonly outsideMm: number
  readonly slackMm: number
}

/** Where the part lies best in the casting, and how it comes out there. */
export interface Fit {
  readonly motion: PartInCasting
  /** The smallest slack of all, mm, and how well it is known, ±. */
  readonly smallestMm: number
  readonly plusMinusMm: number
  /** By how much an upper limit is passed, mm; 0 where all are kept. */
  readonly overMm: number
  /** The point with the smallest slack. */
  readonly tightest: number
  readonly slacks: readonly PointSlack[]
  readonly binding: readonly Binding[]
}

export const AS_IT_LIES: PartInCasting = {
  rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
  shift: point(0, 0, 0),
} satisfies Motion<'casting', 'part'>

/** So far under nothing it is the solver's grain, mm. */
const GRAIN_MM = 1e-6

/** Whether everything cleans up, with all limits kept. */
export const cleansUp = ({ overMm, smallestMm }: Pick<Fit, 'overMm' | 'smallestMm'>): boolean =>
  smallestMm >= -GRAIN_MM && overMm <= GRAIN_MM

/**
 * Where the part lies best in a casting of which points are measured: the smallest slack as large as can be, then
 * every surface as near as can be to what it should have.
 *
 * @param held - what of the part must not change.
 * @param from - how it lies as one has it now.
 * @returns `fit.few`, `fit.one-way`, `fit.unknown-surface` in words.
 */
export function fitCasting(
  surfaces: readonly FitSurface[],
  points: readonly FitPoint[],
  held: Held,
  solve: Solve,
  from: PartInCasting = AS_IT_LIES,
): Result<Fit> {
  const measured = measuredOf(surfaces, points)
  if (!measured.ok) return measured
  // Where all is held there is nothing to choose.
  if (held === 'all') return succeed(fitAt(measured.value, held, solve, { motion: from }))
  const near = fitBest(measured.value, held, solve, from)
  const best = polished(measured.value, held, near)
  const balanced = balance(measured.value, held, best, from)
  return succeed(fitAt(measured.value, held, solve, balanced))
}

/** How it comes out with the part lying so, nothing moved. */
export function lookAtFit(
  surfaces: readonly FitSurface[],
  points: readonly FitPoint[],
  motion: PartInCasting,
): Result<Pick<Fit, 'smallestMm' | 'slacks' | 'tightest' | 'overMm' | 'motion'>> {
  const measured = measuredOf(surfaces, points)
  return measured.ok ? succeed({ motion, ...slacksAt(measured.value, motion) }) : measured
}

function fitAt(
  points: readonly Measured[],
  held: Held,
  solve: Solve,
  { motion }: Pick<Best, 'motion'>,
): Fit {
  const at = slacksAt(points, motion)
  const binding = bindingAt(points, held, solve, motion, at.smallestMm)
  return { motion, ...at, binding, plusMinusMm: uncertaintyOf(points, binding) }
}

function slacksAt(points: readonly Measured[], motion: PartInCasting) {
  const outside = outsideWith(motion)
  const slacks = points.map((one, index): PointSlack => {
    const { mm } = outside(one)
    return { point: index, surface: one.on.id, outsideMm: mm, slackMm: mm - one.on.leastMm }
  })
  let [tightest, smallestMm, overMm] = [0, Infinity, 0]
  slacks.forEach(({ outsideMm, slackMm }, index) => {
    if (slackMm < smallestMm) [tightest, smallestMm] = [index, slackMm]
    overMm = Math.max(overMm, outsideMm - (points[index]?.on.mostMm ?? Infinity))
  })
  return { slacks, tightest, smallestMm, overMm }
}

/** Fewer points than this leave the part free to move whatever they are. */
const LEAST_POINTS = 3

function measuredOf(
  surfaces: readonly FitSurface[],
  points: readonly FitPoint[],
): Result<readonly Measured[]> {
  const known = new Map(surfaces.map((surface) => [surface.id, surface]))
  const stray = points.find(({ surface }) => !known.has(surface))
  if (stray)
    return fail(
      'fit.unknown-surface',
      `A point lies on “${stray.surface}”, which the part does not have. Say which face was touched.`,
      'points',
    )
  if (points.length < LEAST_POINTS)
    return fail(
      'fit.few',
      `${points.length === 0 ? 'No point is' : `Only ${points.length} are`} measured. Take at least three on a flat and one on each other face; six or more tell how it lies.`,
      'points',
    )
  const touched = new Set(points.map(({ surface }) => surface))
  if (touched.size < 2)
    return fail(
      'fit.one-face',
      'All points lie on one face: they say how it is tilted, and nothing of what is across from it. Measure the faces across and beside it.',
      'points',
    )
  return succeed(
    points.map(({ at, plusMinusMm = 0, surface }) => ({
      at,
      plusMinusMm,
      on: known.get(surface) as FitSurface,
    })),
  )
}
