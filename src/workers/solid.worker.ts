import * as Comlink from 'comlink'
import { applyMotion, type Frame, type Motion, point } from '@/core/ground/geometry'
import { cornerOf, type Mesh } from '@/core/ground/mesh'
import { type Model, type Part } from '@/core/work/part'
import { type FacedMesh } from '@/core/work/solid'
import { edgesOfSkin, type Skin, skinOf, solidNow, stateFinished } from '@/core/work/stock'
import { planWay } from '@/core/plan/planning'
import { jawsOf, looksOf, meshOf, metalOf, takeModelsFrom } from '@/kernel'
import { fetchFacets } from './facets'
import { type SkinnedMesh, type SolidWorker } from './messages'

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
    const mesh = await meshOf(of)
    return Comlink.transfer(mesh, [mesh.positions.buffer, mesh.triangles.buffer])
  },
}

/** The body of the part's file where it is here, else what its features leave. */
async function finished(part: Part): Promise<Mesh & Skin> {
  const own = part.model && (await modelOf(part.model))
  const mesh = own ?? (await meshOf(solidNow(part, stateFinished(part))))
  return { ...mesh, ...skinOf(part, mesh, own?.faceOf) }
}

/** More triangles than this are shown without edges to pick: they would take longer than all else. */
const MOST_EDGED = 60_000

function sent(mesh: Mesh & Skin): SkinnedMesh {
  const edges = mesh.triangles.length / 3 <= MOST_EDGED ? edgesOfSkin(mesh, mesh) : []
  const buffers = [mesh.positions.buffer, mesh.triangles.buffer, mesh.refOf.buffer]
  return Comlink.transfer({ ...mesh, edges }, buffers)
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
