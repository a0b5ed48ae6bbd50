import { add, point, type Point, scale, withAxis } from '../../ground/geometry'
import {
  asBought,
  axisOf,
  boughtOf,
  staysAsBought,
  type Box,
  type Feature,
  isSide,
  levelOf,
  type Part,
  type PlaneSurface,
  SIDES,
  type Side,
  signOf,
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

/** What a surface belongs to is raw until it is cut, unless it was bought cut. */
export function isRaw(part: Part, state: PartState, surface: string): boolean {
  const bought = boughtOf(part, surface)
  if (bought === undefined || bought.bought === 'cut') return false
  return !isCut(state, surface) || staysAsBought(part, surface)
}

const isCut = ({ cut }: PartState, surface: string): boolean =>
  cut.has(surface) || [...cut.keys()].some((id) => surface.startsWith(`${id}.`))

/** Whether a feature is there: cut by now, or come with the stock. */
export const isThere = (part: Part, state: PartState, id: string): boolean =>
  state.cut.has(id) || featureNow(part, state, id) !== undefined

/** A feature as it is now; nothing before it is there. */
export function featureNow(part: Part, state: PartState, id: string): Feature | undefined {
  const feature = part.features.find((one) => one.id === id)
  return feature && (state.cut.has(id) ? feature : asBought(feature))
}

/** Local unevenness of a bought face where a contact or a touch meets it, as part of its spread (common practice, no source). */
export const WAVINESS = 0.2

/** How uneven a bought face is where something meets it, ± mm; what is not in the stock is not. */
export const waviness = (part: Part, surface: string): number =>
  (boughtOf(part, surface)?.spread.mm ?? 0) * WAVINESS

/** The block as it is now, stock included, in the part frame. */
export function blockNow(part: Part, state: PartState): Box {
  const level = (side: Side): number => levelNow(part, state, side)
  return {
    low: point(level('left'), level('front'), level('bottom')),
    high: point(level('right'), level('back'), level('top')),
  }
}

/** Coordinate of a face along its axis as it is now. */
export const levelNow = (part: Part, state: PartState, side: Side): number =>
  levelOf(part, side) + signOf(side) * state.stockOn[side]

/** The middle of a plane as it is now: with the stock that is still on it. */
export function planeNow(part: Part, state: PartState, plane: PlaneSurface): Point<'part'> {
  if (isSide(plane.id)) return withAxis(plane.at, axisOf(plane.id), levelNow(part, state, plane.id))
  const left = state.cut.has(plane.owner) ? 0 : (boughtOf(part, plane.id)?.stock.mm ?? 0)
  return left > 0 ? add(plane.at, scale(plane.normal, left)) : plane.at
}
