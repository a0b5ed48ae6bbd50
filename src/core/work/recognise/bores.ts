import { add, AXES, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { type SolidFace } from '../solid'
import { type Seen, STEP_MM } from './seen'

type At = Point<'part'>

/** A stretch of one radius, or of a cone, along the axis of a hole; places along are from the axis's own origin, mm. */
export interface Stretch {
  readonly kind: 'cylinder' | 'cone'
  readonly low: number
  readonly high: number
  /** At its low and its high end, mm. */
  readonly radii: readonly [number, number]
  readonly faces: readonly number[]
}

/** Stretches that follow on each other along one axis. */
export interface Stack {
  readonly at: At
  readonly along: At
  readonly stretches: readonly Stretch[]
}

const SAME_LINE_MM = 1e-3
const SAME_RADIUS_MM = 1e-3
const JOINED_MM = 2e-3
/** What goes round by at least so much is a whole hole; the rest is what a cross hole or a seam takes, rad. */
const WHOLE_RAD = 2 * Math.PI - 0.05

interface Line {
  readonly at: At
  readonly along: At
  readonly pieces: (SolidFace<'part'> & { kind: 'cylinder' | 'cone' })[]
}

/** Every hole of a solid as what follows on each other along its axis, from whole hollow rounds. */
export function findStacks(seen: Seen): readonly Stack[] {
  const lines: Line[] = []
  for (const face of seen.solid.faces) {
    if ((face.kind !== 'cylinder' && face.kind !== 'cone') || !face.isHollow) continue
    const along = facing(subtract(face.to, face.from))
    const at = subtract(face.from, scale(along, dot(face.from, along)))
    const known = lines.find(
      (line) =>
        norm(subtract(line.along, along)) < 1e-5 && norm(subtract(line.at, at)) < SAME_LINE_MM,
    )
    if (known) known.pieces.push(face)
    else lines.push({ at, along, pieces: [face] })
  }
  return lines.flatMap((line) => stacksOf(seen, line))
}

/** Of a direction and its opposite the one whose largest part is positive; of length 1. */
function facing(along: At): At {
  const unit = scale(along, 1 / norm(along))
  const largest = AXES.reduce((best, axis) =>
    Math.abs(unit[axis]) > Math.abs(unit[best]) + 1e-9 ? axis : best,
  )
  return unit[largest] < 0 ? scale(unit, -1) : unit
}

function stacksOf(seen: Seen, { along, at, pieces }: Line): readonly Stack[] {
  const groups: (typeof pieces)[] = []
  for (const piece of pieces) {
    const same = groups.find(([first]) => first && isOneSurface(first, piece, at, along))
    if (same) same.push(piece)
    else groups.push([piece])
  }
  const stretches = groups
    .flatMap((group) => wholeStretches(group, at, along))
    .sort((a, b) => a.low - b.low || a.high - b.high)
  const stacks: Stretch[][] = []
  for (const stretch of stretches) {
    const last = stacks[stacks.length - 1]
    const before = last?.[last.length - 1]
    if (last && before && isJoined(seen, { at, along }, before, stretch)) last.push(stretch)
    else stacks.push([stretch])
  }
  return stacks.map((own) => ({ at, along, stretches: own }))
}

/** Stretches follow on each other where they touch, or where the same tool goes on through the open. */
function isJoined(
  seen: Seen,
  { along, at }: { readonly at: At; readonly along: At },
  before: Stretch,
  next: Stretch,
): boolean {
  const gap = next.low - before.high
  if (gap < JOINED_MM) return gap > -JOINED_MM
  if (Math.abs(before.radii[1] - next.radii[0]) > SAME_RADIUS_MM) return false
  const middle = (before.high + next.low) / 2
  return [before.high + STEP_MM, middle, next.low - STEP_MM].every(
    (t) => !seen.isMetal(add(at, scale(along, t))),
  )
}

function isOneSurface(
  a: Line['pieces'][number],
  b: Line['pieces'][number],
  at: At,
  along: At,
): boolean {
  if (a.kind !== b.kind) return false
  const [p, q] = [ends(a, at, along), ends(b, at, along)]
  if (a.kind === 'cylinder') return Math.abs(a.radiusMm - b.radiusMm) < SAME_RADIUS_MM
  const slope = (e: typeof p) => (e.radii[1] - e.radii[0]) / (e.high - e.low)
  const zero = (e: typeof p) => e.radii[0] - slope(e) * e.low
  return Math.abs(slope(p) - slope(q)) < 1e-5 && Math.abs(zero(p) - zero(q)) < SAME_RADIUS_MM
}

function ends(
  piece: Line['pieces'][number],
  at: At,
  along: At,
): { low: number; high: number; radii: [number, number] } {
  const [a, b] = [piece.from, piece.to].map((p) => dot(subtract(p, at), along)) as [number, number]
  const [ra, rb] = [piece.radiusMm, piece.kind === 'cone' ? piece.endRadiusMm : piece.radiusMm]
  return a < b ? { low: a, high: b, radii: [ra, rb] } : { low: b, high: a, radii: [rb, ra] }
}

/** Where pieces of one surface go all the way round, as stretches; a fillet goes round by a part. */
function wholeStretches(pieces: Line['pieces'], at: At, along: At): readonly Stretch[] {
  const spans = pieces.map((piece) => ({ piece, ...ends(piece, at, along) }))
  spans.sort((a, b) => a.low - b.low)
  const joined: (typeof spans)[] = []
  for (const span of spans) {
    const last = joined[joined.length - 1]
    if (last && span.low < Math.max(...last.map((s) => s.high)) + JOINED_MM) last.push(span)
    else joined.push([span])
  }
  return joined.flatMap((own): Stretch[] => {
    const [low, high] = [Math.min(...own.map((s) => s.low)), Math.max(...own.map((s) => s.high))]
    const levels = own.flatMap((s) => [s.low, s.high]).sort((a, b) => a - b)
    const round = levels.slice(1).map((level, i) => {
      const middle = (level + (levels[i] as number)) / 2
      return own
        .filter((s) => s.low < middle && s.high > middle)
        .reduce((sum, s) => sum + s.piece.sweepRad, 0)
    })
    if (Math.max(...round) < WHOLE_RAD) return []
    const first = own.find((s) => s.low === low)
    const last = own.find((s) => s.high === high)
    return [
      {
        kind: own[0]?.piece.kind ?? 'cylinder',
        low,
        high,
        radii: [first?.radii[0] ?? 0, last?.radii[1] ?? 0],
        faces: own.map((s) => s.piece.index),
      },
    ]
  })
}
