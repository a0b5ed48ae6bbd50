/**
 * Measures a real piece as a gauge would: datums by their extremal definitions, full rotations, and what
 * they leave free fitted by a plain search. Shares nothing with the engine.
 */
import { type Requirement } from '@/core/work/part'
import { type BodyLine, type BodyPlane, type BodySurface } from './exactChain'
import { add, cross, dot, rotate, sub, times, type V } from './nonlinearSolver'

type Body = ReadonlyMap<string, BodySurface>
const unit = (a: V): V => times(a, 1 / Math.hypot(...a))

/** Lowest point of a function of one variable that falls and then rises. */
export function lowest(f: (x: number) => number, low: number, high: number): number {
  const g = (Math.sqrt(5) - 1) / 2
  let [a, b] = [low, high]
  let [c, d] = [b - g * (b - a), a + g * (b - a)]
  let [fc, fd] = [f(c), f(d)]
  for (let i = 0; i < 60; i++) {
    if (fc < fd) {
      ;[b, d, fd] = [d, c, fc]
      c = b - g * (b - a)
      fc = f(c)
    } else {
      ;[a, c, fc] = [c, d, fd]
      d = a + g * (b - a)
      fd = f(d)
    }
  }
  return (a + b) / 2
}

/** Lowest point of a convex function of a few variables (Nelder and Mead 1965), begun anew twice where it stopped. */
export function lowestOf(
  f: (x: readonly number[]) => number,
  reach: readonly number[],
): readonly number[] {
  if (reach.length === 0) return []
  if (reach.length === 1) return [lowest((x) => f([x]), -(reach[0] ?? 1), reach[0] ?? 1)]
  let best: readonly number[] = reach.map(() => 0)
  for (const part of [0.05, 0.004, 0.0004])
    best = simplex(
      f,
      best,
      reach.map((r) => r * part),
    )
  return best
}

function simplex(
  f: (x: readonly number[]) => number,
  from: readonly number[],
  sizes: readonly number[],
): readonly number[] {
  const n = from.length
  const corners = [from, ...sizes.map((s, i) => from.map((v, j) => (i === j ? v + s : v)))].map(
    (x) => ({ x, f: f(x) }),
  )
  const at = (centre: readonly number[], worst: readonly number[], k: number) => {
    const x = centre.map((c, i) => c + k * (c - (worst[i] ?? 0)))
    return { x, f: f(x) }
  }
  for (let step = 0; step < 60 * n; step++) {
    corners.sort((p, q) => p.f - q.f)
    const [low, worst, second] = [corners[0], corners[n], corners[n - 1]]
    if (!low || !worst || !second || worst.f - low.f < 1e-7 * Math.abs(low.f)) break
    const centre = from.map(
      (_, i) => corners.slice(0, n).reduce((sum, c) => sum + (c.x[i] ?? 0), 0) / n,
    )
    const over = at(centre, worst.x, 1)
    if (over.f < low.f) {
      const far = at(centre, worst.x, 2)
      corners[n] = far.f < over.f ? far : over
    } else if (over.f < second.f) corners[n] = over
    else {
      const near = at(centre, worst.x, over.f < worst.f ? 0.5 : -0.5)
      if (near.f < Math.min(over.f, worst.f)) corners[n] = near
      else
        for (let i = 1; i <= n; i++) {
          const x = (corners[i]?.x ?? from).map((v, k) => (v + (low.x[k] ?? 0)) / 2)
          corners[i] = { x, f: f(x) }
        }
    }
  }
  return corners.sort((p, q) => p.f - q.f)[0]?.x ?? from
}

/** A motion of the piece: applied in turn. */
type Move = (p: V) => V
const pair =
  (f: Move, g: Move): Move =>
  (p) =>
    g(f(p))

interface Frame {
  /** Takes the real piece to where the datums lie as drawn. */
  readonly move: Move
  /** Directions in which it may still be shifted, and an axis about which it may still be turned. */
  readonly shifts: readonly V[]
  readonly turn: { readonly about: V; readonly through: V } | undefined
}

const realCorners = (nominal: BodyPlane, real: BodyPlane, move: Move): V[] => {
  const at = move(real.at)
  const normal = unit(sub(move(add(real.at, real.normal)), at))
  // Along the nominal normal from the corner as drawn to the real plane.
  return nominal.outline.map((corner) =>
    add(corner, times(nominal.normal, dot(sub(at, corner), normal) / dot(nominal.normal, normal))),
  )
}
const ends = (real: BodyLine, move: Move): readonly [V, V] => [move(real.from), move(real.to)]
const middle = ([a, b]: readonly [V, V]): V => times(add(a, b), 0.5)
const flat = (p: V, along: V): V => sub(p, times(along, dot(p, along)))

const turnTo = (from: V, to: V): V => {
  const axis = cross(from, to)
  const s = Math.hypot(...axis)
  return s < 1e-300 ? [0, 0, 0] : times(axis, Math.atan2(s, dot(from, to)) / s)
}

/**
 * Datums in order: a face, then faces or holes square to it; or a hole first. Where a hole with play comes
 * before it, a face gives its direction alone.
 */
export function frameOf(
  nominal: Body,
  real: Body,
  refs: readonly (readonly string[])[],
  turnsOnly = false,
): Frame {
  const [first = [], second, third] = refs
  const primary = primaryFrame(nominal, real, first)
  if (turnsOnly && second) return takePlane(nominal, real, primary, second[0] as string, true)
  const two = second ? take(nominal, real, primary, second) : primary
  return third ? take(nominal, real, two, third) : two
}

function primaryFrame(nominal: Body, real: Body, ids: readonly string[]): Frame {
  const [id = ''] = ids
  const [drawn, made] = [nominal.get(id), real.get(id)]
  if (drawn?.kind === 'plane' && made?.kind === 'plane') {
    const turn = turnTo(unit(made.normal), drawn.normal)
    const turned: Move = (p) => rotate(turn, p)
    const off = dot(sub(drawn.at, turned(made.at)), drawn.normal)
    const across = drawn.corners
    const [u, v] = [
      unit(sub(across[1] as V, across[0] as V)),
      unit(sub(across[3] as V, across[0] as V)),
    ]
    return {
      move: (p) => add(turned(p), times(drawn.normal, off)),
      shifts: [u, v],
      turn: { about: drawn.normal, through: drawn.at },
    }
  }
  if (drawn?.kind !== 'line' || made?.kind !== 'line') throw new Error(id)
  const along = unit(sub(drawn.to, drawn.from))
  const turn = turnTo(unit(sub(made.to, made.from)), along)
  const turned: Move = (p) => rotate(turn, p)
  const off = flat(sub(drawn.from, turned(made.from)), along)
  return {
    move: (p) => add(turned(p), off),
    shifts: [along],
    turn: { about: along, through: drawn.from },
  }
}

/** What a later datum takes of what is still open. */
function take(nominal: Body, real: Body, frame: Frame, ids: readonly string[]): Frame {
  const kinds = ids.map((id) => nominal.get(id)?.kind)
  if (kinds.every((k) => k === 'line')) return takeLines(nominal, real, frame, ids)
  if (ids.length === 1) return takePlane(nominal, real, frame, ids[0] as string)
  throw new Error('not known to the exact gauge')
}

const REACH = 0.02

function takePlane(nominal: Body, real: Body, frame: Frame, id: string, turnsOnly = false): Frame {
  const [drawn, made] = [nominal.get(id) as BodyPlane, real.get(id) as BodyPlane]
  let { move, turn } = frame
  const heights = (m: Move): number[] =>
    realCorners(drawn, made, m).map((p) => dot(sub(p, drawn.at), drawn.normal))
  if (turn && Math.hypot(...cross(turn.about, drawn.normal)) > 0.5) {
    const { about, through } = turn
    const by =
      (angle: number): Move =>
      (p) =>
        add(rotate(times(about, angle), sub(p, through)), through)
    // The flat plate that touches with the least gap.
    const angle = lowest(
      (a) => {
        const h = heights(pair(move, by(a)))
        return Math.max(...h) - Math.min(...h)
      },
      -REACH,
      REACH,
    )
    move = pair(move, by(angle))
    turn = undefined
  }
  if (turnsOnly) return { move, turn, shifts: frame.shifts }
  const open = frame.shifts.find((s) => Math.abs(dot(s, drawn.normal)) > 0.5)
  if (open) {
    const off = -Math.max(...heights(move))
    const before = move
    move = (p) => add(before(p), times(drawn.normal, off))
  }
  return { move, turn, shifts: frame.shifts.filter((s) => s !== open) }
}

function takeLines(nominal: Body, real: Body, frame: Frame, ids: readonly string[]): Frame {
  const lines = ids.map((id) => ({
    drawn: nominal.get(id) as BodyLine,
    made: real.get(id) as BodyLine,
  }))
  const [first] = lines
  if (!first) return frame
  const along = unit(sub(first.drawn.to, first.drawn.from))
  const { shifts, turn } = frame
  if (shifts.length === 2 && lines.length === 1) {
    // The largest pin in one hole: half-way between its two ends as seen along the pin.
    const off = flat(
      sub(middle(ends(first.drawn, (p) => p)), middle(ends(first.made, frame.move))),
      along,
    )
    return {
      move: (p) => add(frame.move(p), off),
      shifts: [],
      turn: turn && { about: turn.about, through: first.drawn.from },
    }
  }
  if (shifts.length === 2 && turn) {
    // Pins that grow alike in all holes at once.
    const [u, v] = shifts as readonly [V, V]
    const moved = ([x = 0, y = 0, a = 0]: readonly number[]): Move =>
      pair(frame.move, (p) =>
        add(
          add(rotate(times(turn.about, a), sub(p, turn.through)), turn.through),
          add(times(u, x), times(v, y)),
        ),
      )
    const worst = (by: readonly number[]): number =>
      Math.max(
        ...lines.flatMap(({ drawn, made }) =>
          ends(made, moved(by)).map((p) => Math.hypot(...flat(sub(p, drawn.from), along))),
        ),
      )
    return { move: moved(lowestOf(worst, [2, 2, REACH])), shifts: [], turn: undefined }
  }
  if (shifts.length === 0 && turn) {
    const by =
      (a: number): Move =>
      (p) =>
        add(rotate(times(turn.about, a), sub(p, turn.through)), turn.through)
    const target = middle(ends(first.drawn, (p) => p))
    const angle = lowest(
      (a) =>
        Math.hypot(...flat(sub(middle(ends(first.made, pair(frame.move, by(a)))), target), along)),
      -REACH,
      REACH,
    )
    return { move: pair(frame.move, by(angle)), shifts: [], turn: undefined }
  }
  throw new Error('not known to the exact gauge')
}

/** Excess of a piece over what a requirement allows. */
export function excessOf(
  requirement: Requirement,
  nominal: Body,
  real: Body,
  idsOf: (ref: string) => readonly string[],
  others: readonly Requirement[] = [],
): number {
  const of = idsOf(requirement.of)
  switch (requirement.kind) {
    case 'distance': {
      const [a, b] = [of[0] as string, idsOf(requirement.to)[0] as string]
      const isFace = (id: string): boolean => nominal.get(id)?.kind === 'plane'
      const [base, other] = isFace(a) && !isFace(b) ? [a, b] : [b, a]
      const values = distances(nominal, real, base, other)
      return Math.max(...values.flatMap((v) => [v - requirement.plus.mm, requirement.minus.mm - v]))
    }
    case 'parallelism':
    case 'perpendicularity': {
      const frame = primaryFrame(nominal, real, idsOf(requirement.to))
      return (
        leanOf(
          nominal,
          real,
          frame,
          of[0] as string,
          nominal.get(idsOf(requirement.to)[0] as string) as BodySurface,
        ) - requirement.tolerance.mm
      )
    }
    case 'coaxiality': {
      const frame = frameOf(nominal, real, [idsOf(requirement.to)])
      return leastOver(nominal, real, frame, wholeLength(of, requirement.tolerance.mm))
    }
    case 'position': {
      const { boundaries = {}, datums, each, projected, tolerance } = requirement
      const held = datums.filter((ref) => !(ref in boundaries))
      const play = Object.keys(boundaries).flatMap((ref) =>
        playing(ref, datums, real, idsOf(ref), others),
      )
      const hasPlay = play.length > 0
      const frame = frameOf(nominal, real, held.map(idsOf), hasPlay)
      const zones = projected
        ? of.map((id) => ({ id, within: tolerance.mm, reach: [0, -projected.mm] as const }))
        : wholeLength(of, tolerance.mm)
      return Math.max(
        ...(each ? zones.map((z) => [z]) : [zones]).map((together) =>
          leastOver(nominal, real, frame, [...together, ...play]),
        ),
      )
    }
    case 'profile': {
      const frame = frameOf(nominal, real, requirement.datums.map(idsOf))
      const drawn = nominal.get(of[0] as string) as BodyPlane
      const heights = realCorners(drawn, real.get(of[0] as string) as BodyPlane, frame.move).map(
        (p) => dot(sub(p, drawn.at), drawn.normal),
      )
      return Math.max(...heights.map(Math.abs)) - requirement.tolerance.mm / 2
    }
    default:
      throw new Error(`${requirement.kind} is not known to the exact gauge`)
  }
}

function distances(nominal: Body, real: Body, base: string, other: string): number[] {
  const frame = primaryFrame(nominal, real, [base])
  const [b, o] = [nominal.get(base) as BodySurface, nominal.get(other) as BodySurface]
  const made = real.get(other) as BodySurface
  if (b.kind === 'plane') {
    const places =
      o.kind === 'plane' && made.kind === 'plane'
        ? realCorners(o, made, frame.move)
        : ends(made as BodyLine, frame.move)
    const wanted = dot(sub(o.kind === 'plane' ? o.at : o.from, b.at), b.normal)
    return places.map((p) => Math.abs(dot(sub(p, b.at), b.normal)) - Math.abs(wanted))
  }
  const along = unit(sub(b.to, b.from))
  const apart = (p: V): number => Math.hypot(...flat(sub(p, b.from), along))
  const line = o as BodyLine
  return ends(made as BodyLine, frame.move).map((p) => apart(p) - apart(line.from))
}

function leanOf(nominal: Body, real: Body, frame: Frame, id: string, datum: BodySurface): number {
  const [drawn, made] = [nominal.get(id) as BodySurface, real.get(id) as BodySurface]
  const held = datum.kind === 'plane' ? datum.normal : unit(sub(datum.to, datum.from))
  if (drawn.kind === 'line' && made.kind === 'line') {
    const [a, b] = ends(made, frame.move)
    const along = unit(sub(drawn.to, drawn.from))
    const lean = flat(sub(b, a), along)
    return Math.abs(dot(held, along)) < 0.5 ? Math.abs(dot(lean, held)) : Math.hypot(...lean)
  }
  const plane = drawn as BodyPlane
  const heights = (m: Move): number => {
    const h = realCorners(plane, made as BodyPlane, m).map((p) =>
      dot(sub(p, plane.at), plane.normal),
    )
    return Math.max(...h) - Math.min(...h)
  }
  if (Math.abs(dot(held, plane.normal)) > 0.5) return heights(frame.move)
  // The zone may turn about the datum's own direction.
  const turned = (a: number): Move =>
    pair(frame.move, (p) => add(rotate(times(held, a), sub(p, plane.at)), plane.at))
  return heights(turned(lowest((a) => heights(turned(a)), -REACH, REACH)))
}

/** What an axis may do: a zone round it as drawn, between two depths from its mouth or its own ends. */
interface Asked {
  readonly id: string
  /** Diameter. */
  readonly within: number
  readonly reach?: readonly [number, number]
}

const wholeLength = (ids: readonly string[], within: number): Asked[] =>
  ids.map((id) => ({ id, within }))

/**
 * A pin of the gauge in each hole of a datum taken at most material: as large as the smallest hole less what
 * it may lean or be off against the datums before it. It leaves the rest of the real hole as play.
 */
function playing(
  ref: string,
  datums: readonly string[],
  real: Body,
  ids: readonly string[],
  others: readonly Requirement[],
): Asked[] {
  const before = datums.slice(0, datums.indexOf(ref))
  const size = others.find((r) => r.kind === 'size' && r.of === ref)
  const smallest = size?.kind === 'size' ? size.minus.mm : 0
  const own = others.flatMap((r) => {
    if (r.of !== ref) return []
    if (r.kind === 'perpendicularity' && before.includes(r.to)) return [r.tolerance.mm]
    return r.kind === 'position' && r.datums.every((d) => before.includes(d))
      ? [r.tolerance.mm]
      : []
  })
  const pin = smallest - (own.length === 0 ? 0 : Math.min(...own))
  return ids.map((id) => ({ id, within: (real.get(id) as BodyLine).larger - pin }))
}

/** How far the worst axis goes over what it may, over what the datums leave open. */
function leastOver(nominal: Body, real: Body, frame: Frame, asked: readonly Asked[]): number {
  const { shifts, turn } = frame
  const lines = asked.map((a) => ({
    ...a,
    drawn: nominal.get(a.id) as BodyLine,
    made: real.get(a.id) as BodyLine,
  }))
  const one = lines[0]?.drawn
  if (!one) throw new Error('no axis')
  const along = unit(sub(one.to, one.from))
  const open = shifts.filter((s) => Math.abs(dot(s, along)) < 0.5)
  const turns = turn && Math.abs(dot(turn.about, along)) > 0.5 ? turn : undefined
  const moved = (by: readonly number[]): Move =>
    pair(frame.move, (p) => {
      let q = p
      open.forEach((s, i) => (q = add(q, times(s, by[i] ?? 0))))
      if (turns)
        q = add(
          rotate(times(turns.about, by[open.length] ?? 0), sub(q, turns.through)),
          turns.through,
        )
      return q
    })
  const worst = (by: readonly number[]): number =>
    Math.max(
      ...lines.flatMap(({ drawn, made, reach, within }) => {
        const [a, b] = ends(made, moved(by))
        const on = unit(sub(b, a))
        const places = reach ? reach.map((depth) => add(a, times(on, depth))) : [a, b]
        return places.map((p) => 2 * Math.hypot(...flat(sub(p, drawn.from), along)) - within)
      }),
    )
  const reach = [...open.map(() => 2), ...(turns ? [REACH] : [])]
  return worst(lowestOf(worst, reach))
}
