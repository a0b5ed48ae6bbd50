import { AXES, point, type Point } from '../geometry'
import {
  type Box,
  holePoints,
  insideOf,
  isSide,
  levelOf,
  type Part,
  placePoint,
  planeOf,
  removedBox,
  axisOf,
  SIDES,
  type Side,
  signOf,
  type Surface,
  oppositeOf,
} from '../part'

export type Pass = 'finish' | 'rough'

/** One cut, as far as it changes the part. */
export interface Cut {
  /** A face or a feature. */
  readonly feature: string
  readonly pass: Pass
  /** What a roughing cut leaves on. */
  readonly leave: { readonly mm: number }
}

/** What has been done to the part so far. */
export interface PartState {
  /** Material over each finished face, mm. */
  readonly stockOn: Readonly<Record<Side, number>>
  /** Faces and features cut so far, with the pass and the setup of the last cut. */
  readonly cut: ReadonlyMap<string, { readonly pass: Pass; readonly setup: number }>
}

export function stateAsBought(part: Part): PartState {
  const stockOn = Object.fromEntries(
    SIDES.map((side) => [side, part.faces[side].stock.mm]),
  ) as Record<Side, number>
  return { stockOn, cut: new Map() }
}

/** The state after one more cut. */
export function afterCut(state: PartState, op: Cut, setup: number): PartState {
  const cut = new Map(state.cut).set(op.feature, { pass: op.pass, setup })
  if (!isSide(op.feature)) return { ...state, cut }
  return { stockOn: { ...state.stockOn, [op.feature]: op.pass === 'rough' ? op.leave.mm : 0 }, cut }
}

/** A face is raw until it is cut, unless it was bought cut. */
export function isRaw(part: Part, state: PartState, side: Side): boolean {
  return !state.cut.has(side) && part.faces[side].bought !== 'cut'
}

/** Local unevenness of a bought face where a contact or a touch meets it, as part of its spread (common practice, no source). */
export const WAVINESS = 0.2

/** How uneven a bought face is where something meets it, ± mm; a feature's own face is not. */
export const waviness = (part: Part, surface: string): number =>
  isSide(surface) ? part.faces[surface].spread.mm * WAVINESS : 0

/** The block as it is now, stock included, in the part frame. */
export function blockNow(part: Part, state: PartState): Box {
  const low = (a: Side): number => -state.stockOn[a]
  const high = (a: Side): number => levelOf(part, a) + state.stockOn[a]
  return {
    low: point(low('left'), low('front'), low('bottom')),
    high: point(high('right'), high('back'), high('top')),
  }
}

/** Coordinate of a face along its axis as it is now. */
export const levelNow = (part: Part, state: PartState, side: Side): number =>
  levelOf(part, side) + signOf(side) * state.stockOn[side]

const CLEAR_MM = 1

/**
 * Whether a point of a surface has metal behind it in a state: the surface exists, the point lies
 * on it, and no feature cut so far has taken it away.
 */
export function hasMetal(
  part: Part,
  state: PartState,
  surface: Surface,
  at: Point<'part'>,
): boolean {
  if (surface.kind !== 'plane') return false
  const box = blockNow(part, state)
  if (!isSide(surface.id)) {
    const low = (axis: 'x' | 'y' | 'z'): number => Math.min(...surface.corners.map((c) => c[axis]))
    const high = (axis: 'x' | 'y' | 'z'): number => Math.max(...surface.corners.map((c) => c[axis]))
    const on = AXES.every(
      (axis) =>
        surface.normal[axis] !== 0 ||
        (at[axis] >= low(axis) - 1e-6 && at[axis] <= high(axis) + 1e-6),
    )
    return state.cut.has(surface.owner) && on
  }
  const side = surface.id
  const plane = planeOf(side)
  if (plane.some((axis) => at[axis] < box.low[axis] - 1e-6 || at[axis] > box.high[axis] + 1e-6))
    return false
  return !part.features.some(
    (feature) => state.cut.has(feature.id) && takesFrom(part, feature, side, at),
  )
}

/** Whether a cut feature has taken the metal of a face at a point. */
function takesFrom(
  part: Part,
  feature: Part['features'][number],
  side: Side,
  at: Point<'part'>,
): boolean {
  const [u, v] = planeOf(side)
  if (feature.kind === 'hole') {
    const through = feature.extent.kind === 'through'
    if (feature.on !== side && !(through && oppositeOf(feature.on) === side)) return false
    const wide =
      feature.on === side && feature.head.kind !== 'none'
        ? feature.head.diameter.mm
        : feature.diameter.mm
    return holePoints(part, feature).some(
      (p) => Math.hypot(p[u] - at[u], p[v] - at[v]) < wide / 2 + CLEAR_MM,
    )
  }
  if (feature.kind === 'boss') {
    if (feature.on !== side) return false
    const p = placePoint(part, feature.on, feature.place)
    return Math.hypot(p[u] - at[u], p[v] - at[v]) > feature.diameter.mm / 2
  }
  const box = removedBox(part, feature)
  if (!box) return false
  const axis = axisOf(side)
  const reaches =
    signOf(side) > 0
      ? box.high[axis] >= insideOf(part, side, 1e-6)
      : box.low[axis] <= insideOf(part, side, 1e-6)
  return (
    reaches && [u, v].every((a) => at[a] > box.low[a] - CLEAR_MM && at[a] < box.high[a] + CLEAR_MM)
  )
}
