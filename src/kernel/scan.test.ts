import { beforeAll, describe, expect, it } from 'vitest'
import { AS_IT_LIES, fitCasting, type Solve } from '@/core/chain/fitting'
import { applyMotion, point, type Motion, type Point } from '@/core/ground/geometry'
import { type Mesh, triangleCount, triangleOf } from '@/core/ground/mesh'
import { SADDLE } from '@/core/paper/demo'
import { fitSurfacesOf, layScan, readCloud, thinScan } from '@/core/work/casting'
import { boughtSolid } from '@/core/work/stock'
import { loadSolver, meshOf } from '.'

let solve: Solve
let skin: Mesh
beforeAll(async () => {
  solve = await loadSolver()
  skin = await meshOf(boughtSolid(SADDLE))
})

/** A turn about Z, rad, and a shift: how the scan lies. */
function lies(angle: number, x: number, y: number, z: number): Motion<'casting', 'casting'> {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return { rows: [point(c, -s, 0), point(s, c, 0), point(0, 0, 1)], shift: point(x, y, z) }
}

/** Places all over the skin as it should have come, in proportion to area; a fixed row of numbers. */
function scanned(count: number, by: Motion<'casting', 'casting'>): Float64Array {
  let seed = 7
  const next = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647
  const areas = Array.from({ length: triangleCount(skin) }, (_, t) => {
    const [a, b, c] = triangleOf<'part'>(skin, t)
    const [ux, uy, uz] = [b.x - a.x, b.y - a.y, b.z - a.z]
    const [vx, vy, vz] = [c.x - a.x, c.y - a.y, c.z - a.z]
    return Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2
  })
  const whole = areas.reduce((sum, area) => sum + area, 0)
  const places = new Float64Array(3 * count)
  let [t, passed] = [0, areas[0] ?? 0]
  for (let i = 0; i < count; i++) {
    const wanted = (whole * (i + 0.5)) / count
    while (passed < wanted && t + 1 < areas.length) passed += areas[++t] ?? 0
    const [a, b, c] = triangleOf<'part'>(skin, t)
    let [p, q] = [next(), next()]
    if (p + q > 1) [p, q] = [1 - p, 1 - q]
    const at = point<'casting'>(
      a.x + p * (b.x - a.x) + q * (c.x - a.x),
      a.y + p * (b.y - a.y) + q * (c.y - a.y),
      a.z + p * (b.z - a.z) + q * (c.z - a.z),
    )
    const { x, y, z } = applyMotion(by, at)
    places.set([x, y, z], 3 * i)
  }
  return places
}

describe('a scan of a casting', () => {
  it('of a casting as it should be: every face has what it was given', () => {
    const thinned = thinScan(SADDLE, scanned(200_000, lies(0, 0, 0, 0)), undefined)
    if (!thinned.ok) throw new Error(thinned.issues[0].sentence)
    const { points, taken } = thinned.value
    expect(points.length).toBeGreaterThan(300)
    expect(points.length).toBeLessThan(2000)
    expect(taken).toBeGreaterThan(100_000)
    const fit = fitCasting(
      fitSurfacesOf(SADDLE),
      points.map(({ at, surface }) => ({ surface, at: point<'casting'>(at.x, at.y, at.z) })),
      'none',
      solve,
      AS_IT_LIES,
    )
    if (!fit.ok) throw new Error(fit.issues[0].sentence)
    // The fork may be 1.2 off its place and is on it: nothing could be better than that.
    expect(fit.value.smallestMm).toBeGreaterThan(1.18)
    expect(fit.value.smallestMm).toBeLessThan(1.2 + 1e-6)
    // 2.5 on pads, flange, cheek and bores; what is round is of 48 facets.
    const cut = new Set(
      fitSurfacesOf(SADDLE).flatMap(({ id, kind }) => (kind === 'cut' ? [id] : [])),
    )
    const metal = fit.value.slacks.flatMap(({ outsideMm, surface }) =>
      cut.has(surface) ? [outsideMm] : [],
    )
    expect(Math.min(...metal)).toBeGreaterThan(2.3)
  })

  it('that lies anyhow is laid by three pairs; without them it is said that it lies off', () => {
    const by = lies(0.6, 300, -120, 45)
    const scan = scanned(60_000, by)
    const off = thinScan(SADDLE, scan, undefined)
    expect(!off.ok && off.issues[0].code).toBe('scan.off')
    const at = (x: number, y: number, z: number) => ({
      scan: applyMotion(by, point<'casting'>(x, y, z)),
      part: point<'part'>(x, y, z),
    })
    const laid = layScan([at(0, 0, 0), at(200, 0, 0), at(0, 90, 120)])
    if (!laid.ok || !laid.value) throw new Error('not laid')
    const thinned = thinScan(SADDLE, scan, laid.value)
    expect(thinned.ok && thinned.value.points.length).toBeGreaterThan(300)
    const line: readonly Point<'part'>[] = [point(0, 0, 0), point(1, 0, 0), point(2, 0, 0)]
    const inLine = layScan(line.map((part) => ({ part, scan: point(part.x, part.y, part.z) })))
    expect(!inLine.ok && inLine.issues[0].code).toBe('scan.pairs-line')
  })

  it('is read from text with whatever columns it has', () => {
    expect([...readCloud('x y z\n1 2 3 255 0 0\n4;5;6\n\n7,8,9\nend')]).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8, 9,
    ])
  })
})
