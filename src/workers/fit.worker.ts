import * as Comlink from 'comlink'
import { invertMotion } from '@/core/ground/geometry'
import { asDrawn, lookAt } from '@/core/paper/picture'
import { fitMeasured } from '@/core/work/casting'
import { boughtSolid, nominalSolid, type Skin } from '@/core/work/stock'
import { loadSolver, meshOf, takeModelsFrom } from '@/kernel'
import { fetchFacets } from './facets'
import { type FitWorker } from './messages'

takeModelsFrom(fetchFacets)

const worker: FitWorker = {
  async fit(part, casting) {
    return fitMeasured(part, casting, await loadSolver())
  },
  async looks(part, motion, looking) {
    const by = asDrawn(invertMotion(motion))
    const [cast, finished] = await Promise.all([
      meshOf({ kind: 'moved', by, of: boughtSolid(part) }),
      meshOf(nominalSolid(part)),
    ])
    const bare = (triangles: number): Skin => ({
      refs: [],
      refOf: new Int16Array(triangles).fill(-1),
    })
    return {
      cast: lookAt(cast, bare(cast.triangles.length / 3), looking),
      part: lookAt(finished, bare(finished.triangles.length / 3), looking),
    }
  },
}

Comlink.expose(worker)
