import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { box, type Recipe, round } from '@/core/ground/recipe'
import { point } from '@/core/ground/geometry'
import { meshOf, stlOf } from '@/kernel'
import { readSolidFile } from '@/operations/solids/read'

const require = createRequire(import.meta.url)
const FOLDER = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles')
const CUBE = readFileSync(join(FOLDER, 'cube-10x10mm/Cube 10x10.stp'))
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text)

const BODY: Recipe<'part'> = {
  kind: 'cut',
  from: box(point(0, 0, 0), point(40, 30, 20)),
  by: [round(point(12, 15, 25), point(12, 15, -5), 4)],
}
const stl = async (): Promise<Uint8Array> => stlOf(await meshOf(BODY), 'body')
/** Each facet of a binary file is 50 bytes after a head of 84. */
const facet = (bytes: Uint8Array, i: number): Uint8Array =>
  bytes.subarray(84 + 50 * i, 134 + 50 * i)

const refused = async (bytes: Uint8Array, name: string, options = {}) => {
  const read = await readSolidFile(bytes, name, options)
  expect(read.ok).toBe(false)
  return read.ok ? '' : read.issues[0].sentence
}

const HEAD = `ISO-10303-21;
HEADER;
FILE_DESCRIPTION((''),'2;1');
FILE_NAME('x','2026-01-01T00:00:00',(''),(''),'','','');
FILE_SCHEMA(('AUTOMOTIVE_DESIGN'));
ENDSEC;
DATA;
`

describe('what cannot be read gets a sentence, each its own', () => {
  it.each([
    ['empty', new Uint8Array(0), 'a.step', /empty/i],
    ['neither kind', utf8('hello'), 'a.txt', /none of the kinds/],
    ['cut off', CUBE.subarray(0, CUBE.length / 2), 'a.stp', /cut off|damaged|holds no solid/],
    ['head only', utf8(`${HEAD}ENDSEC;\nEND-ISO-10303-21;\n`), 'a.step', /no solid/],
    ['zipped', gzipSync(CUBE), 'a.step', /STEP|damaged|zipped|compressed/],
    [
      'noise',
      utf8('ISO-10303-21;\u0000\u0001\u0002'.repeat(50)),
      'a.step',
      /damaged|cut off|no solid/,
    ],
  ])('STEP, %s', async (_, bytes, name, words) => {
    const sentence = await refused(Uint8Array.from(bytes), name)
    expect(sentence).toMatch(words)
    expect(sentence).toMatch(/\.$/)
  })

  it('a shell that lacks a face: it does not close to a solid', async () => {
    const text = new TextDecoder('latin1').decode(CUBE)
    const open = text.replace(/(CLOSED_SHELL\s*\([^(]*\(\s*)#\d+\s*,/, '$1')
    expect(open).not.toBe(text)
    expect(await refused(utf8(open), 'open.step')).toMatch(/close|volume/i)
  }, 60_000)

  it('larger than is read: said by size, before anything is made of it', async () => {
    expect(await refused(new Uint8Array(64_000_001), 'a.step')).toMatch(/64 MB/)
  })

  it('STL that says more facets than it holds', async () => {
    const bytes = await stl()
    expect(await refused(bytes.slice(0, bytes.length - 500), 'a.stl')).toMatch(/cut off/)
  })

  it('STL that is not closed: where a facet is missing', async () => {
    const bytes = await stl()
    const less = bytes.slice(0, bytes.length - 50)
    new DataView(less.buffer).setUint32(80, (less.length - 84) / 50, true)
    expect(await refused(less, 'a.stl')).toMatch(/close|hole|open/i)
  })

  it('DXF without a thickness, with an open outline, with one that crosses itself', async () => {
    const line = (a: readonly number[], b: readonly number[]): string =>
      `0\nLINE\n8\n0\n10\n${a[0]}\n20\n${a[1]}\n11\n${b[0]}\n21\n${b[1]}\n`
    const drawing = (corners: readonly (readonly number[])[], closed: boolean): Uint8Array =>
      utf8(
        `0\nSECTION\n2\nENTITIES\n${corners
          .map((from, i) => {
            const to = corners[i + 1] ?? (closed ? corners[0] : undefined)
            return to ? line(from, to) : ''
          })
          .join('')}0\nENDSEC\n0\nEOF\n`,
      )
    const square = [
      [0, 0],
      [40, 0],
      [40, 30],
      [0, 30],
    ]
    const crossed = [
      [0, 0],
      [40, 30],
      [40, 0],
      [0, 30],
    ]
    expect(await refused(drawing(square, true), 'a.dxf')).toMatch(/how thick/)
    expect(await refused(drawing(square, false), 'a.dxf', { thicknessMm: 5 })).toMatch(
      /close|open|end/i,
    )
    expect(await refused(drawing(crossed, true), 'a.dxf', { thicknessMm: 5 })).toMatch(/cross/)
    const read = await readSolidFile(drawing(square, true), 'a.dxf', { thicknessMm: 5 })
    expect(read.ok && read.value.bodies[0]?.volumeMm3).toBeCloseTo(40 * 30 * 5, 6)
  }, 60_000)
})

describe('what can be mended is mended, and said', () => {
  const volumeOf = async (bytes: Uint8Array): Promise<readonly [number, readonly string[]]> => {
    const read = await readSolidFile(bytes, 'a.stl')
    if (!read.ok) throw new Error(read.issues[0].sentence)
    return [read.value.bodies[0]?.volumeMm3 ?? 0, read.value.remarks]
  }

  it('facets turned inside out', async () => {
    const bytes = await stl()
    const [whole] = await volumeOf(bytes)
    for (let i = 0; i < (bytes.length - 84) / 50; i++) {
      // The second and third corner change places.
      const [second, third] = [facet(bytes, i).slice(24, 36), facet(bytes, i).slice(36, 48)]
      facet(bytes, i).set(third, 24)
      facet(bytes, i).set(second, 36)
    }
    const [turned, remarks] = await volumeOf(bytes)
    expect(turned).toBeCloseTo(whole, 3)
    expect(remarks.join(' ')).toMatch(/turned|inside/i)
  })

  it('facets without area, and corners that do not quite meet', async () => {
    const bytes = await stl()
    const [whole] = await volumeOf(bytes)
    const more = new Uint8Array(bytes.length + 50)
    more.set(bytes)
    const spike = facet(bytes, 0).slice()
    spike.set(spike.slice(12, 24), 24)
    more.set(spike, bytes.length)
    const view = new DataView(more.buffer)
    view.setUint32(80, (more.length - 84) / 50, true)
    view.setFloat32(84 + 12, view.getFloat32(84 + 12, true) + 1e-4, true)
    const [mended, remarks] = await volumeOf(more)
    expect(mended).toBeCloseTo(whole, 0)
    expect(remarks.length).toBeGreaterThan(0)
  })

  it('STEP that is called STL is read as what it is', async () => {
    const read = await readSolidFile(Uint8Array.from(CUBE), 'cube.stl')
    expect(read.ok && read.value.format).toBe('step')
  }, 60_000)
})
