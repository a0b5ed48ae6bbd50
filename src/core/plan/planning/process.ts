import { dot, type Point } from '../../ground/geometry'
import {
  isEdgeBreak,
  isSide,
  normalOf,
  oppositeOf,
  type Part,
  reachableFrom,
  SIDES,
  type Side,
} from '../../work/part'
import { type Op } from '../way'
import { type Process } from '../../shop/workshop'
import { type PlannedSetup } from './planned'

/** The part as it stands, for asking what can be cut. */
type Stood = Pick<PlannedSetup, 'part' | 'standing'>

const upOf = ({ standing }: Pick<Stood, 'standing'>): Point<'part'> =>
  standing.setupFromPart.rows[2]

/** Shares of a direction along the spindle: square to it, and beside it. */
const [SAME, BESIDE] = [1 - 1e-9, 1e-9]

/** By what process an op cuts: a face from above or by the side of the cutter, a hole as it is made. */
export function processOf(stood: Stood, { feature: ref }: Pick<Op, 'feature'>): Process {
  if (isSide(ref)) return isSideCut(stood, ref) ? 'wall' : 'face'
  const feature = stood.part.features.find((f) => f.id === ref)
  if (!feature) return 'mill'
  if (feature.kind === 'hole') return feature.making
  return isEdgeBreak(feature) ? 'chamfer' : 'mill'
}

/** The directions that may be up when a face or feature is cut. A face is also cut by the cutter's side. */
export function upDirectionsFor(part: Part, ref: string): readonly Point<'part'>[] {
  if (isSide(ref)) return SIDES.filter((side) => side !== oppositeOf(ref)).map(normalOf)
  const feature = part.features.find((f) => f.id === ref)
  return feature ? reachableFrom(part, feature) : []
}

/** Whether the cutter reaches a face or feature as the part stands; a name that nothing bears counts as reached. */
export function isReached(stood: Stood, ref: string): boolean {
  const up = upOf(stood)
  if (isSide(ref)) {
    const rise = dot(normalOf(ref), up)
    return rise > SAME || Math.abs(rise) < BESIDE
  }
  const directions = upDirectionsFor(stood.part, ref)
  return directions.length === 0 || directions.some((out) => dot(out, up) > SAME)
}

/** Cut by the cutter's side: the face stands beside the one that is up. */
export const isSideCut = (stood: Pick<Stood, 'standing'>, side: Side): boolean =>
  Math.abs(dot(normalOf(side), upOf(stood))) < 0.5
