import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { PIER_PLATE, PIER_PLATE_WAY } from '@/core/paper/demo'
import { holesInSetup, outlineInSetup } from '@/core/plan/drilling'
import { holeTemplate } from '@/core/paper/formats'
import { planWay, type PlannedSetup } from '@/core/plan/planning'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { readDxf, writeDxf } from '.'

const planned = planWay(STANDARD_WORKSHOP, PIER_PLATE, PIER_PLATE_WAY).setups[0] as PlannedSetup
const holes = holesInSetup(planned)
const template = holeTemplate(PIER_PLATE, holes, outlineInSetup(planned), 'Pier plate')

const pairs = (...words: readonly (string | number)[]): string => `${words.join('\n')}\n`
const file = (entities: string, header = '', blocks = ''): string =>
  `${header === '' ? '' : pairs(0, 'SECTION', 2, 'HEADER') + header + pairs(0, 'ENDSEC')}${blocks === '' ? '' : pairs(0, 'SECTION', 2, 'BLOCKS') + blocks + pairs(0, 'ENDSEC')}${pairs(0, 'SECTION', 2, 'ENTITIES')}${entities}${pairs(0, 'ENDSEC', 0, 'EOF')}`
const circle = (x: number, y: number, r: number, layer = 'HOLES'): string =>
  pairs(0, 'CIRCLE', 8, layer, 10, x, 20, y, 30, 0, 40, r)
const read = (text: string) => {
  const result = readDxf(text)
  if (!result.ok) throw new Error(result.issues[0].sentence)
  return result.value
}

/** ezdxf, an independent reader from Debian (python3-ezdxf). */
const PYTHON = '/usr/bin/python3'
const hasEzdxf = ((): boolean => {
  try {
    execFileSync(PYTHON, ['-c', 'import ezdxf'], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
})()

describe('DXF written', () => {
  const text = writeDxf(template)
  it('is read back by our own reader: every hole, in millimetres', () => {
    const drawing = read(text)
    expect(drawing.unitMm).toBe(1)
    const circles = drawing.holes.filter((h) => h.diameter !== undefined)
    expect(circles).toHaveLength(holes.length)
    expect(drawing.holes).toHaveLength(2 * holes.length)
    circles.forEach((h, i) => {
      expect(h.x).toBeCloseTo(template.holes[i]?.at.x ?? NaN, 6)
      expect(h.diameter).toBeCloseTo(2 * (template.holes[i]?.radiusMm ?? NaN), 6)
    })
  })
  it('is read by an independent reader (ezdxf), without errors', () => {
    expect(existsSync(PYTHON) && hasEzdxf, 'python3-ezdxf is installed by npm test').toBe(true)
    const path = join(mkdtempSync(join(tmpdir(), 'dxf-')), 'pier.dxf')
    writeFileSync(path, text)
    const script = `
import ezdxf, json, sys
doc = ezdxf.readfile(sys.argv[1])
errors = doc.audit().errors
m = doc.modelspace()
print(json.dumps({"units": doc.units, "errors": len(errors), "circles": [[c.dxf.center.x, c.dxf.center.y, c.dxf.radius, c.dxf.layer] for c in m.query("CIRCLE")], "points": len(m.query("POINT"))}))`
    const out = JSON.parse(execFileSync(PYTHON, ['-c', script, path], { encoding: 'utf8' })) as {
      units: number
      errors: number
      circles: [number, number, number, string][]
      points: number
    }
    expect(out.errors).toBe(0)
    expect(out.units).toBe(4)
    expect(out.points).toBe(holes.length)
    expect(out.circles).toHaveLength(holes.length)
    out.circles.forEach(([x, y, r, layer], i) => {
      expect(x).toBeCloseTo(template.holes[i]?.at.x ?? NaN, 6)
      expect(y).toBeCloseTo(template.holes[i]?.at.y ?? NaN, 6)
      expect(r).toBeCloseTo(template.holes[i]?.radiusMm ?? NaN, 6)
      expect(layer).toBe('HOLES')
    })
  })
})

describe('DXF of others', () => {
  it('a file written by ezdxf, with blocks turned, scaled and in rows, inches', () => {
    expect(hasEzdxf, 'python3-ezdxf is installed by npm test').toBe(true)
    const path = join(mkdtempSync(join(tmpdir(), 'dxf-')), 'blocks.dxf')
    const script = `
import ezdxf, sys, json
doc = ezdxf.new("R2010"); doc.units = 1
b = doc.blocks.new("PAIR", base_point=(1, 0))
b.add_circle((1, 0), 0.1); b.add_circle((3, 0), 0.1, dxfattribs={"layer": "SMALL"})
m = doc.modelspace()
m.add_blockref("PAIR", (10, 5), dxfattribs={"rotation": 90, "xscale": 2, "yscale": 2, "layer": "DRILL"})
m.add_blockref("PAIR", (0, 0), dxfattribs={"row_count": 2, "row_spacing": 4, "column_count": 3, "column_spacing": 10, "layer": "DRILL"})
m.add_blockref("PAIR", (0, 0), dxfattribs={"xscale": 2, "yscale": 1, "layer": "BAD"})
m.add_point((7, 8)); m.add_spline([(0,0),(1,1),(2,0)]); m.add_text("note"); m.add_circle((1,1), 0.5)
doc.saveas(sys.argv[1])`
    execFileSync(PYTHON, ['-c', script, path])
    const drawing = read(execFileSync('cat', [path], { encoding: 'utf8' }))
    expect(drawing.unitMm).toBe(25.4)
    const drill = drawing.holes.filter((h) => h.layer === 'DRILL')
    expect(drill).toHaveLength(7)
    expect(drill[0]?.x).toBeCloseTo(10, 9)
    expect(drill[0]?.y).toBeCloseTo(5, 9)
    expect(drill[0]?.diameter).toBeCloseTo(0.4, 9)
    const small = drawing.holes.filter((h) => h.layer === 'SMALL')
    expect(small[0]?.x).toBeCloseTo(10, 9)
    expect(small[0]?.y).toBeCloseTo(9, 9)
    expect(drawing.holes.filter((h) => h.diameter === undefined)).toHaveLength(1)
    const skipped = drawing.skipped.map((s) => s.kind).join(' ')
    for (const kind of ['SPLINE', 'TEXT', 'squashed']) expect(skipped).toContain(kind)
  })

  it('no units: says so by leaving the unit open', () => {
    const drawing = read(file(circle(1, 2, 3)))
    expect(drawing.unitMm).toBeUndefined()
    expect(drawing.holes).toEqual([{ x: 1, y: 2, diameter: 6, layer: 'HOLES' }])
    expect(read(file(circle(1, 2, 3), pairs(9, '$INSUNITS', 70, 4))).unitMm).toBe(1)
  })
  it('a block that holds itself ends, and is told', () => {
    const block =
      pairs(0, 'BLOCK', 8, '0', 2, 'LOOP', 10, 0, 20, 0, 30, 0) +
      pairs(0, 'INSERT', 8, '0', 2, 'LOOP', 10, 0, 20, 0) +
      pairs(0, 'ENDBLK')
    const drawing = read(file(pairs(0, 'INSERT', 8, 'A', 2, 'LOOP', 10, 0, 20, 0), '', block))
    expect(drawing.holes).toEqual([])
    expect(drawing.skipped[0]?.kind).toMatch(/INSERT/)
  })
  it.each([
    ['\u0000\u0001\u0002binary', 'dxf.binary'],
    ['hello, this is a letter', 'dxf.foreign'],
    ['', 'dxf.foreign'],
    [file(Array.from({ length: 200_001 }, () => circle(0, 0, 1)).join('')), 'dxf.many'],
    ['x'.repeat(40_000_001), 'dxf.large'],
  ])('refuses with one sentence', (text, code) => {
    const result = readDxf(text)
    expect(!result.ok && result.issues[0].code).toBe(code)
    expect(!result.ok && result.issues[0].sentence).toMatch(/\.$/)
  })
  it('a damaged file is refused or read, never thrown', () => {
    const whole = file(circle(1, 2, 3) + circle(4, 5, 6))
    for (let cut = 0; cut < whole.length; cut += 7) readDxf(whole.slice(0, cut))
  })
})
