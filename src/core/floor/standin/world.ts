import { type PlanePoint, turnPlane } from '../../ground/geometry'
import { Metal, type WorkMesh } from './metal'

export const WORK = 'work'

const metals = new WeakMap<WorkMesh, Metal>()

function metalOf({ work }: World): Metal | undefined {
  if (!work) return undefined
  const known = metals.get(work)
  if (known) return known
  const made = new Metal(work)
  metals.set(work, made)
  return made
}

/** What stands there as upright blocks: all of it, but for work of a shape of its own. */
const blocks = ({ boxes, work }: World): readonly WorldBox[] =>
  work ? boxes.filter(({ name }) => name !== WORK) : boxes

/** An upright block of metal, in the frame of the vise: X along the jaw, Y towards the fixed jaw, Z over the bed; mm. */
export interface WorldBox {
  readonly name: string
  readonly low: PlanePoint
  readonly high: PlanePoint
  readonly bottom: number
  readonly top: number
}

/** An upright hole in the work, same frame. */
export interface WorldHole {
  readonly name: string
  readonly at: PlanePoint
  readonly diameter: number
  readonly bottom: number
  readonly top: number
}

/** What stands on the simulated machine, and what is wrong with it. */
export interface World {
  /** Middle of the fixed jaw's face at the bed, machine coordinates, mm; and how far the vise is turned. */
  readonly vise: {
    readonly x: number
    readonly y: number
    readonly z: number
    readonly turnRad: number
  }
  readonly boxes: readonly WorldBox[]
  readonly holes: readonly WorldHole[]
  /** The work as it is, where it is more than a block: then its box is only what it stands within. */
  readonly work?: WorkMesh | undefined
  /** Ends of the travels, machine coordinates, mm. */
  readonly ends: Readonly<Record<'x' | 'y' | 'z', readonly [number, number]>>
  readonly backlashMm: number
  /** How closely an axis and an instrument repeat, ± mm. */
  readonly repeatMm: number
}

/** A place of the machine in the frame of the vise. */
export const inVise = ({ vise }: World, at: PlanePoint): PlanePoint =>
  turnPlane({ x: at.x - vise.x, y: at.y - vise.y }, -vise.turnRad)

/** A place of the vise in the machine. */
export function inMachine({ vise }: World, at: PlanePoint): PlanePoint {
  const turned = turnPlane(at, vise.turnRad)
  return { x: vise.x + turned.x, y: vise.y + turned.y }
}

/** Distance from a point to a rectangle, mm; negative inside. */
function toRectangle(p: PlanePoint, low: PlanePoint, high: PlanePoint): number {
  const dx = Math.max(low.x - p.x, p.x - high.x)
  const dy = Math.max(low.y - p.y, p.y - high.y)
  return dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy)
}

/** The hole that a tip hangs in, if it hangs in one. `over` is its height over the bed. */
export function holeAround(world: World, at: PlanePoint, over: number): WorldHole | undefined {
  const p = inVise(world, at)
  return world.holes.find(
    (hole) =>
      over < hole.top &&
      over >= hole.bottom &&
      Math.hypot(p.x - hole.at.x, p.y - hole.at.y) < hole.diameter / 2,
  )
}

/**
 * Distance from the middle of an upright tip to the nearest upright face at its height, mm; negative
 * when the middle is within metal, Infinity when nothing stands that high.
 */
export function toNearestWall(world: World, at: PlanePoint, over: number): number {
  const hole = holeAround(world, at, over)
  const p = inVise(world, at)
  if (hole) return hole.diameter / 2 - Math.hypot(p.x - hole.at.x, p.y - hole.at.y)
  return blocks(world)
    .filter((box) => over < box.top)
    .reduce(
      (least, box) => Math.min(least, toRectangle(p, box.low, box.high)),
      metalOf(world)?.toWall(p, over) ?? Infinity,
    )
}

/** Height over the bed of what lies under a place: the bed itself when nothing does. */
export function topUnder(world: World, at: PlanePoint): number {
  const p = inVise(world, at)
  const hole = world.holes.find((h) => Math.hypot(p.x - h.at.x, p.y - h.at.y) < h.diameter / 2)
  if (hole) return hole.bottom
  return blocks(world)
    .filter((box) => toRectangle(p, box.low, box.high) <= 0)
    .reduce((most, box) => Math.max(most, box.top), metalOf(world)?.under(p) ?? 0)
}
