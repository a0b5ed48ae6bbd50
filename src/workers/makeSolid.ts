import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { type Point } from '@/core/geometry'
import {
  axisOf,
  depthOf,
  type Feature,
  holePoints,
  insideOf,
  levelOf,
  normalOf,
  type Part,
  placePoint,
  removedBox,
  signOf,
} from '@/core/part'
import { parseThread, tappingDrillMm } from '@/core/standards'
import { type SolidMesh } from './messages'

let kernel: Promise<ManifoldToplevel> | undefined
const load = (): Promise<ManifoldToplevel> =>
  (kernel ??= Module().then((loaded) => {
    loaded.setup()
    return loaded
  }))

/** Sides of the polygon that stands for a circle. */
export const SEGMENTS = 48
/** Cutting bodies stand out of the block by this, so that no skin is left. */
const OVER_MM = 1

/** Makes the solid of the finished part with exact booleans of meshes. */
export async function makeSolid(part: Part): Promise<SolidMesh> {
  const { Manifold } = await load()
  const made: Manifold[] = []
  const keep = <M extends Manifold>(body: M): M => {
    made.push(body)
    return body
  }
  try {
    const block = keep(Manifold.cube([part.size.x.mm, part.size.y.mm, part.size.z.mm]))
    const tools = part.features.flatMap((feature) => toolsOf(Manifold, keep, part, feature))
    const bosses = part.features
      .filter((f) => f.kind === 'boss')
      .map((f) =>
        cylinder(
          Manifold,
          keep,
          part,
          f,
          placePoint(part, f.on, f.place),
          f.diameter.mm / 2,
          0,
          f.height.mm,
        ),
      )
    const holes = tools.length === 0 ? block : keep(block.subtract(keep(Manifold.union(tools))))
    const body = bosses.length === 0 ? holes : keep(Manifold.union([holes, ...bosses]))
    const mesh = body.getMesh()
    const positions = new Float32Array((mesh.vertProperties.length / mesh.numProp) * 3)
    for (let i = 0; i < positions.length / 3; i++)
      for (let k = 0; k < 3; k++)
        positions[3 * i + k] = mesh.vertProperties[mesh.numProp * i + k] ?? 0
    const triangles = Uint32Array.from(mesh.triVerts)
    return { positions, triangles, volumeMm3: body.volume() }
  } finally {
    for (const body of made) body.delete()
  }
}

type Kernel = ManifoldToplevel['Manifold']
type Keep = <M extends Manifold>(body: M) => M

function toolsOf(Manifold: Kernel, keep: Keep, part: Part, feature: Feature): Manifold[] {
  if (feature.kind === 'hole') {
    const thread = feature.thread ? parseThread(feature.thread) : undefined
    const radius = (thread ? tappingDrillMm(thread) : feature.diameter.mm) / 2
    const depth = depthOf(part, feature.on, feature.extent)
    const through = feature.extent.kind === 'through' ? OVER_MM : 0
    return holePoints(part, feature).flatMap((mouth) => {
      const bore = cylinder(Manifold, keep, part, feature, mouth, radius, OVER_MM, depth + through)
      const { head } = feature
      if (head.kind === 'none') return [bore]
      const headDepth =
        head.kind === 'counterbore'
          ? head.depth.mm
          : (head.diameter.mm / 2 - radius) / Math.tan(head.angle.rad / 2)
      return [
        bore,
        cylinder(
          Manifold,
          keep,
          part,
          feature,
          mouth,
          head.diameter.mm / 2,
          head.kind === 'counterbore' ? OVER_MM : 0,
          headDepth,
          head.kind === 'countersink' ? radius : undefined,
        ),
      ]
    })
  }
  if (feature.kind === 'boss') {
    const foot = insideOf(part, feature.on, feature.height.mm)
    const top = levelOf(part, feature.on) + signOf(feature.on) * OVER_MM
    const [low, high] = [
      [-OVER_MM, -OVER_MM, -OVER_MM],
      [part.size.x.mm + OVER_MM, part.size.y.mm + OVER_MM, part.size.z.mm + OVER_MM],
    ] as const
    const k = ['x', 'y', 'z'].indexOf(axisOf(feature.on))
    const [a, b] = [
      low.map((v, i) => (i === k ? Math.min(foot, top) : v)),
      high.map((v, i) => (i === k ? Math.max(foot, top) : v)),
    ]
    return [box(Manifold, keep, a, b)]
  }
  const removed = removedBox(part, feature)
  if (!removed) return []
  const size = [part.size.x.mm, part.size.y.mm, part.size.z.mm]
  const low = [removed.low.x, removed.low.y, removed.low.z].map((v) =>
    v <= 1e-6 ? v - OVER_MM : v,
  )
  const high = [removed.high.x, removed.high.y, removed.high.z].map((v, i) =>
    v >= (size[i] ?? 0) - 1e-6 ? v + OVER_MM : v,
  )
  return [box(Manifold, keep, low, high)]
}

function box(
  Manifold: Kernel,
  keep: Keep,
  low: readonly number[],
  high: readonly number[],
): Manifold {
  const [x = 0, y = 0, z = 0] = low
  return keep(
    keep(Manifold.cube([(high[0] ?? 0) - x, (high[1] ?? 0) - y, (high[2] ?? 0) - z])).translate([
      x,
      y,
      z,
    ]),
  )
}

/** A cylinder that enters the face at `mouth`: from `over` outside to `depth` inside; tapering to `endRadius`. */
function cylinder(
  Manifold: Kernel,
  keep: Keep,
  _part: Part,
  feature: Feature,
  mouth: Point<'part'>,
  radius: number,
  over: number,
  depth: number,
  endRadius = radius,
): Manifold {
  const inward = normalOf(feature.on)
  const upright = keep(Manifold.cylinder(depth + over, radius, endRadius, SEGMENTS))
  const axis = axisOf(feature.on)
  const sign = -signOf(feature.on)
  const turned = keep(
    upright.rotate(
      axis === 'x'
        ? [0, 90 * sign, 0]
        : axis === 'y'
          ? [-90 * sign, 0, 0]
          : sign > 0
            ? [0, 0, 0]
            : [180, 0, 0],
    ),
  )
  return keep(
    turned.translate([
      mouth.x + inward.x * over,
      mouth.y + inward.y * over,
      mouth.z + inward.z * over,
    ]),
  )
}
