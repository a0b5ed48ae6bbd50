import { norm } from '../../../ground/geometry'
import { type Hole, holePoints, newPart, type Part } from '../../../work/part'
import { type Cut } from '../../../work/stock'
import {
  type Locator,
  onPlate,
  type OnPlate,
  type PinPlateHolding,
  PLATE_BEYOND_MM,
  throughHoles,
  type Work,
} from '../../holding'
import { clearShift, type Drilled, inGrid } from './grid'
import { besideHoles, crowded, holesOf } from './holes'
import { offOf, pinsOf, screwsOf, troublesOf } from './pins'
import { type Place, type PlateDesign, type PlateGrid, type PlatePlace, tidy } from './types'

export { GRID_HOLE_MM } from './grid'
export { type PlateDesign, type PlatePin, type PlatePlace } from './types'

/** A relief under a hole that comes through (common practice, no source). */
const RELIEF = { wider: 3, deep: 8 } as const
/** The plate stands out so far at both ends for screws and dowels of its own, mm. */
const EAR_MM = 30
/** Middle of such a screw from the edge, and of a dowel where a row of screws has its place, mm. */
const EDGE_MM = 14
/** So many troubles of one kind are told. */
const MOST_TOLD = 8
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
export function designPlate(
  holding: PinPlateHolding,
  work: Work,
  { beside, contacts, cuts }: PlatedWith,
): PlateDesign {
  const own = onPlate(holding, work)
  const { plate } = own
  const lay = (shift: Place): Laid => laidOut(own, { contacts, cuts }, shift)
  const pitch = holding.grid?.mm ?? 0
  const first = lay({ x: 0, y: 0 })
  const laid = pitch > 0 ? lay(clearShift(drilledIn(first), pitch)) : first
  const { holes, one, place, places, single, size, table } = laid
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
    betweenPinsMm: norm(own.between),
    offMm: offOf(own),
    ...(pitch > 0 && { gridMm: pitch }),
    zero: { ...place({ x: 0, y: 0 }), z: plate.height, words: 'round pin, top of the rests' },
    weightKg: (ALUMINIUM * part.size.x.mm * part.size.y.mm * part.size.z.mm) / 1e6,
    troubles: [
      ...troublesOf(one.pins, own),
      ...crowded(part, holes).slice(0, MOST_TOLD),
      ...tooLarge(own, part.size),
      ...(pitch > 0 ? gridTroubles(laid, pitch) : []),
      ...besideTroubles(own, beside),
    ],
  }
}

/** Everything of a plate that goes with where the parts lie on it. */
interface Laid {
  readonly one: Pick<PlateDesign, 'pins' | 'screws' | 'rests' | 'reliefs'>
  readonly places: readonly PlatePlace[]
  readonly table: PlateDesign['table']
  readonly size: Part['size']
  readonly holes: readonly Hole[]
  readonly single: Part
  place(at: Place): Place
}

/** The plate with its parts so far further from its corner. */
function laidOut(
  own: OnPlate,
  { contacts, cuts }: Pick<PlatedWith, 'contacts' | 'cuts'>,
  shift: Place,
): Laid {
  const { work } = own
  const places = placesOf(own, shift)
  const size = sizeOf(own, shift)
  const [{ corner } = { corner: { x: 0, y: 0 } }] = places
  const place = ({ x, y }: Place): Place => ({
    x: tidy(x - own.low.x + corner.x),
    y: tidy(y - own.low.y + corner.y),
  })
  const one = {
    pins: pinsOf(own, offOf(own), place),
    screws: screwsOf(own, place, size.z.mm),
    rests: contacts.flatMap(({ inSetup, role }) => (role === 'rest' ? [place(inSetup)] : [])),
    reliefs: cuts.flatMap((cut) =>
      throughHoles(own, work, cut).map(({ at, radius }) => ({
        ...place(at),
        diameterMm: tidy(2 * radius + RELIEF.wider),
        deepMm: Math.min(RELIEF.deep, size.z.mm / 2),
      })),
    ),
  }
  const table = tableOf(own, size)
  const holes = holesOf(one, table, gridOf(own))
  const single: Part = {
    ...newPart(`Plate for ${work.part.name}`.slice(0, 80), size),
    unit: work.part.unit,
    features: [...holes],
  }
  return { one, places, table, size, holes, single, place }
}

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
      ...besideHoles(
        right.features.filter((one) => one.kind === 'hole'),
        shift,
      ),
    ],
  }
}

const besideTroubles = (
  { plate, work }: OnPlate,
  beside: PlatedWith['beside'],
): readonly string[] => {
  if (!beside) return []
  if ('trouble' in beside) return [beside.trouble]
  const other = work.workshop.plates.find(({ id }) => id === beside.plate)
  return other && other.height - other.padHeight !== plate.height - plate.padHeight
    ? [
        `${beside.name.charAt(0).toUpperCase()}${beside.name.slice(1)} is held on ${other.name}, which is not as thick: let both name the same plate.`,
      ]
    : beside.design.troubles.map((trouble) => `Beside it: ${trouble}`)
}

const earOf = ({ holding }: OnPlate): number => (holding.slots.mm > 0 ? EAR_MM : 0)

/** How the parts follow each other. */
const gridOf = ({ high, holding, low }: OnPlate): PlateGrid => ({
  columns: holding.columns,
  rows: holding.rows,
  step: {
    x: tidy(high.x - low.x + holding.gap.mm),
    y: tidy(high.y - low.y + holding.gap.mm),
  },
})

/** The parts all the same way round, the first at the front left. */
function placesOf(own: OnPlate, away: Place): readonly PlatePlace[] {
  const { holding } = own
  const { step } = gridOf(own)
  return Array.from({ length: holding.rows }, (_, row) =>
    Array.from({ length: holding.columns }, (__, column): PlatePlace => {
      const shift = { x: tidy(column * step.x), y: tidy(row * step.y) }
      return {
        column: column + 1,
        row: row + 1,
        shift,
        corner: {
          x: tidy(PLATE_BEYOND_MM + earOf(own) + away.x + shift.x),
          y: tidy(PLATE_BEYOND_MM + away.y + shift.y),
        },
      }
    }),
  ).flat()
}

function sizeOf(own: OnPlate, away: Place): Part['size'] {
  const { high, holding, low, plate } = own
  const over = (length: number, count: number): number =>
    count * length + (count - 1) * holding.gap.mm + 2 * PLATE_BEYOND_MM
  const pitch = holding.grid?.mm ?? 0
  // A plate with a grid is whole pitches long, so that the grid goes on beside it.
  const whole = (mm: number): number => tidy(pitch > 0 ? Math.ceil(mm / pitch - 1e-9) * pitch : mm)
  return {
    x: { mm: whole(over(high.x - low.x, holding.columns) + 2 * earOf(own) + away.x) },
    y: { mm: whole(over(high.y - low.y, holding.rows) + away.y) },
    z: { mm: tidy(plate.height - plate.padHeight) },
  }
}

/** Four screws in the two outermost slots that the plate reaches, with a dowel between at each end; two where it reaches one slot. */
function tableOf({ holding }: OnPlate, { x, y }: Part['size']): PlateDesign['table'] {
  const slots = holding.slots.mm
  if (slots <= 0) return { screws: [], dowels: [] }
  const middle = y.mm / 2
  const apart = Math.floor((y.mm - 2 * EDGE_MM) / slots + 1e-9) * slots
  const ends = [EDGE_MM, x.mm - EDGE_MM].map(tidy)
  const at = (...up: number[]): readonly Place[] =>
    ends.flatMap((end) => up.map((by) => ({ x: end, y: tidy(middle + by) })))
  const aside = Math.max(0, middle - EDGE_MM)
  return apart > 0
    ? { screws: at(-apart / 2, apart / 2), dowels: at(0) }
    : { screws: at(0), dowels: at(aside) }
}

function tooLarge({ work }: OnPlate, { x, y }: Part['size']): readonly string[] {
  const { name, travel } = work.machine
  return x.mm > travel.x || y.mm > travel.y
    ? [
        `The plate is ${x.mm.toFixed(0)} × ${y.mm.toFixed(0)} mm; ${name} travels ${travel.x} × ${travel.y}. Put fewer parts on it.`,
      ]
    : []
}
