import { norm } from '../../ground/geometry'
import {
  clearanceHole,
  DOWEL_DIAMETERS_MM,
  parseThread,
  STANDARD_THREADS,
  type Thread,
} from '../../handbook/standards'
import { type Hole, newPart, type Part } from '../../work/part'
import { type Cut } from '../../work/stock'
import { relievedLandMm } from './land'
import {
  type Locator,
  onPlate,
  type OnPlate,
  type PinPlateHolding,
  PLATE_BEYOND_MM,
  throughHoles,
  type Work,
} from '../holding'

/** Common practice, no source: shank of a rest button; chamfer for a pin's root; relief under a hole that comes through. */
const [BUTTON_MM, ROOT_MM] = [8, 0.5]
const RELIEF = { wider: 3, deep: 8 } as const
/** Threads hold so many diameters deep in aluminium (common practice, no source). */
const ENGAGED = 1.5
/** Between holes of the plate at least this stands, mm (common practice, no source). */
const LEAST_WEB_MM = 2
/** So many of them are told. */
const MOST_TOLD = 8
/** Aluminium as it is rolled, g/cm³. */
const ALUMINIUM = 2.7

/** A place in the plate's own corner, low and left as seen from above, mm. */
interface Place {
  readonly x: number
  readonly y: number
}

export interface PlatePin {
  readonly kind: 'round' | 'relieved'
  /** The part's hole that sits on it. */
  readonly hole: string
  readonly at: Place
  readonly holeMm: number
  readonly headMm: number
  readonly playMm: number
  /** Dowel that stands in the plate, reamed H7 for it. */
  readonly shankMm: number
  /** Width of each of its two lands, and the direction of the middle of one, from X; whole where it is round. */
  readonly landMm?: number
  readonly landRad?: number
}

export interface PlateScrew {
  readonly hole: string
  readonly at: Place
  readonly thread: string
  readonly engagedMm: number
  readonly lengthMm: number
}

/** A fixture plate designed for a setup: a part of its own, and what goes into it. */
export interface PlateDesign {
  readonly part: Part
  readonly pins: readonly PlatePin[]
  readonly screws: readonly PlateScrew[]
  /** Rest buttons, all ground to one height over the plate. */
  readonly rests: readonly Place[]
  readonly restMm: number
  readonly reliefs: readonly (Place & { readonly diameterMm: number; readonly deepMm: number })[]
  readonly betweenPinsMm: number
  /** How far the centres of holes and pins may be off each other along their line, ± mm. */
  readonly offMm: number
  readonly zero: Place & { readonly z: number; readonly words: string }
  readonly weightKg: number
  readonly troubles: readonly string[]
}

/**
 * Designs a plate for a part as it is to be held on two pins.
 *
 * @param contacts - what locates it, with the changes made by hand: its rests stand there.
 * @param cuts - what is cut meanwhile: holes that come through want a relief under them.
 */
export function designPlate(
  holding: PinPlateHolding,
  work: Work,
  { contacts, cuts }: { readonly contacts: readonly Locator[]; readonly cuts: readonly Cut[] },
): PlateDesign {
  const own = onPlate(holding, work)
  const { high, low, plate } = own
  const place = ({ x, y }: Place): Place => ({
    x: tidy(x - low.x + PLATE_BEYOND_MM),
    y: tidy(y - low.y + PLATE_BEYOND_MM),
  })
  const size = {
    x: { mm: tidy(high.x - low.x + 2 * PLATE_BEYOND_MM) },
    y: { mm: tidy(high.y - low.y + 2 * PLATE_BEYOND_MM) },
    z: { mm: tidy(plate.height - plate.padHeight) },
  }
  const offMm = offOf(own)
  const pins = pinsOf(own, offMm, place)
  const screws = screwsOf(own, place, size.z.mm)
  const rests = contacts.flatMap(({ inSetup, role }) => (role === 'rest' ? [place(inSetup)] : []))
  const reliefs = cuts.flatMap((cut) =>
    throughHoles(own, work, cut).map(({ at, radius }) => ({
      ...place(at),
      diameterMm: tidy(2 * radius + RELIEF.wider),
      deepMm: Math.min(RELIEF.deep, size.z.mm / 2),
    })),
  )
  const holes = holesOf({ pins, screws, rests, reliefs })
  const part: Part = {
    ...newPart(`Plate for ${work.part.name}`.slice(0, 80), size),
    unit: work.part.unit,
    features: [...holes],
  }
  return {
    part,
    pins,
    screws,
    rests,
    restMm: plate.padHeight,
    reliefs,
    betweenPinsMm: norm(own.between),
    offMm,
    zero: { ...place({ x: 0, y: 0 }), z: plate.height, words: 'round pin, top of the rests' },
    weightKg: (ALUMINIUM * size.x.mm * size.y.mm * size.z.mm) / 1e6,
    troubles: [...troublesOf(pins, own), ...crowded(holes).slice(0, MOST_TOLD)],
  }
}

const tidy = (mm: number): number => Math.round(mm * 1e6) / 1e6

/** How a hole of the part is made; what is no hole by itself counts as bored. */
function makingOf({ part }: Work, owner: string): Hole['making'] {
  const feature = part.features.find(({ id }) => id === owner)
  return feature?.kind === 'hole' ? feature.making : 'bore'
}

/** What may be off along the line of centres, less what the round pin's play gives back: each hole as it is made, each pin as it stands. */
function offOf({ holding, plate, relieved, round, work }: OnPlate): number {
  const madeMm = [round, relieved].map(
    ({ owner }) => work.workshop.capabilities[makingOf(work, owner)].positionMm,
  )
  const all = madeMm.reduce((sum, mm) => sum + mm, 0) + 2 * plate.pinMm
  return Math.max(0, all - Math.max(0, round.diameterMm - holding.roundPin.mm) / 2)
}

function pinsOf(
  { between, holding, relieved, round }: OnPlate,
  offMm: number,
  place: (at: Place) => Place,
): readonly PlatePin[] {
  const pin = (
    kind: PlatePin['kind'],
    hole: string,
    at: Place,
    holeMm: number,
    headMm: number,
  ): PlatePin => ({
    kind,
    hole,
    at: place(at),
    holeMm,
    headMm,
    playMm: tidy(holeMm - headMm),
    shankMm: DOWEL_DIAMETERS_MM.findLast((d) => d <= Math.max(1, holeMm)) ?? 1,
  })
  const line = Math.atan2(between.y, between.x)
  return [
    pin('round', holding.round, { x: 0, y: 0 }, round.diameterMm, holding.roundPin.mm),
    {
      ...pin('relieved', holding.relieved, between, relieved.diameterMm, holding.relievedPin.mm),
      landMm: tidy(relievedLandMm(relieved.diameterMm, holding.relievedPin.mm, offMm)),
      // Its lands bear across the line of the pins.
      landRad: (((line + Math.PI / 2) % Math.PI) + Math.PI) % Math.PI,
    },
  ]
}

const toSetupOf = ({ setupFromPart: { rows, shift } }: OnPlate) => {
  const [x, y] = rows
  return (p: { x: number; y: number; z: number }): Place => ({
    x: x.x * p.x + x.y * p.y + x.z * p.z + shift.x,
    y: y.x * p.x + y.y * p.y + y.z * p.z + shift.y,
  })
}

/** The largest screw that goes through each hole, with its length. */
function screwsOf(
  own: OnPlate,
  place: (at: Place) => Place,
  thickMm: number,
): readonly PlateScrew[] {
  const { high, holding, low, plate, work } = own
  return holding.screws.flatMap((ref): readonly PlateScrew[] => {
    const hole = work.surfaces.get(ref)
    if (hole?.kind !== 'axis') return []
    const thread = largestThrough(hole.diameterMm)
    if (!thread) return []
    const engagedMm = Math.min(thickMm, tidy(ENGAGED * thread.majorMm))
    const through = high.z - low.z + plate.padHeight
    return [
      {
        hole: ref,
        at: place(toSetupOf(own)(hole.from)),
        thread: thread.designation,
        engagedMm,
        // Screws come in steps of five.
        lengthMm: Math.floor((through + engagedMm) / 5) * 5,
      },
    ]
  })
}

const COARSE = /^M[\d.]+$/

/** The largest metric screw of coarse pitch whose close clearance hole is no larger than this. */
const largestThrough = (holeMm: number): Thread | undefined =>
  STANDARD_THREADS.filter((name) => COARSE.test(name))
    .flatMap((name) => {
      const thread = parseThread(name)
      const hole = thread?.form === 'metric' ? clearanceHole(thread, 'close') : undefined
      return thread && hole && hole.diameterMm <= holeMm + 1e-9 ? [thread] : []
    })
    .sort((a, b) => a.majorMm - b.majorMm)
    .at(-1)

function holesOf({
  pins,
  reliefs,
  rests,
  screws,
}: Pick<PlateDesign, 'pins' | 'screws' | 'rests' | 'reliefs'>): readonly Hole[] {
  const hole = (id: string, name: string, at: Place, more: Partial<Hole>): Hole => ({
    kind: 'hole',
    id,
    name,
    on: 'top',
    making: 'drill',
    diameter: { mm: BUTTON_MM },
    extent: { kind: 'through' },
    head: { kind: 'none' },
    pattern: { kind: 'single' },
    place: {
      dims: [
        { from: 'left', at: { mm: at.x } },
        { from: 'front', at: { mm: at.y } },
      ],
      centred: false,
    },
    ...more,
  })
  return [
    ...pins.map(({ at, kind, shankMm }) =>
      hole(`pin-${kind}`, `${kind} pin`, at, {
        making: 'ream',
        fit: 'H7',
        diameter: { mm: shankMm },
        head: {
          kind: 'countersink',
          diameter: { mm: shankMm + 2 * ROOT_MM },
          angle: { rad: Math.PI / 2 },
        },
      }),
    ),
    ...rests.map((at, i) =>
      hole(`rest-${i + 1}`, `rest ${i + 1}`, at, { making: 'ream', fit: 'H7' }),
    ),
    ...screws.map(({ at, thread }, i) =>
      hole(`screw-${i + 1}`, `screw ${i + 1}`, at, {
        making: 'tap',
        thread,
        diameter: { mm: parseThread(thread)?.majorMm ?? BUTTON_MM },
      }),
    ),
    ...reliefs.map(({ deepMm, diameterMm, ...at }, i) =>
      hole(`relief-${i + 1}`, `relief ${i + 1}`, at, {
        diameter: { mm: diameterMm },
        extent: { kind: 'deep', depth: { mm: deepMm } },
      }),
    ),
  ]
}

function troublesOf(
  pins: readonly PlatePin[],
  { relieved, round, work }: OnPlate,
): readonly string[] {
  const loose = [round, relieved].filter(({ owner }) =>
    ['drill', 'tap'].includes(makingOf(work, owner)),
  )
  const made =
    loose.length > 0
      ? 'Drilled and tapped holes do not locate: ream two of them, or add two tooling holes.'
      : 'A smaller relieved pin, or holes made more closely.'
  return pins.flatMap(({ headMm, kind, landMm, playMm }) => [
    ...(playMm <= 0 ? [`The ${kind} pin does not go into its hole: give it some play.`] : []),
    ...(landMm !== undefined && playMm > 0 && landMm < headMm / 8
      ? [
          `The relieved pin’s lands would be only ${landMm.toFixed(2)} mm wide: the holes are not close enough to each other for so little play. ${made}`,
        ]
      : []),
  ])
}

/** Holes of the plate that come too near to each other. */
function crowded(holes: readonly Hole[]): readonly string[] {
  const at = ({ place }: Hole): Place => ({
    x: place.dims[0]?.at.mm ?? 0,
    y: place.dims[1]?.at.mm ?? 0,
  })
  return holes.flatMap((a, i) =>
    holes.slice(i + 1).flatMap((b) => {
      const [p, q] = [at(a), at(b)]
      const web = Math.hypot(p.x - q.x, p.y - q.y) - (a.diameter.mm + b.diameter.mm) / 2
      return web < LEAST_WEB_MM
        ? [
            `${a.name ?? a.id} and ${b.name ?? b.id} are ${web < 0 ? 'in each other' : `only ${web.toFixed(1)} mm apart`}: choose other holes, or move what stands there.`,
          ]
        : []
    }),
  )
}
