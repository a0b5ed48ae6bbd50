import { norm, type PlanePoint, planeDistance, type Point, subtract } from '../../ground/geometry'
import { fitCircle } from '../solid'
import { type Hole, type Pattern, type Place, planeOf, type Side, sideAlong } from '../part'
import { type SaidHole } from './holes'
import { tidy } from './seen'

const SAME_MM = 2e-3
const SAME_RAD = 2e-5

/** Holes that are made alike, as one feature. */
export interface Gathered {
  readonly hole: Omit<Hole, 'id'>
  readonly faces: readonly number[]
}

/** Gathers holes that are alike on one face, and finds how they lie: on a circle, in rows and columns, mirrored, or as a list. */
export function gatherHoles(said: readonly SaidHole[], size: Point<'part'>): readonly Gathered[] {
  const groups: SaidHole[][] = []
  for (const one of said) {
    const alike = groups.find(([first]) => first && isAlike(first.hole, one.hole))
    if (alike) alike.push(one)
    else groups.push([one])
  }
  return groups.flatMap((group) => gathered(group, size))
}

/** Whether two say the same but for the noise of their making: lengths to 2 µm, angles to a thousandth of a degree. */
function isAlike(a: unknown, b: unknown, key = ''): boolean {
  if (typeof a === 'number' && typeof b === 'number')
    return Math.abs(a - b) < (key === 'rad' ? SAME_RAD : SAME_MM)
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b
  const [p, q] = [a as Record<string, unknown>, b as Record<string, unknown>]
  // A swing about the axis that is next to nothing may be said of one and not of the other.
  const isNothing = (name: string, of: unknown): boolean =>
    name === 'aside' && (of === undefined || isAlike(of, { rad: 0 }))
  const keys = [...new Set([...Object.keys(p), ...Object.keys(q)])]
  return keys.every(
    (name) =>
      (isNothing(name, p[name]) && isNothing(name, q[name])) || isAlike(p[name], q[name], name),
  )
}

/** Whether holes lie in no order of their own: single ones, or a list. */
const isPlain = (laid: Laid | undefined): boolean => !laid || laid.pattern.kind === 'list'

/** Holes of which one half are the other across the middle of the part. */
function mirrored(
  group: readonly SaidHole[],
  size: Point<'part'>,
): Pick<Gathered, 'hole'> | undefined {
  const [first] = group
  if (!first || group.length < 4 || group.length % 2 !== 0 || first.hole.tilt) return undefined
  const { on } = first.hole
  for (const axis of planeOf(on)) {
    const middle = size[axis] / 2
    const half = group.filter(({ at }) => at[axis] < middle - SAME_MM)
    const isWhole =
      2 * half.length === group.length &&
      half.every(({ at }) => {
        const image = { ...at, [axis]: size[axis] - at[axis] }
        return group.some((other) => norm(subtract(other.at, image)) < 2 * SAME_MM)
      })
    const laid = isWhole ? patternOf(half.map(({ at }) => onFace(on, at))) : undefined
    if (!laid) continue
    const place = placeAt(on, laid.at)
    return { hole: { ...first.hole, kind: 'hole', place, pattern: laid.pattern, mirrored: axis } }
  }
  return undefined
}

function gathered(group: readonly SaidHole[], size: Point<'part'>): readonly Gathered[] {
  const [first] = group
  if (!first) return []
  const { on } = first.hole
  const places = group.map(({ at }) => onFace(on, at))
  const laid = patternOf(places)
  const faces = group.flatMap((one) => one.faces)
  const half = isPlain(laid) ? mirrored(group, size) : undefined
  if (half) return [{ ...half, faces }]
  if (!laid) return group.flatMap((one) => gathered([one], size))
  const place = placeAt(on, laid.at)
  return [{ hole: { ...first.hole, kind: 'hole', place, pattern: laid.pattern }, faces }]
}

const onFace = (on: Side, at: Point<'part'>): PlanePoint => {
  const [u, v] = planeOf(on)
  return { x: at[u], y: at[v] }
}

const placeAt = (on: Side, at: PlanePoint): Place => {
  const [u, v] = planeOf(on)
  return {
    dims: [
      { from: sideAlong(u, -1), at: { mm: tidy(at.x) } },
      { from: sideAlong(v, -1), at: { mm: tidy(at.y) } },
    ],
    centred: false,
  }
}

interface Laid {
  readonly at: PlanePoint
  readonly pattern: Pattern
}

/** More than so many in no order are still one list; fewer stay single holes. */
const LEAST_LIST = 5

export function patternOf(places: readonly PlanePoint[]): Laid | undefined {
  const [first] = places
  if (!first) return undefined
  if (places.length === 1) return { at: first, pattern: { kind: 'single' } }
  const grid = gridOf(places)
  if (grid) return grid
  const circle = circleOf(places)
  if (circle) return circle
  if (places.length < LEAST_LIST) return undefined
  return {
    at: first,
    pattern: {
      kind: 'list',
      points: places.map((p) => ({
        across: { mm: tidy(p.x - first.x) },
        up: { mm: tidy(p.y - first.y) },
      })),
    },
  }
}

/** Equal steps between different values; none where they are not equal. */
function stepsOf(
  values: readonly number[],
): { readonly low: number; readonly count: number; readonly pitch: number } | undefined {
  const sorted = [...values].sort((a, b) => a - b)
  const levels = sorted.filter((v, i) => i === 0 || v - (sorted[i - 1] as number) > SAME_MM)
  const [low = 0] = levels
  if (levels.length === 1) return { low, count: 1, pitch: 0 }
  const high = levels[levels.length - 1] as number
  const least = Math.min(...levels.slice(1).map((v, i) => v - (levels[i] as number)))
  const count = Math.round((high - low) / least) + 1
  const pitch = (high - low) / (count - 1)
  const isEven = levels.every(
    (v) => Math.abs((v - low) / pitch - Math.round((v - low) / pitch)) * pitch < SAME_MM,
  )
  return isEven ? { low, count, pitch } : undefined
}

/** Rows and columns along the face; a few may be left out. */
function gridOf(places: readonly PlanePoint[]): Laid | undefined {
  const [across, up] = [stepsOf(places.map((p) => p.x)), stepsOf(places.map((p) => p.y))]
  if (!across || !up) return undefined
  const all = across.count * up.count
  const missing = all - places.length
  if (missing > 0 && (all < 8 || missing * 4 > all)) return undefined
  const at = {
    x: across.low + (across.pitch * (across.count - 1)) / 2,
    y: up.low + (up.pitch * (up.count - 1)) / 2,
  }
  const skip = Array.from({ length: all }, (_, i) => i + 1).filter((n) => {
    const place = {
      x: across.low + ((n - 1) % across.count) * across.pitch,
      y: up.low + Math.floor((n - 1) / across.count) * up.pitch,
    }
    return !places.some((p) => planeDistance(p, place) < 2 * SAME_MM)
  })
  if (skip.length !== missing) return undefined
  return {
    at,
    pattern: {
      kind: 'grid',
      columns: across.count,
      rows: up.count,
      pitchAcross: { mm: tidy(across.pitch) },
      pitchUp: { mm: tidy(up.pitch) },
      ...(skip.length > 0 && { skip }),
    },
  }
}

/** Equally spaced all round a circle, or a part of one. */
function circleOf(places: readonly PlanePoint[]): Laid | undefined {
  const circle = places.length >= 3 ? fitCircle(places) : undefined
  if (!circle || circle.misfitMm > SAME_MM) return undefined
  const { centre, radiusMm } = circle
  const angles = places
    .map((p) => Math.atan2(p.y - centre.y, p.x - centre.x))
    .map((a) => (a < -1e-9 ? a + 2 * Math.PI : Math.max(0, a)))
    .sort((a, b) => a - b)
  const gaps = angles.map(
    (a, i) =>
      (angles[(i + 1) % angles.length] as number) + (i + 1 === angles.length ? 2 * Math.PI : 0) - a,
  )
  const widest = gaps.indexOf(Math.max(...gaps))
  const others = gaps.filter((_, i) => i !== widest)
  const [step = 0] = others
  const isEven = others.every((gap) => Math.abs(gap - step) * radiusMm < 2 * SAME_MM)
  if (!isEven) return undefined
  const isWhole = Math.abs((gaps[widest] as number) - step) * radiusMm < 2 * SAME_MM
  if (!isWhole && places.length < 4) return undefined
  const first = isWhole ? (angles[0] as number) : (angles[(widest + 1) % angles.length] as number)
  return {
    at: { x: centre.x, y: centre.y },
    pattern: {
      kind: 'circle',
      count: places.length,
      diameter: { mm: tidy(2 * radiusMm) },
      first: { rad: roundAngle(first) },
      ...(!isWhole && { sweep: { rad: roundAngle(2 * Math.PI - (gaps[widest] as number)) } }),
    },
  }
}

const roundAngle = (rad: number): number => {
  const degrees = Math.round(((rad * 180) / Math.PI) * 1e6) / 1e6
  return (degrees * Math.PI) / 180
}
