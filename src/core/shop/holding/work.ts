import {
  applyMotion,
  cross,
  dot,
  invertMotion,
  type Motion,
  type Point,
  point,
  turnDirection,
} from '../../ground/geometry'
import { normalOf, oppositeOf, type Part, SIDES, type Side, type Surface } from '../../work/part'
import { blockNow, type PartState } from '../../work/stock'
import { type Machine, type Workshop } from '../workshop'

/** What takes three points: what the part rests on, or what it is held against. */
export type Lead = 'rest' | 'jaw'

/** The part as it is to be held. */
export interface Work {
  readonly workshop: Workshop
  readonly machine: Machine
  readonly part: Part
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly before: PartState
  readonly up: Side
  /** The face that looks along the setup's Y: to the fixed jaw, to the fence. */
  readonly guide: Side
  readonly lead: Lead
}

export type Facing = 'up' | 'down' | 'guide' | 'away' | 'left' | 'right'

/** The block with its stock, as it stands in the frame of the setup. */
export interface Placed {
  readonly setupFromPart: Motion<'setup', 'part'>
  readonly partFromSetup: Motion<'part', 'setup'>
  readonly low: Point<'setup'>
  readonly high: Point<'setup'>
  /** Which face of the part is on which side of the setup. */
  readonly faceAt: Readonly<Record<Facing, Side>>
}

/** The directions of the part that point along X, Y and Z of a setup. */
export function setupAxes(
  up: Side,
  guide: Side,
): readonly [Point<'part'>, Point<'part'>, Point<'part'>] {
  const [y, z] = [normalOf(guide), normalOf(up)]
  return [cross(y, z), y, z]
}

/** The face that looks up most; the one that is up where the part does not lean. */
export const uppermost = ({ setupFromPart }: Pick<Placed, 'setupFromPart'>): Side =>
  SIDES.reduce((best, side) =>
    dot(normalOf(side), setupFromPart.rows[2]) > dot(normalOf(best), setupFromPart.rows[2]) + 1e-9
      ? side
      : best,
  )

/** The face that looks along a direction of the part. */
export function sideTowards(direction: Point<'part'>): Side {
  const found = SIDES.find((side) => dot(normalOf(side), direction) > 0.5)
  if (!found) throw new Error('direction is not along an axis of the part')
  return found
}

/**
 * Lays the block down.
 *
 * @param shiftOf - where the block goes, by its corners before it is moved.
 */
export function placed(
  { before, guide, part, up }: Work,
  shiftOf: (low: Point<'setup'>, high: Point<'setup'>) => Point<'setup'>,
): Placed {
  const rows = setupAxes(up, guide)
  const box = blockNow(part, before)
  const turned: Motion<'setup', 'part'> = { rows, shift: point(0, 0, 0) }
  const [a, b] = [turnDirection(turned, box.low), turnDirection(turned, box.high)]
  const low = point<'setup'>(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.min(a.z, b.z))
  const high = point<'setup'>(Math.max(a.x, b.x), Math.max(a.y, b.y), Math.max(a.z, b.z))
  const shift = shiftOf(low, high)
  const setupFromPart: Motion<'setup', 'part'> = { rows, shift }
  const moved = (p: Point<'setup'>): Point<'setup'> =>
    point(p.x + shift.x, p.y + shift.y, p.z + shift.z)
  const right = sideTowards(rows[0])
  return {
    setupFromPart,
    partFromSetup: invertMotion(setupFromPart),
    low: moved(low),
    high: moved(high),
    faceAt: {
      up,
      down: oppositeOf(up),
      guide,
      away: oppositeOf(guide),
      right,
      left: oppositeOf(right),
    },
  }
}

/** Finds a workshop item; what names it was checked against the workshop before. */
export function byId<T extends { readonly id: string }>(list: readonly T[], id: string): T {
  const found = list.find((item) => item.id === id)
  if (!found) throw new Error(`no item ${id} in the workshop`)
  return found
}

/** A point of the part in setup coordinates, rounded free of −0. */
export function toSetup(
  { setupFromPart }: Pick<Placed, 'setupFromPart'>,
  at: Point<'part'>,
): Point<'setup'> {
  const p = applyMotion(setupFromPart, at)
  return point(p.x + 0, p.y + 0, p.z + 0)
}
