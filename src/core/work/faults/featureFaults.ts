import { AXES, type Axis, type Point } from '../../ground/geometry'
import { capital, type Finding, finding } from '../../ground/finding'
import {
  axisOf,
  type Box,
  type Feature,
  placePoint,
  planeOf,
  refLabel,
  removedBox,
  sizeAlong,
} from '../part'
import { type Drawn } from './drawn'

/** Less metal than this beside or under what is milled bends away from the cutter, mm (common practice, no source). */
const LEAST_MM = 1
const SAME_MM = 1e-6

interface Taken {
  readonly feature: Feature
  readonly box: Box
}

/** Pockets, slots, steps and bosses: what they leave at the edges, under them, and of each other. */
export function featureFaults(drawn: Drawn): readonly Finding[] {
  const { part } = drawn
  const taken = part.features.flatMap((feature): Taken[] => {
    const box = removedBox(part, feature)
    return box ? [{ feature, box }] : []
  })
  return [
    ...taken.flatMap((one) => edgeFaults(drawn, one)),
    ...taken.flatMap((one, i) =>
      taken.slice(i + 1).flatMap((other) => pairFaults(drawn, one, other)),
    ),
    ...part.features.flatMap((feature) =>
      feature.kind === 'boss' ? bossFaults(drawn, feature, taken) : [],
    ),
  ]
}

/** Thin metal to an edge, or under a floor. */
function edgeFaults({ length, part }: Drawn, { box, feature }: Taken): Finding[] {
  const about = { feature: feature.id }
  const found: Finding[] = []
  const left = (axis: Axis): number[] => [box.low[axis], sizeAlong(part, axis) - box.high[axis]]
  const depth = axisOf(feature.on)
  const beside = AXES.filter((axis) => axis !== depth).flatMap(left)
  const edge = Math.min(...beside.filter((mm) => mm > SAME_MM))
  if (edge < LEAST_MM)
    found.push(
      finding(
        'feature.edge',
        undefined,
        `${capital(refLabel(part, feature.id))} leaves ${length(edge)} to the edge.`,
        'A wall that thin bends away from the cutter (common practice). Ask whether the drawing means it.',
        about,
      ),
    )
  const floor = Math.max(...left(depth))
  if (floor > SAME_MM && floor < LEAST_MM)
    found.push(
      finding(
        'feature.floor',
        undefined,
        `${capital(refLabel(part, feature.id))} leaves ${length(floor)} under its floor.`,
        'It rings and bulges as it is cut (common practice). Ask whether the drawing means it.',
        about,
      ),
    )
  return found
}

/** How far two stretches share each other, mm; less than nothing by what is between them. */
const shared = (a: Box, b: Box, axis: Axis): number =>
  Math.min(a.high[axis], b.high[axis]) - Math.max(a.low[axis], b.low[axis])

const isWithin = (a: Box, b: Box): boolean =>
  AXES.every(
    (axis) => a.low[axis] >= b.low[axis] - SAME_MM && a.high[axis] <= b.high[axis] + SAME_MM,
  )

function pairFaults({ length, part }: Drawn, a: Taken, b: Taken): Finding[] {
  for (const [inner, outer] of [
    [a, b],
    [b, a],
  ] as const)
    if (isWithin(inner.box, outer.box))
      return [
        finding(
          'feature.gone',
          undefined,
          `Nothing is left of ${refLabel(part, inner.feature.id)}.`,
          `${capital(refLabel(part, outer.feature.id))} takes all of it away. Take it off the drawing, or check the sizes.`,
          { feature: inner.feature.id },
        ),
      ]
  const shares = AXES.map((axis) => shared(a.box, b.box, axis))
  const names = `${refLabel(part, a.feature.id)} and ${refLabel(part, b.feature.id)}`
  const about = { feature: b.feature.id }
  if (shares.every((mm) => mm > SAME_MM)) {
    if (a.feature.on === b.feature.on && isNested(a, b)) return []
    const [x, y, z] = shares
    return [
      finding(
        'feature.overlap',
        undefined,
        `${capital(names)} cut into each other.`,
        `Over ${length(x ?? 0)} × ${length(y ?? 0)} × ${length(z ?? 0)}. Meant? The corners that they leave are the cutter’s.`,
        about,
      ),
    ]
  }
  const between = shares.filter((mm) => mm <= SAME_MM)
  const [gap = 0] = between
  if (between.length !== 1 || gap > -SAME_MM || -gap >= LEAST_MM) return []
  return [
    finding(
      'feature.wall',
      undefined,
      `Between ${names} ${length(-gap)} is left.`,
      'A web that thin bends away from the cutter (common practice). Ask whether the drawing means it.',
      about,
    ),
  ]
}

/** One deeper than the other, and within it seen from their face: a stepped pocket. */
function isNested(a: Taken, b: Taken): boolean {
  const flat = ({ box }: Taken): Box => {
    const axis = axisOf(a.feature.on)
    const level = (p: Point<'part'>): Point<'part'> => ({ ...p, [axis]: 0 })
    return { low: level(box.low), high: level(box.high) }
  }
  return isWithin(flat(a), flat(b)) || isWithin(flat(b), flat(a))
}

type Boss = Extract<Feature, { kind: 'boss' }>

/** A boss that hangs over an edge, or that something else cuts into. */
function bossFaults({ length, part }: Drawn, boss: Boss, taken: readonly Taken[]): Finding[] {
  const middle = placePoint(part, boss.on, boss.place)
  const radius = boss.diameter.mm / 2
  const plane = planeOf(boss.on)
  const edge = Math.min(
    ...plane.map((axis) => Math.min(middle[axis], sizeAlong(part, axis) - middle[axis])),
  )
  const over: Finding[] =
    edge >= radius - SAME_MM
      ? []
      : [
          finding(
            'feature.edge',
            undefined,
            `${capital(refLabel(part, boss.id))} hangs over the edge by ${length(radius - edge)}.`,
            'Only what stands on the block can be cut round. Move it in, or make it smaller.',
            { feature: boss.id },
          ),
        ]
  const cut = taken.filter(({ box, feature }) => {
    if (feature.on !== boss.on) return false
    const out = plane.map((axis) =>
      Math.max(0, box.low[axis] - middle[axis], middle[axis] - box.high[axis]),
    )
    return Math.hypot(...out) < radius - SAME_MM
  })
  return [
    ...over,
    ...cut.map(({ feature }) =>
      finding(
        'feature.overlap',
        undefined,
        `${capital(refLabel(part, feature.id))} cuts into ${refLabel(part, boss.id)}.`,
        'Meant? Then cut the boss first, so that its round stays whole up to the cut.',
        { feature: feature.id },
      ),
    ),
  ]
}
