import { type FitSurface } from '../../chain/fitting'
import {
  applyMotion,
  bestMotion,
  type Motion,
  point,
  type Point,
  subtract,
  dot,
} from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { acrossOf } from '../../ground/recipe'
import { boughtOf, directionOf, type Part, partSurfaces, type Surface } from '../part'
import { type MeasuredPoint } from './schema'
import { fitSurfacesOf } from './surfaces'

/** A place of a scan and the same place of the part, by which a scan that lies anyhow is laid roughly. */
export interface ScanPair {
  readonly scan: Point<'casting'>
  readonly part: Point<'part'>
}

/** What a scan was thinned to. */
export interface ThinnedScan {
  readonly points: readonly Omit<MeasuredPoint, 'id'>[]
  /** Places that lie over no surface of the part: sprues, the plate, the other side. */
  readonly strayed: number
  readonly taken: number
}

/** A surface takes what lies so far outside or inside of where the skin should be, mm. */
const BAND_MM = 6
/** One place is kept of each square of a surface, as large as that leaves so many in all. */
const [CELL_MM, MOST_POINTS] = [6, 1500]
/** Of what lies in a square, sorted from the least metal on: that which is kept. The very least may be a speck. */
const RANK = 0.1
/** How well a place of a scan is known, ± mm (common practice, no source). */
const SCAN_PLUS_MINUS_MM = 0.05

/** How a scan is laid: by three pairs or more; as it is where none is given. */
export function layScan(
  pairs: readonly ScanPair[],
): Result<Motion<'casting', 'casting'> | undefined> {
  if (pairs.length === 0) return succeed(undefined)
  if (pairs.length < 3)
    return fail(
      'scan.pairs',
      'Three pairs are needed to lay a scan: places far apart, not in one line.',
    )
  const motion = bestMotion<'casting', 'casting'>(
    pairs.map(({ part: { x, y, z }, scan }) => ({ from: scan, to: point<'casting'>(x, y, z) })),
  )
  return motion
    ? succeed(motion)
    : fail(
        'scan.pairs-line',
        'The three places lie in one line: how the scan turns about it is not known.',
      )
}

/**
 * Thins a scan to points that a fit needs: each place to the surface over which it lies, one of each square, that
 * with about the least metal.
 *
 * @param positions - three figures for each place, mm.
 * @param by - how it is laid roughly onto the part.
 * @param progress - told the share that is done, 0 to 1.
 */
export function thinScan(
  part: Part,
  positions: ArrayLike<number>,
  by: Motion<'casting', 'casting'> | undefined,
  progress: (share: number) => void = () => undefined,
): Result<ThinnedScan> {
  const count = Math.floor(positions.length / 3)
  if (count === 0) return fail('scan.empty', 'The scan holds no point.')
  const targets = targetsOf(part)
  const cells = new Map<string, { readonly mm: number; readonly at: Point<'casting'> }[]>()
  const size = cellSize(targets)
  let [strayed, taken] = [0, 0]
  for (let i = 0; i < count; i++) {
    if (i % 50_000 === 0) progress(i / count)
    const raw = point<'casting'>(
      positions[3 * i] ?? 0,
      positions[3 * i + 1] ?? 0,
      positions[3 * i + 2] ?? 0,
    )
    const at = by ? applyMotion(by, raw) : raw
    const found = nearestTarget(targets, at)
    if (!found) {
      strayed++
      continue
    }
    taken++
    const key = `${found.target.id} ${Math.floor(found.u / size)} ${Math.floor(found.v / size)}`
    const cell = cells.get(key)
    if (cell) cell.push({ mm: found.mm, at })
    else cells.set(key, [{ mm: found.mm, at }])
  }
  progress(1)
  if (taken === 0)
    return fail(
      'scan.off',
      'No point of the scan lies near the part: it lies otherwise, or is in inches. Give three pairs, or the unit.',
    )
  const points = [...cells].flatMap(([key, inCell]) => {
    inCell.sort((a, b) => a.mm - b.mm)
    const one = inCell[Math.floor(RANK * (inCell.length - 1))]
    if (!one) return []
    const { x, y, z } = one.at
    return [{ surface: key.split(' ')[0] ?? '', at: { x, y, z }, plusMinus: SCAN_PLUS_MINUS_MM }]
  })
  return succeed({ points, strayed, taken })
}

interface Target {
  readonly id: string
  readonly aimMm: number
  /** What lies outside of it at a place, and where that lies over it; nothing where it is not over it. */
  readonly over: (
    at: Point<'casting'>,
  ) => { mm: number; u: number; v: number; isOver: boolean } | undefined
  readonly areaMm2: number
}

/** Rim of a surface within which places are not taken, and how far past it what is left on its neighbours stands out, mm. */
const [RIM_MM, BEYOND_MM] = [1.5, 5]

function targetsOf(part: Part): readonly Target[] {
  const surfaces = partSurfaces(part)
  return fitSurfacesOf(part).flatMap((on): Target[] => {
    const surface = surfaces.get(on.id)
    if (!surface || on.kind === 'wall') return []
    const aimMm = boughtOf(part, on.id)?.stock.mm ?? 0
    const made = surface.kind === 'plane' ? flatTarget(surface) : roundTarget(surface, on)
    return made ? [{ id: on.id, aimMm, ...made }] : []
  })
}

function flatTarget({
  at,
  corners,
  normal,
}: Surface & { kind: 'plane' }): Pick<Target, 'over' | 'areaMm2'> | undefined {
  const [a, b, , d] = corners
  if (!a || !b || !d) return undefined
  const [u, v] = [subtract(b, a), subtract(d, a)]
  const [lu, lv] = [Math.sqrt(dot(u, u)), Math.sqrt(dot(v, v))]
  return {
    areaMm2: lu * lv,
    over: ({ x, y, z }) => {
      const p = point<'part'>(x, y, z)
      const mm = dot(subtract(p, at), normal)
      const by = subtract(p, a)
      const [s, t] = [dot(by, u) / lu, dot(by, v) / lv]
      const inside = Math.min(s, t, lu - s, lv - t)
      return inside > -BEYOND_MM ? { mm, u: s, v: t, isOver: inside > RIM_MM } : undefined
    },
  }
}

function roundTarget(
  surface: Surface & { kind: 'axis' },
  on: FitSurface,
): Pick<Target, 'over' | 'areaMm2'> | undefined {
  if (on.shape !== 'round') return undefined
  const along = directionOf(surface)
  const long = Math.sqrt(
    dot(subtract(surface.to, surface.from), subtract(surface.to, surface.from)),
  )
  const radius = on.radiusMm
  const across = acrossOf(along)
  return {
    areaMm2: 2 * Math.PI * radius * long,
    over: ({ x, y, z }) => {
      const by = subtract(point<'part'>(x, y, z), surface.from)
      const deep = dot(by, along)
      const inside = Math.min(deep, long - deep)
      if (inside < -BEYOND_MM) return undefined
      const away = Math.sqrt(Math.max(0, dot(by, by) - deep * deep))
      const angle = Math.atan2(dot(by, across[1]), dot(by, across[0]))
      const mm = on.isInside ? radius - away : away - radius
      return { mm, u: deep, v: angle * radius, isOver: inside > RIM_MM }
    },
  }
}

/** The surface of which the skin is nearest to a place, within the band. */
function nearestTarget(targets: readonly Target[], at: Point<'casting'>) {
  let best:
    { target: Target; mm: number; u: number; v: number; isOver: boolean; off: number } | undefined
  for (const target of targets) {
    const found = target.over(at)
    if (!found) continue
    const off = Math.abs(found.mm - target.aimMm)
    if (off < BAND_MM && (!best || off < best.off)) best = { target, ...found, off }
  }
  // What lies over its rim is its neighbour's overhang: of no surface to be sure of.
  return best?.isOver ? best : undefined
}

/** Squares so large that not more points come of it than a fit needs. */
function cellSize(targets: readonly Target[]): number {
  const area = targets.reduce((sum, { areaMm2 }) => sum + areaMm2, 0)
  return Math.max(CELL_MM, Math.sqrt(area / MOST_POINTS))
}

/**
 * Reads a point cloud from text: three figures to a line, apart by spaces, tabs, commas or semicolons; further
 * columns (colour, normal) and lines without figures are passed over.
 */
export function readCloud(text: string): Float64Array {
  const found: number[] = []
  let from = 0
  while (from < text.length) {
    let to = text.indexOf('\n', from)
    if (to < 0) to = text.length
    const [x, y, z] = text
      .slice(from, to)
      .trim()
      .split(/[\s,;]+/, 3)
      .map(Number)
    if (x !== undefined && y !== undefined && z !== undefined && Number.isFinite(x + y + z))
      found.push(x, y, z)
    from = to + 1
  }
  return Float64Array.from(found)
}
