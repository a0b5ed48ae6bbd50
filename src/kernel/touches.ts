import { type CrossSection, type Manifold } from 'manifold-3d'
import { type PlannedCut, type Touch } from '@/core/foreman/metal'
import { applyMotion, point } from '@/core/ground/geometry'
import { boundsOf, type Recipe, round } from '@/core/ground/recipe'
import { jobberFluteMm } from '@/core/handbook/standards'
import { lastDrillMm } from '@/core/plan/drilling'
import { type Hole, holeLines, isEdgeBreak } from '@/core/work/part'
import { matrixOf, type Kitchen } from './mesh'

/** A holder as it usually is: its nose, and how much of the cutter's length is in it, mm (common practice, no source). */
const [NOSE_MM, IN_HOLDER_MM] = [42, 60]
/** How far a cutter runs beyond what it takes away, at the least; and how much of a touch is none, mm and mm³. */
const [BEYOND_MM, LEAST_MM3] = [0.3, 1]
/** How high the spindle stands over everything, mm. */
const HIGH_MM = 1000

/** What the cutter of a cut runs into as it takes away what it does; then what its holder or the chuck of its drill does. */
export function touchesOf(
  kitchen: Kitchen,
  cut: PlannedCut,
  before: Manifold,
  after: Manifold,
): readonly Touch[] {
  const feature = cut.planned.part.features.find(({ id }) => id === cut.op.feature)
  if (feature?.kind === 'hole') return chuckTouches(kitchen, cut, feature)
  // An edge is broken by the cutter's flank, which stands beside it.
  return feature && isEdgeBreak(feature) ? [] : millTouches(kitchen, cut, before, after)
}

function millTouches(
  kitchen: Kitchen,
  { op, planned }: PlannedCut,
  before: Manifold,
  after: Manifold,
): readonly Touch[] {
  const { standing, workshop } = planned
  const cutter = workshop.cutters.find(({ id }) => id === op.cutter)
  const removed = kitchen.keep(before.subtract(after))
  if (removed.volume() < LEAST_MM3) return []
  const place = matrixOf(standing.setupFromPart)
  const stood = kitchen.keep(removed.transform(place))
  const lowest = stood.boundingBox().min[2]
  const shadow = kitchen.keep(stood.project())
  const pieces = [...standing.solids, ...standing.clamps].map(({ name, shape }) => ({
    name,
    body: kitchen.cook(shape as Recipe<'setup'>),
  }))
  const way = swept(kitchen, kitchen.keep(shadow.offset(BEYOND_MM, 'Round')), lowest)
  const hit = pieces.find(({ body }) => isShared(kitchen, way, body))
  if (hit) return [{ by: 'cutter', piece: hit.name, shortMm: 0 }]
  const out = (cutter?.length ?? 0) - IN_HOLDER_MM
  if (!cutter || out <= 0) return []
  const work = kitchen.keep(after.transform(place))
  const from = lowest + out
  const nose = swept(kitchen, noseOver(kitchen, shadow, cutter.diameter), from)
  for (const { body, name } of [...pieces, { name: undefined, body: work }]) {
    const short = shortMm(kitchen, nose, from, body)
    if (short > 0) return [{ by: 'holder', piece: name, shortMm: short }]
  }
  return []
}

/** Where the chuck of a drill comes down on what stands beside the work: a drill of the usual length, its flutes outside. */
function chuckTouches(
  kitchen: Kitchen,
  { planned: { part, standing } }: PlannedCut,
  hole: Hole,
): readonly Touch[] {
  const out = jobberFluteMm(lastDrillMm(hole))
  const pieces = [...standing.solids, ...standing.clamps].map((piece) => ({
    ...piece,
    box: boundsOf(piece.shape),
  }))
  for (const { from, to } of holeLines(part, hole)) {
    const ends = [from, to].map((end) => applyMotion(standing.setupFromPart, end))
    const at = ends.reduce((low, end) => (end.z < low.z ? end : low))
    const bottom = at.z + out
    const [first, last] = [point(at.x, at.y, bottom), point(at.x, at.y, bottom + HIGH_MM)]
    for (const {
      box: { high, low },
      name,
      shape,
    } of pieces) {
      const aside = Math.hypot(
        at.x - Math.min(Math.max(at.x, low.x), high.x),
        at.y - Math.min(Math.max(at.y, low.y), high.y),
      )
      if (high.z <= bottom || aside >= NOSE_MM / 2) continue
      const nose = kitchen.cook(round(first, last, NOSE_MM / 2))
      const short = shortMm(kitchen, nose, bottom, kitchen.cook(shape as Recipe<'setup'>))
      if (short > 0) return [{ by: 'chuck', piece: name, shortMm: short }]
    }
  }
  return []
}

const swept = (kitchen: Kitchen, section: CrossSection, from: number): Manifold =>
  kitchen.keep(kitchen.keep(section.extrude(HIGH_MM)).translate([0, 0, from]))

const isShared = (kitchen: Kitchen, a: Manifold, b: Manifold): boolean =>
  kitchen.keep(a.intersect(b)).volume() > LEAST_MM3

/** How much further down than `from` a nose would have to end to clear a body, mm: 0 where they do not meet. */
function shortMm(kitchen: Kitchen, nose: Manifold, from: number, body: Manifold): number {
  const shared = kitchen.keep(nose.intersect(body))
  return shared.volume() > LEAST_MM3 ? shared.boundingBox().max[2] - from : 0
}

/** Where the nose of the holder is while the cutter goes over what it takes: along the middles of its ways. */
function noseOver(kitchen: Kitchen, shadow: CrossSection, diameterMm: number): CrossSection {
  const middles = kitchen.keep(shadow.offset(-0.9 * (diameterMm / 2), 'Round'))
  return middles.isEmpty()
    ? kitchen.keep(shadow.offset(Math.max(0, (NOSE_MM - diameterMm) / 2), 'Round'))
    : kitchen.keep(middles.offset(NOSE_MM / 2, 'Round'))
}
