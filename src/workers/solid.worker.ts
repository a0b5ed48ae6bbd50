import * as Comlink from 'comlink'
import { type Part } from '@/core/part'
import { makeSolid } from './makeSolid'
import { type SolidMesh } from './messages'

Comlink.expose({
  async solid(part: Part): Promise<SolidMesh> {
    const mesh = await makeSolid(part)
    return Comlink.transfer(mesh, [mesh.positions.buffer, mesh.triangles.buffer])
  },
})
