import { point, type Point, subtract, turnDirection } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type AxisSurface, type Hole, middleOf, normalOf } from '../../../work/part'
import { type Plate } from '../../workshop'
import { type Clamp, type Standing } from '../kind'
import { byId, type Placed, placed, setupAxes, toSetup, type Work } from '../work'
import { type PinPlateHolding } from './parameters'

/**
 * A part on a plate. Setup frame: X and Y from the round pin, along the travels; Z up with 0 at the top of the pads.
 */
export interface OnPlate extends Placed {
  readonly work: Work
  readonly holding: PinPlateHolding
  readonly plate: Plate
  readonly round: AxisSurface
  readonly relieved: AxisSurface
  /** From the round pin to the relieved one, in the plane of the plate. */
  readonly between: Point<'setup'>
  readonly clamps: readonly Clamp[]
}

/** The plate stands out so far about the part, mm. */
export const BEYOND_MM = 18

/** Screws stand so far over the part, mm. */
const SCREW_MM = 6

/** A hole that has left the part since: as if it were in the middle, so that the rest can still be shown. */
function missingHole({ part, up }: Work, id: string): AxisSurface {
  const from = middleOf(part)
  const to = subtract(from, normalOf(up))
  return { kind: 'axis', id, owner: id, from, to, diameterMm: Infinity }
}

/** A thread of the part: its screw comes up through the plate. */
export const isTapped = ({ part }: Pick<Work, 'part'>, owner: string): boolean =>
  part.features.some(({ id, ...f }) => id === owner && f.kind === 'hole' && f.making === 'tap')

export function onPlate(holding: PinPlateHolding, work: Work): OnPlate {
  const plate = byId(work.workshop.plates, holding.plate)
  const [round, relieved] = [holding.round, holding.relieved].map((ref) => {
    const surface = work.surfaces.get(ref)
    return surface?.kind === 'axis' ? surface : missingHole(work, ref)
  }) as [AxisSurface, AxisSurface]
  const turned = turnDirection<'setup', 'part'>(
    { rows: setupAxes(work.up, work.guide), shift: point(0, 0, 0) },
    round.from,
  )
  const block = placed(work, (low) => point(-turned.x, -turned.y, -low.z))
  const [a, b] = [toSetup(block, round.from), toSetup(block, relieved.from)]
  const clamps = holding.screws.flatMap((ref): Clamp[] => {
    const hole = work.surfaces.get(ref)
    // What is screwed from below leaves the top free.
    if (hole?.kind !== 'axis' || isTapped(work, hole.owner)) return []
    const at = toSetup(block, hole.from)
    const r = hole.diameterMm * 0.8
    return [
      {
        name: '',
        shape: box(
          point(at.x - r, at.y - r, block.high.z),
          point(at.x + r, at.y + r, block.high.z + SCREW_MM),
        ),
      },
    ]
  })
  return {
    ...block,
    work,
    holding,
    plate,
    round,
    relieved,
    between: point(b.x - a.x, b.y - a.y, 0),
    clamps,
  }
}

/** Which way it is pushed until the pins bear, in the setup; nowhere where it floats. */
export function pushOf({ holding }: Pick<OnPlate, 'holding'>): Point<'setup'> | undefined {
  switch (holding.pushed) {
    case 'left':
      return point(-1, 0, 0)
    case 'right':
      return point(1, 0, 0)
    case 'back':
      return point(0, 1, 0)
    case 'front':
      return point(0, -1, 0)
    default:
      return undefined
  }
}

/** How far it then lies off the middle of the round pin, mm. */
export const pushedMm = ({ holding, round }: Pick<OnPlate, 'holding' | 'round'>): number =>
  Number.isFinite(round.diameterMm) ? Math.max(0, round.diameterMm - holding.roundPin.mm) / 2 : 0

/** The same as the part sees it: what other setups on the same hole must agree with. */
export function pushedBy(own: OnPlate): Pick<Standing, 'pushed'> {
  const push = pushOf(own)
  return push
    ? {
        pushed: {
          on: own.holding.round,
          towards: turnDirection(own.partFromSetup, push),
          mm: pushedMm(own),
        },
      }
    : {}
}

/** How a hole of the part is made; what is no hole by itself counts as bored. */
export function makingOf({ part }: Pick<Work, 'part'>, owner: string): Hole['making'] {
  const feature = part.features.find(({ id }) => id === owner)
  return feature?.kind === 'hole' ? feature.making : 'bore'
}
