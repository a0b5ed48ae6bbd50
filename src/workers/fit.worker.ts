import * as Comlink from 'comlink'
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'
import { invertMotion } from '@/core/ground/geometry'
import { asDrawn, lookAt } from '@/core/paper/picture'
import { fitMeasured, layScan, readCloud, thinScan } from '@/core/work/casting'
import { boughtSolid, nominalSolid, type Skin } from '@/core/work/stock'
import { loadSolver, meshOf, takeModelsFrom } from '@/kernel'
import { fetchFacets } from './facets'
import { type FitWorker } from './messages'

takeModelsFrom(fetchFacets)

const worker: FitWorker = {
  async fit(part, casting) {
    return fitMeasured(part, casting, await loadSolver())
  },
  scan(part, { bytes, name, times }, pairs, progress) {
    const laid = layScan(pairs)
    if (!laid.ok) return Promise.resolve(laid)
    const raw = /\.stl$/i.test(name)
      ? new STLLoader().parse(bytes).getAttribute('position').array
      : readCloud(new TextDecoder().decode(bytes))
    const sized = times === 1 ? raw : Float64Array.from(raw, (value) => value * times)
    return Promise.resolve(thinScan(part, sized, laid.value, progress))
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
