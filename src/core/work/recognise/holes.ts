import { add, AXES, dot, point, type Point, scale, subtract } from '../../ground/geometry'
import { axisOf, type Hole, normalOf, planeOf, type Side, sideAlong, SIDES, signOf } from '../part'
import { type Stack, type Stretch } from './bores'
import { type Seen, STEP_MM, tidy } from './seen'

type At = Point<'part'>

/** A hole as one would make it, before holes that are alike are gathered into patterns. */
export interface FoundHole {
  /** On its axis, in its mouth. */
  readonly mouth: At
  /** Out of the metal. */
  readonly out: At
  readonly diameterMm: number
  /** From the mouth to where its full width ends; none: through. */
  readonly depthMm: number | undefined
  /** It comes out at its other end, be it through all or into the open inside. */
  readonly isThrough: boolean
  readonly isPointed: boolean
  readonly head:
    | { readonly kind: 'none' }
    | { readonly kind: 'counterbore'; readonly diameterMm: number; readonly depthMm: number }
    | { readonly kind: 'countersink'; readonly diameterMm: number; readonly rad: number }
  readonly faces: readonly number[]
}

/** Faces of rounds that no straight tool makes: covered, or wider inside. */
export interface Unmade {
  readonly kind: 'groove' | 'round'
  readonly faces: readonly number[]
}

/** A stretch as it is met from the mouth inwards; places are from the mouth, mm. */
interface Met {
  readonly kind: Stretch['kind']
  readonly from: number
  readonly to: number
  readonly radius: number
  readonly endRadius: number
  readonly faces: readonly number[]
}

interface Mouth {
  readonly at: At
  readonly out: At
}

/** What a stack is as holes: one, or one from either side where it is narrowest in its middle. */
export function holesOfStack(seen: Seen, stack: Stack): readonly (FoundHole | Unmade)[] {
  const { along, at, stretches } = stack
  const [first, last] = [stretches[0] as Stretch, stretches[stretches.length - 1] as Stretch]
  const place = (t: number): At => add(at, scale(along, t))
  const isClosed = (t: number, way: 1 | -1): boolean => seen.isMetal(place(t + way * STEP_MM * 2))
  const [closedLow, closedHigh] = [isClosed(first.low, -1), isClosed(last.high, 1)]
  if (closedLow && closedHigh) return [{ kind: 'groove', faces: stretches.flatMap((s) => s.faces) }]
  const mouthAt = (isHigh: boolean): Mouth => {
    const end = isHigh ? last : first
    const out = isHigh ? along : scale(along, -1)
    const t = mouthLevel(seen, stack, end, isHigh)
    return { at: place(t), out }
  }
  if (closedLow !== closedHigh) return fromMouth(seen, stack, mouthAt(closedLow), true)
  return throughHoles(seen, stack, mouthAt(true), mouthAt(false))
}

/** The limits of a bent edge may be told a little too wide. */
const RIM_SLACK = 1.1

/** Where the axis comes out: in the plane of the flat that the hole's edge lies in, else at its furthest rim. */
function mouthLevel(seen: Seen, { along, at }: Stack, end: Stretch, isHigh: boolean): number {
  const rim = isHigh ? end.high : end.low
  const out = isHigh ? along : scale(along, -1)
  const { edges, faces } = seen.solid
  const beside = new Set(
    end.faces.flatMap(
      (face) => faces[face]?.edges.flatMap((edge) => edges[edge]?.faces ?? []) ?? [],
    ),
  )
  const levels = [...beside].flatMap((index) => {
    const face = faces[index]
    if (face?.kind !== 'plane') return []
    const slope = dot(face.plane.out, out)
    if (slope < 0.05) return []
    const t = dot(subtract(face.plane.at, at), face.plane.out) / dot(along, face.plane.out)
    const within =
      Math.abs(t - rim) <=
      RIM_SLACK * end.radii[isHigh ? 1 : 0] * Math.tan(Math.acos(Math.min(1, slope))) + 1e-3
    return within ? [t] : []
  })
  if (levels.length === 0) return rim
  return isHigh ? Math.max(...levels) : Math.min(...levels)
}

/** The stretches as they are met from a mouth inwards. */
function metFrom({ along, at, stretches }: Stack, { at: mouth, out }: Mouth): readonly Met[] {
  const t0 = dot(subtract(mouth, at), along)
  const isHigh = dot(out, along) > 0
  const met = stretches.map((s): Met => {
    const [a, b] = isHigh ? [t0 - s.high, t0 - s.low] : [s.low - t0, s.high - t0]
    const [ra, rb] = isHigh ? [s.radii[1], s.radii[0]] : s.radii
    return { kind: s.kind, from: a, to: b, radius: ra, endRadius: rb, faces: s.faces }
  })
  return isHigh ? met.reverse() : met
}

/** From which end a through hole is made: that of its head, else the one that can be reached, the top before others. */
function throughHoles(
  seen: Seen,
  stack: Stack,
  high: Mouth,
  low: Mouth,
): readonly (FoundHole | Unmade)[] {
  const cylinders = metFrom(stack, high).filter((m) => m.kind === 'cylinder')
  if (cylinders.length === 0)
    return [{ kind: 'round', faces: stack.stretches.flatMap((s) => s.faces) }]
  const least = Math.min(...cylinders.map((m) => m.radius))
  const isLeast = (m: Met): boolean => m.radius < least + 1e-3
  const widerHigh = cylinders.findIndex(isLeast)
  const widerLow = [...cylinders].reverse().findIndex(isLeast)
  const isOpen = ({ at, out }: Mouth): boolean => seen.isOpen(add(at, scale(out, STEP_MM)), out)
  const rank = (mouth: Mouth, wider: number): number =>
    (isOpen(mouth) ? 100 : 0) + (wider > 0 ? 10 : 0) + sideRank(mouth.out) + coneRank(stack, mouth)
  const [main, other] = rank(high, widerHigh) >= rank(low, widerLow) ? [high, low] : [low, high]
  const found = fromMouth(seen, stack, main, false)
  const widerOther = main === high ? widerLow : widerHigh
  if (widerOther === 0 || !isOpen(other)) return found
  // Wider again on the far side: that is bored from there.
  const beyond = metFrom(stack, other)
    .filter((m) => m.kind === 'cylinder')
    .slice(0, widerOther)
  return [...found, ...beyond.map((m) => plainHole(other, m))]
}

/** A chamfer at the mouth says that it was made from there. */
const coneRank = (stack: Stack, mouth: Mouth): number =>
  metFrom(stack, mouth)[0]?.kind === 'cone' ? 5 : 0

const SIDE_RANKS: Readonly<Record<Side, number>> = {
  top: 1,
  front: 0.8,
  right: 0.6,
  back: 0.5,
  left: 0.4,
  bottom: 0.2,
}
const sideRank = (out: At): number => SIDE_RANKS[nearestSide(out)]

export const nearestSide = (out: At): Side => {
  const axis = AXES.reduce((best, one) =>
    Math.abs(out[one]) > Math.abs(out[best]) + 1e-6 ? one : best,
  )
  return sideAlong(axis, out[axis])
}

const plainHole = ({ at, out }: Mouth, met: Met): FoundHole => ({
  mouth: at,
  out,
  diameterMm: tidy(2 * met.radius),
  depthMm: tidy(met.to),
  isThrough: false,
  isPointed: false,
  head: { kind: 'none' },
  faces: met.faces,
})

/** The hole that is made from a mouth: its narrowest stretch, with what is wider before it as its head or as bores of their own. */
function fromMouth(
  seen: Seen,
  stack: Stack,
  mouth: Mouth,
  isBlind: boolean,
): readonly (FoundHole | Unmade)[] {
  const met = metFrom(stack, mouth)
  const all = met.flatMap((m) => m.faces)
  if (!seen.isOpen(add(mouth.at, scale(mouth.out, STEP_MM)), mouth.out))
    return [{ kind: 'round', faces: all }]
  const cylinders = met.filter((m) => m.kind === 'cylinder')
  if (cylinders.length === 0) return [{ kind: 'round', faces: all }]
  const least = Math.min(...cylinders.map((m) => m.radius))
  const narrow = cylinders.findIndex((m) => m.radius < least + 1e-3)
  const main = cylinders.filter((m, i) => i >= narrow && m.radius < least + 1e-3)
  const end = (main[main.length - 1] as Met).to
  const before = cylinders.slice(0, narrow)
  const beyond = isBlind ? cylinders.filter((m) => m.from > end - 1e-3) : []
  const head = headOf(met, before, main[0] as Met)
  const extra = before.slice(0, -1).map((m) => plainHole(mouth, m))
  const lastCone = met[met.length - 1]
  const throughAll = !isBlind && isFreeBeyond(seen, mouth, end)
  const own = all.filter((face) => !extra.some((one) => one.faces.includes(face)))
  return [
    {
      mouth: mouth.at,
      out: mouth.out,
      diameterMm: tidy(2 * least),
      depthMm: throughAll ? undefined : tidy(end),
      isThrough: !isBlind,
      isPointed: isBlind && lastCone?.kind === 'cone' && lastCone.endRadius < 1e-3,
      head,
      faces: own,
    },
    ...extra,
    ...(beyond.length > 0
      ? [{ kind: 'groove' as const, faces: beyond.flatMap((m) => m.faces) }]
      : []),
  ]
}

/** Whether a tool that goes on beyond the end of a hole meets no more metal. */
const isFreeBeyond = (seen: Seen, { at, out }: Mouth, end: number): boolean =>
  seen.isOpen(add(at, scale(out, -end - STEP_MM)), scale(out, -1))

function headOf(met: readonly Met[], before: readonly Met[], main: Met): FoundHole['head'] {
  const wide = before[before.length - 1]
  if (wide)
    return { kind: 'counterbore', diameterMm: tidy(2 * wide.radius), depthMm: tidy(wide.to) }
  const [first] = met
  if (first?.kind !== 'cone' || first.radius <= main.radius || first.to > main.from + 1e-2)
    return { kind: 'none' }
  const deep = first.to - first.from
  // Its width where it meets the mouth, which a slanted face cuts off.
  const wideMm = first.radius + (first.from * (first.radius - first.endRadius)) / deep
  const rad = 2 * Math.atan((first.radius - first.endRadius) / deep)
  return { kind: 'countersink', diameterMm: tidy(2 * wideMm), rad: tidyAngle(rad) }
}

const tidyAngle = (rad: number): number => {
  const degrees = (rad * 180) / Math.PI
  const near = Math.round(degrees * 1e5) / 1e5
  return (near * Math.PI) / 180
}

/** From this diameter on a hole is bored rather than drilled, mm (common practice, no source). */
const BORED_FROM_MM = 20

/** A swing of the axis below this is noise, rad. */
const SWING_RAD = 1e-5

/** Beyond this a hole runs along its face, rad: none can be placed on it so. */
const MOST_LEAN = Math.cos((75 * Math.PI) / 180)

/** How and where a hole is said to be, but for its id and its place on its face. */
export interface SaidHole {
  readonly hole: Omit<Hole, 'id' | 'place' | 'pattern' | 'kind'>
  /** Where its axis meets its face of the block. */
  readonly at: At
  readonly faces: readonly number[]
}

export function sayHole(seen: Seen, found: FoundHole): SaidHole | undefined {
  const { mouth, out } = found
  const on = nearestSide(out)
  const axis = axisOf(on)
  if (dot(normalOf(on), out) < MOST_LEAN) return undefined
  const level = signOf(on) > 0 ? seen.size[axis] : 0
  const start = (level - mouth[axis]) / out[axis]
  const { diameterMm, head } = found
  return {
    hole: {
      on,
      making: diameterMm >= BORED_FROM_MM ? 'bore' : 'drill',
      diameter: { mm: diameterMm },
      ...tiltOf(on, out),
      ...(start > 1e-4 && { start: { mm: tidy(start) } }),
      extent:
        found.depthMm === undefined
          ? { kind: 'through' }
          : { kind: 'deep', depth: { mm: found.depthMm } },
      head:
        head.kind === 'counterbore'
          ? { kind: head.kind, diameter: { mm: head.diameterMm }, depth: { mm: head.depthMm } }
          : head.kind === 'countersink'
            ? { kind: head.kind, diameter: { mm: head.diameterMm }, angle: { rad: head.rad } }
            : { kind: 'none' },
    },
    at: add(mouth, scale(out, start)),
    faces: found.faces,
  }
}

function tiltOf(on: Side, out: At): Pick<Hole, 'tilt'> {
  const normal = normalOf(on)
  const upright = dot(out, normal)
  if (upright > 1 - 1e-9) return {}
  const level = subtract(out, scale(normal, upright))
  const towards = SIDES.filter((side) => planeOf(on).includes(axisOf(side))).reduce((best, side) =>
    dot(normalOf(side), level) > dot(normalOf(best), level) + 1e-9 ? side : best,
  )
  const main = normalOf(towards)
  const swing = Math.atan2(
    dot(
      level,
      point(
        normal.y * main.z - normal.z * main.y,
        normal.z * main.x - normal.x * main.z,
        normal.x * main.y - normal.y * main.x,
      ),
    ),
    dot(level, main),
  )
  const angle = { rad: tidyAngle(Math.acos(Math.min(1, upright))) }
  return {
    tilt: { angle, towards, ...(Math.abs(swing) > SWING_RAD && { aside: { rad: swing } }) },
  }
}
