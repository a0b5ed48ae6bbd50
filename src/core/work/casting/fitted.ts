import {
  AS_IT_LIES,
  cleansUp as isKept,
  type Fit,
  fitCasting,
  type FitSurface,
  type Held,
  lookAtFit,
  type PartInCasting,
  type Solve,
} from '../../chain/fitting'
import { type Result, succeed } from '../../ground/issues'
import { type Part } from '../part'
import { type JoinedPoint, joinStands, type Joined } from './joined'
import { type Casting } from './schema'
import { type CutFace, layOnCuts } from './since'
import { fitLabel, fitSurfacesOf, skinMm } from './surfaces'

/** How a surface comes out. */
export type Outcome = 'short' | 'skin' | 'near' | 'good'

/** A surface of the part in the casting, by its least point. */
export interface FittedSurface {
  readonly id: string
  readonly label: string
  readonly kind: FitSurface['kind']
  /** The least that lies outside of it: metal to cut, thickness of a wall; for what stays, how far it is off. */
  readonly leastMm: number
  /** What that must be at the least, or may be at the most for what stays. */
  readonly limitMm: number
  readonly outcome: Outcome
  readonly points: number
}

export interface Remedy {
  readonly kind: 'give-up' | 'ease'
  readonly surface: string
  /** How much is missing there, or by how much it would have to be eased, mm. */
  readonly mm: number
  /** The smallest slack of all others then, mm. */
  readonly smallestMm: number
}

/** A part fitted into a casting. */
export interface CastingFit {
  readonly joined: Joined
  /** As they lie on the cut faces where there are any, without what was measured on those. */
  readonly points: readonly JoinedPoint[]
  /** The faces that have been cut already, on which the casting lies, in that order. */
  readonly cuts: readonly CutFace[]
  readonly fit: Fit
  /** How it would come out as it lies. */
  readonly asItLies: Pick<Fit, 'smallestMm' | 'slacks' | 'tightest' | 'overMm'>
  /** Every surface, least first. */
  readonly surfaces: readonly FittedSurface[]
  /** Nothing is missing anywhere. */
  readonly cleansUp: boolean
  /** Every cut goes under the skin. */
  readonly isUnderSkin: boolean
  /** The least metal on what is cut, mm. */
  readonly leastMm: number
  readonly remedies: readonly Remedy[]
  /** The smallest slack with nothing held and nothing cut yet, mm: what holding something, or the cut as it came out, costs. */
  readonly freeMm: number
}

/** Under this a surface is near its limit, mm. */
const NEAR_MM = 0.3

/** Fits the part into a casting as it was measured. */
export function fitMeasured(
  part: Part,
  casting: Casting,
  solve: Solve,
  wanted: Held = casting.held,
): Result<CastingFit> {
  const joined = joinStands(part, casting)
  if (!joined.ok) return joined
  const laid = layOnCuts(part, casting, joined.value, wanted)
  if (!laid.ok) return laid
  const { cuts, held, points } = laid.value
  const surfaces = fitSurfacesOf(part)
  const fitted = fitCasting(surfaces, points, held, solve)
  if (!fitted.ok) return fitted
  const lying = lookAtFit(surfaces, points, AS_IT_LIES)
  if (!lying.ok) return lying
  const fit = fitted.value
  const free =
    held === 'none'
      ? fitted
      : fitCasting(
          surfaces,
          cuts.length > 0 ? asCast(casting, joined.value) : points,
          'none',
          solve,
        )
  const rows = rowsOf(part, surfaces, fit)
  const cut = rows.filter(({ kind }) => kind === 'cut')
  const cleans = rows.every(({ outcome }) => outcome !== 'short')
  return succeed({
    joined: joined.value,
    points,
    cuts,
    fit,
    asItLies: lying.value,
    surfaces: rows,
    cleansUp: cleans,
    isUnderSkin: isKept(fit),
    freeMm: free.ok ? free.value.smallestMm : fit.smallestMm,
    leastMm: Math.min(...cut.map(({ leastMm }) => leastMm)),
    remedies: cleans ? [] : remediesOf(surfaces, points, held, solve, rows),
  })
}

/** The points from before anything was cut. */
function asCast({ stands }: Casting, { points }: Joined): readonly JoinedPoint[] {
  const before = new Set(stands.flatMap(({ id, since }) => (since === undefined ? [id] : [])))
  return points.filter(({ stand }) => before.has(stand))
}

/** Every surface that was measured, least first, by what it has beyond its limit. */
export function rowsOf(
  part: Part,
  surfaces: readonly FitSurface[],
  { slacks }: Pick<Fit, 'slacks'>,
): readonly FittedSurface[] {
  const skin = skinMm(part)
  return surfaces
    .flatMap((surface): (FittedSurface & { spare: number })[] => {
      const own = slacks.filter((one) => one.surface === surface.id)
      if (own.length === 0) return []
      const outside = own.map(({ outsideMm }) => outsideMm)
      const { id, kind } = surface
      const common = { id, kind, label: fitLabel(part, id), points: own.length }
      if (kind === 'cast') {
        const leastMm = Math.max(...outside.map(Math.abs))
        const limitMm = surface.mostMm ?? 0
        const spare = limitMm - leastMm
        return [{ ...common, leastMm, limitMm, spare, outcome: outcomeOf(spare, 0) }]
      }
      const leastMm = Math.min(...outside)
      const limitMm = kind === 'cut' ? skin : surface.leastMm
      const spare = kind === 'cut' ? leastMm : leastMm - limitMm
      return [
        {
          ...common,
          leastMm,
          limitMm,
          spare,
          outcome: outcomeOf(spare, kind === 'cut' ? skin : 0),
        },
      ]
    })
    .sort((a, b) => a.spare - b.spare)
    .map(({ spare: _spare, ...row }) => row)
}

const GRAIN_MM = 1e-4

function outcomeOf(spare: number, skin: number): Outcome {
  if (spare < -GRAIN_MM) return 'short'
  if (spare < skin - GRAIN_MM) return 'skin'
  return spare < skin + NEAR_MM ? 'near' : 'good'
}

/** So many ways out are looked for. */
const MOST_REMEDIES = 3

/** What could be given up: each surface that is short, left out, and what that gives to all others. */
function remediesOf(
  surfaces: readonly FitSurface[],
  points: readonly JoinedPoint[],
  held: Held,
  solve: Solve,
  rows: readonly FittedSurface[],
): readonly Remedy[] {
  const found = rows.slice(0, 2 * MOST_REMEDIES).flatMap(({ id, kind }): Remedy[] => {
    if (kind === 'wall') return []
    const others = points.filter(({ surface }) => surface !== id)
    const without = fitCasting(surfaces, others, held, solve)
    if (!without.ok) return []
    const own = missingAt(surfaces, points, id, without.value.motion)
    const { smallestMm } = without.value
    return [{ kind: kind === 'cut' ? 'give-up' : 'ease', surface: id, mm: own, smallestMm }]
  })
  return found.sort((a, b) => b.smallestMm - a.smallestMm).slice(0, MOST_REMEDIES)
}

/** How much is missing on a surface with the part lying so, mm. */
function missingAt(
  surfaces: readonly FitSurface[],
  points: readonly JoinedPoint[],
  id: string,
  motion: PartInCasting,
): number {
  const looked = lookAtFit(surfaces, points, motion)
  if (!looked.ok) return 0
  const surface = surfaces.find((one) => one.id === id)
  const outside = looked.value.slacks.flatMap((one) => (one.surface === id ? [one.outsideMm] : []))
  return surface?.kind === 'cast'
    ? Math.max(0, ...outside.map((mm) => Math.abs(mm) - (surface.mostMm ?? 0)))
    : Math.max(0, ...outside.map((mm) => -mm))
}
