import { type Hole, holePoints, type Part } from '../../../work/part'
import { wholeSteps } from '../../holding'
import { type Grid, type GridUsed, type Place, type PlateGrid, tidy } from './types'

/** A hole of the plate as it would lie without any shift. */
export interface Drilled extends Place {
  readonly radiusMm: number
  readonly name: string
  /** What of a grid could serve in its stead. */
  readonly serves?: 'thread' | 'dowel' | undefined
}

/** A grid is tapped M8, and has dowel holes of 8 (common practice, no source). */
const THREAD = 'M8'
export const GRID_HOLE_MM = 8
/** Between two holes of a plate at least this stands, mm (common practice, no source). */
export const LEAST_WEB_MM = 2
/** Shifts are tried in steps of, mm; of a wide grid in no more than so many. */
const [STEP_MM, MOST_STEPS] = [1, 100]
/** More holes than these of a grid are told of nobody. */
const MOST_HOLES = 10_000
/** A hole is in one of the grid when their middles are so near, mm. */
const SAME_MM = 1e-4
/** In the alphabet. */
const LETTERS = 26

export const NO_SHIFT: Place = { x: 0, y: 0 }

const residue = (at: number, pitchMm: number): number => at - Math.round(at / pitchMm) * pitchMm

/** How far a place lies from the nearest thread, and from the nearest dowel hole. */
const offOf = ({ x, y }: Place, pitchMm: number, of: 'thread' | 'dowel'): Place => {
  const first = of === 'thread' ? pitchMm / 2 : 0
  return { x: residue(x - first, pitchMm), y: residue(y - first, pitchMm) }
}
const fromGrid = (at: Place, pitchMm: number, of: 'thread' | 'dowel'): number => {
  const { x, y } = offOf(at, pitchMm, of)
  return Math.hypot(x, y)
}

const shifted = <P extends Place>(at: P, { x, y }: Place): P => ({
  ...at,
  x: at.x + x,
  y: at.y + y,
})

/** Which holes of a grid serve, of those that are used. */
const kindsIn = ({ uses }: Grid): readonly ('thread' | 'dowel')[] =>
  uses === 'threads and dowels' ? ['thread', 'dowel'] : ['thread']

const isUsed = (at: Drilled, grid: Grid): boolean =>
  at.serves !== undefined &&
  grid.uses !== 'no' &&
  kindsIn(grid).includes(at.serves) &&
  fromGrid(at, grid.pitchMm, at.serves) < SAME_MM

/** Holes that a hole of the grid serves for when all are shifted. */
export const usedIn = (holes: readonly Drilled[], grid: Grid, shift: Place): readonly Drilled[] =>
  holes.filter((one) => isUsed(shifted(one, shift), grid))

/** Whether a hole comes into one of a grid and is not served by it. */
const isInGrid = (one: Drilled, grid: Grid, shift: Place): boolean => {
  const at = shifted(one, shift)
  const near = one.radiusMm + GRID_HOLE_MM / 2 + LEAST_WEB_MM - 1e-9
  return kindsIn(grid).some((of) => fromGrid(at, grid.pitchMm, of) < near) && !isUsed(at, grid)
}

/** Holes that come into those of a grid when all are shifted, and are not served by them. */
export const inGrid = (holes: readonly Drilled[], grid: Grid, shift: Place): readonly Drilled[] =>
  holes.filter((one) => isInGrid(one, grid, shift))

/** How many those are; no further than to so many. */
function countIn(holes: readonly Drilled[], grid: Grid, shift: Place, most: number): number {
  let count = 0
  for (const one of holes) {
    if (count >= most) return count
    if (isInGrid(one, grid, shift)) count++
  }
  return count
}

/**
 * The shift, within one pitch each way, with which the most holes are served by the grid; of those the fewest come into
 * it; of those the smallest. Where nothing of the grid is used that is the smallest with which none comes into it.
 */
export function gridShift(holes: readonly Drilled[], grid: Grid): Place {
  let best: { readonly shift: Place; readonly used: number; readonly count: number } | undefined
  const onto = ontoGrid(holes, grid)
  for (const shift of onto.length > 0 ? onto : inSteps(grid.pitchMm)) {
    const used = usedIn(holes, grid, shift).length
    if (best && used < best.used) continue
    const most = best && used === best.used ? best.count : Infinity
    const count = countIn(holes, grid, shift, most)
    if (!best || used > best.used || count < best.count) best = { shift, used, count }
    if (count === 0 && grid.uses === 'no') return shift
  }
  return best?.shift ?? NO_SHIFT
}

/** Shifts that put one of the holes onto the grid. */
function ontoGrid(holes: readonly Drilled[], grid: Grid): readonly Place[] {
  if (grid.uses === 'no') return []
  const { pitchMm } = grid
  const forward = (off: number): number => (off > SAME_MM ? pitchMm - off : Math.max(0, -off))
  const shifts = holes.flatMap((one): Place[] => {
    if (one.serves === undefined || !kindsIn(grid).includes(one.serves)) return []
    const off = offOf(one, pitchMm, one.serves)
    return [{ x: forward(off.x), y: forward(off.y) }]
  })
  const unique = new Map(shifts.map((one) => [`${one.x.toFixed(5)} ${one.y.toFixed(5)}`, one]))
  return [...unique.values()].sort((a, b) => a.x + a.y - b.x - b.y)
}

/** All shifts by steps within one pitch, the smallest first. */
function* inSteps(pitchMm: number): Generator<Place> {
  const stepMm = Math.max(STEP_MM, pitchMm / MOST_STEPS)
  const steps = Math.ceil(pitchMm / stepMm)
  for (let sum = 0; sum <= 2 * (steps - 1); sum++)
    for (let i = Math.max(0, sum - steps + 1); i <= Math.min(sum, steps - 1); i++)
      yield { x: i * stepMm, y: (sum - i) * stepMm }
}

/** Where a hole of a plate lies at all of its places, and what of a grid could serve for it. */
export const drilledOf = (plate: Part, hole: Hole): readonly Drilled[] =>
  holePoints(plate, hole).map(({ x, y }) => ({
    x,
    y,
    radiusMm: hole.diameter.mm / 2,
    name: hole.name ?? hole.id,
    serves: servedBy(hole),
  }))

/** A thread of the grid's, from above; or one for a dowel, without a chamfer of its own. */
function servedBy({ diameter, fit, making, on, thread }: Hole): Drilled['serves'] {
  if (on !== 'top') return undefined
  if (making === 'tap') return thread === THREAD ? 'thread' : undefined
  return making === 'ream' && fit === 'H7' && diameter.mm === GRID_HOLE_MM ? 'dowel' : undefined
}

/** Middles of the holes of a grid in a plate of a size: its threads, and its dowel holes where those are used; none where they are too many to be seen. */
export function gridHoles(
  { pitchMm, uses }: Grid,
  { x, y }: Pick<Part['size'], 'x' | 'y'>,
): Readonly<Record<'threads' | 'dowels', readonly Place[]>> {
  if ((x.mm / pitchMm) * (y.mm / pitchMm) > MOST_HOLES) return { threads: [], dowels: [] }
  const from = (first: number): readonly Place[] => {
    const along = (mm: number): readonly number[] =>
      Array.from(
        { length: Math.ceil((mm - first) / pitchMm - 1e-9) },
        (_, i) => first + i * pitchMm,
      )
    return along(x.mm).flatMap((u) => along(y.mm).map((v) => ({ x: u, y: v })))
  }
  return {
    threads: from(pitchMm / 2),
    dowels: uses === 'threads and dowels' ? from(pitchMm) : [],
  }
}

/** A hole of the grid by its column, a letter from the left, and its row, a number from the front: those of threads and of dowels each by themselves. */
export function gridName({ x, y }: Place, pitchMm: number, of: 'thread' | 'dowel'): string {
  const first = of === 'thread' ? pitchMm / 2 : pitchMm
  const nth = (at: number): number => Math.round((at - first) / pitchMm)
  const column = nth(x)
  const letter = String.fromCharCode('A'.charCodeAt(0) + (column % LETTERS))
  return `${column >= LETTERS ? String.fromCharCode('A'.charCodeAt(0) + Math.floor(column / LETTERS) - 1) : ''}${letter}${nth(y) + 1}`
}

/** What of a grid serves for what is drilled otherwise, by name. */
export function served(holes: readonly Drilled[], grid: Grid): readonly GridUsed[] {
  const used = usedIn(holes, grid, NO_SHIFT)
  return [...new Set(used.map(({ name }) => name))].flatMap((name) => {
    const own = used.filter((one) => one.name === name)
    const as = own[0]?.serves
    return as
      ? [
          {
            name,
            as,
            holes: own.map(({ x, y }) => ({
              x: tidy(x),
              y: tidy(y),
              name: gridName({ x, y }, grid.pitchMm, as),
            })),
          },
        ]
      : []
  })
}

/** Parts that follow each other by whole pitches find the same holes of a grid that is used, mm. */
export const ontoPitch = (mm: number, grid: Grid | undefined): number =>
  grid && grid.uses !== 'no' ? wholeSteps(mm, grid) : mm

export const stepOnto = (step: PlateGrid['step'], grid: Grid | undefined): PlateGrid['step'] => ({
  x: ontoPitch(step.x, grid),
  y: ontoPitch(step.y, grid),
})
