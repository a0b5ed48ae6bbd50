import { brokenEdges, isEdgeBreak } from './brokenEdges'
import { type Contour, type EdgeBreak, type Feature, type Part } from './schema'
import { axisOf, type Side } from './side'

/** A sentence on why an edge or foot of a feature cannot be as it is said, with its code. */
export interface NoRoom {
  readonly code: string
  readonly sentence: string
}

const SAME_MM = 1e-9

/** Edges of an outline along which a radius at the floor is laid, at most. */
export const MOST_FOOT_EDGES = 500

const edgeCount = ({ rings }: Contour): number => rings.reduce((sum, ring) => sum + ring.length, 0)

/** The edges that are broken, and the foot of walls. */
export function edgeIssues(part: Part, feature: Feature): readonly NoRoom[] {
  if (!isEdgeBreak(feature)) return filletIssues(feature)
  const of = part.features.find(({ id }) => id === feature.of)
  if (of && (of.kind === 'hole' || isEdgeBreak(of) || !opensTo(of, feature.on)))
    return [
      {
        code: 'edges.of',
        sentence:
          of.kind === 'hole'
            ? 'say the mouth of a hole as its countersink.'
            : 'it breaks the edges only of what opens to its face.',
      },
    ]
  const isBeside = (side: Side): boolean => axisOf(side) !== axisOf(feature.on)
  if (feature.along?.every(isBeside) === false)
    return [{ code: 'edges.along', sentence: 'it breaks edges to sides next to its face only.' }]
  if (of)
    return takenOffEdge(feature).deepMm <= roomOf(of).deep + SAME_MM
      ? []
      : [{ code: 'edges.deep', sentence: 'the walls are not as high as what it takes off them.' }]
  return hasRoom(part, feature)
    ? []
    : [{ code: 'edges.wide', sentence: 'the part is not as large as what it takes off its edges.' }]
}

/** Whether the block has the width and the height that are taken off its edges. */
function hasRoom(part: Part, feature: EdgeBreak): boolean {
  const { deepMm, wideMm } = takenOffEdge(feature)
  const sides = brokenEdges(part, feature)
  return (
    deepMm <= part.size[axisOf(feature.on)].mm + SAME_MM &&
    sides.every((side) => {
      const both = sides.some((other) => other !== side && axisOf(other) === axisOf(side))
      return wideMm * (both ? 2 : 1) <= part.size[axisOf(side)].mm + SAME_MM
    })
  )
}

/** How far the break of an edge goes across its face, and down from it, mm. */
export function takenOffEdge(feature: EdgeBreak): {
  readonly wideMm: number
  readonly deepMm: number
} {
  if (feature.kind === 'rounding') return { wideMm: feature.radius.mm, deepMm: feature.radius.mm }
  const { angle, size } = feature
  return { wideMm: size.mm, deepMm: size.mm * Math.tan(angle.rad) }
}

/** Whether a cutter with a round nose has room for the radius that a feature asks at the foot of its walls. */
function filletIssues(feature: Feature): readonly NoRoom[] {
  if (!('fillet' in feature) || !feature.fillet) return []
  const { mm } = feature.fillet
  if (isThrough(feature))
    return [{ code: 'fillet.through', sentence: 'it goes through, so it has no floor to round.' }]
  if (feature.kind === 'contour' && edgeCount(feature) > MOST_FOOT_EDGES)
    return [
      {
        code: 'fillet.edges',
        sentence: `its outline has more than ${MOST_FOOT_EDGES} edges; so many are not rounded at the floor.`,
      },
    ]
  const { deep, room } = roomOf(feature)
  const issues: NoRoom[] = []
  if (mm > deep + SAME_MM)
    issues.push({
      code: 'fillet.deep',
      sentence: 'the radius at its floor is larger than its walls are high.',
    })
  if (mm > room + SAME_MM)
    issues.push({
      code: 'fillet.wide',
      sentence: 'the radius at its floor leaves nothing flat of that.',
    })
  if (feature.kind === 'pocket' && feature.corner && mm > feature.corner.mm + SAME_MM)
    issues.push({
      code: 'fillet.corner',
      sentence:
        'the radius at its floor is larger than that of its corners: a cutter that leaves the one does not come into the other.',
    })
  return issues
}

/** Whether a feature has a mouth on a side. */
export const opensTo = (feature: Feature, side: Side): boolean =>
  feature.on === side || (isThrough(feature) && axisOf(feature.on) === axisOf(side))

const isThrough = (feature: Feature): boolean =>
  feature.kind === 'contour'
    ? feature.through
    : 'extent' in feature && feature.extent.kind === 'through'

/** How high the walls are, and how far the radius may reach from each, mm. */
function roomOf(feature: Feature): { readonly deep: number; readonly room: number } {
  switch (feature.kind) {
    case 'step':
      return { deep: feature.depth.mm, room: feature.width.mm }
    case 'slot':
      return { deep: feature.depth.mm, room: feature.width.mm / 2 }
    case 'pocket':
      return {
        deep: feature.extent.kind === 'deep' ? feature.extent.depth.mm : Infinity,
        room: Math.min(feature.across.mm, feature.up.mm) / 2,
      }
    case 'boss':
      return { deep: feature.height.mm, room: Infinity }
    case 'chamfer':
    case 'contour':
    case 'hole':
    case 'rounding':
      return { deep: Infinity, room: Infinity }
  }
}
