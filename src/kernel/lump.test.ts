import { beforeAll, describe, expect, it } from 'vitest'
import { type Solve } from '@/core/chain/fitting'
import { fitsMill, setupWorld } from '@/core/floor/offsets'
import { MOST_WORK_FIGURES, toNearestWall, topUnder } from '@/core/floor/standin'
import { type Mesh, meshVolume } from '@/core/ground/mesh'
import { SADDLE, SADDLE_CASTING, saddleWays } from '@/core/paper/demo'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { fitMeasured, lumpOf, skinOff } from '@/core/work/casting'
import { afterCut, type PartState, skinOf, solidNow, stateAsBought } from '@/core/work/stock'
import { loadSolver, meshOf } from '.'

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

const skinned = async (state: PartState) => {
  const mesh = await meshOf(solidNow(SADDLE, state))
  return { ...mesh, ...skinOf(SADDLE, mesh, undefined, state) }
}
const measured = () => {
  const made = fitMeasured(SADDLE, SADDLE_CASTING, solve)
  if (!made.ok) throw new Error(made.issues[0].sentence)
  return made.value
}
/** The corners of a mesh that lie highest and lowest along an axis. */
const reach = ({ positions }: Mesh, axis: 0 | 1 | 2): readonly [number, number] => {
  const all = Array.from(positions).filter((_, i) => i % 3 === axis)
  return [Math.min(...all), Math.max(...all)]
}

describe('the lump of one casting', () => {
  it('lies where it was measured: every point of the plate is on its skin', async () => {
    const state = stateAsBought(SADDLE)
    const fit = measured()
    const lump = lumpOf(SADDLE, state, await skinned(state), skinOff(SADDLE, fit, 1))
    const world = worldOf(lump)
    // Points on the left end, measured square to it, against the metal there; the skin is no plane to the last tenth.
    const own = fit.fit.slacks.filter(({ surface }) => surface === 'top')
    expect(own.length).toBeGreaterThan(2)
    const mean = own.reduce((sum, { outsideMm }) => sum + outsideMm, 0) / own.length
    expect(reach(lump, 2)[1]).toBeGreaterThan(120 + mean - 0.01)
    expect(reach(lump, 2)[1]).toBeLessThan(120 + Math.max(...own.map((one) => one.outsideMm)) + 0.6)
    expect(world.work?.triangles.length).toBeGreaterThan(300)
  })

  it('with nothing off it is as it should be; it stays closed', async () => {
    const state = stateAsBought(SADDLE)
    const mesh = await skinned(state)
    const lump = lumpOf(SADDLE, state, mesh, new Map())
    expect(lump.positions).toEqual(mesh.positions)
    const off = lumpOf(SADDLE, state, mesh, skinOff(SADDLE, undefined, 7))
    const share = meshVolume(off) / meshVolume(mesh)
    expect(share).toBeGreaterThan(0.9)
    expect(share).toBeLessThan(1.1)
    expect(share).not.toBeCloseTo(1, 4)
  })

  it('a face that is off by so much is moved by so much, by hand; what is beside it by nothing', async () => {
    const state = stateAsBought(SADDLE)
    const mesh = await skinned(state)
    const lump = lumpOf(SADDLE, state, mesh, new Map([['left', () => 0.7]]))
    expect(reach(lump, 0)[0]).toBeCloseTo(reach(mesh, 0)[0] - 0.7, 4)
    expect(reach(lump, 0)[1]).toBeCloseTo(reach(mesh, 0)[1], 6)
    // As much more metal as the end is large: what of the facets lies at its level.
    const [end] = reach(mesh, 0)
    const area = Array.from({ length: mesh.triangles.length / 3 }, (_, t) => {
      const [a, b, c] = [0, 1, 2].map((k) => {
        const from = 3 * (mesh.triangles[3 * t + k] ?? 0)
        return Array.from(mesh.positions.slice(from, from + 3))
      }) as [number[], number[], number[]]
      const isEnd = [a, b, c].every(([x = 0]) => Math.abs(x - end) < 1e-4)
      const side = (p: number[], q: number[], k: number): number => (q[k] ?? 0) - (p[k] ?? 0)
      return isEnd ? Math.abs(side(a, b, 1) * side(a, c, 2) - side(a, b, 2) * side(a, c, 1)) / 2 : 0
    }).reduce((sum, one) => sum + one, 0)
    expect(area).toBeGreaterThan(2000)
    expect(meshVolume(lump) - meshVolume(mesh)).toBeCloseTo(0.7 * area, -1)
  })

  it('what has been cut is where it belongs, whatever the skin was', async () => {
    const state = afterCut(
      stateAsBought(SADDLE),
      { feature: 'bottom', pass: 'finish', leave: { mm: 0 } },
      0,
    )
    const lump = lumpOf(SADDLE, state, await skinned(state), skinOff(SADDLE, measured(), 1))
    expect(reach(lump, 2)[0]).toBeCloseTo(0, 4)
  })
})

const planned = () => {
  const [first] = planWay(STANDARD_WORKSHOP, SADDLE, saddleWays(STANDARD_WORKSHOP)[0] as Way).setups
  if (!first) throw new Error('no setup')
  return first
}
const worldOf = (lump: Mesh) => setupWorld(planned(), {}, lump)

describe('felt by a tip', () => {
  it('work of more facets than a mill takes is told from work that it takes', () => {
    const of = (figures: number): Mesh => ({
      positions: new Float32Array(figures),
      triangles: new Uint32Array(figures),
    })
    expect([fitsMill(of(MOST_WORK_FIGURES)), fitsMill(of(MOST_WORK_FIGURES + 3))]).toEqual([
      true,
      false,
    ])
  })

  it('what lies under it and beside it is that of a step and a wall, by hand', () => {
    // An L of two boxes: 40 × 20 × 10 with 10 × 20 × 30 at its left end.
    const box = (low: readonly number[], high: readonly number[]): Mesh => {
      const at = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((n) =>
        [0, 1, 2].map((k) => (((n >> k) & 1) === 1 ? high[k] : low[k]) as number),
      )
      const sides = [
        [0, 2, 3, 1],
        [4, 5, 7, 6],
        [0, 1, 5, 4],
        [2, 6, 7, 3],
        [0, 4, 6, 2],
        [1, 3, 7, 5],
      ]
      const triangles = sides.flatMap(([a, b, c, d]) => [a, b, c, a, c, d] as number[])
      return { positions: Float32Array.from(at), triangles: Uint32Array.from(triangles) }
    }
    const low = box([0, 0, 0], [40, 20, 10])
    const high = box([0, 0, 10], [10, 20, 30])
    const work = {
      positions: [...low.positions, ...high.positions],
      triangles: [...low.triangles, ...[...high.triangles].map((v) => v + 8)],
    }
    const world = {
      ...worldOf(low),
      boxes: [],
      holes: [],
      work,
      vise: { x: 0, y: 0, z: 0, turnRad: 0 },
    }
    expect(topUnder(world, { x: 5, y: 10 })).toBeCloseTo(30, 5)
    expect(topUnder(world, { x: 25, y: 10 })).toBeCloseTo(10, 5)
    expect(topUnder(world, { x: 45, y: 10 })).toBe(0)
    expect(toNearestWall(world, { x: 14, y: 10 }, 20)).toBeCloseTo(4, 5)
    expect(toNearestWall(world, { x: 13, y: 24 }, 20)).toBeCloseTo(5, 5)
    expect(toNearestWall(world, { x: 6, y: 10 }, 20)).toBeCloseTo(-4, 5)
    expect(toNearestWall(world, { x: 46, y: 10 }, 5)).toBeCloseTo(6, 5)
    expect(toNearestWall(world, { x: 46, y: 10 }, 35)).toBe(Infinity)
  })
})
