import { type Hole, newPart, type Part } from '../../../work/part'
import { type Cut } from '../../../work/stock'
import { AS_THE_FIRST, type Locator, throughHoles } from '../../holding'
import { type Drilled, drilledOf, NO_SHIFT, usedIn } from './grid'
import { partHoles, pocketsOf } from './holes'
import { gridOf, type Lying, placesOf, type Run, runsOf, sizeOf, thickOf } from './lying'
import { type One, type Sized, sizedPlaces, sizesBeside } from './sizes'
import { isOfTable, keyWays, tableHoles, tableOf } from './table'
import {
  type Grid,
  type Place,
  type PlateDesign,
  type PlatePlace,
  type SizedPlace,
  tidy,
} from './types'

/** A relief under a hole that comes through (common practice, no source). */
const RELIEF = { wider: 3, deep: 8 } as const
/** What of a design hangs on what locates the parts. */
export interface Located {
  /** What stands in the plate for the first place. */
  one(place: (at: Place) => Place, thickMm: number): Omit<One, 'rests' | 'reliefs'>
  /** Further sizes, each from its own corner, with what stands in the plate for it. */
  readonly sizes?: readonly Sized[]
  readonly zeroWords: string
  readonly pinned?: Pick<PlateDesign, 'betweenPinsMm' | 'offMm'>
  troubles(one: One): readonly string[]
}

/** Everything of a plate that goes with where the parts lie on it. */
export interface Laid {
  readonly one: One
  readonly places: readonly PlatePlace[]
  readonly sizes: readonly SizedPlace[]
  readonly table: PlateDesign['table']
  readonly size: Part['size']
  readonly holes: readonly Hole[]
  readonly single: Part
  place(at: Place): Place
}

/** The plate with its parts so far further from its corner. */
export function laidOut(
  own: Lying,
  { contacts, cuts }: { readonly contacts: readonly Locator[]; readonly cuts: readonly Cut[] },
  located: Located,
  shift: Place,
): Laid {
  const { work } = own
  const runs = runsOf(own)
  const places = placesOf(own, runs, shift)
  const thickMm = thickOf(own)
  const [{ corner } = { corner: { x: 0, y: 0 } }] = places
  /** Where something of the setup lies on the plate, of the first of those that lie one way round. */
  const placeIn =
    ({ away, lies }: Pick<Run, 'away' | 'lies'>) =>
    ({ x, y }: Place): Place => ({
      x: tidy((lies.x ? own.high.x - x : x - own.low.x) + corner.x + away.x),
      y: tidy((lies.y ? own.high.y - y : y - own.low.y) + corner.y + away.y),
    })
  const oneIn = (place: (at: Place) => Place): One => ({
    ...located.one(place, thickMm),
    rests: restsOf(contacts).map(({ inSetup }) => place(inSetup)),
    reliefs: reliefsOf(own, cuts, thickMm).map((relief) => ({ ...relief, ...place(relief) })),
  })
  const place = placeIn({ away: { x: 0, y: 0 }, lies: AS_THE_FIRST })
  const one = oneIn(place)
  const beside = sizesBeside(own, places, located.sizes ?? [], one)
  const far = (axis: 'x' | 'y'): number =>
    Math.max(
      ...places.map(({ corner: at }) => at[axis] + own.high[axis] - own.low[axis]),
      ...beside.map(({ far: at }) => at[axis]),
    )
  const size = sizeOf(own, { x: far('x'), y: far('y') })
  const table = tableOf(own, size)
  const holes = [
    ...runs.flatMap((run) => partHoles(oneIn(placeIn(run)), run)),
    ...beside.flatMap((other) => other.holes),
    ...tableHoles(table),
  ]
  const blank = {
    ...newPart(`Plate for ${work.part.name}`.slice(0, 80), size),
    unit: work.part.unit,
  }
  const single: Part = {
    ...blank,
    features: [
      ...(one.pocket && runs[0] ? pocketsOf(one.pocket, runs[0]) : []),
      ...beside.flatMap(({ pockets }) => pockets),
      ...keyWays(table),
      ...notInGrid(blank, holes, gridOf(own)),
    ],
  }
  const sizes = sizedPlaces(beside, place({ x: 0, y: 0 }))
  return { one, places, sizes, table, size, holes, single, place }
}

/** Under holes that come through while it lies there, in the setup; in a pocket measured from the top of the plate, as all are. */
function reliefsOf(
  own: Lying,
  cuts: readonly Cut[],
  thickMm: number,
): readonly PlateDesign['reliefs'][number][] {
  const sunkMm = own.pocket ? own.pocket.wallMm + own.plate.padHeight : 0
  return cuts.flatMap((cut) =>
    throughHoles(own, own.work, cut).map(({ at: { x, y }, radius }) => ({
      x,
      y,
      diameterMm: tidy(2 * radius + RELIEF.wider),
      ...(own.holding.drains !== 'through' && {
        deepMm: Math.min(RELIEF.deep, (thickMm - sunkMm) / 2) + sunkMm,
      }),
    })),
  )
}

export const restsOf = (contacts: readonly Locator[]): readonly Locator[] =>
  contacts.filter(({ role }) => role === 'rest')

/** What is drilled and moves with the parts; and what holds the plate itself. */
export function drilledIn({
  holes,
  single,
}: Pick<Laid, 'holes' | 'single'>): Readonly<Record<'own' | 'table', readonly Drilled[]>> {
  const drilled = (isTable: boolean): readonly Drilled[] =>
    holes.filter((one) => isOfTable(one) === isTable).flatMap((hole) => drilledOf(single, hole))
  return { own: drilled(false), table: drilled(true) }
}

/** Holes that are still to be made: not those that the grid serves for at all of their places. */
const notInGrid = (plate: Part, holes: readonly Hole[], grid: Grid | undefined): readonly Hole[] =>
  grid
    ? holes.filter((hole) => {
        const drilled = drilledOf(plate, hole)
        return usedIn(drilled, grid, NO_SHIFT).length < drilled.length
      })
    : holes
