import DxfParser, { type IEntity } from 'dxf-parser'
import type { ICircleEntity } from 'dxf-parser/dist/entities/circle'
import type { IInsertEntity } from 'dxf-parser/dist/entities/insert'
import type { IPointEntity } from 'dxf-parser/dist/entities/point'
import type { IArcEntity } from 'dxf-parser/dist/entities/arc'
import type { ILwpolylineEntity } from 'dxf-parser/dist/entities/lwpolyline'
import { type PlanePoint } from '@/core/ground/geometry'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { arcEdge, type DrawnEdge } from '@/core/ground/outline'

/** A circle or point of a drawing, in the drawing’s own unit. */
export interface DrawnHole {
  readonly x: number
  readonly y: number
  /** Absent for a point. */
  readonly diameter?: number | undefined
  readonly layer: string
}

/** What was found in a DXF file. */
export interface DxfDrawing {
  /** Millimetres of one unit of the file; undefined when the file does not say. */
  readonly unitMm: number | undefined
  readonly layers: readonly { readonly name: string; readonly count: number }[]
  readonly holes: readonly DrawnHole[]
  /** Lines, arcs and polylines, in the drawing’s own unit. */
  readonly edges: readonly (DrawnEdge & { readonly layer: string })[]
  /** What could not be read as a hole, by kind, with its layer. */
  readonly skipped: readonly {
    readonly kind: string
    readonly layer: string
    readonly count: number
  }[]
}

/** Largest file that is read, characters. */
export const MOST_DXF_CHARS = 40_000_000
const MOST_ENTITIES = 200_000
const DEEPEST_INSERT = 8
/** Most entities and inserted blocks that are looked at, one by one. */
const MOST_VISITS = 1_000_000

/** `$INSUNITS` of the drawing to mm: inch, foot, mm, cm, m. Source: the published DXF reference, from memory. */
const UNIT_MM: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 }

/** Reads the circles and points of a DXF file, those of inserted blocks among them. */
export function readDxf(text: string): Result<DxfDrawing> {
  if (text.length > MOST_DXF_CHARS)
    return fail(
      'dxf.large',
      `The file has ${(text.length / 1e6).toFixed(0)} MB; ${MOST_DXF_CHARS / 1e6} MB is the most that is read.`,
    )
  if (text.slice(0, 4000).includes('\0'))
    return fail('dxf.binary', 'This is a binary file. Save the drawing as DXF in text form.')
  const { ends, entities, hasSections } = survey(text)
  if (entities > MOST_ENTITIES)
    return fail(
      'dxf.many',
      `The drawing has over ${MOST_ENTITIES} entities. Save only the layers with the holes.`,
    )
  if (!hasSections) return fail('dxf.foreign', 'This is not a DXF file: it has no sections.')
  if (!ends)
    return fail(
      'dxf.cut',
      'The DXF file is cut short: its last line, EOF, is missing. Save the drawing again and send all of it.',
    )
  const parsed = parse(text)
  if (!parsed.ok) return parsed
  const drawing = parsed.value
  const reader = new Reader(drawing.blocks)
  for (const entity of drawing.entities) reader.read(entity, IDENTITY, '0', 0)
  if (reader.visits > MOST_VISITS)
    return fail(
      'dxf.many',
      `The inserted blocks make over ${MOST_VISITS} pieces of drawing. Resolve the blocks, or save only the layers with the holes.`,
    )
  if (reader.holes.length > MOST_ENTITIES)
    return fail('dxf.many', `The inserted blocks make over ${MOST_ENTITIES} holes.`)
  const counts = new Map<string, number>()
  for (const hole of reader.holes) counts.set(hole.layer, (counts.get(hole.layer) ?? 0) + 1)
  const insunits: unknown = drawing.header.$INSUNITS
  return succeed({
    unitMm: typeof insunits === 'number' ? UNIT_MM[insunits] : undefined,
    layers: [...counts]
      .map(([name, count]) => ({ name, count }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    holes: reader.holes,
    edges: reader.edges,
    skipped: [...reader.skipped.values()].sort((a, b) => b.count - a.count),
  })
}

/** Group code 0 begins an entity; codes and values take turns, a line each, up to EOF. */
function survey(text: string): { entities: number; hasSections: boolean; ends: boolean } {
  let [entities, hasSections, at] = [0, false, 0]
  const line = (): string | undefined => {
    if (at > text.length) return undefined
    const end = text.indexOf('\n', at)
    const found = text.slice(at, end < 0 ? text.length : end).trim()
    at = end < 0 ? text.length + 1 : end + 1
    return found
  }
  for (let code = line(); code !== undefined; code = line()) {
    const value = line()
    if (code !== '0') continue
    if (value === 'EOF') return { entities, hasSections, ends: true }
    if (value === 'SECTION') hasSections = true
    entities++
  }
  return { entities, hasSections, ends: false }
}

interface Parsed {
  readonly entities: readonly IEntity[]
  readonly blocks: Readonly<
    Record<
      string,
      {
        readonly entities?: readonly IEntity[]
        readonly position?: { readonly x: number; readonly y: number }
      }
    >
  >
  readonly header: Readonly<Record<string, unknown>>
}

/** The parser prints what it does not know; that is told in `skipped`, so it is kept quiet. */
function parse(text: string): Result<Parsed> {
  try {
    const dxf = new DxfParser().parseSync(text) as Partial<Parsed> | null
    return succeed({
      entities: dxf?.entities ?? [],
      blocks: dxf?.blocks ?? {},
      header: dxf?.header ?? {},
    })
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error)
    return fail('dxf.damaged', `The DXF file is damaged: ${words}`)
  }
}

/** x' = a x + c y + e, y' = b x + d y + f. */
interface Affine {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly e: number
  readonly f: number
}
const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }

const compose = (m: Affine, n: Affine): Affine => ({
  a: m.a * n.a + m.c * n.b,
  b: m.b * n.a + m.d * n.b,
  c: m.a * n.c + m.c * n.d,
  d: m.b * n.c + m.d * n.d,
  e: m.a * n.e + m.c * n.f + m.e,
  f: m.b * n.e + m.d * n.f + m.f,
})

class Reader {
  readonly holes: DrawnHole[] = []
  readonly edges: (DrawnEdge & { layer: string })[] = []
  readonly skipped = new Map<string, { kind: string; layer: string; count: number }>()
  visits = 0

  constructor(private readonly blocks: Parsed['blocks']) {}

  read(entity: IEntity, at: Affine, parentLayer: string, depth: number): void {
    if (this.isFull) return
    this.visits++
    // Layer 0 inside a block takes the layer of the insert.
    const layer = entity.layer === '0' || !entity.layer ? parentLayer : entity.layer
    switch (entity.type) {
      case 'CIRCLE':
        return this.circle(entity as ICircleEntity, at, layer)
      case 'POINT': {
        const { position } = entity as IPointEntity
        return this.add(position, undefined, at, layer)
      }
      case 'INSERT':
        return this.insert(entity as IInsertEntity, at, layer, depth)
      default:
        this.outline(entity, at, layer)
        this.skip(entity.type, layer)
    }
  }

  /** A line, arc or polyline as edges. */
  private outline(entity: IEntity, at: Affine, layer: string): void {
    const isFlipped = at.a * at.d - at.b * at.c < 0
    const put = (edge: DrawnEdge): void => {
      const place = ({ x, y }: PlanePoint): PlanePoint => ({
        x: at.a * x + at.c * y + at.e,
        y: at.b * x + at.d * y + at.f,
      })
      const bulge = edge.bulge === undefined ? undefined : isFlipped ? -edge.bulge : edge.bulge
      this.edges.push({ from: place(edge.from), to: place(edge.to), bulge, layer })
    }
    if (entity.type === 'ARC') {
      const { center, endAngle, radius, startAngle } = entity as IArcEntity
      put(arcEdge(center, radius, startAngle, endAngle))
      return
    }
    if (!['LINE', 'LWPOLYLINE', 'POLYLINE'].includes(entity.type)) return
    const { shape, vertices } = entity as ILwpolylineEntity & { shape?: boolean }
    vertices.forEach((from, i) => {
      const next = vertices[i + 1] ?? (shape ? vertices[0] : undefined)
      const { bulge } = from as { bulge?: number }
      if (next) put({ from, to: next, ...(bulge ? { bulge } : {}) })
    })
  }

  private get isFull(): boolean {
    return this.visits > MOST_VISITS || this.holes.length > MOST_ENTITIES
  }

  private circle(circle: ICircleEntity, at: Affine, layer: string): void {
    const across = Math.hypot(at.a, at.b)
    const up = Math.hypot(at.c, at.d)
    const round =
      Math.abs(across - up) < 1e-6 * across &&
      Math.abs(at.a * at.c + at.b * at.d) < 1e-6 * across * up
    if (!round || !(circle.radius > 0)) return this.skip('CIRCLE squashed by its insert', layer)
    // An extrusion that points down mirrors X.
    const z = (circle as { extrusionDirection?: { z?: number } }).extrusionDirection?.z ?? 1
    const centre = { x: circle.center.x * (z < 0 ? -1 : 1), y: circle.center.y }
    this.add(centre, 2 * circle.radius * across, at, layer)
  }

  private add(
    p: { readonly x: number; readonly y: number },
    diameter: number | undefined,
    at: Affine,
    layer: string,
  ): void {
    const x = at.a * p.x + at.c * p.y + at.e
    const y = at.b * p.x + at.d * p.y + at.f
    if (!Number.isFinite(x) || !Number.isFinite(y)) return this.skip('without a place', layer)
    this.holes.push({ x, y, layer, ...(diameter === undefined ? {} : { diameter }) })
  }

  private insert(insert: IInsertEntity, at: Affine, layer: string, depth: number): void {
    const block = this.blocks[insert.name]
    if (!block || depth >= DEEPEST_INSERT) return this.skip('INSERT without its block', layer)
    const turn = ((insert.rotation ?? 0) * Math.PI) / 180
    const [sx, sy] = [insert.xScale ?? 1, insert.yScale ?? 1]
    const [c, s] = [Math.cos(turn), Math.sin(turn)]
    const base = block.position ?? { x: 0, y: 0 }
    for (let row = 0; row < (insert.rowCount ?? 1) && !this.isFull; row++) {
      for (let column = 0; column < (insert.columnCount ?? 1) && !this.isFull; column++) {
        // An empty block inserted many times is work too.
        this.visits++
        const [dx, dy] = [column * (insert.columnSpacing ?? 0), row * (insert.rowSpacing ?? 0)]
        const placed: Affine = {
          a: c * sx,
          b: s * sx,
          c: -s * sy,
          d: c * sy,
          e: insert.position.x + c * dx - s * dy,
          f: insert.position.y + s * dx + c * dy,
        }
        const about = compose(placed, { ...IDENTITY, e: -base.x, f: -base.y })
        for (const entity of block.entities ?? [])
          this.read(entity, compose(at, about), layer, depth + 1)
      }
    }
  }

  private skip(kind: string, layer: string): void {
    const key = `${kind} ${layer}`
    const found = this.skipped.get(key) ?? { kind, layer, count: 0 }
    found.count++
    this.skipped.set(key, found)
  }
}
