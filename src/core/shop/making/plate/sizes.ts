import { AS_THE_FIRST, type SizedWork, sizeWords } from '../../holding'
import { type Hole } from '../../../work/part'
import { ontoPitch } from './grid'
import { partHoles, type Pocket, pocketsOf } from './holes'
import { gridOf, type Lying } from './lying'
import {
  type Grid,
  type Place,
  type PlateDesign,
  type PlatePlace,
  type SizedPlace,
  tidy,
} from './types'

/** What stands in a plate for one place. */
export type One = Pick<
  PlateDesign,
  'pins' | 'screws' | 'stops' | 'clamps' | 'lifts' | 'air' | 'rests' | 'reliefs' | 'pocket'
>

/** Another size from its own corner, with what stands in the plate for it. */
export interface Sized extends Pick<SizedWork, 'low' | 'high' | 'stripMm'> {
  one(place: (at: Place) => Place): One
}

/** Another size laid to the right of all before it, with what is cut for it. */
export interface LaidSize extends Pick<SizedPlace, 'longMm' | 'deepMm' | 'corner'> {
  /** Its zero, and its far corner, on the plate. */
  readonly at: Place
  readonly far: Place
  readonly holes: readonly Hole[]
  readonly pockets: readonly Pocket[]
}

const ALONE = { columns: 1, rows: 1, step: { x: 0, y: 0 }, lies: AS_THE_FIRST } as const

/** What of a place falls into a grid that is used, with all that is whole pitches from it. */
const anchorIn = ({ clamps, stops }: One, { uses }: Grid): Place | undefined =>
  (uses === 'threads and dowels' ? stops.at(-1) : undefined) ?? clamps[0]

/** How much further a place of another size must lie, so that it falls into the grid as the first does. */
function furtherFor(made: One, first: One, grid: Grid | undefined): Place {
  const [from, to] = grid ? [anchorIn(first, grid), anchorIn(made, grid)] : []
  if (!from || !to) return { x: 0, y: 0 }
  const further = (apart: number): number => tidy(ontoPitch(apart, grid) - apart)
  return { x: further(to.x - from.x), y: further(to.y - from.y) }
}

/**
 * Further sizes beside the places of the first, from left to right.
 *
 * @param first - what stands in the plate for the first place.
 */
export function sizesBeside(
  own: Lying,
  places: readonly PlatePlace[],
  sizes: readonly Sized[],
  first: One,
): readonly LaidSize[] {
  const grid = gridOf(own)
  const gap = own.holding.gap.mm
  const [{ corner: front } = { corner: { x: 0, y: 0 } }] = places
  let x = Math.max(...places.map(({ corner }) => corner.x)) + own.high.x - own.low.x + gap
  return sizes.map(({ high, low, one, stripMm }, i): LaidSize => {
    const [longMm, deepMm] = [tidy(high.x - low.x), tidy(high.y - low.y)]
    const placeFrom =
      (corner: Place) =>
      (at: Place): Place => ({
        x: tidy(at.x - low.x + corner.x),
        y: tidy(at.y - low.y + corner.y),
      })
    const y = front.y - (own.stripMm ?? 0) + stripMm
    const further = furtherFor(one(placeFrom({ x, y })), first, grid)
    const corner = { x: tidy(x + further.x), y: tidy(y + further.y) }
    x = corner.x + longMm + gap
    const place = placeFrom(corner)
    const made = one(place)
    const named = <F extends Hole | Pocket>(feature: F): F => ({
      ...feature,
      id: `${feature.id}-size-${i + 1}`,
      name: `${feature.name ?? feature.id}, ${sizeWords({ longMm, deepMm })}`,
    })
    return {
      longMm,
      deepMm,
      corner,
      at: place({ x: 0, y: 0 }),
      far: { x: corner.x + longMm, y: corner.y + deepMm },
      holes: partHoles(made, ALONE).map(named),
      pockets: made.pocket ? pocketsOf(made.pocket, ALONE).map(named) : [],
    }
  })
}

/** Where they lie, told from the zero of the first place. */
export const sizedPlaces = (laid: readonly LaidSize[], zero: Place): readonly SizedPlace[] =>
  laid.map(({ at, corner, deepMm, longMm }) => ({
    longMm,
    deepMm,
    corner,
    shift: { x: tidy(at.x - zero.x), y: tidy(at.y - zero.y) },
  }))
