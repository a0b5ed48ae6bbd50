import { invertMotion, point, scale, turnDirection, type Point } from '@/core/ground/geometry'
import { type Part, type Surface } from '@/core/work/part'
import { fileMotion } from '@/core/work/revision'
import { type Lie } from './types'

/** How a part lies now, in the axes of its file. */
export function lieOf(part: Part): Lie {
  const [, y, z] = fileMotion(part).rows
  return { base: scale(z, -1), front: scale(y, -1) }
}

/** A direction of the part in the axes of its file. */
export const inFile = (part: Part, direction: Point<'part'>): Point<'file'> =>
  turnDirection(invertMotion(fileMotion(part)), direction)

/** The way out of a face that was picked; undefined where it is not flat. */
export function outOf(
  part: Part,
  ref: string,
  surfaces: ReadonlyMap<string, Surface>,
): Point<'part'> | undefined {
  const surface = surfaces.get(ref)
  if (surface) return surface.kind === 'plane' ? surface.normal : undefined
  const rest = part.model?.rest[Number(/^rest-(\d+)$/.exec(ref)?.[1]) - 1]
  if (rest?.kind !== 'flat' || !rest.surface) return undefined
  const { x, y, z } = rest.surface.plane.out
  return point(x, y, z)
}
