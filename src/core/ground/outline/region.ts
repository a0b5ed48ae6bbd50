import { type PlanePoint } from '../geometry'
import { fitRing } from './fit'
import { type Ring } from './outline'

/** An area of a plane by closed runs of corners, mm: counter-clockwise about what is in it, clockwise about what is left out. */
export type Region = readonly (readonly PlanePoint[])[]

/** What is done with areas by a kernel that is handed in: all at once, on straight edges. */
export interface RegionKernel {
  unite(regions: readonly Region[]): Region
  cut(from: Region, by: Region): Region
  meet(a: Region, b: Region): Region
  /**
   * Everything within a distance of an area, or less than 0: everything in it that is so far from its edge.
   *
   * @param corners - corners that grow stay sharp, or become arcs about what they grew from.
   */
  grow(region: Region, byMm: number, corners: 'sharp' | 'round'): Region
}

/** Area within a run of corners, mm², less than 0 when it runs clockwise. */
export const loopArea = (loop: readonly PlanePoint[]): number =>
  loop.reduce((twice, p, i) => {
    const q = loop[(i + 1) % loop.length] as PlanePoint
    return twice + p.x * q.y - q.x * p.y
  }, 0) / 2

export const regionArea = (region: Region): number =>
  region.reduce((sum, loop) => sum + loopArea(loop), 0)

/** The same area without what is left out within it. */
export const filled = (region: Region): Region => region.filter((loop) => loopArea(loop) > 0)

/** An area as outlines of straight edges and arcs. */
export const ringsOfRegion = (region: Region): readonly Ring[] =>
  region.map((loop) => fitRing(loop)).filter((ring) => ring.length > 0)
