import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { runLine } from '@/cli/line'

const PYTHON = '/usr/bin/python3'
const hasEzdxf = ((): boolean => {
  try {
    execFileSync(PYTHON, ['-c', 'import ezdxf'], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
})()

async function line(...args: readonly string[]) {
  let out: string | Uint8Array = ''
  let err = ''
  const code = await runLine(args, {
    read: (path) => readFileSync(path, 'utf8'),
    readBytes: (path) => readFileSync(path),
    write: () => undefined,
    out: (text) => (out = text),
    err: (words) => (err += words),
  })
  return { code, bytes: Buffer.from(out), err }
}
const WORM = 'docs/examples/worm-block.foothold.json'
const jaws = (...more: readonly string[]) =>
  line('jaws', WORM, '--way', 'Way B', '--setup', '5', ...more)

interface Edge {
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
  readonly radiusMm?: number
}

describe('soft jaws from the command line', () => {
  it('JSON: step, gaps and places in the own corner of the half, by hand', async () => {
    const { bytes, code } = await jaws('--as', 'json', '--jaw', 'fixed')
    const report = JSON.parse(bytes.toString()) as {
      readonly stepMm: number
      readonly leastGapMm: number
      readonly mostGapMm: number
      readonly outline: readonly (readonly Edge[])[]
      readonly zero: { readonly x: number; readonly y: number; readonly z: number }
    }
    expect(code).toBe(0)
    expect(report).toMatchObject({
      jaw: 'fixed',
      stepMm: 17,
      gripMm: 16.5,
      clearanceMm: 0.3,
      cutter: { name: 'End mill 10' },
      blanks: { name: 'Soft jaws 125', gapMm: 11 },
    })
    expect(report.leastGapMm).toBeCloseTo(0, 6)
    expect(report.mostGapMm).toBeCloseTo(0.3, 6)
    // A blank of 125 with the block of 60 in its middle; 75 across, a gap of 11: the wall is 32 from the gap.
    expect(report.zero).toMatchObject({ x: 32.5, y: 32, z: 28 })
    const places = report.outline.flat().flatMap(({ from }) => from)
    expect(Math.min(...places)).toBeGreaterThan(-1e-6)
    expect(Math.max(...places)).toBeLessThan(125 + 1e-6)
    // The outline goes round: each edge begins where the one before it ended.
    for (const ring of report.outline)
      ring.forEach((edge, i) => expect(ring[(i + 1) % ring.length]?.from).toEqual(edge.to))
  })

  it.skipIf(!hasEzdxf)(
    'DXF: an independent reader finds the same area of metal as the JSON tells',
    async () => {
      const dxf = await jaws('--as', 'dxf', '--jaw', 'moving')
      const path = join(mkdtempSync(join(tmpdir(), 'jaws-')), 'jaws.dxf')
      writeFileSync(path, dxf.bytes)
      // By Green's theorem over many short edges, as that reader makes them of the arcs.
      const read = execFileSync(PYTHON, [
        '-c',
        [
          'import ezdxf, json, sys',
          'from ezdxf import path',
          'out = {}',
          'doc = ezdxf.readfile(sys.argv[1])',
          'for e in doc.modelspace().query("LWPOLYLINE"):',
          '    v = [(p.x, p.y) for p in path.make_path(e).flattening(0.0005)]',
          '    a = abs(sum(v[i-1][0]*v[i][1]-v[i][0]*v[i-1][1] for i in range(len(v))))/2',
          '    out.setdefault(e.dxf.layer, []).append([a, min(x for x,_ in v), max(x for x,_ in v), min(y for _,y in v), max(y for _,y in v)])',
          'print(json.dumps(out))',
        ].join('\n'),
        path,
      ])
      const layers = JSON.parse(read.toString()) as Record<string, readonly (readonly number[])[]>
      expect(layers.BLANK?.[0]).toEqual([125 * 40, 0, 125, 0, 40])
      const [metal = 0, ...reach] = layers.JAW?.[0] ?? []
      expect(reach.map((mm) => Math.round(mm * 1e4) / 1e4)).toEqual([0, 125, 0, 40])
      // 60 and twice 0.6 wide, 32 deep; two reliefs of what three quarters of a circle of 5 about take, and a bit.
      const pocket = 125 * 40 - metal
      expect(pocket).toBeGreaterThan(61.2 * 32)
      expect(pocket).toBeLessThan(61.2 * 32 + 2 * 40)
    },
  )

  it('SVG is at full size, the drawing a PDF of one page, STL and STEP solids of the same volume', async () => {
    const svg = (await jaws('--as', 'svg')).bytes.toString()
    expect(svg).toContain('width="125mm" height="91mm"')
    expect(svg).toMatch(/A5 5 0 [01] 1/)
    const pdf = (await jaws('--as', 'pdf')).bytes
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    const stl = (await jaws('--as', 'stl', '--jaw', 'fixed')).bytes
    let six = 0
    for (let at = 84; at < stl.length; at += 50) {
      const v = Array.from({ length: 9 }, (_, k) => stl.readFloatLE(at + 12 + 4 * k))
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 0] = v
      six += a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
    }
    // 125 × 40 × 45 less a pocket of 60.3 × 32 × 17, two holes for M10 (18 wide and 10.6 deep, 11 through: DIN 974-1
    // and ISO 273, from memory), the mouth, and the reliefs. Facets of a hole take a little less.
    const volume = six / 6
    const screws = 2 * Math.PI * (9 ** 2 * 10.6 + 5.5 ** 2 * (40 - 10.6))
    const mouth = (0.5 ** 2 / 2) * (60.3 + 2 * 32)
    const left = 125 * 40 * 45 - 60.3 * 32 * 17 - mouth
    expect(volume).toBeLessThan(left - 0.98 * screws)
    expect(volume).toBeGreaterThan(left - screws - 2 * 40 * 17)
    const step = (await jaws('--as', 'step', '--jaw', 'fixed')).bytes.toString()
    expect(step).toContain('ISO-10303-21')
  })

  it('any setup can be asked for: one that is in the vise gets the jaws that would be proposed', async () => {
    const { bytes, code } = await line('jaws', WORM, '--way', 'Way A', '--setup', '2')
    const report = JSON.parse(bytes.toString()) as { readonly troubles: readonly unknown[] }
    expect(code).toBe(0)
    expect(report.troubles).toEqual([])
  })

  it('blanks that are too short for the work are told in the file, and by the exit code', async () => {
    const { bytes, code } = await line(
      'jaws',
      'docs/examples/pier-plate.foothold.json',
      '--setup',
      '2',
    )
    expect(code).toBe(1)
    expect(bytes.toString()).toContain('The blank is too short for an end wall.')
  })

  it('bad input is a sentence', async () => {
    const none = await line('jaws', WORM, '--way', 'Way B', '--setup', '9')
    expect(none).toMatchObject({
      code: 2,
      err: expect.stringMatching(/there is no setup 9/) as string,
    })
    expect((await line('jaws', WORM)).err).toMatch(/--setup N/)
    expect((await jaws('--as', 'dwg')).err).toMatch(/--as takes json, step/)
    expect((await jaws('--jaw', 'left')).err).toMatch(/fixed or moving/)
    expect((await line('jaws', WORM, '--way', 'Way C', '--setup', '1')).err).toMatch(
      /no way called/,
    )
  })
})
