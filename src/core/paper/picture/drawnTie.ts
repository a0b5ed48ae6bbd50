import { type Point } from '../../ground/geometry'
import { type Part, partSurfaces, planeOf, type Requirement, resolveRef } from '../../work/part'
import { type Sheet } from '../../ground/scene'
import { type ViewSide } from './drawnFeatures'

/** A tie between two features, in the view that shows both best. */
export function drawTie(
  part: Part,
  requirement: Requirement,
  sheets: Readonly<Record<ViewSide, Sheet>>,
): void {
  const surfaces = partSurfaces(part)
  const refs = [
    requirement.of,
    'to' in requirement
      ? requirement.to
      : 'datums' in requirement
        ? (requirement.datums[0] ?? '')
        : '',
  ]
  const places = refs.map((ref) => {
    const found = resolveRef(part, ref, surfaces)
    const target = found.ok ? found.value[0] : undefined
    if (!target) return undefined
    const surface = target.kind === 'surface' ? target.surface : target.first
    return surface.kind === 'plane'
      ? surface.at
      : {
          x: (surface.from.x + surface.to.x) / 2,
          y: (surface.from.y + surface.to.y) / 2,
          z: (surface.from.z + surface.to.z) / 2,
        }
  })
  const [from, to] = places
  if (!from) return
  const side = (['front', 'right', 'top'] as const).reduce((best, candidate) =>
    spread(candidate, from, to ?? from) > spread(best, from, to ?? from) + 1e-6 ? candidate : best,
  )
  const sheet = sheets[side]
  const [u, v] = planeOf(side)
  const dot = (p: Point<'part'>): void =>
    sheet.circle(p[u], p[v], 4 / sheet.scale, { fill: 'blue', stroke: 'blue' })
  dot(from)
  if (to) {
    dot(to)
    sheet.line(from[u], from[v], to[u], to[v], { stroke: 'blue', width: 2.2 })
  }
}

const spread = (side: ViewSide, a: Point<'part'>, b: Point<'part'>): number => {
  const [u, v] = planeOf(side)
  return Math.hypot(a[u] - b[u], a[v] - b[v])
}
