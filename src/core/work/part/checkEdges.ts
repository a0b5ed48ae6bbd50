import { type Contour, type Feature, type Part } from './schema'
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

/** The edges that a chamfer breaks, and the foot of walls. */
export function edgeIssues(part: Part, feature: Feature): readonly NoRoom[] {
  if (feature.kind !== 'chamfer') return filletIssues(feature)
  const of = part.features.find(({ id }) => id === feature.of)
  if (of && (of.kind === 'hole' || of.kind === 'chamfer' || !opensTo(of, feature.on)))
    return [
      {
        code: 'chamfer.of',
        sentence:
          of.kind === 'hole'
            ? 'say the mouth of a hole as its countersink.'
            : 'it breaks the edges only of what opens to its face.',
      },
    ]
  const isBeside = (side: Side): boolean => axisOf(side) !== axisOf(feature.on)
  return feature.along?.every(isBeside) === false
    ? [{ code: 'chamfer.along', sentence: 'it breaks edges to sides next to its face only.' }]
    : []
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
      return { deep: Infinity, room: Infinity }
  }
}
