import { type Axis, dot, type Point } from '../../ground/geometry'
import { axisOf, isSide, type Surface } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { hasMetal, isRaw, isThere } from '../../work/stock'
import { type Pickup, refsOfPickup } from '../../plan/way'
import { type Inspection } from './inspection'
import { type Finding, finding, capital } from '../../ground/finding'

/** Is zero found on something that is there, lies the right way, can be reached and is cut? */
export function zeroRules(
  { part, name, surfaces }: Inspection,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const axes = planned.standing.setupFromPart.rows
  const { turn } = planned.setup.zero
  const edge = turn && surfaces.get(turn.surface)
  const turned =
    edge?.kind === 'plane' && Math.abs(dot(edge.normal, axes[2])) > 0.01
      ? [
          finding(
            'zero.turn',
            i,
            `${capital(name(turn?.surface ?? ''))} does not show how the part is turned.`,
            'It lies flat as the part stands. Touch an upright face twice.',
            { feature: turn?.surface },
          ),
        ]
      : []
  const perAxis = (['x', 'y', 'z'] as const).flatMap((axis, k) => {
    const pickup = planned.setup.zero[axis]
    const direction = axes[k]
    if (!direction) return []
    if (pickup.kind === 'fixture' && !isKept(planned, axis))
      return [
        finding(
          'zero.not-kept',
          i,
          `Nothing keeps zero in ${axis.toUpperCase()} here.`,
          'The part is put down by hand along it. Touch the part itself, or set a stop or a fence.',
        ),
      ]
    return refsOfPickup(pickup).flatMap((ref): Finding[] => {
      const surface = surfaces.get(ref)
      if (!surface) return []
      const letter = axis.toUpperCase()
      if (!findsAxis(surface, direction, pickup)) {
        return [
          finding(
            'zero.direction',
            i,
            `${capital(name(ref))} does not give zero in ${letter}.`,
            `As the part stands it does not lie across ${letter}. Touch a face that does, or take the zero of the vise.`,
            { feature: ref },
          ),
        ]
      }
      const owner = surface.owner
      if (!isSide(owner) && !isThere(part, planned.before, owner)) {
        return [
          finding(
            'zero.gone',
            i,
            `Zero in ${letter} is found on ${name(owner)}, which is not there yet.`,
            'It is cut later or never. Find zero on something that exists at this setup.',
            { feature: owner },
          ),
        ]
      }
      if (
        surface.kind === 'plane' &&
        isSide(ref) &&
        !hasMetal(part, planned.before, surface, surface.at) &&
        !surface.corners.some((c) => hasMetal(part, planned.before, surface, inset(c, surface)))
      ) {
        return [
          finding(
            'zero.gone',
            i,
            `Zero in ${letter} is found on ${name(ref)}, which has been cut away.`,
            'Find it on a surface that is still there.',
            { feature: ref },
          ),
        ]
      }
      const hidden = planned.standing.hidden.find(({ face }) => face === ref)
      if (hidden) {
        return [
          finding(
            'zero.covered',
            i,
            `${capital(name(ref))} is covered where zero in ${letter} is found.`,
            hidden.rest,
            { feature: ref },
          ),
        ]
      }
      if (
        isSide(ref) &&
        isRaw(part, planned.before, ref) &&
        [...planned.before.cut.keys()].some((done) => isSide(done) && axisOf(done) === axisOf(ref))
      ) {
        return [
          finding(
            'zero.not-cut',
            i,
            `Zero in ${letter} is found on a raw face.`,
            `${capital(name(ref))} is as ${part.faces[ref].bought}: what is cut here follows its unevenness. Good enough for a first cut only; cut the face before something exact depends on it.`,
            { feature: ref },
          ),
        ]
      }
      return []
    })
  })
  return [...turned, ...perAxis]
}

const inset = (corner: Point<'part'>, surface: Surface & { kind: 'plane' }): Point<'part'> => ({
  x: corner.x + (surface.at.x - corner.x) * 0.1,
  y: corner.y + (surface.at.y - corner.y) * 0.1,
  z: corner.z + (surface.at.z - corner.z) * 0.1,
})

function findsAxis(surface: Surface, direction: Point<'part'>, pickup: Pickup): boolean {
  if (pickup.kind === 'bore') {
    if (surface.kind !== 'axis') return false
    const along = {
      x: surface.to.x - surface.from.x,
      y: surface.to.y - surface.from.y,
      z: surface.to.z - surface.from.z,
    }
    return Math.abs(dot(along, direction)) < 1e-6
  }
  return surface.kind === 'plane' && Math.abs(dot(surface.normal, direction)) > 0.99
}

/** Something keeps zero along an axis when it is not touched: the holding, the clamping that is turned, the mate. */
const isKept = ({ indexed, standing }: PlannedSetup, axis: Axis): boolean =>
  (indexed ?? standing.handsOn ?? standing.stays[axis].error) !== undefined
