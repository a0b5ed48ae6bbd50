import {
  addSix,
  contactRow,
  cross,
  norm,
  point,
  type Point,
  scale,
  type Six,
  subtract,
  ZERO_SIX,
} from '../geometry'
import { type Surface, type Target } from '../part'
import { type Reading } from '../variation'

/** One linear condition that a datum puts on the frame: the frame's motion along a row follows a reading. */
interface DatumRow {
  readonly row: Six
  readonly rows: Reading['rows']
}

/**
 * The displacement of the frame that datum features give in order: each takes what is still free
 * (ISO 5459:2011, datum system; ASME Y14.5-2018, datum reference frame; both cited from memory).
 */
export interface DatumFrame {
  /** Reading of the frame's own displacement along a row. */
  read(row: Six): Reading['rows']
  readonly rank: number
}

const RANK_TOLERANCE = 1e-6

/**
 * @param datums - primary first; planes, axes, or middles of two planes.
 * @param about - the place of what is measured: motions that no datum holds are taken as none there.
 * @param sizeMm - the size over which turning is weighed against shifting, > 0.
 * @param follow - name of a displacement that the frame follows in what no datum holds, such as what
 *   all cuts of the measured features' setup share: a bolt circle is free to turn about its datum axis.
 */
export function datumFrame(
  datums: readonly Target[],
  about: Point<'part'>,
  sizeMm: number,
  follow?: string,
): DatumFrame {
  const accepted: DatumRow[] = []
  const basis: (readonly number[])[] = []
  // The accepted rows are lower × basis (Gram–Schmidt): their inverse is then a back-substitution.
  const lower: (readonly number[])[] = []
  const held = datums.flatMap(rowsOfDatum)
  let rank = 0
  for (const [k, candidate] of [
    ...held,
    ...(follow === undefined ? [] : followRows(follow)),
  ].entries()) {
    if (basis.length === 6) break
    let rest = weighed(candidate.row, about, sizeMm)
    const along = basis.map((b) => {
      const amount = dotRows(rest, b)
      rest = rest.map((value, i) => value - amount * (b[i] ?? 0))
      return amount
    })
    const length = Math.hypot(...rest)
    if (length < RANK_TOLERANCE) continue
    basis.push(rest.map((value) => value / length))
    lower.push([...along, length])
    accepted.push(candidate)
    if (k < held.length) rank++
  }
  return {
    rank,
    read: (row) => {
      const target = weighed(row, about, sizeMm)
      const weights = solveTransposed(
        lower,
        basis.map((b) => dotRows(target, b)),
      )
      // Rows of one surface are one row: a plane's three points make a single reading of it.
      const bySurface = new Map<string, Six>()
      accepted.forEach((datum, j) => {
        const weight = weights[j] ?? 0
        if (Math.abs(weight) < 1e-12) return
        for (const { surface, row: r } of datum.rows)
          bySurface.set(surface, addSix(bySurface.get(surface) ?? ZERO_SIX, r, weight))
      })
      return Array.from(bySurface, ([surface, r]) => ({ surface, row: r }))
    },
  }
}

const dotRows = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0)

/** Solves w · lower = right for a lower triangle. */
function solveTransposed(
  lower: readonly (readonly number[])[],
  right: readonly number[],
): readonly number[] {
  const weights = new Array<number>(right.length).fill(0)
  for (let j = right.length - 1; j >= 0; j--) {
    let rest = right[j] ?? 0
    for (let k = j + 1; k < right.length; k++) rest -= (weights[k] ?? 0) * (lower[k]?.[j] ?? 0)
    weights[j] = rest / (lower[j]?.[j] ?? 1)
  }
  return weights
}

const followRows = (surface: string): readonly DatumRow[] =>
  [0, 1, 2, 3, 4, 5].map((k) => {
    const row = [0, 0, 0, 0, 0, 0].map((_, i) => (i === k ? 1 : 0)) as unknown as Six
    return { row, rows: [{ surface, row }] }
  })

/** The row for displacements written about `about`, rotations in units of 1 mm at `sizeMm`. */
function weighed(row: Six, about: Point<'part'>, sizeMm: number): readonly number[] {
  const n = point<'part'>(row[3], row[4], row[5])
  const lever = cross(about, n)
  return [
    (row[0] - lever.x) / sizeMm,
    (row[1] - lever.y) / sizeMm,
    (row[2] - lever.z) / sizeMm,
    row[3],
    row[4],
    row[5],
  ]
}

function rowsOfDatum(target: Target): readonly DatumRow[] {
  if (target.kind === 'middle') {
    const { first, second } = target
    if (first.kind !== 'plane' || second.kind !== 'plane') return []
    return [0, 1, 2].map((k) => {
      const at = first.corners[k] ?? first.at
      const other = second.corners[k] ?? second.at
      const row = contactRow(at, first.normal)
      return {
        row,
        rows: [
          { surface: first.id, row: half(row) },
          { surface: second.id, row: half(contactRow(other, first.normal)) },
        ],
      }
    })
  }
  return rowsOfSurface(target.surface)
}

const half = (row: Six): Six => row.map((v) => v / 2) as unknown as Six

function rowsOfSurface(surface: Surface): readonly DatumRow[] {
  const one = (at: Point<'part'>, direction: Point<'part'>): DatumRow => {
    const row = contactRow(at, direction)
    return { row, rows: [{ surface: surface.id, row }] }
  }
  if (surface.kind === 'plane')
    return surface.corners.slice(0, 3).map((corner) => one(corner, surface.normal))
  const across = acrossAxis(surface)
  return [surface.from, surface.to].flatMap((at) => across.map((direction) => one(at, direction)))
}

/** Two unit directions across an axis, along the part's own axes. */
export function acrossAxis(
  surface: Surface & { kind: 'axis' },
): readonly [Point<'part'>, Point<'part'>] {
  const along = directionOf(surface)
  if (Math.abs(along.x) > 0.5) return [point(0, 1, 0), point(0, 0, 1)]
  if (Math.abs(along.y) > 0.5) return [point(1, 0, 0), point(0, 0, 1)]
  return [point(1, 0, 0), point(0, 1, 0)]
}

export function directionOf(surface: Surface & { kind: 'axis' }): Point<'part'> {
  const along = subtract(surface.to, surface.from)
  return scale(along, 1 / norm(along))
}

/** A target's own reading along a direction at a point. */
export function readTarget(
  target: Target,
  at: Point<'part'>,
  direction: Point<'part'>,
): Reading['rows'] {
  const row = contactRow(at, direction)
  if (target.kind === 'surface') return [{ surface: target.surface.id, row }]
  return [target.first, target.second].map((surface) => ({ surface: surface.id, row: half(row) }))
}
