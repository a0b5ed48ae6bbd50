import { add, cross, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { cornerOf, type Mesh, triangleCount } from '../../ground/mesh'
import { type AxisSurface } from '../part'
import { circleThrough } from '../solid'
import { type Skin } from './skin'

type At = Point<'part'>

/** Where two surfaces of a part meet: a line, a circle or an arc of one, or any other way. */
export interface SkinEdge {
  readonly id: string
  readonly between: readonly [string, string]
  /** Its straight pieces, six figures each: from where to where, mm. */
  readonly pieces: Float32Array
  readonly lengthMm: number
  /** Its line, or the axis of its circle; none where it is neither. */
  readonly axis?: AxisSurface
}

/** Corners nearer than this are one, and what a line or circle may be off, mm. */
const [SAME_MM, OFF_MM] = [1e-3, 5e-3]

/** The edges along which the surfaces of a skin meet, each run of them by itself. */
export function edgesOfSkin(mesh: Mesh, { refOf, refs }: Skin): readonly SkinEdge[] {
  const corners = weld(mesh)
  const first = new Map<string, number>()
  const runs = new Map<string, [number, number][]>()
  for (let t = 0; t < triangleCount(mesh); t++)
    for (let k = 0; k < 3; k++) {
      const a = corners.at[mesh.triangles[3 * t + k] as number] as number
      const b = corners.at[mesh.triangles[3 * t + ((k + 1) % 3)] as number] as number
      const key = a < b ? `${a} ${b}` : `${b} ${a}`
      const other = first.get(key)
      if (other === undefined) first.set(key, t)
      else if (refOf[other] !== refOf[t]) {
        const pair = [refOf[other] ?? -1, refOf[t] ?? -1].sort((p, q) => p - q)
        if ((pair[0] ?? -1) < 0) continue
        const name = pair.join(' ')
        runs.set(name, [...(runs.get(name) ?? []), [a, b]])
      }
    }
  return [...runs].flatMap(([pair, segments]) => {
    const [p = 0, q = 0] = pair.split(' ').map(Number)
    const between = [refs[p] ?? '', refs[q] ?? ''] as const
    return connected(segments).map((run, n) =>
      edgeOf(run, corners.places, between, `edge ${between.join('|')} ${n + 1}`),
    )
  })
}

function weld(mesh: Mesh): { readonly at: Int32Array; readonly places: readonly At[] } {
  const known = new Map<string, number>()
  const places: At[] = []
  const at = new Int32Array(mesh.positions.length / 3)
  for (let v = 0; v < at.length; v++) {
    const place = cornerOf<'part'>(mesh, v)
    const key = [place.x, place.y, place.z].map((c) => Math.round(c / SAME_MM)).join(' ')
    const seen = known.get(key) ?? places.push(place) - 1
    known.set(key, seen)
    at[v] = seen
  }
  return { at, places }
}

/** Segments that hang together, each run in its order from an end. */
function connected(
  segments: readonly (readonly [number, number])[],
): readonly (readonly number[])[] {
  const beside = new Map<number, Set<number>>()
  for (const [a, b] of segments) {
    beside.set(a, (beside.get(a) ?? new Set()).add(b))
    beside.set(b, (beside.get(b) ?? new Set()).add(a))
  }
  const ends = [...beside].filter(([, to]) => to.size !== 2).map(([corner]) => corner)
  const runs: number[][] = []
  for (const start of [...ends, ...beside.keys()])
    for (;;) {
      const run = [start]
      let here = start
      for (;;) {
        const [next] = beside.get(here) ?? []
        if (next === undefined) break
        beside.get(here)?.delete(next)
        beside.get(next)?.delete(here)
        run.push(next)
        here = next
        if (ends.includes(here)) break
      }
      if (run.length < 2) break
      runs.push(run)
    }
  return runs
}

function edgeOf(
  run: readonly number[],
  places: readonly At[],
  between: readonly [string, string],
  id: string,
): SkinEdge {
  const line = run.map((corner) => places[corner] as At)
  const pieces = new Float32Array(6 * (line.length - 1))
  let lengthMm = 0
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i] as At, line[i + 1] as At]
    pieces.set([a.x, a.y, a.z, b.x, b.y, b.z], 6 * i)
    lengthMm += norm(subtract(b, a))
  }
  const axis = straight(id, line) ?? round(id, line)
  return { id, between, pieces, lengthMm, ...(axis && { axis }) }
}

function straight(id: string, line: readonly At[]): AxisSurface | undefined {
  const [from, to] = [line[0] as At, line[line.length - 1] as At]
  const along = subtract(to, from)
  const length = norm(along)
  if (length < SAME_MM) return undefined
  const isOn = (p: At): boolean => norm(cross(subtract(p, from), along)) / length < OFF_MM
  return line.every(isOn) ? { kind: 'axis', id, owner: id, from, to, diameterMm: 0 } : undefined
}

function round(id: string, line: readonly At[]): AxisSurface | undefined {
  const n = line.length
  const [a, b, c] = [line[0], line[Math.floor(n / 3)], line[Math.floor((2 * n) / 3)]]
  const circle = a && b && c && n > 4 && circleThrough(a, b, c)
  if (!circle) return undefined
  const { along, centre, radiusMm } = circle
  const isOn = (p: At): boolean => {
    const by = subtract(p, centre)
    return Math.abs(norm(by) - radiusMm) < OFF_MM && Math.abs(dot(by, along)) < OFF_MM
  }
  if (!line.every(isOn)) return undefined
  const to = add(centre, scale(along, 1))
  return { kind: 'axis', id, owner: id, from: centre, to, diameterMm: 2 * radiusMm }
}
