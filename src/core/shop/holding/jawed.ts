import { capital, type Finding, finding } from '../../ground/finding'
import { point } from '../../ground/geometry'
import { box } from '../../ground/recipe'
import { isSide } from '../../work/part'
import { type Cut } from '../../work/stock'
import { type Parallels } from '../workshop'
import { lowestOpenCut, throughHoles } from './cuts'
import { type Inspected, type Solid, type Spot, type Standing } from './kind'
import { byId, type Placed, placed, type Work } from './work'

/** From the table to the bed of a vise that does not say, mm (common practice, no source). */
export const USUAL_BED_MM = 65

/** What of a vise stands about the work, whichever of its jaws moves; lengths mm. */
export interface Jaws {
  readonly name: string
  readonly jawWidth: number
  readonly jawHeight: number
  readonly opening: number
}

/** What a person chooses of how work stands between jaws, beside the vise. */
export interface BetweenJaws {
  readonly parallels: string
  readonly stop: 'left' | 'right' | 'none'
  readonly shift: { readonly mm: number }
}

/** Work on two parallels between jaws. Setup frame: X along the jaws with 0 at their middle, Z up with 0 at the bed. */
export interface Jawed extends Placed {
  readonly work: Work
  readonly parallels: Parallels
  /** Depth held between the jaws, mm; 0 or less when the jaws do not reach the work. */
  readonly gripMm: number
  /** Height of the work over the top of the jaws, mm. */
  readonly aboveMm: number
  /** Middles of the two parallels: at the back jaw, at the front jaw. */
  readonly parallelY: readonly [number, number]
  /** Length along X in which jaws and work face each other. */
  readonly jawSpan: readonly [number, number]
  readonly stopX: number | undefined
}

/**
 * Lays work between jaws.
 *
 * @param backAt - where in Y the face at the back comes, by how deep the work is, mm.
 */
export function betweenJaws(
  jaws: Jaws,
  { parallels: pair, shift, stop }: BetweenJaws,
  work: Work,
  backAt: (depthMm: number) => number,
): Jawed {
  const parallels = byId(work.workshop.parallels, pair)
  const block = placed(work, (low, high) =>
    point(
      shift.mm - (low.x + high.x) / 2,
      backAt(high.y - low.y) - high.y,
      parallels.height - low.z,
    ),
  )
  const { high, low } = block
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (high.y - low.y) / 4),
  )
  return {
    ...block,
    work,
    parallels,
    gripMm: jaws.jawHeight - parallels.height,
    aboveMm: high.z - jaws.jawHeight,
    parallelY: [high.y - inset, low.y + inset],
    jawSpan: [Math.max(low.x, -jaws.jawWidth / 2), Math.min(high.x, jaws.jawWidth / 2)],
    stopX: stop === 'none' ? undefined : stop === 'left' ? low.x : high.x,
  }
}

/** Rests on the parallels: two at the back, which takes the line, or three; of two vises in line one in each. */
export function parallelRests(
  { faceAt, high, low, parallels, parallelY }: Jawed,
  middles: readonly number[] = [0],
): readonly Spot[] {
  const [first = 0, second] = middles
  const middleX = second === undefined ? (low.x + high.x) / 2 : (first + second) / 2
  const half =
    second === undefined
      ? (Math.min(high.x - low.x, parallels.length) / 2) * 0.8
      : (second - first) / 2
  const rest = (id: string, x: number, y: number, by: 'fixed' | 'moving'): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, y, low.z),
    by,
  })
  return [
    rest('rest1', middleX - half, parallelY[0], 'fixed'),
    rest('rest2', middleX + half, parallelY[0], 'fixed'),
    rest('rest3', second === undefined ? middleX : first, parallelY[1], 'moving'),
  ]
}

/** The stop, where there is one. */
export const jawStop = (
  { faceAt, gripMm, high, low, stopX }: Jawed,
  stop: BetweenJaws['stop'],
): readonly Spot[] =>
  stopX === undefined || stop === 'none'
    ? []
    : [
        {
          id: 'stop1',
          role: 'stop',
          surface: faceAt[stop],
          at: point(stopX, (low.y + high.y) / 2, low.z + Math.max(1, gripMm) / 2),
        },
      ]

const JAW_DEEP_MM = 25
const BED_MM = 6
const STOP_MM = 12

/** Bed, jaws, parallels and stop as they stand, the jaws by their names: at the back, at the front. */
export function jawSolids(
  jaws: Jaws,
  own: Jawed,
  stop: BetweenJaws['stop'],
  names: readonly [string, string],
  middles: readonly number[] = [0],
): readonly Solid[] {
  const { gripMm, high, low, stopX } = own
  const pieces = middles.flatMap((x) => viseSolids(jaws, own, names, x, middles.length > 1))
  if (stopX === undefined) return pieces
  const [stop0, stop1] = stop === 'left' ? [stopX - STOP_MM, stopX] : [stopX, stopX + STOP_MM]
  const middle = (low.y + high.y) / 2
  return [
    ...pieces,
    {
      name: 'stop',
      shape: box(
        point(stop0, middle - STOP_MM / 2, low.z),
        point(stop1, middle + STOP_MM / 2, low.z + gripMm / 2),
      ),
    },
  ]
}

/** One vise: bed, jaws by their names, and the parallels in it. */
function viseSolids(
  jaws: Jaws,
  { high, low, parallels, parallelY }: Jawed,
  [back, front]: readonly [string, string],
  middle: number,
  isPair: boolean,
): readonly Solid[] {
  const half = jaws.jawWidth / 2
  const jaw = (name: string, y0: number, y1: number): Solid => ({
    name,
    tone: 'hatch',
    shape: box(point(middle - half, y0, 0), point(middle + half, y1, jaws.jawHeight)),
  })
  const t = parallels.thickness / 2
  const under = isPair ? middle : (low.x + high.x) / 2
  const [x0, x1] = [under - parallels.length / 2, under + parallels.length / 2]
  return [
    {
      name: 'bed',
      shape: box(
        point<'setup'>(middle - half, low.y - JAW_DEEP_MM, -BED_MM),
        point(middle + half, high.y + JAW_DEEP_MM, 0),
      ),
    },
    jaw(back, high.y, high.y + JAW_DEEP_MM),
    jaw(front, low.y - JAW_DEEP_MM, low.y),
    ...parallelY.map((y): Solid => ({
      name: 'parallel',
      ref: 'parallels',
      shape: box(point(x0, y - t, 0), point(x1, y + t, low.z)),
    })),
  ]
}

/** So far over the jaws a face can be touched beside them, mm. */
const TOUCH_OVER_MM = 3

/** What jaws cover. */
export function coveredByJaws({
  aboveMm,
  faceAt: { away, down, guide },
}: Jawed): Pick<Standing, 'held' | 'hidden'> {
  const rest =
    'The jaws or the parallels hide it. Take the zero of the vise, or raise the part on higher parallels.'
  const hide = (face: typeof down) => ({ face, rest })
  return {
    held: [guide, away].map((face) => ({
      face,
      what: 'is held by the jaws here.',
      rest: 'It cannot be cut where it is gripped. Turn the part so that it is up, or at an end.',
    })),
    hidden: [hide(down), ...(aboveMm <= TOUCH_OVER_MM ? [hide(guide), hide(away)] : [])],
  }
}

/** Grip, the height of the cut over the jaw, the parallels, what is drilled into. */
export const jawedFindings = (
  jaws: Jaws,
  own: Jawed,
  inspected: Inspected,
  blockedMm?: number,
): readonly Finding[] => [
  ...gripFindings(jaws, own, inspected, blockedMm),
  ...cutBelow(jaws, own, inspected),
  ...drilledInto(own, inspected),
]

/**
 * Whether the jaws open wide enough, reach, and grip enough; whether the parallels have room.
 *
 * @param blockedMm - so much of what stands out has a block behind it.
 */
export function gripFindings(
  jaws: Jaws,
  own: Jawed,
  { index: i, length }: Inspected,
  blockedMm = 0,
): readonly Finding[] {
  const { gripMm, high, jawSpan, low, parallels } = own
  const found: Finding[] = []
  const width = high.y - low.y
  if (width > jaws.opening)
    found.push(
      finding(
        'grip.too-wide',
        i,
        'The work is wider than the vise opens.',
        `${length(width)} against ${length(jaws.opening)}. Turn it, or take another vise.`,
      ),
    )
  const tall = high.z - low.z - blockedMm
  const gripped = Math.min(gripMm, high.z - low.z)
  if (gripped <= 0 || jawSpan[1] <= jawSpan[0]) {
    found.push(
      finding(
        'grip.none',
        i,
        'The jaws do not reach the work.',
        `The parallels stand ${length(parallels.height)} high, the jaws ${length(jaws.jawHeight)}. Take lower parallels.`,
      ),
    )
  } else if (gripped < Math.max(3, tall / 6)) {
    found.push(
      finding(
        'grip.shallow',
        i,
        `Only ${length(gripped)} is gripped.`,
        `The work stands ${length(tall)} tall${blockedMm > 0 ? ', less the block behind it' : ''}; grip at least a sixth of that, ${length(Math.max(3, tall / 6))} (common practice). Lower parallels grip more, and a block behind tall work takes the push of the cut. An estimate: the machine's and holder's own limits decide.`,
      ),
    )
  }
  if (2 * parallels.thickness > width)
    found.push(
      finding(
        'parallels.outside',
        i,
        'The parallels do not stand within the part.',
        `Two of ${length(parallels.thickness)} side by side are wider than the work, ${length(width)}. Take thinner ones.`,
      ),
    )
  return found
}

/** What is cut lower than the jaws are high, beside what stands out past them. */
export function cutBelow(
  jaws: Jaws,
  own: Placed & { readonly work: Work },
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const found: Finding[] = []
  for (const op of ops) {
    const again = found.some((f) => f.feature === op.feature)
    const bottom =
      again || isClearOfJaws(jaws, own, op) ? undefined : lowestOpenCut(own, own.work, op)
    if (bottom !== undefined && bottom < jaws.jawHeight - 1e-9)
      found.push(
        finding(
          'jaw.cut-below',
          index,
          `${capital(name(op.feature))} is cut below the top of the jaws.`,
          `By ${length(jaws.jawHeight - bottom)}: the cutter meets the jaw. Take parallels higher by as much, or hold it another way.`,
          { feature: op.feature },
        ),
      )
  }
  return found
}

const drilledInto = (own: Jawed, { index, name, ops }: Inspected): readonly Finding[] =>
  ops.flatMap((op) =>
    drillsParallel(own, op)
      ? [
          finding(
            'parallels.drilled',
            index,
            `${capital(name(op.feature))} breaks through into a parallel.`,
            'Move that parallel aside, or put spacers under the part.',
            { feature: op.feature },
          ),
        ]
      : [],
  )

/** So far past the jaws an end of the work is clear of them, mm. */
const CLEAR_MM = 3

/** An end of the work that stands out past the jaws is cut beside them. */
function isClearOfJaws(
  { jawWidth }: Jaws,
  { faceAt, high, low, work }: Placed & { readonly work: Work },
  { feature }: Cut,
): boolean {
  if (!isSide(feature) || feature === work.up) return false
  const overhang = feature === faceAt.right ? high.x - jawWidth / 2 : -jawWidth / 2 - low.x
  return overhang >= CLEAR_MM
}

function drillsParallel(own: Jawed, op: Cut): boolean {
  const { high, low, parallels, parallelY, work } = own
  return throughHoles(own, work, op).some(
    ({ at, radius }) =>
      parallelY.some((y) => Math.abs(at.y - y) < parallels.thickness / 2 + radius) &&
      Math.abs(at.x - (low.x + high.x) / 2) < parallels.length / 2,
  )
}
