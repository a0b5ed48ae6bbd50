import { z } from 'zod'
import {
  cleansUp,
  type Fit,
  fitCasting,
  type FitPoint,
  type FitSurface,
  type Held,
  turnOf,
} from '@/core/chain/fitting'
import { norm, point, type Point, scale } from '@/core/ground/geometry'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { readDocumentText } from '@/core/paper/formats'
import { benchStand, fitMeasured } from '@/core/work/casting'
import { loadSolver } from '@/kernel'

const MOST_MM = 10_000
const Three = z.tuple([z.number(), z.number(), z.number()])
const Place = Three.refine(
  (xyz) => xyz.every((mm) => Math.abs(mm) <= MOST_MM),
  'must be within 10 m',
)
const Way = Three.refine((xyz) => Math.hypot(...xyz) > 1e-9, 'must have a direction')

const common = {
  id: z.string().min(1).max(80),
  kind: z.enum(['cut', 'cast', 'wall']),
  least: z.number().min(-MOST_MM).max(MOST_MM),
  most: z.number().min(-MOST_MM).max(MOST_MM).optional(),
}

/** Surfaces and points as plain data, mm. */
export const FitInputSchema = z.strictObject({
  surfaces: z
    .array(
      z.union([
        z.strictObject({ ...common, point: Place, normal: Way }),
        z.strictObject({
          ...common,
          point: Place,
          axis: Way,
          radius: z.number().positive().max(MOST_MM),
          inside: z.boolean(),
        }),
      ]),
    )
    .min(1)
    .max(5000),
  points: z
    .array(
      z.strictObject({
        surface: z.string().min(1).max(80),
        at: Place,
        uncertainty: z.number().min(0).max(MOST_MM).optional(),
      }),
    )
    .max(1_000_000),
})
export type FitInput = z.infer<typeof FitInputSchema>

/** How a part comes out in a casting, as the command line and HTTP tell it; mm and degrees. */
export interface FitAnswer {
  readonly cleansUp: boolean
  readonly smallestMm: number
  readonly plusMinusMm: number
  /** The surface on which the smallest slack is. */
  readonly at: string
  /** How the part is moved in the casting: its origin, and its turn as an axis as long as the angle. */
  readonly shift: readonly [number, number, number]
  readonly turnDeg: readonly [number, number, number]
  /** By how much an upper limit is passed. */
  readonly overMm: number
  readonly slack: readonly {
    readonly point: number
    readonly surface: string
    readonly mm: number
  }[]
  readonly binding: readonly {
    readonly point: number
    readonly surface: string
    readonly limit: 'least' | 'most'
    readonly gain: number
  }[]
}

const pointed = <F extends 'part' | 'casting'>([x, y, z]: readonly [number, number, number]) =>
  point<F>(x, y, z)
const unit = <F extends 'part' | 'casting'>(way: readonly [number, number, number]): Point<F> => {
  const along = pointed<F>(way)
  return scale(along, 1 / norm(along))
}

/** Fits plain data. */
export async function fitPoints(input: unknown, held: Held = 'none'): Promise<Result<FitAnswer>> {
  const parsed = FitInputSchema.safeParse(input)
  if (!parsed.success) {
    const [issue] = parsed.error.issues
    return fail(
      'fit.input',
      `${issue?.path.join('.') || 'The input'}: ${issue?.message ?? 'not as it should be'}. It takes {"surfaces": [{"id", "point", "normal" | "axis" with "radius" and "inside", "kind", "least", "most"?}], "points": [{"surface", "at", "uncertainty"?}]}.`,
    )
  }
  const surfaces = parsed.data.surfaces.map((one): FitSurface => {
    const { id, kind, least, most } = one
    const of = { id, kind, leastMm: least, mostMm: most }
    return 'normal' in one
      ? { ...of, shape: 'plane', at: pointed(one.point), normal: unit(one.normal) }
      : {
          ...of,
          shape: 'round',
          at: pointed(one.point),
          axis: unit(one.axis),
          radiusMm: one.radius,
          isInside: one.inside,
        }
  })
  const points = parsed.data.points.map(({ at, surface, uncertainty }): FitPoint => ({
    surface,
    at: pointed(at),
    plusMinusMm: uncertainty,
  }))
  const fit = fitCasting(surfaces, points, held, await loadSolver())
  return fit.ok ? succeed(answerOf(fit.value)) : fit
}

/** Fits plain data in its text. */
export function fitPointsText(text: string, held: Held = 'none'): Promise<Result<FitAnswer>> {
  let input: unknown
  try {
    input = JSON.parse(text)
  } catch {
    return Promise.resolve(fail('fit.json', 'The input is not JSON.'))
  }
  return fitPoints(input, held)
}

/** A fit in the words of the command line. */
export function answerOf(fit: Fit): FitAnswer {
  const { motion, overMm, plusMinusMm, slacks, smallestMm, tightest } = fit
  const turn = scale(turnOf(motion), 180 / Math.PI)
  return {
    cleansUp: cleansUp(fit),
    smallestMm,
    plusMinusMm,
    at: slacks[tightest]?.surface ?? '',
    shift: [motion.shift.x, motion.shift.y, motion.shift.z],
    turnDeg: [turn.x, turn.y, turn.z],
    overMm,
    slack: slacks.map((one) => ({ point: one.point, surface: one.surface, mm: one.slackMm })),
    binding: fit.binding.map((one) => ({
      ...one,
      surface: slacks[one.point]?.surface ?? '',
    })),
  }
}

/** A fit of a casting of a document, with how it is set. */
export interface CastingAnswer extends FitAnswer {
  readonly casting: string
  readonly isUnderSkin: boolean
  readonly footing: readonly { readonly id: string; readonly heightMm: number }[]
  readonly readings: readonly {
    readonly point: string
    readonly heightMm: number
    readonly plusMinusMm: number
  }[]
}

/** Fits a casting of a document: the named one, else the first that is in hand. */
export async function fitFile(
  text: string,
  {
    casting: name,
    held,
  }: { readonly casting?: string | undefined; readonly held?: Held | undefined } = {},
): Promise<Result<CastingAnswer>> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { castings = [], part } = file.value
  const casting =
    name === undefined
      ? (castings.find(({ state }) => state === 'in hand') ?? castings[0])
      : castings.find((one) => one.name === name)
  if (!casting)
    return fail(
      'fit.no-casting',
      name === undefined
        ? 'The document has no casting. Measure one under “Casting”, or fit plain points with fit-points.'
        : `The document has no casting called “${name}”.`,
      'castings',
    )
  const fitted = fitMeasured(part, casting, await loadSolver(), held ?? casting.held)
  if (!fitted.ok) return fitted
  const { cleansUp: cleans, fit, isUnderSkin, points } = fitted.value
  const stand = benchStand(part, casting, points, fit.motion)
  return succeed({
    casting: casting.name,
    ...answerOf(fit),
    cleansUp: cleans,
    isUnderSkin,
    footing: stand.jacks.map(({ heightMm, id }) => ({ id, heightMm })),
    readings: stand.readings.map(({ heightMm, plusMinusMm, point: of }) => ({
      point: of,
      heightMm,
      plusMinusMm,
    })),
  })
}
