import {
  add,
  cross,
  dot,
  norm,
  planeDistance,
  type PlanePoint,
  type Point,
  scale,
  subtract,
} from '../../../ground/geometry'
import { cornerOf, type Mesh } from '../../../ground/mesh'
import { acrossOf } from '../../../ground/recipe'
import { fitCircle, fitCone, type FittedCircle, fitSphere, type Sample, sweepOf } from '../fit'
import { type RawSurface } from '../solid'
import { type Region, type Regions } from './regions'

type At = Point<'file'>

/** A round surface that flat regions stand for. */
export interface Round {
  readonly regions: readonly number[]
  readonly surface: RawSurface
  readonly isClosed: boolean
}

/** Flats that meet at more than this are not two facets of one round, rad: twelve of them make a turn. */
const MOST_STEP_RAD = (31 * Math.PI) / 180
const LEAST_STEP_RAD = (0.3 * Math.PI) / 180
/** Facets of one round are of one width; the flat that runs into it is wider. */
const MOST_WIDTH_RATIO = 1.3
/** So many facets at least make a round; two could be a bent sheet. */
const LEAST_FACETS = 3

/** Finds what is round among flat regions: cylinders facet by facet, then cones and spheres in what is left. */
export function findRounds(mesh: Mesh, regions: Regions, sizeMm: number): readonly Round[] {
  const used = new Set<number>()
  const near = Math.max(2e-4, 4e-6 * sizeMm)
  const rounds: Round[] = []
  regions.all.forEach((region, a) => {
    for (const b of region.beside.keys()) {
      if (used.has(a)) break
      if (used.has(b) || b < a) continue
      const found = cylinderFrom(mesh, regions, a, b, used, near)
      if (!found) continue
      for (const own of found.regions) used.add(own)
      rounds.push(found)
    }
  })
  for (const group of bentGroups(regions, used)) {
    const found = otherRound(mesh, regions, group)
    if (!found) continue
    for (const own of group) used.add(own)
    rounds.push(found)
  }
  return rounds
}

const vertexSets = new WeakMap<Region, readonly number[]>()
export function verticesOf({ triangles }: Mesh, region: Region): readonly number[] {
  const known = vertexSets.get(region)
  if (known) return known
  const found = [
    ...new Set(
      region.triangles.flatMap((t) => [0, 1, 2].map((k) => triangles[3 * t + k] as number)),
    ),
  ]
  vertexSets.set(region, found)
  return found
}

const stepBetween = (a: Region, b: Region): number =>
  Math.acos(Math.max(-1, Math.min(1, dot(a.out, b.out))))

/** The cylinder of which two neighbouring flats are facets, with all further ones. */
function cylinderFrom(
  mesh: Mesh,
  { all }: Regions,
  first: number,
  second: number,
  used: ReadonlySet<number>,
  near: number,
): Round | undefined {
  const [a, b] = [all[first] as Region, all[second] as Region]
  const step = stepBetween(a, b)
  if (step < LEAST_STEP_RAD || step > MOST_STEP_RAD) return undefined
  const across = cross(a.out, b.out)
  const along = scale(across, 1 / norm(across))
  const [u, v] = acrossOf(along)
  const flat = (vertex: number) => {
    const p = cornerOf<'file'>(mesh, vertex)
    return { x: dot(p, u), y: dot(p, v) }
  }
  const flats = [a, b].map((region) => verticesOf(mesh, region).map(flat)) as [
    PlanePoint[],
    PlanePoint[],
  ]
  const widths = flats.map(widthOf)
  if (Math.max(...widths) > MOST_WIDTH_RATIO * Math.min(...widths)) return undefined
  const circle = fitCircle(flats.flat())
  if (!circle || circle.misfitMm > near || circle.radiusMm > 1e5) return undefined
  const { centre, radiusMm } = circle
  const isFacet = (region: Region): boolean =>
    Math.abs(dot(region.out, along)) < 2e-3 &&
    verticesOf(mesh, region).every((vertex) => {
      const p = flat(vertex)
      const away = Math.hypot(p.x - centre.x, p.y - centre.y)
      return away < radiusMm + 2 * near && away > radiusMm * Math.cos(step) - 2 * near
    })
  const found = grow(all, first, (next) => !used.has(next) && isFacet(all[next] as Region))
  if (found.length < LEAST_FACETS) return undefined
  return cylinderOf(
    mesh,
    found.map((i) => all[i] as Region),
    { along, circle, found, near, step },
  )
}

interface FoundFacets {
  readonly along: At
  readonly circle: FittedCircle
  readonly found: readonly number[]
  readonly near: number
  readonly step: number
}

/** The cylinder of all its facets: by the first two alone it would be too rough, since they are so near to each other. */
function cylinderOf(
  mesh: Mesh,
  facets: readonly Region[],
  { along, circle, found, near, step }: FoundFacets,
): Round {
  const [u, v] = acrossOf(along)
  const places = facets.flatMap((facet) =>
    verticesOf(mesh, facet).map((vertex) => cornerOf<'file'>(mesh, vertex)),
  )
  const heights = places.map((p) => dot(p, along))
  const { centre, radiusMm } = circle
  const rims = places
    .map((p) => ({ x: dot(p, u), y: dot(p, v) }))
    .filter((p) => Math.hypot(p.x - centre.x, p.y - centre.y) > radiusMm - 2 * near)
  const fitted = fitCircle(rims) ?? circle
  const axis = add(scale(u, fitted.centre.x), scale(v, fitted.centre.y))
  const [low, high] = [Math.min(...heights), Math.max(...heights)].map((h) =>
    add(axis, scale(along, h)),
  ) as [At, At]
  const samples = samplesOf(mesh, facets)
  const sweep = sweepOf(samples, low, high)
  const isClosed = sweep > 2 * Math.PI - 1.5 * step
  return {
    regions: found,
    isClosed,
    surface: {
      kind: 'cylinder',
      sweepRad: isClosed ? 2 * Math.PI : sweep,
      ends: [threeOn(low, along, fitted.radiusMm), threeOn(high, along, fitted.radiusMm)],
    },
  }
}

/** How wide a flat is that is seen from its edge. */
function widthOf(places: readonly PlanePoint[]): number {
  const [first] = places as [PlanePoint]
  const far = places.reduce((most, p) =>
    planeDistance(p, first) > planeDistance(most, first) ? p : most,
  )
  return Math.max(...places.map((p) => planeDistance(p, far)))
}

/** Regions reached from one through neighbours that may be taken. */
function grow(
  all: readonly Region[],
  first: number,
  mayTake: (next: number) => boolean,
): readonly number[] {
  const found = new Set([first])
  const queue = [first]
  while (queue.length > 0) {
    const region = all[queue.pop() as number] as Region
    for (const next of region.beside.keys()) {
      if (found.has(next) || !mayTake(next)) continue
      found.add(next)
      queue.push(next)
    }
  }
  return [...found]
}

/** Three places on a circle. */
function threeOn(centre: At, along: At, radiusMm: number): readonly At[] {
  const [u, v] = acrossOf(along)
  return [0, 1, 2].map((k) => {
    const angle = (2 * Math.PI * k) / 3
    return add(
      centre,
      add(scale(u, radiusMm * Math.cos(angle)), scale(v, radiusMm * Math.sin(angle))),
    )
  })
}

const samplesOf = (mesh: Mesh, regions: readonly Region[]): readonly Sample[] =>
  regions.flatMap((region) =>
    verticesOf(mesh, region).map((vertex) => ({
      at: cornerOf<'file'>(mesh, vertex),
      out: region.out,
    })),
  )

/** Regions that bend into each other by less than a facet's step and are not yet part of a round. */
function bentGroups({ all }: Regions, used: ReadonlySet<number>): readonly (readonly number[])[] {
  const seen = new Set(used)
  const groups: (readonly number[])[] = []
  all.forEach((_, first) => {
    if (seen.has(first)) return
    const queue = [first]
    const group = new Set([first])
    while (queue.length > 0) {
      const at = queue.pop() as number
      const region = all[at] as Region
      for (const next of region.beside.keys()) {
        if (group.has(next) || seen.has(next)) continue
        if (stepBetween(region, all[next] as Region) > MOST_STEP_RAD) continue
        group.add(next)
        queue.push(next)
      }
    }
    for (const one of group) seen.add(one)
    if (group.size >= LEAST_FACETS) groups.push([...group])
  })
  return groups
}

/** A share of the size of what is fitted that its vertices may be off. */
const FIT_SHARE = 1e-4

function otherRound(mesh: Mesh, { all }: Regions, group: readonly number[]): Round | undefined {
  const regions = group.map((i) => all[i] as Region)
  const samples = samplesOf(mesh, regions)
  const cone = fitCone(samples)
  if (cone && cone.misfitMm < Math.max(2e-4, FIT_SHARE * cone.radiusMm)) {
    const along = subtract(cone.to, cone.from)
    const sweep = sweepOf(samples, cone.from, cone.to)
    const isClosed = sweep > 2 * Math.PI - MOST_STEP_RAD * 1.5
    const ends = [
      threeOn(cone.from, along, cone.radiusMm),
      cone.endRadiusMm < 1e-3
        ? [cone.to, cone.to, cone.to]
        : threeOn(cone.to, along, cone.endRadiusMm),
    ] as const
    return {
      regions: group,
      isClosed,
      surface: { kind: 'cone', sweepRad: isClosed ? 2 * Math.PI : sweep, ends },
    }
  }
  const sphere = fitSphere(samples)
  if (sphere && sphere.misfitMm < Math.max(2e-4, FIT_SHARE * sphere.radiusMm))
    return { regions: group, isClosed: false, surface: { kind: 'sphere' } }
  return { regions: group, isClosed: false, surface: { kind: 'free' } }
}
