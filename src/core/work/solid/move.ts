import {
  applyMotion,
  type Frame,
  type Motion,
  type Point,
  scale,
  turnDirection,
} from '../../ground/geometry'
import { cornerOf } from '../../ground/mesh'
import { type Ring } from '../../ground/outline'
import { type FaceShape, type Solid, type SolidFace } from './solid'
import { boundsOfSolid } from './bounds'

/**
 * A solid in other axes, and in another measure where the file's unit was wrong.
 *
 * @param times - what every length is multiplied by before it is moved, more than 0.
 */
export function moveSolid<To extends Frame, From extends Frame>(
  solid: Solid<From>,
  motion: Motion<To, From>,
  times = 1,
): Solid<To> {
  const at = (p: Point<From>): Point<To> => applyMotion(motion, times === 1 ? p : scale(p, times))
  const direction = (p: Point<From>): Point<To> => turnDirection(motion, p)
  const faces = solid.faces.map((face): SolidFace<To> => ({
    index: face.index,
    areaMm2: face.areaMm2 * times * times,
    at: at(face.at),
    edges: face.edges,
    misfitMm: face.misfitMm,
    ...movedShape(face, at, direction, times),
  }))
  const edges = solid.edges.map((edge) => ({ ...edge, points: edge.points.map(at) }))
  const positions = new Float32Array(solid.mesh.positions.length)
  for (let v = 0; v < positions.length / 3; v++) {
    const { x, y, z } = at(cornerOf<From>(solid.mesh, v))
    positions.set([x, y, z], 3 * v)
  }
  const mesh = { ...solid.mesh, positions }
  return {
    faces,
    edges,
    mesh,
    volumeMm3: solid.volumeMm3 * times ** 3,
    areaMm2: solid.areaMm2 * times * times,
    ...boundsOfSolid({ faces, mesh }),
  }
}

function movedShape<To extends Frame, From extends Frame>(
  face: SolidFace<From>,
  at: (p: Point<From>) => Point<To>,
  direction: (p: Point<From>) => Point<To>,
  times: number,
): FaceShape<To> {
  switch (face.kind) {
    case 'plane':
      return {
        kind: 'plane',
        plane: {
          at: at(face.plane.at),
          across: direction(face.plane.across),
          out: direction(face.plane.out),
        },
        rings: face.rings.map((ring): Ring =>
          ring.map((c) => ({ ...c, x: c.x * times, y: c.y * times })),
        ),
      }
    case 'cylinder': {
      const { isHollow, radiusMm, sweepRad } = face
      const [from, to] = [at(face.from), at(face.to)]
      return { kind: 'cylinder', from, to, radiusMm: radiusMm * times, sweepRad, isHollow }
    }
    case 'cone': {
      const { endRadiusMm, isHollow, radiusMm, sweepRad } = face
      return {
        kind: 'cone',
        from: at(face.from),
        to: at(face.to),
        radiusMm: radiusMm * times,
        endRadiusMm: endRadiusMm * times,
        sweepRad,
        isHollow,
      }
    }
    case 'sphere': {
      const { isHollow, radiusMm } = face
      return { kind: 'sphere', centre: at(face.centre), radiusMm: radiusMm * times, isHollow }
    }
    case 'torus':
      return { kind: 'torus', tubeMm: face.tubeMm * times, isHollow: face.isHollow }
    case 'free':
      return { kind: 'free' }
  }
}
