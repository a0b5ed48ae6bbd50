import { dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { acrossOf, type Plane } from '../../ground/recipe'
import { boundsOfSolid } from './bounds'
import {
  circleThrough,
  fitCone,
  fitCylinder,
  fitPlane,
  fitSphere,
  meanOf,
  type Sample,
  sweepOf,
  unit,
} from './fit'
import { ringOf, SPLINE_MISFIT_MM } from './rings'
import {
  type FaceShape,
  type RawBody,
  type RawFace,
  type RawSurface,
  type Solid,
  type SolidEdge,
  type SolidFace,
} from './solid'

type At = Point<'file'>

/** What a kernel said of a body, made into faces that are what they are in truth, with their outlines. */
export function assembleSolid(raw: RawBody): Solid {
  const facesOf = raw.edges.map((): number[] => [])
  raw.faces.forEach((face, index) => {
    for (const edge of new Set(face.wires.flat())) facesOf[edge]?.push(index)
  })
  const edges = raw.edges.map((edge, i): SolidEdge => ({ ...edge, faces: facesOf[i] ?? [] }))
  const faces = raw.faces.map((face, index): SolidFace => {
    const { misfitMm, shape } = shapeOf(face, edges)
    const middle = face.samples[face.samples.length >> 1] ?? face.samples[0]
    return {
      index,
      areaMm2: face.areaMm2,
      at: middle?.at ?? { x: 0, y: 0, z: 0 },
      edges: [...new Set(face.wires.flat())],
      misfitMm,
      ...shape,
    }
  })
  return {
    faces,
    edges,
    mesh: raw.mesh,
    volumeMm3: raw.volumeMm3,
    areaMm2: raw.areaMm2,
    ...boundsOfSolid({ faces, mesh: raw.mesh }),
  }
}

interface Shaped {
  readonly shape: FaceShape
  readonly misfitMm?: number
}

function shapeOf(face: RawFace, edges: readonly SolidEdge[]): Shaped {
  const { samples, surface } = face
  switch (surface.kind) {
    case 'plane':
      return { shape: planeOf(face, edges) }
    case 'cylinder':
    case 'cone':
      return { shape: roundOf(surface, samples) ?? { kind: 'free' } }
    case 'sphere': {
      const found = fitSphere(samples)
      return {
        shape: found
          ? { kind: 'sphere', ...found, isHollow: looksAt(samples, found.centre) }
          : { kind: 'free' },
      }
    }
    case 'torus':
      return { shape: { kind: 'torus', tubeMm: 0, isHollow: false } }
    case 'free':
      return fitted(face, edges)
  }
}

/** A plane with its first axis along its longest straight edge, its outlines in it, the outer one first. */
function planeOf(face: RawFace, edges: readonly SolidEdge[]): FaceShape {
  const own = face.wires.map((wire) => wire.map((i) => edges[i] as SolidEdge))
  const out = unit(meanOf(face.samples.map((s) => s.out)))
  const at = face.samples[0]?.at ?? { x: 0, y: 0, z: 0 }
  const plane: Plane<'file'> = { at, out, across: longestIn(own.flat(), out) }
  return { kind: 'plane', plane, rings: own.map((wire) => ringOf(plane, wire)) }
}

function longestIn(edges: readonly SolidEdge[], out: At): At {
  let [best, length]: [At | undefined, number] = [undefined, 0]
  for (const { kind, points } of edges) {
    if (kind !== 'line') continue
    const along = subtract(points[points.length - 1] as At, points[0] as At)
    if (norm(along) > length + 1e-6) [best, length] = [along, norm(along)]
  }
  if (!best) return acrossOf(out)[0]
  return unit(subtract(best, scale(out, dot(best, out))))
}

/** A cylinder or a cone from the circles at its ends. */
function roundOf(
  surface: RawSurface & { kind: 'cylinder' | 'cone' },
  samples: readonly Sample[],
): FaceShape | undefined {
  const [first, second] = surface.ends.map((three) => {
    const [a, b, c] = three as [At, At, At]
    const circle = circleThrough(a, b, c)
    return circle ?? (norm(subtract(a, b)) < 1e-7 ? { centre: a, radiusMm: 0 } : undefined)
  })
  if (!first || !second || norm(subtract(first.centre, second.centre)) < 1e-9) return undefined
  const [wide, narrow] = second.radiusMm > first.radiusMm ? [second, first] : [first, second]
  const common = {
    from: wide.centre,
    to: narrow.centre,
    radiusMm: wide.radiusMm,
    sweepRad: surface.sweepRad,
    isHollow: looksIn(samples, wide.centre, narrow.centre),
  }
  return surface.kind === 'cylinder'
    ? { kind: 'cylinder', ...common }
    : { kind: 'cone', ...common, endRadiusMm: narrow.radiusMm }
}

/** Whether the directions out of the metal look towards an axis. */
function looksIn(samples: readonly Sample[], from: At, to: At): boolean {
  const along = unit(subtract(to, from))
  const inwards = samples.filter(({ at, out }) => {
    const by = subtract(at, from)
    return dot(out, subtract(by, scale(along, dot(by, along)))) < 0
  })
  return inwards.length * 2 > samples.length
}

const looksAt = (samples: readonly Sample[], centre: At): boolean =>
  samples.filter(({ at, out }) => dot(out, subtract(centre, at)) > 0).length * 2 > samples.length

/** What a spline is in truth, if it is one of the named kinds. */
function fitted(face: RawFace, edges: readonly SolidEdge[]): Shaped {
  const { samples } = face
  const plane = fitPlane(samples)
  if (plane.misfitMm < SPLINE_MISFIT_MM) {
    const flat = samples.map((s) => ({ at: s.at, out: plane.out }))
    return { shape: planeOf({ ...face, samples: flat }, edges), misfitMm: plane.misfitMm }
  }
  const cylinder = fitCylinder(samples)
  if (cylinder && cylinder.misfitMm < SPLINE_MISFIT_MM) {
    const { from, misfitMm, radiusMm, to } = cylinder
    const about = { sweepRad: wholeTurn(face, from, to), isHollow: looksIn(samples, from, to) }
    return { shape: { kind: 'cylinder', from, to, radiusMm, ...about }, misfitMm }
  }
  const cone = fitCone(samples)
  if (cone && cone.misfitMm < SPLINE_MISFIT_MM) {
    const { misfitMm, ...of } = cone
    const about = {
      sweepRad: wholeTurn(face, of.from, of.to),
      isHollow: looksIn(samples, of.from, of.to),
    }
    return { shape: { kind: 'cone', ...of, ...about }, misfitMm }
  }
  const sphere = fitSphere(samples)
  if (sphere && sphere.misfitMm < SPLINE_MISFIT_MM)
    return {
      shape: {
        kind: 'sphere',
        centre: sphere.centre,
        radiusMm: sphere.radiusMm,
        isHollow: looksAt(samples, sphere.centre),
      },
      misfitMm: sphere.misfitMm,
    }
  return { shape: { kind: 'free' } }
}

/** What is closed goes all the way; else samples go round in steps: what lacks no more than one of them does too. */
function wholeTurn({ isClosed, samples }: RawFace, from: At, to: At): number {
  if (isClosed) return 2 * Math.PI
  const sweep = sweepOf(samples, from, to)
  const step = (2 * Math.PI) / Math.max(6, Math.sqrt(samples.length) - 1)
  return sweep > 2 * Math.PI - 1.05 * step ? 2 * Math.PI : sweep
}
