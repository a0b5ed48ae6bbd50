import { type PlanePoint } from '../../ground/geometry'
import { edgesOf, isWithin, middleOfEdge } from '../../ground/outline'
import { type Contour, type Feature } from '../../work/part'
import { type Workshop } from '../../shop/workshop'

type Cutter = Workshop['cutters'][number]

/** Why a milling cutter does not make a feature as it is drawn; radii and widths in mm. */
export type Misfit =
  | { readonly kind: 'wide'; readonly roomMm: number }
  | { readonly kind: 'corner'; readonly drawnMm: number; readonly leftMm: number }
  /** At the foot of its walls; 0 is sharp. */
  | { readonly kind: 'nose'; readonly drawnMm: number; readonly leftMm: number }
  /** On the edges that it rounds; left 0: it is not said, or it rounds none. */
  | { readonly kind: 'edge'; readonly drawnMm: number; readonly leftMm: number }

const SAME_MM = 1e-6
/** How far beside an edge it is looked whether metal is taken there, mm. */
const BESIDE_MM = 1e-3

/** What does not fit of a cutter, by the widths and radii of a feature; of drills and the like nothing is said. */
export function misfitsOf(feature: Feature, cutter: Cutter): readonly Misfit[] {
  if (feature.kind === 'rounding') return edgeMisfits(feature.radius.mm, cutter)
  if (cutter.kind !== 'end mill' && cutter.kind !== 'face mill') return []
  const misfits: Misfit[] = []
  const { diameter, nose = 0 } = cutter
  const room = roomIn(feature)
  if (diameter > room + SAME_MM) misfits.push({ kind: 'wide', roomMm: room })
  const corner = insideCorner(feature)
  if (diameter / 2 > corner + SAME_MM)
    misfits.push({ kind: 'corner', drawnMm: corner, leftMm: diameter / 2 })
  const foot = footOf(feature)
  if (foot !== undefined && (foot > 0 ? nose === 0 || nose > foot + SAME_MM : nose > 0))
    misfits.push({ kind: 'nose', drawnMm: foot, leftMm: nose })
  return misfits
}

/** A mill for rounding leaves its own radius; the ball of an end mill goes along an edge line by line. */
function edgeMisfits(drawnMm: number, { kind, nose = 0 }: Cutter): readonly Misfit[] {
  const fits =
    kind === 'corner rounding mill'
      ? Math.abs(nose - drawnMm) < SAME_MM
      : kind === 'end mill' && nose > 0
  if (fits) return []
  return [{ kind: 'edge', drawnMm, leftMm: kind === 'corner rounding mill' ? nose : 0 }]
}

/** How wide a cutter that goes in may be, mm. */
function roomIn(feature: Feature): number {
  if (feature.kind === 'slot') return feature.width.mm
  return feature.kind === 'pocket' ? Math.min(feature.across.mm, feature.up.mm) : Infinity
}

/** The smallest radius into which its outline draws a cutter, mm. */
function insideCorner(feature: Feature): number {
  if (feature.kind === 'pocket') return feature.corner?.mm ?? Infinity
  return feature.kind === 'contour' ? tightestInside(feature) : Infinity
}

function tightestInside({ rings, takes }: Contour): number {
  const isTaken = (p: PlanePoint): boolean => isWithin(rings, p) === (takes === 'inside')
  const radii = rings.flatMap((ring) =>
    edgesOf(ring).flatMap((edge, i) => {
      if (edge.kind === 'line' || ring[i]?.open) return []
      const { left, middle } = middleOfEdge(edge)
      const isLeft = isTaken({
        x: middle.x + left.x * BESIDE_MM,
        y: middle.y + left.y * BESIDE_MM,
      })
      return edge.turnRad > 0 === isLeft ? [edge.radiusMm] : []
    }),
  )
  return takes === 'nothing' ? Infinity : Math.min(Infinity, ...radii)
}

/** The radius between walls and floor, mm: 0 where they meet sharp; nothing where there is no floor. */
function footOf(feature: Feature): number | undefined {
  switch (feature.kind) {
    case 'contour':
      return feature.through || feature.takes === 'nothing' ? undefined : (feature.fillet?.mm ?? 0)
    case 'pocket':
      return feature.extent.kind === 'through' ? undefined : (feature.fillet?.mm ?? 0)
    case 'boss':
    case 'slot':
    case 'step':
      return feature.fillet?.mm ?? 0
    case 'chamfer':
    case 'hole':
    case 'rounding':
      return undefined
  }
}
