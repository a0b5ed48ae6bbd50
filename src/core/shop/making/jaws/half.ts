import { sharpEndMills } from '../../workshop'
import { type PlanePoint, point } from '../../../ground/geometry'
import {
  isWithin,
  rectangleRing,
  type Region,
  type Ring,
  ringsOfRegion,
} from '../../../ground/outline'
import {
  box,
  type Plane,
  prism,
  type Recipe,
  round,
  slantOff,
  stripsAlong,
} from '../../../ground/recipe'
import { DOWEL_DIAMETERS_MM, screwInCounterbore } from '../../../handbook/standards'
import {
  footOf,
  headsReach,
  type InSoftJaws,
  MOUTH_MM,
  screwBackOf,
  seatOf,
  shiftsOf,
} from '../../holding'
import { underWedges, wedgesOf } from './lean'
import { gapsOf } from './measure'
import { milledBy } from './milled'
import { type Pocket } from './pocket'
import {
  type Half,
  type JawHalf,
  type JawPin,
  type JawKernel,
  type JawTrouble,
  type PlaneBounds,
  type UnderHole,
} from './types'

/** The groove at the foot of the walls: no wider than this, so deep, mm (common practice, no source). */
const WIDEST_GROOVE_MM = 3
export const GROOVE_DEEP_MM = 0.5
/** A channel across the floor: so wide and deep, mm (common practice, no source). */
export const CHANNEL = { wideMm: 6, deepMm: 2 } as const
/** Under a hole that comes through: wider by this, so deep, mm (common practice, no source). */
const [UNDER_WIDER_MM, UNDER_DEEP_MM] = [3, 6]

/** Where a half lies, seen from above. */
function blankOf({ blank, gapY }: InSoftJaws, half: Half): PlaneBounds {
  const [x0, x1] = [-blank.width / 2, blank.width / 2]
  return half === 'fixed'
    ? { low: { x: x0, y: gapY[0] }, high: { x: x1, y: gapY[0] + blank.thickness } }
    : { low: { x: x0, y: gapY[1] - blank.thickness }, high: { x: x1, y: gapY[1] } }
}

/** One half with its pocket as the cutter makes it, measured against the part. */
export function halfOf(
  own: InSoftJaws,
  kernel: JawKernel,
  half: Half,
  pocket: Pocket,
  outline: readonly Ring[],
  holes: readonly { readonly at: PlanePoint; readonly radius: number }[],
): { readonly made: JawHalf; readonly trouble: readonly JawTrouble[] } {
  const bounds = blankOf(own, half)
  const milled = (radiusMm: number) => milledBy(kernel, pocket, half, bounds, radiusMm)
  const { cutsPart, region, reliefs } = milled(own.cutter.diameter / 2)
  const profile = ringsOfRegion(kernel.cut([rectangleRing(bounds.low, bounds.high)], region))
  const floor = kernel.cut(region, underWedges(own, half, profile))
  const groove = ringsOfRegion(grooveOf(own, kernel, floor, bounds))
  const channels = ringsOfRegion(channelsOf(own, kernel, floor, bounds))
  const under = underHoles(own, bounds, holes)
  const pins = half === 'fixed' ? pinsOf(own) : []
  return {
    made: {
      half,
      ...bounds,
      profile,
      groove,
      channels,
      reliefs,
      under,
      pins,
      body: bodyOf(own, half, bounds, { channels, groove, pins, profile, under }),
      ...gapsOf(outline, { ...bounds, profile, reliefs }),
    },
    trouble: cutsPart ? [tooThick(own, half, (radiusMm) => !milled(radiusMm).cutsPart)] : [],
  }
}

function tooThick(
  { cutter, work }: InSoftJaws,
  half: Half,
  isMade: (radiusMm: number) => boolean,
): JawTrouble {
  const fits = sharpEndMills(work.workshop)
    .filter(({ diameter }) => diameter < cutter.diameter)
    .sort((a, b) => b.diameter - a.diameter)
    .find(({ diameter }) => isMade(diameter / 2))
  return {
    code: 'cutter',
    sentence: `${cutter.name} does not get into the pocket of the ${half} half. ${
      fits
        ? `${fits.name} does.`
        : 'No end mill of the workshop does: hold it another way, or grip less deep.'
    }`,
  }
}

/** How deep the floor may be cut into, clear of the heads of the screws, mm; less than nothing where it may not. */
const overHeadsMm = ({ blank, floorZ }: Pick<InSoftJaws, 'blank' | 'floorZ'>): number =>
  floorZ - headsReach(blank) - 1

/** Pockets in the floor of a half under what comes through there, clear of the heads of its screws. */
function underHoles(
  { blank, floorZ }: InSoftJaws,
  { high, low }: PlaneBounds,
  holes: readonly { readonly at: PlanePoint; readonly radius: number }[],
): readonly UnderHole[] {
  const overHeads = overHeadsMm({ blank, floorZ })
  return holes.flatMap(({ at: { x, y }, radius }) => {
    const radiusMm = radius + UNDER_WIDER_MM / 2
    const isOver =
      x > low.x - radiusMm && x < high.x + radiusMm && y > low.y - radiusMm && y < high.y + radiusMm
    const deepMm = Math.min(UNDER_DEEP_MM, overHeads)
    return isOver && deepMm > 0 ? [{ at: { x, y }, radiusMm, deepMm }] : []
  })
}

/** A dowel stands in the floor by so much of its own thickness (common practice, no source). */
const PIN_DEEP = 2

/** The pin of the fixed half: the largest dowel that its head can be turned from, reamed for it. */
function pinsOf(own: InSoftJaws): readonly JawPin[] {
  const { floorZ, pin } = own
  if (!pin) return []
  const { at, headMm } = pin
  const shankMm = DOWEL_DIAMETERS_MM.find((d) => d >= headMm) ?? headMm
  const deepMm = Math.min(PIN_DEEP * shankMm, floorZ / 2)
  return shiftsOf(own).map((by) => ({ at: { x: at.x + by, y: at.y }, shankMm, headMm, deepMm }))
}

/** Along the foot of the walls, for the cutter's corner radius and for burrs; none where no cutter is small enough. */
function grooveOf(
  own: InSoftJaws,
  kernel: JawKernel,
  milled: Region,
  { high, low }: PlaneBounds,
): Region {
  const small = grooveCutter(own)
  if (!small) return []
  const inner = kernel.grow(milled, -small.diameter, 'sharp')
  return kernel.meet(kernel.cut(milled, inner), [rectangleRing(low, high)])
}

/** Straight across the floor and out at the gap, evenly over its length; a cutter as wide as that makes each in one pass. */
function channelsOf(
  own: InSoftJaws,
  kernel: JawKernel,
  milled: Region,
  { high, low }: PlaneBounds,
): Region {
  const { channels = 0 } = own.holding
  if (overHeadsMm(own) < CHANNEL.deepMm) return []
  const xs = kernel
    .meet(milled, [rectangleRing(low, high)])
    .flatMap((ring) => ring.map(({ x }) => x))
  if (channels === 0 || xs.length === 0) return []
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)]
  const radius = CHANNEL.wideMm / 2
  const inside = kernel.grow(milled, -radius, 'round')
  const middles = Array.from({ length: channels }, (_, i) => {
    const x = x0 + ((x1 - x0) * (2 * i + 1)) / (2 * channels)
    // Past the gap, so that it is open there.
    return rectangleRing(
      { x: x - HAIR_MM, y: low.y - 2 * radius },
      { x: x + HAIR_MM, y: high.y + 2 * radius },
    )
  })
  const swept = kernel.grow(kernel.meet(inside, middles), radius - HAIR_MM, 'round')
  return kernel.meet(kernel.meet(swept, milled), [rectangleRing(low, high)])
}

/** A line that a cutter follows has this width to each side, so that it is an area, mm. */
const HAIR_MM = 0.01

/** The smallest end mill, where it is small enough for the groove. */
export const grooveCutter = ({ work }: InSoftJaws) =>
  sharpEndMills(work.workshop)
    .filter(({ diameter }) => diameter <= WIDEST_GROOVE_MM)
    .sort((a, b) => a.diameter - b.diameter)[0]

const level = (z: number): Plane<'setup'> => ({
  at: point(0, 0, z),
  across: point(1, 0, 0),
  out: point(0, 0, 1),
})
/** Off the edge of the blank by more than this it is a wall that was cut, mm; how far a chamfer reaches over its edge. */
const [CUT_MM, OVER_MM] = [1e-3, 0.2]

/** What the chamfer at the mouth takes off the walls that were cut, not off the edges of the blank. */
function mouthOf(
  { topZ }: InSoftJaws,
  { high, low }: PlaneBounds,
  profile: readonly Ring[],
): readonly Recipe<'setup'>[] {
  const isOnBlank = (a: PlanePoint, b: PlanePoint): boolean =>
    (['x', 'y'] as const).some((axis) =>
      [low, high].some((side) => [a, b].every((p) => Math.abs(p[axis] - side[axis]) < CUT_MM)),
    )
  const rings = profile.map((ring) =>
    ring.map((corner, i) => ({
      ...corner,
      open: corner.bulge === undefined && isOnBlank(corner, ring[(i + 1) % ring.length] ?? corner),
    })),
  )
  return stripsAlong(
    { plane: level(topZ), rings, isFloor: (at) => !isWithin(profile, at) },
    slantOff(MOUTH_MM, MOUTH_MM, OVER_MM),
    'metal',
    OVER_MM,
  )
}

/** The holes by which a blank is screwed to its jaw, with their heads let into the side of the gap; from above where it is the top of two pieces. */
function screwHolesOf(
  { blank }: InSoftJaws,
  half: Half,
  { high, low }: PlaneBounds,
): readonly Recipe<'setup'>[] {
  const screw = screwInCounterbore(blank.headDiameter)
  if (!screw) return []
  const { clearanceMm, counterbore } = screw
  const into = half === 'fixed' ? 1 : -1
  const gapY = half === 'fixed' ? low.y : high.y
  const middle = (low.x + high.x) / 2
  return [-1, 1].flatMap((side) => {
    const x = middle + (side * blank.screwApart) / 2
    if (blank.baseHeight !== undefined) {
      const upright = (from: number, to: number, diameterMm: number): Recipe<'setup'> =>
        round(at(from), at(to), diameterMm / 2)
      const at = (z: number) => point<'setup'>(x, gapY + into * screwBackOf(blank), z)
      return [
        upright(seatOf(blank), blank.height + OVER_MM, counterbore.diameterMm),
        upright(footOf(blank) - OVER_MM, blank.height, clearanceMm),
      ]
    }
    const hole = (fromMm: number, toMm: number, diameterMm: number): Recipe<'setup'> =>
      round(
        point(x, gapY + into * fromMm, blank.screwHeight),
        point(x, gapY + into * toMm, blank.screwHeight),
        diameterMm / 2,
      )
    return [
      hole(-OVER_MM, counterbore.depthMm, counterbore.diameterMm),
      hole(0, high.y - low.y + OVER_MM, clearanceMm),
    ]
  })
}

function bodyOf(
  own: InSoftJaws,
  half: Half,
  bounds: PlaneBounds,
  {
    channels,
    groove,
    pins,
    profile,
    under,
  }: Pick<JawHalf, 'channels' | 'groove' | 'pins' | 'profile' | 'under'>,
): Recipe<'setup'> {
  const { floorZ, topZ } = own
  const { high, low } = bounds
  const from = footOf(own.blank)
  const foot = box<'setup'>(point(low.x, low.y, from), point(high.x, high.y, floorZ))
  const walls = profile.map((ring) => prism(level(floorZ), [ring], topZ - floorZ))
  const wedges = wedgesOf(own, half, profile, level(floorZ))
  const whole: Recipe<'setup'> = { kind: 'united', of: [foot, ...walls, ...wedges] }
  const by: readonly Recipe<'setup'>[] = [
    ...(groove.length > 0 ? [prism(level(floorZ - GROOVE_DEEP_MM), groove, GROOVE_DEEP_MM)] : []),
    ...channels.map((ring) => prism(level(floorZ - CHANNEL.deepMm), [ring], CHANNEL.deepMm)),
    ...pins.map(({ at: { x, y }, deepMm, shankMm }) =>
      round<'setup'>(point(x, y, floorZ - deepMm), point(x, y, floorZ), shankMm / 2),
    ),
    ...under.map(({ at: { x, y }, deepMm, radiusMm }) =>
      round<'setup'>(point(x, y, floorZ - deepMm), point(x, y, floorZ), radiusMm),
    ),
    ...mouthOf(own, bounds, profile),
    ...screwHolesOf(own, half, bounds),
  ]
  return { kind: 'cut', from: whole, by }
}
