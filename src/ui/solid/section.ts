import { type Axis } from '@/core/ground/geometry'
import { directionOf, type Part, type Surface } from '@/core/work/part'
import { type Section } from './scene'

/** How a solid is cut open: not, across an axis of the part, or along a face. */
export type Cut = 'none' | 'face' | Axis

/**
 * The plane at which a part is cut open, in its own axes.
 *
 * @param level - where, 0 to 100: along the axis, or from half the part outside of the face to half inside.
 */
export function sectionOf(
  part: Part,
  cut: Cut,
  level: number,
  face: Surface | undefined,
): Section | undefined {
  if (cut === 'none') return undefined
  if (cut === 'face') {
    if (!face) return undefined
    const out = directionOf(face)
    const at = face.kind === 'plane' ? face.at : face.from
    const deep = ((50 - level) / 50) * Math.hypot(part.size.x.mm, part.size.y.mm, part.size.z.mm)
    return {
      out,
      at: { x: at.x + out.x * deep, y: at.y + out.y * deep, z: at.z + out.z * deep },
    }
  }
  const zero = { x: 0, y: 0, z: 0 }
  const sign = cut === 'y' ? -1 : 1
  const share = sign > 0 ? level / 100 : 1 - level / 100
  return {
    out: { ...zero, [cut]: sign },
    at: { ...zero, [cut]: share * part.size[cut].mm },
  }
}
