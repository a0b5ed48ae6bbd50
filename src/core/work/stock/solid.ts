import { add, AXES, point, scale, withAxis, type Motion, type Point } from '../../ground/geometry'
import { acrossOf, box, prism, round, type Bounds, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  holeLines,
  insideOf,
  isEdgeBreak,
  normalOf,
  outwardOf,
  placePoint,
  signOf,
  type Feature,
  type Hole,
  type Part,
  type Stock,
  isSide,
  type Side,
} from '../part'
import { parseThread, tappingDrillMm } from '../../handbook/standards'
import { brokenOff } from './brokenEdges'
import { contourTaken } from './contourTaken'
import { draftWedges } from './draft'
import { type Boxlike, boxFloor } from './floors'
import { footOf, footOfRound, withoutFoot } from './foot'
import { grown, OVER_MM } from './over'
import { blockNow, featureNow, levelNow, type PartState, stateAsBought } from './state'

const SAME = 1e-6

/** What a feature takes away of a block, reaching out of it where it opens; undefined where that is not modelled. */
export function takenBy(
  part: Part,
  feature: Feature,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  if (feature.kind === 'hole') return { kind: 'united', of: holesTaken(part, feature, block) }
  if (feature.kind === 'boss') return roundBoss(part, feature, block)
  if (feature.kind === 'contour') return contourTaken(part, feature, block)
  return isEdgeBreak(feature) ? brokenOff(part, feature, block) : boxTaken(part, feature, block)
}

/** All round the boss the face is cut down to its foot; the boss stays. */
function roundBoss(
  part: Part,
  { diameter, fillet, height, on, place }: Extract<Feature, { kind: 'boss' }>,
  block: Bounds<'part'>,
): Recipe<'part'> {
  const axis = axisOf(on)
  const level = insideOf(part, on, height.mm)
  const out = grown(block)
  const slab =
    signOf(on) > 0
      ? box(withAxis(out.low, axis, level), out.high)
      : box(out.low, withAxis(out.high, axis, level))
  const top = placePoint(part, on, place)
  const up = normalOf(on)
  const above = add(top, scale(up, wayOut(block, top, up, 0) + OVER_MM))
  const below = add(top, scale(up, -height.mm - OVER_MM))
  const radius = diameter.mm / 2
  const [across] = acrossOf(up)
  const plane = { at: add(top, scale(up, -height.mm)), across, out: up }
  const foot = fillet ? [footOfRound(plane, radius, fillet.mm)] : []
  return { kind: 'cut', from: slab, by: [round(above, below, radius), ...foot] }
}

/** A step, slot or pocket: a box, its corners and the foot of its walls rounded. */
function boxTaken(part: Part, feature: Boxlike, block: Bounds<'part'>): Recipe<'part'> | undefined {
  const floor = boxFloor(part, feature, block)
  if (!floor) return undefined
  const { high, low, plane, ring } = floor
  const axis = axisOf(feature.on)
  const isRounded = feature.kind === 'pocket' && feature.corner !== undefined
  const straight = isRounded ? prism(plane, [ring], high[axis] - low[axis]) : box(low, high)
  const isThrough = feature.kind === 'pocket' && feature.extent.kind === 'through'
  const fillet = isThrough ? undefined : feature.fillet?.mm
  return fillet === undefined ? straight : withoutFoot(straight, footOf(floor, fillet, fillet))
}

/** Every hole of a feature with its head, from outside the stock; a thread as it is drilled. */
function holesTaken(part: Part, hole: Hole, block: Bounds<'part'>): readonly Recipe<'part'>[] {
  const thread = hole.thread === undefined ? undefined : parseThread(hole.thread)
  const radius = (thread ? tappingDrillMm(thread) : hole.diameter.mm) / 2
  const out = outwardOf(hole)
  const through = hole.extent.kind === 'through'
  const { head } = hole
  return holeLines(part, hole).flatMap(({ from, to }) => {
    const mouth = add(
      from,
      scale(out, wayOut(block, from, out, head.kind === 'none' ? radius : head.diameter.mm / 2)),
    )
    const inward = scale(out, -1)
    const end = through ? add(to, scale(inward, wayOut(block, to, inward, radius))) : to
    const bore = round(mouth, end, radius)
    if (head.kind === 'none') return [bore]
    if (head.kind === 'counterbore')
      return [bore, round(mouth, add(from, scale(inward, head.depth.mm)), head.diameter.mm / 2)]
    const deep = (head.diameter.mm / 2 - radius) / Math.tan(head.angle.rad / 2)
    return [bore, round(from, add(from, scale(inward, deep)), head.diameter.mm / 2, radius)]
  })
}

/** How far along a direction a round tool is wholly out of a block, mm. */
function wayOut(
  { high, low }: Bounds<'part'>,
  from: Point<'part'>,
  out: Point<'part'>,
  radius: number,
): number {
  const ways = AXES.filter((axis) => Math.abs(out[axis]) > 1e-9).map((axis) => {
    const edge = out[axis] > 0 ? high[axis] : low[axis]
    const cosine = Math.abs(out[axis])
    const rim = (radius * Math.sqrt(Math.max(0, 1 - cosine * cosine))) / cosine
    return { to: Math.max(0, (edge - from[axis]) / out[axis]), rim }
  })
  const first = ways.reduce((best, way) => (way.to < best.to ? way : best))
  return first.to + first.rim + OVER_MM
}

const taken = new WeakMap<PartState, { part: Part; tools: ReadonlyMap<string, Recipe<'part'>> }>()

/** What is not there of the stock by now, by the ids of features: what came with it, then what was cut, in the order of the cuts. */
export function takenSoFar(part: Part, state: PartState): ReadonlyMap<string, Recipe<'part'>> {
  const known = taken.get(state)
  if (known?.part === part) return known.tools
  // From outside of the stock as it was bought: what a feature takes is the same in every state.
  const block = blockNow(part, stateAsBought(part))
  const came = part.features.flatMap(({ bought, id }) => (bought && !state.cut.has(id) ? [id] : []))
  const tools = new Map(
    [...came, ...state.cut.keys()].flatMap((id) => {
      const feature = featureNow(part, state, id)
      const tool = feature && takenBy(part, feature, block)
      return tool ? [[id, tool]] : []
    }),
  )
  taken.set(state, { part, tools })
  return tools
}

/** The part as it is: the block as it was bought, less all that was cut, cut by cut in its order. */
export function solidNow(part: Part, state: PartState): Recipe<'part'> {
  const tools = takenSoFar(part, state)
  const by = [...state.cut.keys()].flatMap((id) =>
    isSide(id) ? sideTaken(part, state, id) : (tools.get(id) ?? []),
  )
  return { kind: 'cut', from: boughtSolid(part), by }
}

/** The stock as it was bought: a piece of bar, else the block, less what is not there of it from the beginning. */
export function boughtSolid(part: Part): Recipe<'part'> {
  const by = [...takenSoFar(part, stateAsBought(part)).values()]
  const from = wholeStock(part)
  return by.length > 0 ? { kind: 'cut', from, by } : from
}

function wholeStock(part: Part): Recipe<'part'> {
  const { high, low } = blockNow(part, stateAsBought(part))
  const { stock } = part
  if (stock?.form === 'solid') return ownStock(stock)
  if (stock?.form !== 'round') {
    const by = draftWedges(part, { high, low })
    return by.length > 0 ? { kind: 'cut', from: box(low, high), by } : box(low, high)
  }
  const { along, wide } = stock
  const middle = scale(add(low, high), 0.5)
  return round(
    withAxis(middle, along, low[along]),
    withAxis(middle, along, high[along]),
    wide.mm / 2,
  )
}

function ownStock(stock: Stock & { readonly form: 'solid' }): Recipe<'part'> {
  const { body, digest, high, low, rows, shift, times } = stock
  const at = ({ x, y, z }: typeof low): Point<'part'> => point(x, y, z)
  const [x, y, z] = rows
  const by = { rows: [at(x), at(y), at(z)], shift: at(shift) } as unknown as Motion<'part', 'file'>
  return { kind: 'model', digest, body, times, by, low: at(low), high: at(high) }
}

/** The slab that is off a side by now. */
function sideTaken(part: Part, state: PartState, side: Side): Recipe<'part'> | readonly [] {
  const bought = stateAsBought(part)
  const axis = axisOf(side)
  const level = levelNow(part, state, side)
  if (Math.abs(level - levelNow(part, bought, side)) < SAME) return []
  const out = grown(blockNow(part, bought))
  return signOf(side) > 0
    ? box(withAxis(out.low, axis, level), out.high)
    : box(out.low, withAxis(out.high, axis, level))
}

/** The finished part as it should be, whatever it is cut from. */
export function nominalSolid({ stock: _stock, ...part }: Part): Recipe<'part'> {
  return solidNow(part, stateFinished(part))
}

/** The part with everything cut. */
export function stateFinished(part: Part): PartState {
  const bought = stateAsBought(part)
  return {
    stockOn: Object.fromEntries(
      Object.keys(bought.stockOn).map((side) => [side, 0]),
    ) as unknown as PartState['stockOn'],
    cut: new Map(
      [...Object.keys(part.faces), ...part.features.map((f) => f.id)].map((id) => [
        id,
        { pass: 'finish', setup: 0 },
      ]),
    ),
  }
}
