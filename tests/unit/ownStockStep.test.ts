import { createRequire } from 'node:module'
import { beforeAll, describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
import { meshVolume } from '@/core/ground/mesh'
import { type Recipe, round } from '@/core/ground/recipe'
import { planWay } from '@/core/plan/planning'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { cutFromSolid, usualLie } from '@/core/work/blank'
import { newPart, type Part } from '@/core/work/part'
import { takeModelsFrom } from '@/kernel'
import { stepOf } from '@/kernel/exact'
import { exportSolid } from '@/operations/solids/exported'
import { takeFilesFrom } from '@/operations/solids/filesAtHand'
import { digestOf, exactKernel, readSolidFile } from '@/operations/solids/read'
import { mm, setup, topHole, way } from '../support/documents'

interface Reader {
  ReadStepFile(
    bytes: Uint8Array,
    options: object,
  ): {
    readonly success: boolean
    readonly meshes: readonly {
      readonly attributes: { readonly position: { readonly array: readonly number[] } }
      readonly index: { readonly array: readonly number[] }
    }[]
  }
}

/** A lump of 104 × 64 × 44 with a boss of 20 across and 6 high on it, as a foundry's file. */
const LUMP: Recipe<'file'> = {
  kind: 'united',
  of: [
    { kind: 'box', low: point(0, 0, 0), high: point(104, 64, 44) },
    round<'file'>(point(30, 32, 40), point(30, 32, 50), 10),
  ],
}
const PI = Math.PI

describe('what is left of stock that came as STEP', () => {
  let other: Reader
  let bytes: Uint8Array
  beforeAll(async () => {
    const load = createRequire(import.meta.url)('occt-import-js') as () => Promise<Reader>
    other = await load()
    const written = stepOf(await exactKernel(), LUMP)
    if (!written.ok) throw new Error(written.issues[0].sentence)
    bytes = written.value.bytes
  }, 60_000)

  /** The part in that lump, which is taken to be so many times larger than its file says. */
  const partIn = async (times: number): Promise<Part> => {
    const read = await readSolidFile(bytes, 'lump.step')
    const body = read.ok ? read.value.bodies[0] : undefined
    if (!read.ok || !body) throw new Error('not read')
    const { digest } = read.value
    takeModelsFrom(() => Promise.resolve(body.mesh))
    takeFilesFrom((asked) => Promise.resolve(asked === digest ? bytes : undefined))
    const size = { x: mm(100 * times), y: mm(60 * times), z: mm(46 * times) }
    const bare = newPart('Pad', size)
    const hole = topHole('a', 80 * times, 30 * times)
    const lie = { ...usualLie(bare), times }
    return cutFromSolid(
      { ...bare, features: [hole] },
      { digest: digestOf(bytes), file: 'lump.step', body: 0, volumeMm3: 1, mesh: body.mesh },
      lie,
    )
  }
  const volumeOf = (file: Uint8Array): number => {
    const { meshes, success } = other.ReadStepFile(file, {
      linearDeflection: 0.002,
      angularDeflection: 0.02,
      linearDeflectionType: 'absolute_value',
    })
    expect([success, meshes.length]).toEqual([true, 1])
    const [mesh] = meshes
    return meshVolume({
      positions: Float32Array.from(mesh?.attributes.position.array ?? []),
      triangles: Uint32Array.from(mesh?.index.array ?? []),
    })
  }

  it.each([1, 2])(
    'comes as STEP that another reader has the volume of; %i times as large',
    async (times) => {
      const part = await partIn(times)
      const plan = planWay(STANDARD_WORKSHOP, part, way(setup('s-1', 'top', 'back', ['a'])))
      const done = await exportSolid(plan, 'pad', 'left-step', 1)
      if (!done.ok) throw new Error(done.issues[0].sentence)
      // By hand: the lump, its boss, less a hole of 8 through the 44 under the part's top face.
      const left = (104 * 64 * 44 + PI * 100 * 6) * times ** 3 - PI * 16 * 44 * times
      expect(volumeOf(done.value.bytes) / left).toBeCloseTo(1, 3)
    },
  )

  it('is refused with what can be done where the file is not here, or has facets only', async () => {
    const part = await partIn(1)
    const plan = planWay(STANDARD_WORKSHOP, part, way(setup('s-1', 'top', 'back', ['a'])))
    for (const found of [undefined, new TextEncoder().encode('solid lump')]) {
      takeFilesFrom(() => Promise.resolve(found))
      const done = await exportSolid(plan, 'pad', 'left-step', 1)
      expect(done.ok ? '' : done.issues[0].sentence).toMatch(/Bring the stock in as STEP/)
    }
  })
})
