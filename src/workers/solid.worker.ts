import * as Comlink from 'comlink'
import { type Part } from '@/core/work/part'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf, type SolidMesh } from '@/kernel'

Comlink.expose({
  async solid(part: Part): Promise<SolidMesh> {
    const mesh = await meshOf(solidNow(part, stateFinished(part)))
    return Comlink.transfer(mesh, [mesh.positions.buffer, mesh.triangles.buffer])
  },
})
