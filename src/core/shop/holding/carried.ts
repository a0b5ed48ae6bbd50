import { figurePath, type Vise, type Workshop } from '../workshop'
import { applyMotion, norm, point, type Point, subtract, withAxis } from '../../ground/geometry'
import { type Bounds, boundsOfPoints, cornersOfBox } from '../../ground/recipe'
import { axisOf, normalOf, type PlaneSurface, type Side, signOf } from '../../work/part'
import { drawPieces, stopError, stopStay, storedStay } from './common'
import { type Jawed, jawSolids, jawStop, parallelRests, USUAL_BED_MM } from './jawed'
import { bedErrors, fixedJawErrors } from './jawedErrors'
import {
  type Anchored,
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
} from './kind'
import { missing } from './missing'
import { byId, type Placed, placed, type Work } from './work'

/** What is said of how something that goes with the part is gripped. */
export interface CarriedSo {
  readonly vise: string
  readonly parallels: string
  readonly stop: 'left' | 'right' | 'none'
}

/**
 * A part on or in something that goes with it from setup to setup, held by that in a vise. Setup frame: that of the
 * vise, X along the jaw with 0 at the middle of what is gripped, Y towards the fixed jaw with 0 at its face, Z up with
 * 0 at the bed.
 */
export interface Carried extends Placed {
  readonly work: Work
  readonly vise: Vise
  /** What goes with the part, as it lies at it. */
  readonly block: Bounds<'part'>
  /** That between the jaws, in the setup. */
  readonly jawed: Jawed
}

export function carriedIn(
  work: Work,
  block: Bounds<'part'>,
  { parallels: pair, stop, vise: id }: CarriedSo,
): Carried {
  const vise = byId(work.workshop.vises, id)
  const parallels = byId(work.workshop.parallels, pair)
  const seen = ({ setupFromPart }: Placed): Bounds<'setup'> =>
    boundsOfPoints(cornersOfBox(block).map((p) => applyMotion(setupFromPart, p)))
  const first = seen(placed(work, () => point(0, 0, 0)))
  const lying = placed(work, () =>
    point(-(first.low.x + first.high.x) / 2, -first.high.y, parallels.height - first.low.z),
  )
  const { high, low } = seen(lying)
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (high.y - low.y) / 4),
  )
  const half = vise.jawWidth / 2
  return {
    ...lying,
    work,
    vise,
    block,
    jawed: {
      ...lying,
      low,
      high,
      work,
      parallels,
      gripMm: Math.min(vise.jawHeight, high.z) - parallels.height,
      aboveMm: lying.high.z - vise.jawHeight,
      parallelY: [high.y - inset, low.y + inset],
      jawSpan: [Math.max(low.x, -half), Math.min(high.x, half)],
      stopX: stop === 'none' ? undefined : stop === 'left' ? low.x : high.x,
    },
  }
}

export const middleOf = ({ high, low }: Bounds<'part'>): Point<'part'> =>
  point((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)

/** How far it turns, where it lies so far off: about half of its diagonal away, rad. */
export const turnedRad = ({ high, low }: Bounds<'part'>, offMm: number): number =>
  offMm / Math.max(10, norm(subtract(high, low)) / 2)

/** A side of what goes with the part, as a plane of its own. */
export function carriedSide(block: Bounds<'part'>, owner: string, side: Side): PlaneSurface {
  const axis = axisOf(side)
  return {
    kind: 'plane',
    id: `${owner}.${side}`,
    owner,
    at: withAxis(middleOf(block), axis, signOf(side) > 0 ? block.high[axis] : block.low[axis]),
    normal: normalOf(side),
    corners: [],
  }
}

/**
 * As in a vise, on the sides of what goes with the part.
 *
 * @param isOwn - sides that are the part's own there.
 */
export function carriedSpots(
  { block, jawed }: Carried,
  { stop }: CarriedSo,
  owner: string,
  name: string,
  isOwn: (side: Side) => boolean = () => false,
): readonly Spot[] {
  const inset = (jawed.jawSpan[1] - jawed.jawSpan[0]) * 0.1
  const z = jawed.low.z + Math.max(1, jawed.gripMm) * 0.6
  const guides = [jawed.jawSpan[0] + inset, jawed.jawSpan[1] - inset].map((x, i): Spot => ({
    id: `guide${i + 1}`,
    role: 'guide',
    surface: jawed.faceAt.guide,
    at: point(x, 0, z),
  }))
  const end = stop === 'right' ? 'right' : 'left'
  return [...parallelRests(jawed), ...guides, ...jawStop(jawed, stop)].map((spot) => {
    const side = jawed.faceAt[spot.role === 'rest' ? 'down' : spot.role === 'guide' ? 'guide' : end]
    if (isOwn(side)) return spot
    const plane = carriedSide(block, owner, side)
    return { ...spot, surface: plane.id, on: { plane, name } }
  })
}

/** What zero is kept by: jaw, parallels and stop, at what they bear on. */
function carriedStays(
  { jawed, vise }: Carried,
  { stop }: CarriedSo,
  what: string,
): Standing['stays'] {
  const gear = { key: `vise ${vise.id}`, name: vise.name }
  const middle: Point<'setup'> = point(
    (jawed.low.x + jawed.high.x) / 2,
    (jawed.low.y + jawed.high.y) / 2,
    jawed.low.z,
  )
  const x = stopStay(jawed, stop, gear, vise.storedMm)
  return {
    x: stop === 'none' ? x : { ...x, where: `at the stop, the ${what}’s end` },
    y: storedStay('y', gear, {
      by: 'fixed jaw',
      where: `at the fixed jaw, the ${what}’s side`,
      at: 0,
      place: { ...middle, y: 0 },
      anchorAt: 0,
      mark: 'jaw',
      plusMinus: vise.storedMm,
      lights: ['jaw'],
    }),
    z: storedStay('z', gear, {
      by: 'parallels',
      where: `on the parallels, under the ${what}`,
      at: jawed.low.z,
      place: middle,
      anchorAt: 0,
      mark: 'bed',
      plusMinus: vise.storedMm,
      lights: ['parallels'],
      more: { name: 'the bed' },
    }),
  }
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function carriedErrors(
  { jawed, vise }: Carried,
  { inSetup, role }: Pick<Locator, 'role' | 'inSetup'>,
): readonly HeldError[] {
  if (role === 'stop') return [stopError(vise.stopMm, figurePath('vises', vise.id, 'stopMm'))]
  const middle = (jawed.parallelY[0] + jawed.parallelY[1]) / 2
  if (role === 'rest') return bedErrors(vise, RESTS, { x: inSetup.x, y: inSetup.y - middle })
  return fixedJawErrors(vise, jawed, inSetup)
}

/**
 * What of a standing is the vise's and that of what it grips.
 *
 * @param owner - what the gripped sides belong to: "frame".
 * @param what - how people call it: "dovetail".
 * @param along - what goes along with the part, as it stands.
 */
export function carriedStanding(
  own: Carried,
  so: CarriedSo,
  {
    along,
    owner,
    what,
  }: { readonly along: readonly Solid[]; readonly owner: string; readonly what: string },
) {
  const { jawed, vise } = own
  const solids = [...along, ...jawSolids(vise, jawed, so.stop, ['fixed jaw', 'moving jaw'])]
  return {
    clamps: [],
    solids,
    stays: carriedStays(own, so, what),
    mark: markOf(so, owner),
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: vise.tramPer100,
    comesBackMm: vise.stopMm,
    pivot: point<'setup'>(0, 0, jawed.low.z),
    hidden: [],
    guideY: 0,
    stopX: jawed.stopX,
    stopEnd: so.stop === 'none' ? undefined : so.stop,
    errors: (locator) => carriedErrors(own, locator),
    draw: (view, paper) =>
      drawPieces(own, { clamps: [], solids }, { name: vise.name, guide: '' }, view, paper),
  } satisfies Partial<Standing>
}

const markOf = ({ vise }: CarriedSo, owner: string): string => `vise ${vise}, ${owner}`

/** What stays on the machine of it. */
export const carriedAnchored = (so: CarriedSo, owner: string): Anchored => ({
  mark: markOf(so, owner),
  marks: {
    x: { mark: so.stop, was: `at the ${so.stop} before` },
    y: { mark: 'jaw' },
    z: { mark: 'bed' },
  },
})

/** What of its gear the workshop does not have. */
export const carriedIssues = ({ parallels, vise }: CarriedSo, workshop: Workshop) => [
  ...missing(workshop.vises, vise, 'vise', 'vise'),
  ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
]
