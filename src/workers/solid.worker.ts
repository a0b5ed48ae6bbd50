import * as Comlink from 'comlink'
import { applyMotion, type Frame, type Motion, point } from '@/core/ground/geometry'
import { boxesOf, cornerOf, creasesOf, type Mesh, triangleCount } from '@/core/ground/mesh'
import { type Model, type Part } from '@/core/work/part'
import { type FacedMesh } from '@/core/work/solid'
import { edgesOfSkin, type Skin, skinOf, solidNow, stateFinished } from '@/core/work/stock'
import { planWay } from '@/core/plan/planning'
import { jawsOf, looksOf, meshOf, metalOf, takeModelsFrom } from '@/kernel'
import { fetchFacets } from './facets'
import { type PickedMesh, type PicturedMesh, type SkinnedMesh, type SolidWorker } from './messages'

takeModelsFrom(fetchFacets)

const worker: SolidWorker = {
  async solid(part) {
    return sent(await finished(part))
  },
  async looks(part, wanted) {
    return looksOf(part, wanted, await finished(part))
  },
  async left(part, state) {
    const mesh = await meshOf(solidNow(part, state))
    return sent({ ...mesh, ...skinOf(part, mesh, undefined, state) })
  },
  metal({ part, way, workshop }) {
    return metalOf(planWay(workshop, part, way))
  },
  async jaws({ part, way, workshop }, index) {
    const planned = planWay(workshop, part, way).setups[index]
    const holding = planned?.clamping.holding
    return planned && !planned.indexed && holding?.kind === 'soft-jaws'
      ? jawsOf(planned, holding)
      : undefined
  },
  async recipe(of) {
    const { positions, triangles } = await meshOf(of)
    return transferred({ positions, triangles, creases: creasesIn({ positions, triangles }) })
  },
  async body(digest, body) {
    const mesh = await fetchFacets(digest, body)
    return mesh && transferred(picked(mesh))
  },
}

/** The body of the part's file where it is here, else what its features leave. */
async function finished(part: Part): Promise<Mesh & Skin> {
  const own = part.model && (await modelOf(part.model))
  const mesh = own ?? (await meshOf(solidNow(part, stateFinished(part))))
  return { ...mesh, ...skinOf(part, mesh, own?.faceOf) }
}

/** More triangles than this are shown without edges, drawn or to pick: they would take longer than all else. */
const MOST_EDGED = 60_000
const isEdged = (mesh: Mesh): boolean => triangleCount(mesh) <= MOST_EDGED
/** Facets that turn from each other by more than this have an edge drawn between them: the cosine of 20°. */
const EDGE_COS = 0.94

const sent = (mesh: Mesh & Skin): SkinnedMesh =>
  transferred({ ...picked(mesh), edges: isEdged(mesh) ? edgesOfSkin(mesh, mesh) : [] })

/** All of its picture that takes long: here it holds up nobody. */
const picked = <M extends Mesh>(mesh: M): M & PickedMesh => ({
  ...mesh,
  creases: creasesIn(mesh),
  boxes: boxesOf(mesh),
})

const creasesIn = (mesh: Mesh): Float32Array =>
  Float32Array.from(
    isEdged(mesh)
      ? creasesOf(mesh, EDGE_COS).flatMap(({ from, to }) => [
          ...[from.x, from.y, from.z],
          ...[to.x, to.y, to.z],
        ])
      : [],
  )

/** Goes over without being copied; several arrays may lie in one buffer, as those of a file do. */
function transferred<M extends PicturedMesh & Partial<PickedMesh>>(mesh: M): M {
  const buffers = [...Object.values(mesh), ...Object.values(mesh.boxes ?? {})].flatMap(
    (one: unknown) => (ArrayBuffer.isView(one) ? [one.buffer as ArrayBuffer] : []),
  )
  return Comlink.transfer(mesh, [...new Set(buffers)])
}

/** The body of the file that a part came from, as it lies as a part; none where the file is not here. */
async function modelOf(model: Model): Promise<FacedMesh | undefined> {
  const mesh = await fetchFacets(model.digest, model.body)
  if (!mesh) return undefined
  const motion = { rows: model.rows, shift: model.shift } as unknown as Motion<'part', 'file'>
  return { ...movedMesh(mesh, motion, model.times), faceOf: mesh.faceOf }
}

function movedMesh<To extends Frame, From extends Frame>(
  mesh: Mesh,
  motion: Motion<To, From>,
  times: number,
): Mesh {
  const positions = new Float32Array(mesh.positions.length)
  for (let v = 0; v < positions.length / 3; v++) {
    const { x, y, z } = cornerOf<From>(mesh, v)
    const at = applyMotion(motion, point(x * times, y * times, z * times))
    positions.set([at.x, at.y, at.z], 3 * v)
  }
  return { positions, triangles: mesh.triangles }
}

Comlink.expose(worker)
