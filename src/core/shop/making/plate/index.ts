import { norm } from '../../../ground/geometry'
import { type Hole, holePoints, newPart, type Part } from '../../../work/part'
import { type Cut } from '../../../work/stock'
import {
  AS_THE_FIRST,
  againstDowels,
  EDGE_CLAMP,
  type EdgePlateHolding,
  type Locator,
  onPlate,
  outlineOf,
  type PinPlateHolding,
  type SizedWork,
  sizedWork,
  throughHoles,
  type Work,
} from '../../holding'
import { clearShift, type Drilled, inGrid } from './grid'
import { besideFeatures, crowded, partHoles, pocketsOf, tableHoles } from './holes'
import { type Lying, placesOf, type Run, runsOf, sizeOf, tableOf, tooLarge } from './lying'
import { AIR_THREAD, airOf, LIFT_THREAD, liftsOf } from './lifts'
import { pocketCut } from './pocket'
import { type One, type Sized, sizedPlaces, sizesBeside } from './sizes'
import { offOf, pinsOf, screwsOf, troublesOf } from './pins'
import { type Place, type PlateDesign, type PlatePlace, type SizedPlace, tidy } from './types'

export { GRID_HOLE_MM } from './grid'
export { atPlace, type PlateDesign, type PlatePin, type PlatePlace } from './types'

/** A relief under a hole that comes through (common practice, no source). */
const RELIEF = { wider: 3, deep: 8 } as const
/** So many troubles of one kind are told. */
const MOST_TOLD = 8
/** A part lies on so many pins. */
const PINS = 2
/** Aluminium as it is rolled, g/cm³. */
const ALUMINIUM = 2.7

export interface PlatedWith {
  readonly contacts: readonly Locator[]
  readonly cuts: readonly Cut[]
  readonly beside?:
    | { readonly name: string; readonly design: PlateDesign; readonly plate: string }
    | { readonly trouble: string }
}

/** What of a design hangs on what locates the parts. */
interface Located {
  /** What stands in the plate for the first place. */
  one(place: (at: Place) => Place, thickMm: number): Omit<One, 'rests' | 'reliefs'>
  /** Further sizes, each from its own corner, with what stands in the plate for it. */
  readonly sizes?: readonly Sized[]
  readonly zeroWords: string
  readonly pinned?: Pick<PlateDesign, 'betweenPinsMm' | 'offMm'>
  troubles(one: One): readonly string[]
}

/**
 * Designs a plate for a part, or for several of it, as it is to be held on two pins.
 *
 * @param beside - another setup of the part that lies to the right of it on the same plate.
 * @param contacts - what locates it, with the changes made by hand: its rests stand there.
 * @param cuts - what is cut meanwhile: holes that come through want a relief under them.
 */
export function designPlate(holding: PinPlateHolding, work: Work, plated: PlatedWith): PlateDesign {
  const own = onPlate(holding, work)
  const offMm = offOf(own)
  const wantsLift = holding.lift === 'screws'
  const rests = restsOf(plated.contacts)
  const lifts = wantsLift ? liftsOf(own, rests) : []
  const wantsAir = holding.air === 'under'
  const air = wantsAir ? airOf(own, rests, lifts) : []
  return designed(own, plated, {
    one: (place, thickMm) => ({
      pins: pinsOf(own, offMm, place),
      screws: screwsOf(own, place, thickMm),
      stops: [],
      clamps: [],
      lifts: lifts.map((at) => ({ ...place(at), thread: LIFT_THREAD })),
      air: air.map((at) => ({ ...place(at), thread: AIR_THREAD })),
    }),
    zeroWords: 'round pin, top of the rests',
    pinned: { betweenPinsMm: norm(own.between), offMm },
    troubles: ({ pins }) => [
      ...troublesOf(pins, own),
      ...(wantsLift && lifts.length < PINS
        ? [
            'Beside a pin no place is left for a screw that lifts the part off: pins with a thread come out by that, or from below.',
          ]
        : []),
      ...(wantsAir && air.length === 0
        ? ['Under the part no place is left for air: blow from above, or choose other rests.']
        : []),
    ],
  })
}

/** The same for parts against dowels at the back and at one end, with edge clamps in front. */
export function designStopPlate(
  holding: EdgePlateHolding,
  work: Work,
  plated: PlatedWith,
): PlateDesign {
  const own = againstDowels(holding, work)
  const { pocket } = own
  const against = (
    { back, end, pocket: within, screws }: Pick<SizedWork, 'back' | 'end' | 'pocket' | 'screws'>,
    place: (at: Place) => Place,
  ): Omit<One, 'rests' | 'reliefs'> => ({
    pins: [],
    screws: [],
    stops: within
      ? []
      : [...back, end].map((at, i) => ({
          ...place(at),
          diameterMm: holding.dowel.mm,
          at: i < 2 ? 'back' : holding.stop,
        })),
    clamps: screws.map((at) => ({ ...place(at), ...EDGE_CLAMP })),
    ...(within && { pocket: pocketCut(within, own.plate.padHeight, place) }),
    lifts: [],
    air: [],
  })
  return designed(own, plated, {
    one: (place) => against(own, place),
    sizes: (holding.sizes ?? []).map((size) => {
      const sized = sizedWork(own, size)
      return {
        ...sized,
        one: (place: (at: Place) => Place): One => ({
          ...against(sized, place),
          rests: sized.rests.map(place),
          reliefs: [],
        }),
      }
    }),
    zeroWords: `corner of the ${pocket ? 'pocket’s walls' : 'dowels'}, top of the rests`,
    troubles: () => [],
  })
}

function designed(own: Lying, plated: PlatedWith, located: Located): PlateDesign {
  const { holding, plate } = own
  const { beside } = plated
  const lay = (shift: Place): Laid => laidOut(own, plated, located, shift)
  const pitch = holding.grid?.mm ?? 0
  const first = lay({ x: 0, y: 0 })
  const laid = pitch > 0 ? lay(clearShift(drilledIn(first), pitch)) : first
  const { holes, one, place, places, single, size, sizes, table } = laid
  const other = beside && 'design' in beside ? beside : undefined
  const part = other ? withBeside(single, other.design.part) : single
  return {
    part,
    ...(other && {
      beside: { name: other.name, design: other.design, shift: { x: size.x.mm, y: 0 } },
    }),
    ...one,
    restMm: plate.padHeight,
    table,
    places,
    ...(sizes.length > 0 && { sizes }),
    outline: outlineOf(own).map(({ x, y }) => place({ x: x + own.low.x, y: y + own.low.y })),
    ...located.pinned,
    ...(pitch > 0 && { gridMm: pitch }),
    zero: { ...place({ x: 0, y: 0 }), z: plate.height, words: located.zeroWords },
    weightKg: (ALUMINIUM * part.size.x.mm * part.size.y.mm * part.size.z.mm) / 1e6,
    troubles: [
      ...located.troubles(one),
      ...crowded(part, holes).slice(0, MOST_TOLD),
      ...tooLarge(own, part.size),
      ...(pitch > 0 ? gridTroubles(laid, pitch) : []),
      ...besideTroubles(size.z.mm, beside),
    ],
  }
}

/** Everything of a plate that goes with where the parts lie on it. */
interface Laid {
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
function laidOut(
  own: Lying,
  { contacts, cuts }: Pick<PlatedWith, 'contacts' | 'cuts'>,
  located: Located,
  shift: Place,
): Laid {
  const { work } = own
  const runs = runsOf(own)
  const places = placesOf(own, runs, shift)
  const beside = sizesBeside(own, places, located.sizes ?? [])
  const far = (axis: 'x' | 'y'): number =>
    Math.max(
      ...places.map(({ corner: at }) => at[axis] + own.high[axis] - own.low[axis]),
      ...beside.map(({ far: at }) => at[axis]),
    )
  const size = sizeOf(own, { x: far('x'), y: far('y') })
  const [{ corner } = { corner: { x: 0, y: 0 } }] = places
  /** Where something of the setup lies on the plate, of the first of those that lie one way round. */
  const placeIn =
    ({ away, lies }: Pick<Run, 'away' | 'lies'>) =>
    ({ x, y }: Place): Place => ({
      x: tidy((lies.x ? own.high.x - x : x - own.low.x) + corner.x + away.x),
      y: tidy((lies.y ? own.high.y - y : y - own.low.y) + corner.y + away.y),
    })
  // Holes in the floor of a pocket are measured from the top of the plate, as all are.
  const sunkMm = own.pocket ? own.pocket.wallMm + own.plate.padHeight : 0
  const oneIn = (place: (at: Place) => Place): One => ({
    ...located.one(place, size.z.mm),
    rests: restsOf(contacts).map(({ inSetup }) => place(inSetup)),
    reliefs: cuts.flatMap((cut) =>
      throughHoles(own, work, cut).map(({ at, radius }) => ({
        ...place(at),
        diameterMm: tidy(2 * radius + RELIEF.wider),
        ...(own.holding.drains !== 'through' && {
          deepMm: Math.min(RELIEF.deep, (size.z.mm - sunkMm) / 2) + sunkMm,
        }),
      })),
    ),
  })
  const place = placeIn({ away: { x: 0, y: 0 }, lies: AS_THE_FIRST })
  const table = tableOf(own, size)
  const holes = [
    ...runs.flatMap((run) => partHoles(oneIn(placeIn(run)), run)),
    ...beside.flatMap((other) => other.holes),
    ...tableHoles(table),
  ]
  const one = oneIn(place)
  const single: Part = {
    ...newPart(`Plate for ${work.part.name}`.slice(0, 80), size),
    unit: work.part.unit,
    features: [
      ...(one.pocket && runs[0] ? pocketsOf(one.pocket, runs[0]) : []),
      ...beside.flatMap(({ pockets }) => pockets),
      ...holes,
    ],
  }
  const sizes = sizedPlaces(beside, place({ x: 0, y: 0 }))
  return { one, places, sizes, table, size, holes, single, place }
}

const restsOf = (contacts: readonly Locator[]): readonly Locator[] =>
  contacts.filter(({ role }) => role === 'rest')

/** What moves with the parts: all but what holds the plate itself. */
const drilledIn = ({ holes, single }: Laid): readonly Drilled[] =>
  holes
    .filter(({ id }) => !/^(table|dowel)-/.test(id))
    .flatMap((hole) =>
      holePoints(single, hole).map(({ x, y }) => ({
        x,
        y,
        radiusMm: hole.diameter.mm / 2,
        name: hole.name ?? hole.id,
      })),
    )

function gridTroubles(laid: Laid, pitchMm: number): readonly string[] {
  const names = new Set(inGrid(drilledIn(laid), pitchMm, { x: 0, y: 0 }).map(({ name }) => name))
  return names.size === 0
    ? []
    : [
        `However the part is shifted, ${[...names].join(', ')} come into holes of the grid of ${pitchMm} mm. Plug those, or take a plate without a grid there.`,
      ]
}

/** Two plates in one: the second to the right of the first, their fronts in line. */
function withBeside(left: Part, right: Part): Part {
  const [a, b] = [left.size, right.size]
  const shift = { x: a.x.mm, y: 0 }
  return {
    ...left,
    size: {
      x: { mm: tidy(a.x.mm + b.x.mm) },
      y: { mm: Math.max(a.y.mm, b.y.mm) },
      z: { mm: Math.max(a.z.mm, b.z.mm) },
    },
    features: [
      ...left.features,
      ...besideFeatures(
        right.features.filter((one) => one.kind === 'hole' || one.kind === 'pocket'),
        shift,
      ),
    ],
  }
}

/** What keeps another setup from lying on the same plate. */
const besideTroubles = (thickMm: number, beside: PlatedWith['beside']): readonly string[] => {
  if (!beside) return []
  if ('trouble' in beside) return [beside.trouble]
  const { design, name } = beside
  return design.part.size.z.mm !== thickMm
    ? [
        `${name.charAt(0).toUpperCase()}${name.slice(1)} wants a plate ${design.part.size.z.mm} mm thick, this one ${thickMm}: let both name the same plate, and walls of one height.`,
      ]
    : design.troubles.map((trouble) => `Beside it: ${trouble}`)
}
