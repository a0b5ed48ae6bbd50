import { clampingOf, viseOf } from './documents'
/**
 * A chain of setups made piece by piece, with full rotations: where the block stands on its contacts, how
 * zero is found, what is cut, and what is then measured from datums found as a gauge finds them. It reads
 * the documents and nothing else: contacts, sources, seating and readings are its own, so that it and
 * the engine are not wrong together. It knows the vise, whole faces and round holes.
 */
import { type Part, type Side } from '@/core/work/part'
import { type Setup, type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { add, cross, dot, rotate, seatExactly, sub, times, type V } from './nonlinearSolver'

export interface BodyPlane {
  readonly kind: 'plane'
  readonly at: V
  readonly normal: V
  /** Corners as drawn, uncut. */
  readonly corners: readonly V[]
  /** What a flat plate could touch once all is cut: corners bitten off are replaced by the ends of the bite. */
  readonly outline: readonly V[]
}
export interface BodyLine {
  readonly kind: 'line'
  readonly from: V
  readonly to: V
  /** How much the hole is larger than drawn; 0 as drawn. */
  readonly larger: number
}
export type BodySurface = BodyPlane | BodyLine

const NORMALS: Readonly<Record<Side, V>> = {
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
  bottom: [0, 0, -1],
  top: [0, 0, 1],
}
const SIDE_NAMES = Object.keys(NORMALS) as Side[]
const sideOf = (n: V): Side => SIDE_NAMES.find((s) => dot(NORMALS[s], n) > 0.5) ?? 'top'

/** The surfaces as drawn. Holes: each of a pattern by its number. */
export function drawnSurfaces(part: Part): Map<string, BodySurface> {
  const size: V = [part.size.x.mm, part.size.y.mm, part.size.z.mm]
  const found = new Map<string, BodySurface>()
  for (const side of SIDE_NAMES) {
    const normal = NORMALS[side]
    const k = normal.findIndex((v) => v !== 0)
    const level = (normal[k] ?? 0) > 0 ? (size[k] ?? 0) : 0
    const [i, j] = [0, 1, 2].filter((axis) => axis !== k) as [number, number]
    const corner = (a: number, b: number): V => {
      const p = [0, 0, 0]
      p[k] = level
      p[i] = a
      p[j] = b
      return p as unknown as V
    }
    const [u, v] = [size[i] ?? 0, size[j] ?? 0]
    found.set(side, {
      kind: 'plane',
      normal,
      at: corner(u / 2, v / 2),
      corners: [corner(0, 0), corner(u, 0), corner(u, v), corner(0, v)],
      outline: [],
    })
  }
  for (const [id, face] of found)
    if (face.kind === 'plane') found.set(id, { ...face, outline: bitten(part, face) })
  for (const feature of part.features) {
    if (feature.kind === 'pocket') continue
    if (feature.kind !== 'hole') throw new Error('the exact chain knows holes and bites only')
    const normal = NORMALS[feature.on]
    const face = found.get(feature.on) as BodyPlane
    const k = normal.findIndex((v) => v !== 0)
    const mouth = [...face.at]
    for (const dim of feature.place.dims) {
      const n = NORMALS[dim.from]
      const axis = n.findIndex((v) => v !== 0)
      mouth[axis] = (n[axis] ?? 0) > 0 ? (size[axis] ?? 0) - dim.at.mm : dim.at.mm
    }
    const deep = feature.extent.kind === 'deep' ? feature.extent.depth.mm : (size[k] ?? 0)
    const [i, j] = [0, 1, 2].filter((axis) => axis !== k) as [number, number]
    const places =
      feature.pattern.kind === 'list'
        ? feature.pattern.points.map(({ across, up }) => [across.mm, up.mm] as const)
        : [[0, 0] as const]
    places.forEach(([a, b], n) => {
      const from = [...mouth]
      from[i] = (from[i] ?? 0) + a
      from[j] = (from[j] ?? 0) + b
      const start = from as unknown as V
      found.set(places.length === 1 ? feature.id : `${feature.id}.${n + 1}`, {
        kind: 'line',
        from: start,
        to: add(start, times(normal, -deep)),
        larger: 0,
      })
    })
  }
  return found
}

/** Corners of a face less those in pockets at the corners of the block, with the ends of each bite. */
function bitten(part: Part, { corners, normal }: BodyPlane): readonly V[] {
  const size: V = [part.size.x.mm, part.size.y.mm, part.size.z.mm]
  let left = [...corners]
  for (const feature of part.features) {
    if (feature.kind !== 'pocket' || feature.extent.kind !== 'deep') continue
    // Of a pocket on the top, at the corner left and back.
    const [low, high]: [V, V] = [
      [0, size[1] - feature.up.mm, size[2] - feature.extent.depth.mm],
      [feature.across.mm, size[1], size[2]],
    ]
    const isIn = (p: V): boolean =>
      p.every((v, k) => v > (low[k] ?? 0) - 1e-9 && v < (high[k] ?? 0) + 1e-9)
    const at = left.find(isIn)
    if (!at) continue
    const across = [0, 1, 2].filter((k) => Math.abs(normal[k] ?? 0) < 0.5)
    const ends = across.map((k): V => {
      const p = [...at]
      p[k] = at[k] === high[k] ? (low[k] ?? 0) : (high[k] ?? 0)
      return p as unknown as V
    })
    left = [...left.filter((p) => p !== at), ...ends]
  }
  return left
}

/** Draws one error: normal with the stated ± as three sigma, or one-sided. The same name, the same error, all through a piece. */
export type Draw = (name: string, plusMinus: number, shape?: 'normal' | 'one-sided') => number

/** A stream of uniform numbers of its own (Park and Miller 1988), and pieces drawn from it. */
export function pieceDraws(seed: number): () => Draw {
  let state = (seed * 48271) % 2147483647 || 1
  const uniform = (): number => (state = (state * 48271) % 2147483647) / 2147483647
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
  return () => {
    const known = new Map<string, number>()
    return (name, plusMinus, shape = 'normal') => {
      const z = known.get(name) ?? normal()
      known.set(name, z)
      return (plusMinus / 3) * (shape === 'one-sided' ? Math.abs(z) : z)
    }
  }
}

/** A rigid move: turned by a rotation vector about the origin, then shifted. */
interface Pose {
  readonly turn: V
  readonly shift: V
}
const move = ({ shift, turn }: Pose, p: V): V => add(rotate(turn, p), shift)
const unmove = ({ shift, turn }: Pose, p: V): V => rotate(times(turn, -1), sub(p, shift))
const about = (p: V, centre: V, turn: V): V => add(rotate(turn, sub(p, centre)), centre)

/** Makes one piece by a way: where every surface ends up, in the block's own axes. */
export function makePiece(
  workshop: Workshop,
  part: Part,
  way: Way,
  draw: Draw,
): Map<string, BodySurface> {
  const drawn = drawnSurfaces(part)
  const body = new Map<string, BodySurface>()
  for (const side of SIDE_NAMES)
    body.set(side, rawFace(part, side, drawn.get(side) as BodyPlane, draw))
  way.setups.forEach((setup, i) => runSetup(workshop, part, setup, i, drawn, body, draw))
  return body
}

/** Offset, two leans of one angle; unevenness counts where something touches. */
function rawFace(part: Part, side: Side, plane: BodyPlane, draw: Draw): BodyPlane {
  const spread = part.faces[side].spread.mm
  const [a, b] = [
    sub(plane.corners[1] as V, plane.corners[0] as V),
    sub(plane.corners[3] as V, plane.corners[0] as V),
  ]
  const [long, short] = [Math.hypot(...a), Math.hypot(...b)]
  const lean = (0.2 * spread) / (Math.max(long, short) / 2)
  const offset = 0.8 * spread - (lean * (long + short)) / 2
  const middle: V = [part.size.x.mm / 2, part.size.y.mm / 2, part.size.z.mm / 2]
  const turned = (p: V): V =>
    about(
      about(p, middle, times(a, draw(`${side} lean a`, lean) / long)),
      middle,
      times(b, draw(`${side} lean b`, lean) / short),
    )
  const at = add(turned(plane.at), times(plane.normal, draw(`${side} offset`, offset)))
  const tip = turned(add(plane.at, plane.normal))
  return { ...plane, at, normal: sub(tip, turned(plane.at)) }
}

interface Stand {
  readonly x: V
  readonly y: V
  readonly z: V
  /** Part point to setup coordinates as drawn, and back. */
  readonly to: (p: V) => V
  readonly back: (p: V) => V
  readonly low: V
  readonly high: V
}

function standOf(part: Part, setup: Setup, parallelsHeight: number): Stand {
  const [y, z] = [NORMALS[clampingOf(setup).guide], NORMALS[clampingOf(setup).up]]
  const x = cross(y, z)
  const turned = (p: V): V => [dot(x, p), dot(y, p), dot(z, p)]
  const [a, b] = [turned([0, 0, 0]), turned([part.size.x.mm, part.size.y.mm, part.size.z.mm])]
  const low: V = [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.min(a[2], b[2])]
  const high: V = [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.max(a[2], b[2])]
  const shift: V = [-(low[0] + high[0]) / 2, -high[1], parallelsHeight - low[2]]
  const back = (p: V): V => {
    const q = sub(p, shift)
    return add(add(times(x, q[0]), times(y, q[1])), times(z, q[2]))
  }
  return {
    x,
    y,
    z,
    to: (p) => add(turned(p), shift),
    back,
    low: add(low, shift),
    high: add(high, shift),
  }
}

interface Locator {
  readonly id: string
  readonly side: Side
  /** In setup coordinates. */
  readonly at: V
  /** Which way the part faces there, in setup coordinates. */
  readonly out: V
}

function locators(workshop: Workshop, setup: Setup, stand: Stand): Locator[] {
  const vise = workshop.vises.find((v) => v.id === viseOf(setup).vise)
  const parallels = workshop.parallels.find((p) => p.id === viseOf(setup).parallels)
  if (!vise || !parallels) throw new Error('gear')
  const { high, low } = stand
  const middle = (low[0] + high[0]) / 2
  const half = Math.min(high[0] - low[0], parallels.length) / 2
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (high[1] - low[1]) / 4),
  )
  const [from, to] = [Math.max(low[0], -vise.jawWidth / 2), Math.min(high[0], vise.jawWidth / 2)]
  const jaw = (part: number): number => from + (to - from) * part
  const grip = vise.jawHeight - parallels.height
  const down = sideOf(times(stand.z, -1))
  const rest = (id: string, x: number, y: number): Locator => ({
    id,
    side: down,
    at: [x, y, low[2]],
    out: [0, 0, -1],
  })
  const guide = (id: string, x: number, up: number): Locator => ({
    id,
    side: clampingOf(setup).guide,
    at: [x, 0, low[2] + grip * up],
    out: [0, 1, 0],
  })
  const left = viseOf(setup).stop === 'left'
  const stop: Locator = {
    id: 'stop',
    side: sideOf(times(stand.x, left ? -1 : 1)),
    at: [left ? low[0] : high[0], low[1] / 2, low[2] + grip / 2],
    out: [left ? -1 : 1, 0, 0],
  }
  const two = [
    rest('rest1', middle - 0.8 * half, -inset),
    rest('rest2', middle + 0.8 * half, -inset),
  ]
  return clampingOf(setup).footing.lead === 'rest'
    ? [
        ...two,
        rest('rest3', middle, low[1] + inset),
        guide('guide1', jaw(0.1), 0.6),
        guide('guide2', jaw(0.9), 0.6),
        stop,
      ]
    : [
        ...two,
        guide('guide1', jaw(0.1), 0.9),
        guide('guide2', jaw(0.9), 0.9),
        guide('guide3', jaw(0.5), 0.15),
        stop,
      ]
}

function runSetup(
  workshop: Workshop,
  part: Part,
  setup: Setup,
  i: number,
  drawn: ReadonlyMap<string, BodySurface>,
  body: Map<string, BodySurface>,
  draw: Draw,
): void {
  const vise = workshop.vises.find((v) => v.id === viseOf(setup).vise)
  const parallels = workshop.parallels.find((p) => p.id === viseOf(setup).parallels)
  const machine = workshop.machines.find((m) => m.id === clampingOf(setup).machine)
  if (!vise || !parallels || !machine) throw new Error('gear')
  const stand = standOf(part, setup, parallels.height)
  const cutBefore = (side: Side): boolean => !isRawNow(body, side)
  const held = locators(workshop, setup, stand)
  const grip = vise.jawHeight - parallels.height
  const resting = held.filter((l) => l.id.startsWith('rest'))
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (stand.high[1] - stand.low[1]) / 4),
  )
  const restMiddle = (-inset + stand.low[1] + inset) / 2
  const off = (l: Locator): number => {
    const seat = cutBefore(l.side) ? workshop.seatMm : part.faces[l.side].spread.mm * 0.2
    let e = draw(`${i} seat ${l.id}`, seat)
    if (resting.includes(l)) {
      e += draw(`bed x ${vise.id}`, vise.bedPer100 / 100) * l.at[0]
      e += draw(`bed y ${vise.id}`, vise.bedPer100 / 100) * (l.at[1] - restMiddle)
      if (l.at[1] < restMiddle) e += draw(`${i} parallels`, parallels.differenceMm)
      if (l.id === 'rest3') e -= draw(`${i} lift`, vise.liftMm, 'one-sided')
    } else if (l.id === 'stop') e += draw(`${i} stop`, vise.stopMm)
    else {
      e += draw(`lean ${vise.id}`, vise.leanPer100 / 100) * (l.at[2] - stand.low[2] - grip / 2)
      e += draw(`tram ${vise.id}`, vise.tramPer100 / 100) * l.at[0]
    }
    return e
  }
  // Seated in the part's own axes: the locators as drawn there, moved out by their errors.
  const outward = (l: Locator): V => sub(stand.back(add(l.at, l.out)), stand.back(l.at))
  const [a = 0, b = 0, c = 0, x = 0, y = 0, z = 0] = seatExactly(
    held.map((l) => {
      const face = body.get(l.side) as BodyPlane
      return {
        point: add(stand.back(l.at), times(outward(l), off(l))),
        plane: { point: face.at, normal: face.normal },
      }
    }),
  )
  const pose: Pose = { turn: [a, b, c], shift: [x, y, z] }
  const zero = zeroFound(workshop, part, setup, i, stand, pose, drawn, body, draw)
  for (const op of setup.ops) {
    if (part.features.find((f) => f.id === op.feature)?.kind === 'pocket') continue
    const process = SIDE_NAMES.includes(op.feature as Side)
      ? op.feature === clampingOf(setup).up
        ? ('face' as const)
        : ('wall' as const)
      : (
          part.features.find((f) => f.id === op.feature) as {
            making: 'bore' | 'drill' | 'ream' | 'tap'
          }
        ).making
    const can = workshop.capabilities[process]
    const own = Math.hypot(can.positionMm, machine.repeatMm)
    for (const [id, surface] of drawn) {
      if (id.split('.')[0] !== op.feature) continue
      const e = (what: string, plusMinus: number): number => draw(`${i} ${id} ${what}`, plusMinus)
      const lean = can.leanPer100 / 100
      let placed: (p: V) => V
      if (surface.kind === 'line') {
        const mouth =
          dot(surface.from, stand.z) > dot(surface.to, stand.z) ? surface.from : surface.to
        const tram = machine.tramPer100 / 100
        const turn = add(
          times(stand.x, e('lean x', lean) + draw(`${machine.id} tram x`, tram)),
          times(stand.y, e('lean y', lean) + draw(`${machine.id} tram y`, tram)),
        )
        const shift = add(times(stand.x, e('place x', own)), times(stand.y, e('place y', own)))
        placed = (p) => add(add(about(p, mouth, turn), shift), zero)
        body.set(id, {
          kind: 'line',
          from: unmove(pose, placed(surface.from)),
          to: unmove(pose, placed(surface.to)),
          larger: e('size', can.sizeMm) + can.oversizeMm,
        })
        continue
      }
      if (Math.abs(dot(surface.normal, stand.z)) > 0.5) {
        const turn = add(times(stand.x, e('lean x', lean)), times(stand.y, e('lean y', lean)))
        const depth =
          e('depth', own) + draw(`${i} tool ${op.cutter ?? process}`, machine.toolLengthMm)
        placed = (p) => add(add(about(p, surface.at, turn), times(stand.z, depth)), zero)
      } else {
        const turn = add(
          times(cross(surface.normal, stand.z), e('lean', lean)),
          times(stand.z, e('turn', lean / 4)),
        )
        placed = (p) =>
          add(add(about(p, surface.at, turn), times(surface.normal, e('place', own))), zero)
      }
      const at = unmove(pose, placed(surface.at))
      body.set(id, {
        ...surface,
        at,
        normal: sub(unmove(pose, placed(add(surface.at, surface.normal))), at),
        corners: CUT_CORNERS(surface),
      })
    }
  }
}

/** A cut plane is told from a raw one by its own copy of the corners. */
const cutCorners = new WeakSet<readonly V[]>()
const CUT_CORNERS = (plane: BodyPlane): readonly V[] => {
  const corners = [...plane.corners]
  cutCorners.add(corners)
  return corners
}
const isRawNow = (body: ReadonlyMap<string, BodySurface>, side: Side): boolean => {
  const face = body.get(side)
  return face?.kind === 'plane' && !cutCorners.has(face.corners)
}

/** How far the program lies off, as a shift in the part's axes. */
function zeroFound(
  workshop: Workshop,
  part: Part,
  setup: Setup,
  i: number,
  stand: Stand,
  pose: Pose,
  drawn: ReadonlyMap<string, BodySurface>,
  body: ReadonlyMap<string, BodySurface>,
  draw: Draw,
): V {
  const vise = workshop.vises.find((v) => v.id === viseOf(setup).vise)
  const machine = workshop.machines.find((m) => m.id === clampingOf(setup).machine)
  if (!vise || !machine) throw new Error('gear')
  return (['x', 'y', 'z'] as const)
    .map((name): V => {
      const axis = stand[name]
      const how = setup.zero[name]
      if (how.kind === 'fixture') {
        const where = name === 'x' ? viseOf(setup).stop : ''
        return times(axis, draw(`stored ${name} ${where} ${vise.id}`, vise.storedMm))
      }
      const instrument = workshop.instruments.find((t) => t.id === how.instrument)
      const reads = Math.hypot(instrument?.repeatMm ?? 0, machine.repeatMm)
      const refs =
        how.kind === 'both-sides'
          ? [how.first, how.second]
          : [how.kind === 'bore' ? how.feature : how.surface]
      const seen = refs.map((ref, n) => {
        const nominal = drawn.get(ref) as BodySurface
        const real = body.get(ref) as BodySurface
        const error = draw(`${i} touch ${name} ${n}`, reads)
        if (nominal.kind === 'line' && real.kind === 'line') {
          const mouth =
            dot(nominal.from, stand.z) > dot(nominal.to, stand.z) ? nominal.from : nominal.to
          const [p, q] = [move(pose, real.from), move(pose, real.to)]
          const along = sub(q, p)
          // Where the real axis passes the height of the mouth as drawn.
          const k = dot(sub(mouth, p), stand.z) / dot(along, stand.z)
          return dot(sub(add(p, times(along, k)), mouth), axis) + error
        }
        if (nominal.kind !== 'plane' || real.kind !== 'plane') throw new Error(ref)
        const isFlat = Math.abs(dot(nominal.normal, stand.z)) > 0.5
        const raised = isFlat ? 0 : Math.max(0, (stand.high[2] - stand.low[2]) / 2 - 5)
        const touch = add(nominal.at, times(stand.z, raised))
        const [at, normal] = [
          move(pose, real.at),
          sub(move(pose, add(real.at, real.normal)), move(pose, real.at)),
        ]
        const raw = isRawNow(body, ref as Side)
          ? draw(`${i} raw ${name} ${n}`, part.faces[ref as Side].spread.mm * 0.2)
          : 0
        return dot(sub(at, touch), normal) / dot(axis, normal) + error + raw
      })
      return times(axis, seen.reduce((sum, v) => sum + v, 0) / seen.length)
    })
    .reduce(add)
}
