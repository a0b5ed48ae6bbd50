import { add, dot, norm, type Point, point, scale, subtract } from '../../ground/geometry'
import { capital, type Finding, finding } from '../../ground/finding'
import { type RayTree } from '../../ground/mesh'
import { acrossOf } from '../../ground/recipe'
import { lengthWords, printDegrees } from '../../handbook/units'
import { holesOf, type HolePlace, refLabel } from '../../work/part'
import { type PlannedCut } from './left'

type At = Point<'part'>

/** Places round the rim of a hole at which it is looked what the drill meets. */
const RIM = 12
/** The rim a hair inside, so that a wall that was drilled so is not met itself. */
const INSIDE = 0.97
/** A face that leans more than this under a drill makes it run off, rad (common practice, no source). */
const STEEP_RAD = (8 * Math.PI) / 180
/** Beyond this part of the way round a drill has metal on one side only. */
const MOST_MISSING = 1 / 6
/** A gap in the metal shorter than this is none, mm. */
const GAP_MM = 0.2

/** What a straight way through metal meets: from where to where it is in metal, mm from the mouth. */
type Stretch = readonly [number, number]

/** Whether a drill meets its metal squarely, leaves it so, and stays in it: by the metal that is there at that moment. */
export function drilledFindings(cut: PlannedCut, metal: RayTree<'part'>): readonly Finding[] {
  const { op, planned } = cut
  const { part } = planned
  const places = holesOf(part).filter(({ hole }) => hole.id === op.feature)
  for (const place of places) {
    const found = findingOf(cut, metal, place, places.length)
    if (found) return [found]
  }
  return []
}

function findingOf(
  { planned: { index, part } }: PlannedCut,
  metal: RayTree<'part'>,
  place: HolePlace,
  count: number,
): Finding | undefined {
  const name = refLabel(part, count > 1 ? place.key : place.hole.id)
  const about = { feature: place.hole.id }
  const length = (mm: number): string => lengthWords(mm, part.unit)
  const deep = norm(subtract(place.end, place.mouth))
  const rays = raysOf(metal, place)
  const [middle, ...rim] = rays
  const met = rim.filter((stretches) => stretches.length > 0)
  if (met.length === 0)
    return finding(
      'metal.air',
      index,
      `${capital(name)} is drilled into air.`,
      'There is no metal left where it goes by then. Drill it before that is cut away, or take it off.',
      about,
    )
  if (met.length < rim.length * (1 - MOST_MISSING))
    return finding(
      'metal.half',
      index,
      `The drill for ${name} has metal on one side only.`,
      'By then a part of what it goes through is cut away: it runs off to the open side. Drill it before that, or mill it.',
      about,
    )
  return alongFinding(place, { index, name, length, middle: middle ?? [], met, deep })
}

interface Along {
  readonly index: number
  readonly name: string
  readonly length: (mm: number) => string
  readonly middle: readonly Stretch[]
  readonly met: readonly (readonly Stretch[])[]
  readonly deep: number
}

/** How the drill meets its metal, goes through it and leaves it. */
function alongFinding(
  place: HolePlace,
  { deep, index, length, met, middle, name }: Along,
): Finding | undefined {
  const about = { feature: place.hole.id }
  const radius = place.hole.diameter.mm / 2
  const entry = leanOf(
    met.map(([first]) => first?.[0] ?? 0),
    radius,
  )
  if (entry > STEEP_RAD)
    return finding(
      'metal.enters-slope',
      index,
      `The drill for ${name} meets a face that leans ${printDegrees(round(entry))} by then.`,
      'It runs off down the slope. First a flat with an end mill, or the slope after the hole; then a short stiff drill (common practice).',
      about,
    )
  const gap = widestGap([middle, ...met], deep)
  if (gap > GAP_MM)
    return finding(
      'metal.crosses',
      index,
      `The drill for ${name} runs through an open space of ${length(gap)}.`,
      'It catches where it comes out and where it enters again. Drill it before what it crosses, or slowly; then deburr inside.',
      about,
    )
  if (place.hole.extent.kind !== 'through') return undefined
  const exit = leanOf(
    met.map((stretches) => stretches[stretches.length - 1]?.[1] ?? 0),
    radius,
  )
  return exit > STEEP_RAD
    ? finding(
        'metal.leaves-slope',
        index,
        `The drill for ${name} leaves through a face that leans ${printDegrees(round(exit))} by then.`,
        'It grabs as it breaks through on one side. Drill before that face is cut, or go slowly at the end (common practice).',
        about,
      )
    : undefined
}

const round = (rad: number): number => (Math.round((rad * 180) / Math.PI) * Math.PI) / 180

/** How a face leans whose places across a hole lie so deep, rad. */
const leanOf = (depths: readonly number[], radius: number): number =>
  Math.atan((Math.max(...depths) - Math.min(...depths)) / (2 * radius * INSIDE))

/** The longest way without metal between metal, down to the depth of the hole, mm. */
const widestGap = (rays: readonly (readonly Stretch[])[], deep: number): number =>
  Math.max(
    0,
    ...rays.flatMap((stretches) =>
      stretches.slice(1).map(([from], i) => (from < deep ? from - (stretches[i]?.[1] ?? from) : 0)),
    ),
  )

/** What lies along the axis of a hole and along its rim, from the mouth inwards; of a blind hole as deep as it is. */
function raysOf(
  metal: RayTree<'part'>,
  { end, hole, mouth }: HolePlace,
): readonly (readonly Stretch[])[] {
  const along = scale(subtract(end, mouth), 1 / norm(subtract(end, mouth)))
  const [u, v] = acrossOf(along)
  const radius = (hole.diameter.mm / 2) * INSIDE
  const deep = hole.extent.kind === 'through' ? Infinity : dot(subtract(end, mouth), along)
  const rim = Array.from({ length: RIM }, (_, i): At => {
    const angle = (2 * Math.PI * (i + 0.37)) / RIM
    return add(mouth, add(scale(u, radius * Math.cos(angle)), scale(v, radius * Math.sin(angle))))
  })
  return [mouth, ...rim].map((at) => stretchesAlong(metal, at, along, deep))
}

/** A way begins so far outside of its mouth, mm: beyond any stock. */
const OUTSIDE_MM = 5000
/** Off the direction by so little, so that a ray does not run in a face. */
const ASIDE = 1e-7

function stretchesAlong(
  metal: RayTree<'part'>,
  at: At,
  along: At,
  deep: number,
): readonly Stretch[] {
  const way = add(along, point<'part'>(ASIDE, -2 * ASIDE, 3 * ASIDE))
  const from = subtract(at, scale(way, OUTSIDE_MM))
  const hits = metal
    .hits(from, way)
    .map(({ away }) => away - OUTSIDE_MM)
    .sort((a, b) => a - b)
  const stretches: Stretch[] = []
  for (let i = 0; i + 1 < hits.length; i += 2) {
    const [a, b] = [hits[i] ?? 0, Math.min(hits[i + 1] ?? 0, deep)]
    if (b - a > 1e-3) stretches.push([a, b])
  }
  return stretches
}
