import { point } from '../../ground/geometry'
import { box } from '../../ground/recipe'
import { type Strap } from '../workshop'
import { type Clamp } from './kind'
import { type StrapRow } from './strapRowFields'
import { type Placed } from './work'

type StrapPlace = NonNullable<StrapRow['places']>[number]
type Lying = Pick<Placed, 'low' | 'high'>

export const STRAP_COUNT_FIELD = {
  key: 'count',
  label: 'How many straps',
  kind: 'number',
  options: [2, 3, 4, 5, 6],
} as const

const EDGES: readonly StrapPlace['edge'][] = ['left', 'right', 'front', 'back']
/** A strap lies on no more of the work than this part of its length. */
const MOST_SHARE = 1 / 4

const placesOf = ({ count = 2, places = [] }: StrapRow): readonly StrapPlace[] =>
  Array.from({ length: count }, (_, i) => places[i] ?? firstPlace(i))

/** Where a strap lies that nobody moved: at the ends first, then front and back. */
const firstPlace = (i: number): StrapPlace => ({
  edge: EDGES[i % EDGES.length] ?? 'left',
  along: { mm: 0 },
})

/** How far a strap lies on the work, mm: by its own reach, and no more than leaves room between two. */
export const reachAlong = ({ reach }: Pick<Strap, 'reach'>, lengthMm: number): number =>
  Math.min(reach, lengthMm * MOST_SHARE)

/** How high straps lie, and how far they reach over the work, mm. */
interface LyingOn {
  readonly z: number
  readonly reach: (lengthMm: number) => number
}

/** Straps over the edges of the work: on its top, or where it is told. */
export const strapsOver = (
  row: StrapRow,
  strap: Strap,
  lying: Lying,
  on: LyingOn = { z: lying.high.z, reach: (lengthMm) => reachAlong(strap, lengthMm) },
): readonly Clamp[] =>
  placesOf(row).map((place, i) => strapAt(place, `strap${i + 1}`, strap, lying, on))

function strapAt(
  { along, edge }: StrapPlace,
  id: string,
  strap: Strap,
  { high, low }: Lying,
  on: LyingOn,
): Clamp {
  const [axis, across] =
    edge === 'left' || edge === 'right' ? (['x', 'y'] as const) : (['y', 'x'] as const)
  const isLow = edge === 'left' || edge === 'front'
  const reach = on.reach(high[axis] - low[axis])
  const out = isLow ? low[axis] - 2 * strap.width : high[axis] + 2 * strap.width
  const end = isLow ? low[axis] + reach : high[axis] - reach
  const middle = (low[across] + high[across]) / 2 + along.mm
  const at = (a: number, b: number, z: number) =>
    axis === 'x' ? point<'setup'>(a, b, z) : point<'setup'>(b, a, z)
  return {
    name: 'strap',
    id,
    foot: at(isLow ? low[axis] + reach / 2 : high[axis] - reach / 2, middle, on.z),
    shape: box(
      at(Math.min(out, end), middle - strap.width / 2, on.z),
      at(Math.max(out, end), middle + strap.width / 2, on.z + strap.height),
    ),
  }
}

/** Over the edge that is nearest, as far along it as was wanted, and not past its ends; or where it lay at first. */
export function moveStrap<H extends StrapRow>(
  holding: H,
  lying: Lying,
  id: string,
  to: { readonly x: number; readonly y: number } | undefined,
): H {
  const places = placesOf(holding).map((place, i) => {
    if (`strap${i + 1}` !== id) return place
    return to ? nearestPlace(lying, to) : firstPlace(i)
  })
  return { ...holding, places }
}

function nearestPlace(
  { high, low }: Lying,
  to: { readonly x: number; readonly y: number },
): StrapPlace {
  const away: Readonly<Record<StrapPlace['edge'], number>> = {
    left: Math.abs(to.x - low.x),
    right: Math.abs(to.x - high.x),
    front: Math.abs(to.y - low.y),
    back: Math.abs(to.y - high.y),
  }
  const edge = EDGES.reduce((best, one) => (away[one] < away[best] ? one : best))
  const across = edge === 'left' || edge === 'right' ? 'y' : 'x'
  const half = (high[across] - low[across]) / 2
  const wanted = to[across] - (low[across] + high[across]) / 2
  return { edge, along: { mm: Math.round(Math.max(-half, Math.min(half, wanted)) * 1e4) / 1e4 } }
}
