import { type AxisSurface, isSide, normalOf, type PlaneSurface } from '../../../work/part'
import { hasMetal, isThere, leaningSide, levelNow, planeNow } from '../../../work/stock'
import { applyMotion, dot, point, type Point } from '../../../ground/geometry'
import { type Cutter, type JawBlank, type Vise } from '../../workshop'
import { holesAlong, roundsAlong } from '../locators'
import { byId, type Facing, type Placed, placed, toSetup, type Work } from '../work'
import { type SoftJawsHolding } from './parameters'

/** Chamfer at the mouth of the pocket, mm (common practice, no source). */
export const MOUTH_MM = 0.5

/** A face of the part that lies against a wall of the jaws. */
export interface Bearing {
  readonly surface: string
  /** Where it is along the direction that it faces, where it stands out furthest within the step, in the setup, mm. */
  readonly at: number
  /** A side with its draft on goes in by this for each mm that it goes down, mm/mm; less than nothing where it comes out. */
  readonly leans: number
  readonly out: 1 | -1
  /** There is metal of that face within the step. */
  readonly isThere: boolean
}

/** A pin that stands in the floor of the fixed half. */
export interface Pinned {
  readonly surface: AxisSurface
  readonly at: Point<'setup'>
  readonly headMm: number
}

/** Play with which such a pin is made, and how far it reaches into the part, mm (common practice, no source). */
const PIN_PLAY_MM = 0.02

/**
 * A part as it stands in soft jaws. Setup frame: X along the jaw to the right with 0 at the middle of
 * the vise, Y towards the fixed jaw with 0 at the wall that locates, Z up with 0 at the bed of the vise.
 */
export interface InSoftJaws extends Placed {
  readonly work: Work
  readonly holding: SoftJawsHolding
  readonly vise: Vise
  readonly blank: JawBlank
  readonly cutter: Cutter
  /** Floor of the step, and the top of the jaws. */
  readonly floorZ: number
  readonly topZ: number
  /** Where the two halves end at the gap: the fixed one, the moving one. */
  readonly gapY: readonly [number, number]
  /** Faces at the walls: at the fixed half, at the moving half, at the end stop. */
  readonly fixed: Bearing
  readonly moving: Bearing
  readonly end: Bearing | undefined
  /** The hole that sits on a pin of the fixed half: its axis in the setup, the pin, mm. */
  readonly pin: Pinned | undefined
  /** The upright round that both halves are bored for, its axis in the setup. */
  readonly bored:
    { readonly surface: AxisSurface; readonly x: number; readonly radius: number } | undefined
}

export function inSoftJaws(holding: SoftJawsHolding, work: Work): InSoftJaws {
  const vise = byId(work.workshop.vises, holding.vise)
  const blank = byId(work.workshop.jawBlanks, holding.blank)
  const cutter = byId(work.workshop.cutters, holding.cutter)
  const topZ = blank.height
  const floorZ = topZ - holding.step.mm
  const lay = (back: number): Placed =>
    placed(work, (low, high) =>
      point(holding.shift.mm - (low.x + high.x) / 2, back - high.y, floorZ - low.z),
    )
  const first = lay(0)
  const own = { work, holding, vise, blank, cutter, floorZ, topZ }
  const round = roundsAlong(work.surfaces, normalOf(work.up)).find(({ id }) => id === holding.round)
  if (round) return inBore(own, first, lay, round)
  // Where a face that lies inside of the block's own bears, that face comes to the wall.
  const block = lay(-bearingOf(work, first, 'guide', floorZ, holding.step.mm).at)
  const [fixed, moving] = (['guide', 'away'] as const).map((facing) =>
    bearingOf(work, block, facing, floorZ, holding.step.mm),
  ) as [Bearing, Bearing]
  const middle = moving.at / 2
  const gapY = [middle + holding.gap.mm / 2, middle - holding.gap.mm / 2] as const
  const hole = holesAlong(work.surfaces, normalOf(work.up)).find(({ id }) => id === holding.pin)
  const axis = hole && toSetup(block, hole.from)
  const pin = hole &&
    axis && {
      surface: hole,
      at: point<'setup'>(axis.x, axis.y, floorZ),
      headMm: Math.round((hole.diameterMm - PIN_PLAY_MM) * 1000) / 1000,
    }
  return {
    ...block,
    ...own,
    gapY,
    fixed,
    moving,
    bored: undefined,
    pin,
    end:
      holding.stop === 'none' || pin
        ? undefined
        : bearingOf(work, block, holding.stop, floorZ, holding.step.mm, gapY[0] / 2),
  }
}

/** A round that stands upright in bored halves: its axis is at 0 in Y, and it bears all round. */
function inBore(
  own: Pick<InSoftJaws, 'work' | 'holding' | 'vise' | 'blank' | 'cutter' | 'floorZ' | 'topZ'>,
  first: Placed,
  lay: (back: number) => Placed,
  surface: AxisSurface,
): InSoftJaws {
  const { floorZ, holding, topZ, work } = own
  const block = lay(-toSetup(first, surface.from).y)
  const [a, b] = [toSetup(block, surface.from), toSetup(block, surface.to)]
  const radius = surface.diameterMm / 2
  const isThere =
    isThereNow(work, surface) &&
    Math.min(a.z, b.z) < topZ - MOUTH_MM &&
    Math.max(a.z, b.z) > floorZ + MOUTH_MM
  const bearing = (sign: 1 | -1): Bearing => ({
    surface: surface.id,
    at: sign * radius,
    leans: 0,
    out: sign,
    isThere,
  })
  return {
    ...block,
    ...own,
    gapY: [holding.gap.mm / 2, -holding.gap.mm / 2],
    fixed: bearing(1),
    moving: bearing(-1),
    end: undefined,
    pin: undefined,
    bored: { surface, x: a.x, radius },
  }
}

const isThereNow = ({ before, part }: Work, { owner }: AxisSurface): boolean =>
  isThere(part, before, owner)

/** Places along a face at which it is looked for metal, as parts of the work's size from its middle. */
const PLACES = [0, 0.12, -0.12, 0.25, -0.25, 0.38, -0.38, 0.46, -0.46]
/** So far up the step a wall bears, as a share of it; where it sets the work upright, there and there. */
export const UP = 0.6
export const UPRIGHT_AT = [0.85, 0.2] as const

const OUTWARD: Readonly<Record<'guide' | 'away' | 'left' | 'right', Point<'setup'>>> = {
  guide: point(0, 1, 0),
  away: point(0, -1, 0),
  left: point(-1, 0, 0),
  right: point(1, 0, 0),
}

/** The outermost flat face towards a wall that has metal within the step; the block's own where there is none. */
function bearingOf(
  work: Work,
  block: Placed,
  facing: keyof typeof OUTWARD & Facing,
  floorZ: number,
  stepMm: number,
  acrossAt?: number,
): Bearing {
  const out = OUTWARD[facing]
  const { before, part } = work
  const z = floorZ + stepMm * UP
  const [axis, across] = out.x === 0 ? (['y', 'x'] as const) : (['x', 'y'] as const)
  const sign = out[axis] > 0 ? 1 : -1
  const size = block.high[across] - block.low[across]
  const middle = (block.high[across] + block.low[across]) / 2
  const places = acrossAt === undefined ? PLACES.map((share) => middle + share * size) : [acrossAt]
  const rows = block.setupFromPart.rows
  const found = [...work.surfaces.values()]
    .filter((s): s is PlaneSurface => s.kind === 'plane')
    .filter(({ normal }) => dot(rows[axis === 'x' ? 0 : 1], normal) * sign > 1 - 1e-9)
    .flatMap((surface) => {
      const flat = flatAt(work, block, surface, out, [floorZ, floorZ + stepMm])
      return flat ? [{ surface, ...flat }] : []
    })
    .filter(({ at, surface }) =>
      places.some((place) => {
        const here = axis === 'x' ? point<'setup'>(at, place, z) : point<'setup'>(place, at, z)
        return hasMetal(part, before, surface, applyMotion(block.partFromSetup, here))
      }),
    )
    .sort((a, b) => (b.at - a.at) * sign)
  const [best] = found
  return best
    ? { surface: best.surface.id, at: best.at, leans: best.leans, out: sign, isThere: true }
    : {
        surface: block.faceAt[facing],
        at: sign > 0 ? block.high[axis] : block.low[axis],
        leans: 0,
        out: sign,
        isThere: false,
      }
}

/** A side that leans in along the wall is none to bear on, mm/mm. */
const ALONG = 1e-9

/** A face as a wall meets it: where it stands out furthest within the step, and how it leans there; nothing where it goes in along the wall. */
function flatAt(
  { before, part }: Work,
  block: Placed,
  surface: PlaneSurface,
  out: Point<'setup'>,
  [floorZ, topZ]: readonly [number, number],
): Pick<Bearing, 'at' | 'leans'> | undefined {
  const now = planeNow(part, before, surface)
  const axis = out.x === 0 ? 'y' : 'x'
  const cast =
    isSide(surface.id) && !before.cut.has(surface.id)
      ? leaningSide(part, surface.id, levelNow(part, before, surface.id))
      : undefined
  if (!cast) return { at: toSetup(block, now)[axis], leans: 0 }
  const [x, y, z] = block.setupFromPart.rows.map((row) => dot(row, cast.normal)) as [
    number,
    number,
    number,
  ]
  if (Math.abs(x * out.y - y * out.x) > ALONG) return undefined
  const leans = -z / (x * out.x + y * out.y)
  const at = toSetup(block, cast.at)
  return { at: at[axis] + out[axis] * leans * ((leans > 0 ? topZ : floorZ) - at.z), leans }
}

/** How far the wall that bears on a face goes in from its top to the floor for each mm, mm/mm. */
export const wallLeans = (
  { holding }: Pick<InSoftJaws, 'holding'>,
  { leans }: Pick<Bearing, 'leans'>,
): number => (holding.walls === 'draft' ? Math.max(0, leans) : 0)

/**
 * Where a face meets its wall: at what height, and where along the direction that it faces.
 *
 * @param share - so far up the step, as a share of it.
 */
export function meetsWall(
  { floorZ, holding, topZ }: Pick<InSoftJaws, 'floorZ' | 'holding' | 'topZ'>,
  { at, leans, out }: Bearing,
  share: number = UP,
): { readonly at: number; readonly z: number } {
  const up = floorZ + holding.step.mm * share
  if (leans === 0) return { at, z: up }
  // Against an upright wall it touches along one edge: at its wide end.
  if (wallLeans({ holding }, { leans }) === 0) return { at, z: leans > 0 ? topZ : floorZ }
  return { at: at - out * leans * (topZ - up), z: up }
}

/** How deep the pocket goes into each half from the gap, mm. */
export const depthInto = ({ fixed, gapY, moving }: InSoftJaws): readonly [number, number] => [
  fixed.at - gapY[0],
  gapY[1] - moving.at,
]

/** How far the parts that lie side by side in one pair are shifted along X, mm: the first not at all, the others to the right. */
export const shiftsOf = ({
  high,
  holding: { between, columns = 1 },
  low,
}: Pick<InSoftJaws, 'high' | 'holding' | 'low'>): readonly number[] =>
  Array.from({ length: columns }, (_, i) => i * (high.x - low.x + (between?.mm ?? 0)))
