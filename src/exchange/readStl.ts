import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Mesh, meshVolume } from '@/core/ground/mesh'

/** Largest mesh that is read: facets. */
export const MOST_FACETS = 1_000_000
const HEADER_BYTES = 84
const FACET_BYTES = 50
/** Corners nearer than this share of the body's size are one. */
const SAME_SHARE = 2e-7
/** So many edges that belong to one facet only may be closed by joining corners a little further apart. */
const GAP_SHARE = 1e-5

export interface ReadMesh {
  readonly mesh: Mesh
  /** What was mended, in a sentence each. */
  readonly remarks: readonly string[]
}

/**
 * Reads an STL file, binary or text, and mends what can be: turned facets, facets without area, small gaps.
 * Source: 3D Systems, Stereolithography Interface Specification, 1989 (cited from memory).
 */
export function readStl(bytes: Uint8Array): Result<ReadMesh> {
  const checked = checkEnvelope(bytes)
  if (!checked.ok) return checked
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)
  const positions = new STLLoader().parse(buffer as ArrayBuffer).getAttribute('position').array
  const facets = positions.length / 9
  if (facets === 0) return fail('stl.empty', 'The file holds no facet. Export the part again.')
  if (!positions.every(Number.isFinite))
    return fail(
      'stl.damaged',
      'Corners of facets are no numbers: the file is damaged. Export it again.',
    )
  const size = sizeOf(positions)
  if (!(size > 0))
    return fail('stl.no-size', 'All facets lie in one place: nothing to be made of it.')
  return mended(positions, size)
}

function checkEnvelope(bytes: Uint8Array): Result<undefined> {
  if (bytes.length === 0) return fail('stl.empty', 'The file is empty.')
  const count =
    bytes.length >= HEADER_BYTES
      ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true)
      : -1
  const isBinary = bytes.length === HEADER_BYTES + FACET_BYTES * count
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 2000))
  const isText = /^\s*solid\b/i.test(head) && /\bfacet\b/i.test(head)
  if (!isBinary && !isText) {
    const isCut = count > 0 && count < 50_000_000 && bytes.length > HEADER_BYTES
    return isCut
      ? fail(
          'stl.cut-off',
          `The file says that it holds ${count} facets, but its length is that of ${Math.floor((bytes.length - HEADER_BYTES) / FACET_BYTES)}: it is cut off or damaged. Copy or export it again.`,
        )
      : fail(
          'stl.not-stl',
          'This is not an STL file: it is neither its text form nor its binary one.',
        )
  }
  if (!isBinary && !/endsolid/i.test(new TextDecoder('latin1').decode(bytes.subarray(-400))))
    return fail(
      'stl.cut-off',
      'The file is cut off: its end “endsolid” is missing. Copy or export it again.',
    )
  const facets = isBinary ? count : bytes.length / 150
  if (facets > MOST_FACETS)
    return fail(
      'stl.large',
      `The mesh has ${Math.round(facets / 1000)} thousand facets; at most ${MOST_FACETS / 1000} thousand are taken. Export it coarser, or as STEP.`,
    )
  return succeed(undefined)
}

type Numbers = ArrayLike<number>

function sizeOf(positions: Numbers): number {
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ] as [number[], number[]]
  for (let i = 0; i < positions.length; i++) {
    const value = positions[i] as number
    low[i % 3] = Math.min(low[i % 3] as number, value)
    high[i % 3] = Math.max(high[i % 3] as number, value)
  }
  return Math.hypot(...low.map((value, k) => (high[k] as number) - value))
}

function mended(positions: Numbers, size: number): Result<ReadMesh> {
  const remarks: string[] = []
  let welded = weld(positions, size * SAME_SHARE)
  let open = openEdges(welded.triangles)
  if (open > 0) {
    const again = weld(positions, size * GAP_SHARE)
    const left = openEdges(again.triangles)
    if (left < open) {
      ;[welded, open] = [again, left]
      if (left === 0) remarks.push('Small gaps between facets were closed.')
    }
  }
  if (welded.dropped > 0) remarks.push(`${welded.dropped} facets without area were left out.`)
  const turned = turnedAlike(welded.triangles)
  if (turned > 0) remarks.push(`${turned} facets that looked the wrong way were turned about.`)
  open = openEdges(welded.triangles)
  if (open > 0)
    return fail(
      'stl.open',
      `The mesh is not closed: ${open} edges belong to one facet only. Close it where it was drawn, or export it finer or as STEP.`,
    )
  const mesh: Mesh = { positions: welded.positions, triangles: welded.triangles }
  if (meshVolume(mesh) < 0) {
    for (let t = 0; t < mesh.triangles.length; t += 3) {
      const [b, c] = [mesh.triangles[t + 1] as number, mesh.triangles[t + 2] as number]
      mesh.triangles[t + 1] = c
      mesh.triangles[t + 2] = b
    }
    remarks.push('The solid was inside out (mirrored, perhaps) and was turned about.')
  }
  if (!(meshVolume(mesh) > 0)) return fail('stl.no-volume', 'The mesh encloses no volume.')
  return succeed({ mesh, remarks })
}

interface Welded {
  readonly positions: Float32Array
  readonly triangles: Uint32Array
  readonly dropped: number
}

/** Joins corners that are no further apart than `within`, mm, by cells of a grid and their neighbours. */
function weld(positions: Numbers, within: number): Welded {
  const cell = Math.max(within * 2, 1e-9)
  const cells = new Map<string, number[]>()
  const kept: number[] = []
  const indexOf = (x: number, y: number, z: number): number => {
    const [i, j, k] = [x, y, z].map((v) => Math.floor(v / cell)) as [number, number, number]
    for (let di = -1; di <= 1; di++)
      for (let dj = -1; dj <= 1; dj++)
        for (let dk = -1; dk <= 1; dk++)
          for (const known of cells.get(`${i + di} ${j + dj} ${k + dk}`) ?? [])
            if (
              Math.hypot(
                (kept[3 * known] as number) - x,
                (kept[3 * known + 1] as number) - y,
                (kept[3 * known + 2] as number) - z,
              ) <= within
            )
              return known
    const index = kept.length / 3
    kept.push(x, y, z)
    const key = `${i} ${j} ${k}`
    const own = cells.get(key)
    if (own) own.push(index)
    else cells.set(key, [index])
    return index
  }
  const exact = new Map<string, number>()
  const triangles: number[] = []
  let dropped = 0
  for (let f = 0; f < positions.length; f += 9) {
    const corners = [0, 3, 6].map((o) => {
      const [x, y, z] = [positions[f + o], positions[f + o + 1], positions[f + o + 2]] as [
        number,
        number,
        number,
      ]
      const key = `${x} ${y} ${z}`
      const known = exact.get(key) ?? indexOf(x, y, z)
      exact.set(key, known)
      return known
    }) as [number, number, number]
    if (new Set(corners).size < 3) dropped++
    else triangles.push(...corners)
  }
  return { positions: Float32Array.from(kept), triangles: Uint32Array.from(triangles), dropped }
}

/** Edges that do not belong to two facets, once each way. */
function openEdges(triangles: Uint32Array): number {
  const balance = new Map<string, number>()
  forEdges(triangles, (a, b) => {
    const key = a < b ? `${a} ${b}` : `${b} ${a}`
    balance.set(key, (balance.get(key) ?? 0) + (a < b ? 1 : -1))
  })
  return [...balance.values()].filter((n) => n !== 0).length
}

function forEdges(triangles: Uint32Array, see: (a: number, b: number, t: number) => void): void {
  for (let e = 0; e < triangles.length; e++) {
    const t = Math.floor(e / 3)
    see(triangles[e] as number, triangles[3 * t + ((e + 1) % 3)] as number, t)
  }
}

/** Turns facets so that neighbours look the same way, starting from the first of each piece; how many were turned. */
function turnedAlike(triangles: Uint32Array): number {
  const byEdge = new Map<string, { t: number; isUp: boolean }[]>()
  forEdges(triangles, (a, b, t) => {
    const key = a < b ? `${a} ${b}` : `${b} ${a}`
    const own = byEdge.get(key)
    if (own) own.push({ t, isUp: a < b })
    else byEdge.set(key, [{ t, isUp: a < b }])
  })
  const neighbours = Array.from({ length: triangles.length / 3 }, (): [number, boolean][] => [])
  for (const pair of byEdge.values()) {
    if (pair.length !== 2) continue
    const [p, q] = pair as [(typeof pair)[0], (typeof pair)[0]]
    neighbours[p.t]?.push([q.t, p.isUp === q.isUp])
    neighbours[q.t]?.push([p.t, p.isUp === q.isUp])
  }
  const isTurned = new Array<boolean | undefined>(triangles.length / 3).fill(undefined)
  let turned = 0
  for (let first = 0; first < isTurned.length; first++) {
    if (isTurned[first] !== undefined) continue
    const piece = [first]
    isTurned[first] = false
    for (let at = 0; at < piece.length; at++) {
      const t = piece[at] as number
      for (const [next, isAgainst] of neighbours[t] ?? []) {
        if (isTurned[next] !== undefined) continue
        isTurned[next] = isAgainst ? !isTurned[t] : (isTurned[t] ?? false)
        piece.push(next)
      }
    }
    // The fewer are the ones that were wrong.
    const wrong = piece.filter((t) => isTurned[t])
    const toTurn = wrong.length * 2 > piece.length ? piece.filter((t) => !isTurned[t]) : wrong
    for (const t of toTurn) {
      const [b, c] = [triangles[3 * t + 1] as number, triangles[3 * t + 2] as number]
      triangles[3 * t + 1] = c
      triangles[3 * t + 2] = b
    }
    turned += toTurn.length
  }
  return turned
}
