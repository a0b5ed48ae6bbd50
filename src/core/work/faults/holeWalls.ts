import { type HolePlace } from '../part'
import { type Finding } from '../../ground/finding'

/** Least metal beside a hole, as a part of its diameter and in mm (common practice, no source). */
export const LEAST_WALL = 0.25
export const LEAST_WALL_MM = 1
export const radiusOf = ({ hole }: HolePlace): number => hole.diameter.mm / 2
export const headRadius = ({ hole }: HolePlace): number =>
  hole.head.kind === 'none' ? hole.diameter.mm / 2 : hole.head.diameter.mm / 2
export const leastWall = (radius: number): number =>
  Math.max(LEAST_WALL_MM, LEAST_WALL * 2 * radius)

/** The worst hole of each feature, so that a row of fifty does not make fifty findings. */
export class Worst {
  private readonly byKey = new Map<
    string,
    { mm: number; make: (more: number) => Finding; count: number }
  >()

  add(key: string, mm: number, make: (more: number) => Finding): void {
    const found = this.byKey.get(key)
    if (!found) this.byKey.set(key, { mm, make, count: 1 })
    else {
      found.count++
      if (mm < found.mm) Object.assign(found, { mm, make })
    }
  }

  get findings(): readonly Finding[] {
    return [...this.byKey.values()].map(({ count, make }) => make(count - 1))
  }
}

export const andMore = (more: number): string => (more > 0 ? ` So do ${more} more.` : '')
