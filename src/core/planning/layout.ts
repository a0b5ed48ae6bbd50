import type { AXES } from '../geometry'
import {
  applyMotion,
  cross,
  invertMotion,
  type Motion,
  type Point,
  point,
  turnDirection,
} from '../geometry'
import { normalOf, oppositeOf, type Part, SIDES, type Side } from '../part'
import { type Setup } from '../way'
import { type Machine, type Parallels, type Vise, type Workshop } from '../workshop'
import { envelope, type PartState } from './state'

/**
 * A part as it stands in a vise. Setup frame: X along the jaw to the right with 0 at the middle of
 * the vise, Y towards the fixed jaw with 0 at its face, Z up with 0 at the bed of the vise.
 */
export interface ViseLayout {
  readonly setupFromPart: Motion<'setup', 'part'>
  readonly partFromSetup: Motion<'part', 'setup'>
  /** The block with its stock, as it stands. */
  readonly low: Point<'setup'>
  readonly high: Point<'setup'>
  readonly machine: Machine
  readonly vise: Vise
  readonly parallels: Parallels
  /** Depth held between the jaws, mm; 0 or less when the jaws do not reach the work. */
  readonly gripMm: number
  /** Height of the work over the top of the jaws, mm. */
  readonly aboveMm: number
  /** Middles of the two parallels: at the fixed jaw, at the moving jaw. */
  readonly parallelY: readonly [number, number]
  /** Length along X in which jaws and work face each other. */
  readonly jawSpan: readonly [number, number]
  readonly stopX: number | undefined
  /** Which face of the part is on which side of the setup. */
  readonly faceAt: Readonly<Record<'up' | 'down' | 'jaw' | 'moving' | 'left' | 'right', Side>>
}

/** The direction of the part that points along each axis of the setup. */
export function setupAxes(
  setup: Pick<Setup, 'up' | 'toJaw'>,
): readonly [Point<'part'>, Point<'part'>, Point<'part'>] {
  const [y, z] = [normalOf(setup.toJaw), normalOf(setup.up)]
  return [cross(y, z), y, z]
}

export function sideTowards(direction: Point<'part'>): Side {
  const found = SIDES.find((side) => {
    const n = normalOf(side)
    return n.x * direction.x + n.y * direction.y + n.z * direction.z > 0.5
  })
  if (!found) throw new Error('direction is not along an axis of the part')
  return found
}

/** Lays the part in its vise. The document was checked: machine, vise and parallels exist. */
export function viseLayout(
  workshop: Workshop,
  part: Part,
  setup: Setup,
  state: PartState,
): ViseLayout {
  const machine = byId(workshop.machines, setup.machine)
  const vise = byId(workshop.vises, setup.holding.vise)
  const parallels = byId(workshop.parallels, setup.holding.parallels)
  const rows = setupAxes(setup)
  const box = envelope(part, state)
  const turned: Motion<'setup', 'part'> = { rows, shift: point(0, 0, 0) }
  const [a, b] = [turnDirection(turned, box.low), turnDirection(turned, box.high)]
  const low = point<'setup'>(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.min(a.z, b.z))
  const high = point<'setup'>(Math.max(a.x, b.x), Math.max(a.y, b.y), Math.max(a.z, b.z))
  const shift = point<'setup'>(
    setup.holding.shift.mm - (low.x + high.x) / 2,
    -high.y,
    parallels.height - low.z,
  )
  const setupFromPart: Motion<'setup', 'part'> = { rows, shift }
  const [lowPlaced, highPlaced] = [moved(low, shift), moved(high, shift)]
  const right = sideTowards(rows[0])
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (highPlaced.y - lowPlaced.y) / 4),
  )
  const stopX =
    setup.holding.stop === 'none'
      ? undefined
      : setup.holding.stop === 'left'
        ? lowPlaced.x
        : highPlaced.x
  return {
    setupFromPart,
    partFromSetup: invertMotion(setupFromPart),
    low: lowPlaced,
    high: highPlaced,
    machine,
    vise,
    parallels,
    gripMm: vise.jawHeight - parallels.height,
    aboveMm: highPlaced.z - vise.jawHeight,
    parallelY: [-inset, lowPlaced.y + inset],
    jawSpan: [Math.max(lowPlaced.x, -vise.jawWidth / 2), Math.min(highPlaced.x, vise.jawWidth / 2)],
    stopX,
    faceAt: {
      up: setup.up,
      down: oppositeOf(setup.up),
      jaw: setup.toJaw,
      moving: oppositeOf(setup.toJaw),
      right,
      left: oppositeOf(right),
    },
  }
}

const moved = (p: Point<'setup'>, by: Point<'setup'>): Point<'setup'> =>
  point(p.x + by.x, p.y + by.y, p.z + by.z)

/** Finds a workshop item; the way was checked against the workshop before. */
export function byId<T extends { readonly id: string }>(list: readonly T[], id: string): T {
  const found = list.find((item) => item.id === id)
  if (!found) throw new Error(`no item ${id} in the workshop`)
  return found
}

/** A point of the part in setup coordinates, rounded free of −0. */
export function toSetup(layout: ViseLayout, at: Point<'part'>): Point<'setup'> {
  const p = applyMotion(layout.setupFromPart, at)
  return point(p.x + 0, p.y + 0, p.z + 0)
}

/** Length of the work along an axis of the setup. */
export const lengthAlong = (layout: ViseLayout, axis: (typeof AXES)[number]): number =>
  layout.high[axis] - layout.low[axis]
