import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { loadExact, readStep, stepOf } from '@/kernel/exact'
import { assembleSolid } from '@/core/work/solid'
import { recognise, laySolid, proposeLie } from '@/core/work/recognise'
import { featureLabel } from '@/core/work/part'
import { printFeature } from '@/core/work/say'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf } from '@/kernel'
import { WORM_BLOCK, PIER_PLATE } from '@/core/paper/demo'
const require = createRequire(import.meta.url)
const exact = await loadExact(require.resolve('replicad-opencascadejs/wasm'))
const files = process.argv.slice(2)
if (files[0] === 'demo') {
  files.shift()
  for (const [n, p] of [['worm', WORM_BLOCK], ['pier', PIER_PLATE]] as const) {
    const t = performance.now()
    const r = stepOf(exact, solidNow(p, stateFinished(p)))
    console.log(n, r.ok ? r.value.volumeMm3 : r, (await meshOf(solidNow(p, stateFinished(p)))).volumeMm3, Math.round(performance.now() - t))
    if (r.ok) { writeFileSync(`/tmp/k/${n}.step`, r.value.bytes); files.push(`/tmp/k/${n}.step`) }
  }
}
for (const f of files) {
  const t = performance.now()
  const r = readStep(exact, readFileSync(f), () => {})
  console.log('==', f.split('/').pop(), Math.round(performance.now() - t), 'ms')
  if (!r.ok) { console.log(r.issues); continue }
  for (const raw of r.value.bodies.slice(0, 8)) {
    const t1 = performance.now()
    const s = assembleSolid(raw)
    const laid = laySolid(s, proposeLie(s))
    const rec = recognise(laid.solid, 'x')
    const ms = Math.round(performance.now() - t1)
    const p = rec.part
    console.log('--', [p.size.x.mm, p.size.y.mm, p.size.z.mm].join(' x '), ms, 'ms', s.faces.length, 'faces')
    for (const g of p.features) console.log('   ', g.id, '|', g.kind === 'contour' ? featureLabel(g) + ' ' + JSON.stringify(g.rings.map(x => x.length)) : printFeature(p, g))
    for (const g of rec.rest) console.log('    rest', g.kind, g.sizeMm, g.faces.length, g.areaMm2)
    const m = await meshOf(solidNow(p, stateFinished(p)))
    console.log('    volume', s.volumeMm3.toFixed(1), 'by features', m.volumeMm3.toFixed(1), Object.entries(rec.outlines).filter(([, o]) => o.length === 0).map(([k]) => k).join())
  }
}
