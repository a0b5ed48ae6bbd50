import { norm } from '../../../ground/geometry'
import { type Part } from '../../../work/part'
import { type Cut } from '../../../work/stock'
import {
  againstDowels,
  EDGE_CLAMP,
  type EdgePlateHolding,
  type Locator,
  onPlate,
  outlineOf,
  type PinPlateHolding,
  type SizedWork,
  sizedWork,
  type Work,
} from '../../holding'
import { type Drilled, GRID_HOLE_MM, gridShift, inGrid, NO_SHIFT, served } from './grid'
import { besideFeatures, crowded } from './holes'
import { drilledIn, type Laid, laidOut, type Located, restsOf } from './laid'
import { gridOf, type Lying, noGrid, tooLarge } from './lying'
import { AIR_THREAD, airOf, LIFT_THREAD, liftsOf } from './lifts'
import { pocketCut } from './pocket'
import { type One } from './sizes'
import { offOf, pinsOf, troublesOf } from './pins'
import { screwsOf, screwTroubles } from './screws'
import { type Grid, type Place, type PlateDesign, tidy } from './types'

export { gridHoles, GRID_HOLE_MM } from './grid'
export { atPlace, type PlateDesign, type PlatePin, type PlatePlace } from './types'

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
      ...screwTroubles(own),
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
    troubles: () =>
      own.onGrid?.hasDowels && holding.dowel.mm !== GRID_HOLE_MM
        ? [
            `The dowel holes of the grid are ${GRID_HOLE_MM} mm: dowels of ${holding.dowel.mm} do not go into them. Take dowels of ${GRID_HOLE_MM}, or use the threads alone.`,
          ]
        : [],
  })
}

function designed(own: Lying, plated: PlatedWith, located: Located): PlateDesign {
  const { plate } = own
  const { beside } = plated
  const lay = (shift: Place): Laid => laidOut(own, plated, located, shift)
  const grid = gridOf(own)
  const first = lay({ x: 0, y: 0 })
  const laid = grid ? lay(gridShift(drilledIn(first).own, grid)) : first
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
    ...(grid && { grid: { ...grid, used: served(drilledIn(laid).own, grid) } }),
    zero: { ...place({ x: 0, y: 0 }), z: plate.height, words: located.zeroWords },
    weightKg: (ALUMINIUM * part.size.x.mm * part.size.y.mm * part.size.z.mm) / 1e6,
    troubles: [
      ...located.troubles(one),
      ...crowded(part, holes).slice(0, MOST_TOLD),
      ...tooLarge(own, part.size),
      ...(grid ? gridTroubles(laid, grid) : noGrid(own)),
      ...besideTroubles(size.z.mm, beside),
    ],
  }
}

function gridTroubles(laid: Laid, grid: Grid): readonly string[] {
  const within = (holes: readonly Drilled[]): string =>
    [...new Set(inGrid(holes, grid, NO_SHIFT).map(({ name }) => name))].join(', ')
  const { own, table } = drilledIn(laid)
  const [parts, plate] = [within(own), within(table)]
  const ofIt = `come into holes of the grid of ${grid.pitchMm} mm`
  return [
    ...(parts
      ? [
          `${grid.uses === 'no' ? 'However the part is shifted' : 'As the part lies on what it uses of the grid'}, ${parts} ${ofIt}. Plug those, or take a plate without a grid there.`,
        ]
      : []),
    ...(plate
      ? [
          `What holds the plate itself, ${plate}, would ${ofIt}. Screw it down where it has holes for that, or by straps, and say 0 for the slots of the table.`,
        ]
      : []),
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
