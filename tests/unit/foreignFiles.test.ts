import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { point } from '@/core/ground/geometry'
import { meshVolume } from '@/core/ground/mesh'
import { box, type Recipe } from '@/core/ground/recipe'
import { motorBracket } from '@/core/paper/demo'
import { stepOf } from '@/kernel/exact'
import { partOfBody } from '@/operations/solids/body'
import { exactKernel, readSolidFile, type SolidFile } from '@/operations/solids/read'

/*
 * STEP and STL files that nobody here wrote: those that come with the tests of the package occt-import-js (the
 * CAx-IF's among them), looked for in the installed package, none of them copied. That package reads them with a
 * build of its own of the exact kernel and hands out triangles alone: volumes, boxes and counts of faces that it
 * gives come from those.
 */
const require = createRequire(import.meta.url)
const FOLDER = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles')

interface Triangulated {
  readonly success: boolean
  readonly meshes: readonly {
    readonly brep_faces: readonly unknown[]
    readonly attributes: { readonly position: { readonly array: readonly number[] } }
    readonly index: { readonly array: readonly number[] }
  }[]
}
interface Reader {
  ReadStepFile(bytes: Uint8Array, options: object): Triangulated
}

const FILES = [
  'cax-if/as1-oc-214.stp',
  'cax-if/as1-tu-203.stp',
  'cax-if/dm1-id-214.stp',
  'cax-if/io1-cm-214.stp',
  'cax-if/io1-tu-203.stp',
  'cax-if/sg1-c5-214.stp',
  'cube-10x10mm/Cube 10x10.stp',
  'cube-fcstd/cube.step',
  'rounded-cube/rounded-cube.step',
  'simple-basic-cube/cube.stp',
]
const bytesOf = (name: string): Uint8Array => new Uint8Array(readFileSync(join(FOLDER, name)))

const read = async (name: string): Promise<SolidFile> => {
  const file = await readSolidFile(bytesOf(name), name)
  if (!file.ok) throw new Error(`${name}: ${file.issues[0].sentence}`)
  return file.value
}

let other: Reader

describe('files of others', () => {
  beforeAll(async () => {
    const load = require('occt-import-js') as () => Promise<Reader>
    other = await load()
  }, 60_000)

  it('the files are there', () => {
    const there = readdirSync(FOLDER, { recursive: true }).map((one) => String(one))
    for (const name of FILES) expect(there).toContain(name)
  })

  it.each(FILES)('%s: volume, box and faces as another reader has them', async (name) => {
    const { bodies } = await read(name)
    const options = {
      linearUnit: 'millimeter',
      linearDeflectionType: 'absolute_value',
      linearDeflection: 0.005,
      angularDeflection: 0.05,
    }
    const theirs = other.ReadStepFile(bytesOf(name), options)
    expect(theirs.success).toBe(true)
    const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
    const volumes = theirs.meshes.map(({ attributes, index }) =>
      Math.abs(
        meshVolume({
          positions: Float32Array.from(attributes.position.array),
          triangles: Uint32Array.from(index.array),
        }),
      ),
    )
    const ours = sum(bodies.map(({ volumeMm3 }) => volumeMm3))
    // Their facets lie within what is round: as fine as they were asked for, that is well under this.
    expect(Math.abs(sum(volumes) - ours) / ours).toBeLessThan(2e-3)
    // An assembly's part may be placed more than once: they tell its faces each time, as the bodies are here.
    expect(sum(bodies.map(({ faces }) => faces.length))).toBe(
      sum(theirs.meshes.map(({ brep_faces }) => brep_faces.length)),
    )
  })

  it('what is written here another reader reads back: the same faces, the same volume', async () => {
    const exact = await exactKernel()
    const planes: Recipe<'part'> = {
      kind: 'cut',
      from: box(point(0, 0, 0), point(80, 50, 30)),
      by: [box(point(-1, 10, 20), point(81, 22, 31)), box(point(30, 25, 5), point(50, 51, 31))],
    }
    const written = stepOf(exact, planes)
    if (!written.ok) throw new Error(written.issues[0].sentence)
    const theirs = other.ReadStepFile(written.value.bytes, { linearUnit: 'millimeter' })
    const [mesh] = theirs.meshes
    const volume = meshVolume({
      positions: Float32Array.from(mesh?.attributes.position.array ?? []),
      triangles: Uint32Array.from(mesh?.index.array ?? []),
    })
    // All flat, so that facets are exact: 80·50·30 less 80·12·10 less 20·25·25.
    expect(Math.abs(volume - 97_900) / 97_900).toBeLessThan(1e-6)
    const bracket = stepOf(exact, motorBracket())
    if (!bracket.ok) throw new Error(bracket.issues[0].sentence)
    const again = other.ReadStepFile(bracket.value.bytes, { linearUnit: 'millimeter' })
    const own = await readSolidFile(bracket.value.bytes, 'bracket.step')
    expect(again.meshes.map(({ brep_faces }) => brep_faces.length)).toEqual([
      own.ok ? own.value.bodies[0]?.faces.length : 0,
    ])
  })

  it('a 10 mm cube is one, written as STEP or as STL', async () => {
    for (const name of ['cube-10x10mm/Cube 10x10.stp', 'cube-10x10mm/Cube 10x10.stl']) {
      const [body] = (await read(name)).bodies
      expect(body?.volumeMm3).toBeCloseTo(1000, 3)
      expect(body?.faces.map(({ kind }) => kind)).toEqual(Array.from({ length: 6 }, () => 'plane'))
    }
  })

  it('the same cube in metres, inches and millimetres is the same cube', async () => {
    const volumes = await Promise.all(
      ['cube-m', 'cube-in', 'cube-mm'].map(async (one) => {
        const [body] = (await read(`cube-units/${one}.step`)).bodies
        return body?.volumeMm3 ?? 0
      }),
    )
    for (const volume of volumes) expect(volume / (volumes[0] ?? 1)).toBeCloseTo(1, 9)
  })

  it('a cube with one rounded edge is a block with that edge rounded, and nothing else', async () => {
    const file = await read('rounded-cube/rounded-cube.step')
    const part = await partOfBody(file, { body: 0, name: 'Rounded' })
    if (!part.ok) throw new Error(part.issues[0].sentence)
    const { features, model } = part.value
    expect(features.map(({ kind }) => kind)).toEqual(['rounding'])
    expect([model?.rest.length, model?.missing.left]).toEqual([0, expect.closeTo(0, 0)])
  })
})
