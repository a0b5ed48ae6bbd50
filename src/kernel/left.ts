import { type CrossSection, type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { dot, type Point } from '@/core/ground/geometry'
import { type Recipe } from '@/core/ground/recipe'
import {
  type CutLeft,
  type Left,
  type PlannedCut,
  plannedCuts,
  type Touch,
} from '@/core/foreman/metal'
import { type Plan } from '@/core/plan/planning'
import { type Cutter } from '@/core/shop/workshop'
import { contourPlane, isSide, type Part } from '@/core/work/part'
import {
  boughtSolid,
  nominalSolid,
  solidNow,
  stateAsBought,
  stateFinished,
} from '@/core/work/stock'
import { bringModels } from './models'
import { type Kitchen, meshFrom, matrixOf, withKitchen } from './mesh'

/** What is left of the part of a way, cut by cut; each state is cooked from the one before it. */
export async function leftOf(plan: Plan): Promise<Left> {
  const { part } = plan
  await bringModels(boughtSolid(part))
  return withKitchen((kitchen, top) => {
    const cuts = plannedCuts(plan)
    const bodies = [
      kitchen.cook(solidNow(part, cuts[0]?.before ?? stateAsBought(part))),
      ...cuts.map(({ after }) => kitchen.cook(solidNow(part, after))),
    ]
    const volumes = bodies.map((body) => body.volume())
    const finished = kitchen.cook(solidNow(part, stateFinished(part)))
    return {
      boughtMm3: volumes[0] ?? 0,
      outsideMm3: outsideOf(kitchen, part),
      finishedMm3: finished.volume(),
      cuts: cuts.map((cut, i): CutLeft => {
        const [before, after] = [bodies[i] as Manifold, bodies[i + 1] as Manifold]
        return {
          setup: cut.planned.index,
          feature: cut.op.feature,
          removedMm3: Math.max(0, (volumes[i] ?? 0) - (volumes[i + 1] ?? 0)),
          leftMm3: volumes[i + 1] ?? 0,
          pieces: piecesOf(kitchen, after),
          touches: touchesOf(kitchen, top, cut, before, after),
        }
      }),
      meshes: bodies.map(meshFrom),
      finished: meshFrom(finished),
    }
  })
}

/** What of the finished part does not lie in a stock that is a solid of its own, mm³. */
function outsideOf(kitchen: Kitchen, part: Part): number {
  if (part.stock?.form !== 'solid') return 0
  const bought = kitchen.cook(solidNow(part, stateAsBought(part)))
  return kitchen.keep(kitchen.cook(nominalSolid(part)).subtract(bought)).volume()
}

/** Pieces smaller than this are dust of the booleans, mm³. */
const DUST_MM3 = 0.5

const piecesOf = (kitchen: Kitchen, body: Manifold): number =>
  body.decompose().filter((piece) => kitchen.keep(piece).volume() > DUST_MM3).length

/** A holder as it usually is: its nose, and how much of the cutter's length is in it, mm (common practice, no source). */
const [NOSE_MM, IN_HOLDER_MM] = [42, 60]
/** How far a cutter runs beyond what it takes away, at the least; and how much of a touch is none, mm and mm³. */
const [BEYOND_MM, LEAST_MM3] = [0.3, 1]
/** How high the spindle stands over everything, mm. */
const HIGH_MM = 400

/** What the cutter runs into as it takes away what it does, swept up; then what its holder does. */
function touchesOf(
  kitchen: Kitchen,
  top: ManifoldToplevel,
  { op, planned }: PlannedCut,
  before: Manifold,
  after: Manifold,
): readonly Touch[] {
  const { standing, workshop } = planned
  const cutter = workshop.cutters.find(({ id }) => id === op.cutter)
  if (!isUpright(planned, op.feature)) return []
  const removed = kitchen.keep(before.subtract(after))
  if (removed.volume() < LEAST_MM3) return []
  const place = matrixOf(standing.setupFromPart)
  const stood = kitchen.keep(removed.transform(place))
  const { max, min } = stood.boundingBox()
  const shadow = kitchen.keep(stood.project())
  const path = kitchen.keep(shadow.offset(BEYOND_MM, 'Round'))
  const swept = (section: CrossSection, from: number): Manifold =>
    kitchen.keep(kitchen.keep(section.extrude(max[2] + HIGH_MM - from)).translate([0, 0, from]))
  const pieces = [...standing.solids, ...standing.clamps].map(({ name, shape }) => ({
    name,
    body: kitchen.cook(shape as Recipe<'setup'>),
  }))
  const meets = (tool: Manifold, body: Manifold): boolean =>
    kitchen.keep(tool.intersect(body)).volume() > LEAST_MM3
  const cutting = swept(path, min[2])
  const hit = pieces.find(({ body }) => meets(cutting, body))
  if (hit) return [{ by: 'cutter', piece: hit.name, shortMm: 0 }]
  if (!cutter?.length) return []
  const out = cutter.length - IN_HOLDER_MM
  if (out <= 0) return []
  const work = kitchen.keep(after.transform(place))
  const nose = swept(noseOver(kitchen, shadow, cutter), min[2] + out)
  const met = [...pieces, { name: undefined, body: work }].find(({ body }) => meets(nose, body))
  if (!met) return []
  const shared = kitchen.keep(nose.intersect(met.body)).boundingBox()
  return [{ by: 'holder', piece: met.name, shortMm: shared.max[2] - (min[2] + out) }]
}

/** Where the nose of the holder is while the cutter goes over what it takes: along the middles of its ways. */
function noseOver(kitchen: Kitchen, shadow: CrossSection, cutter: Cutter): CrossSection {
  const middles = kitchen.keep(shadow.offset(-0.9 * (cutter.diameter / 2), 'Round'))
  return middles.isEmpty()
    ? kitchen.keep(shadow.offset(Math.max(0, (NOSE_MM - cutter.diameter) / 2), 'Round'))
    : kitchen.keep(middles.offset(NOSE_MM / 2, 'Round'))
}

/** Whether the floor of a cut is square to the spindle: of what leans the lowest place says nothing of the others. */
function isUpright({ part, standing }: PlannedCut['planned'], ref: string): boolean {
  const up = standing.setupFromPart.rows[2] as Point<'part'>
  if (isSide(ref)) return true
  const feature = part.features.find(({ id }) => id === ref)
  if (feature?.kind === 'hole' || feature?.kind === 'chamfer') return false
  return feature?.kind !== 'contour' || Math.abs(dot(contourPlane(feature).out, up)) > 1 - 1e-6
}
