import * as Comlink from 'comlink'
import { type Part } from '@/core/part'
import { solidNow, stateFinished } from '@/core/stock'
import { meshOf, type SolidMesh } from '@/kernel'

Comlink.expose({
  async solid(part: Part): Promise<SolidMesh> {
    const mesh = await meshOf(solidNow(part, stateFinished(part)))
    return Comlink.transfer(mesh, [mesh.positions.buffer, mesh.triangles.buffer])
  },
})
