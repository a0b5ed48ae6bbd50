import { cross, dot, norm, type Point, point, scale, subtract } from '../../ground/geometry'
import { oppositeOf, type Side } from '../../work/part'
import { workAngle } from '../../shop/workshop'
import { indexWords, turnerOf } from './indexed'
import { leanWords } from './leaning'
import { type PlannedSetup } from './planned'

/** What is done with the part between two setups, or to begin with, in words. */
export function turnWords(before: PlannedSetup | undefined, after: PlannedSetup): string {
  const { leaning } = after
  const turned = squareTurn(before, after)
  return leaning ? `${turned}, ${leanWords(leaning.lean)}` : turned
}

/** The same as if nothing leant. */
function squareTurn(before: PlannedSetup | undefined, after: PlannedSetup): string {
  const nameOf = (side: Side): string => after.part.faces[side].name
  if (after.indexed) return `leave it clamped, ${indexWords(after.indexed)}`
  const { guide, up } = after.clamping
  const jaw = `${nameOf(guide)} to ${guidedBy(after)}`
  const was = (before?.leaning?.upright ?? before?.standing)?.faceAt
  if (!was?.up || !was.guide) return `${nameOf(up)} up, ${jaw}`
  if (was.up === up && was.guide === guide) return 'leave as it stands'
  if (was.up === up)
    return was.guide === oppositeOf(guide) ? `swing half round, ${jaw}` : `swing a quarter, ${jaw}`
  if (was.up === oppositeOf(up)) return `turn over, ${nameOf(up)} up`
  return `quarter turn, ${nameOf(up)} up`
}

/** "fixed jaw", "the back of the plate": what the side lies at by which a part is turned round. */
export const guidedBy = ({ leaning, standing }: PlannedSetup): string =>
  (leaning?.upright ?? standing).words.guided.replace(/^the (?=fixed )/, '')

const TINY = 1e-9

/**
 * What the rotary axis is told so that a direction of the part points up, rad, within half a turn either
 * way; undefined where it cannot, or there is no such axis.
 */
export function turnFor(
  clamped: Pick<PlannedSetup, 'leaning' | 'machine' | 'standing'>,
  direction: Point<'part'>,
): number | undefined {
  const { standing } = clamped
  const rotary = turnerOf(clamped)?.rotary
  if (!rotary) return undefined
  const [x, y, z] = standing.setupFromPart.rows
  const now = point<'setup'>(dot(x, direction), dot(y, direction), dot(z, direction))
  const along = point<'setup'>(
    rotary.along === 'x' ? 1 : 0,
    rotary.along === 'y' ? 1 : 0,
    rotary.along === 'z' ? 1 : 0,
  )
  const up = point<'setup'>(0, 0, 1)
  const across = (p: Point<'setup'>): Point<'setup'> => subtract(p, scale(along, dot(p, along)))
  const [from, to] = [across(now), across(up)]
  if (Math.abs(dot(now, along) - dot(up, along)) > TINY || norm(to) < TINY) return undefined
  const work = Math.atan2(dot(along, cross(from, to)), dot(from, to))
  // The convention of the axis is its own inverse: it keeps or changes the sign.
  return workAngle(rotary, work) + 0
}
