import { type PlanePoint, planeDistance } from '../../../ground/geometry'
import { edgesOf, isWithin, type Region, type Ring } from '../../../ground/outline'
import { type Plane, type Recipe, stripsAlong } from '../../../ground/recipe'
import { type InSoftJaws, shiftsOf, wallLeans } from '../../holding'
import { type Half } from './types'

const SAME_MM = 1e-3
/** What a wall that leans stands into the floor, so that both are one piece, mm. */
const INTO_MM = 0.2

/** What the walls that bear go in from their top to the floor for each mm, mm/mm. */
export const leansOf = (own: InSoftJaws): Readonly<Record<Half | 'end', number>> => ({
  fixed: wallLeans(own, own.fixed),
  moving: wallLeans(own, own.moving),
  end: own.end ? wallLeans(own, own.end) : 0,
})

/** A stretch of the outline of a half that bears, with what it leans. */
interface Leaning {
  readonly from: PlanePoint
  readonly to: PlanePoint
  readonly leans: number
}

/** Which walls of a half lean, as seen from above. */
function leaningWalls(own: InSoftJaws, half: Half, profile: readonly Ring[]): readonly Leaning[] {
  const leans = leansOf(own)
  const { end, fixed, moving } = own
  const at = half === 'fixed' ? fixed.at : moving.at
  const ends = end && half === 'fixed' ? shiftsOf(own).map((by) => end.at + by) : []
  const isAt = (a: number, b: number): boolean => Math.abs(a - b) < SAME_MM
  return profile.flatMap((ring) =>
    edgesOf(ring).flatMap((edge): readonly Leaning[] => {
      const { from, kind, to } = edge
      if (kind !== 'line') return []
      const by =
        isAt(from.y, at) && isAt(to.y, at)
          ? leans[half]
          : ends.some((x) => isAt(from.x, x) && isAt(to.x, x))
            ? leans.end
            : 0
      return by > 0 ? [{ from, to, leans: by }] : []
    }),
  )
}

/** What walls that lean stand out into the pocket under the top of the jaws: wedges as long as each. */
export function wedgesOf(
  own: InSoftJaws,
  half: Half,
  profile: readonly Ring[],
  floor: Plane<'setup'>,
): readonly Recipe<'setup'>[] {
  const high = own.holding.step.mm
  return leaningWalls(own, half, profile).flatMap(({ from, leans, to }) =>
    stripsAlong(
      {
        plane: floor,
        rings: [[from, { ...to, open: true }]],
        isFloor: (at) => !isWithin(profile, at),
      },
      () => [
        { x: -INTO_MM, y: -INTO_MM },
        { x: leans * (high + INTO_MM), y: -INTO_MM },
        { x: 0, y: high },
        { x: -INTO_MM, y: high },
      ],
      'floor',
      0,
    ),
  )
}

/** What those take of the floor, as seen from above. */
export function underWedges(own: InSoftJaws, half: Half, profile: readonly Ring[]): Region {
  const high = own.holding.step.mm
  return leaningWalls(own, half, profile).map(({ from, leans, to }) => {
    const length = planeDistance(from, to)
    // Out of the jaw, whose outline runs counter-clockwise.
    const out = { x: (to.y - from.y) / length, y: (from.x - to.x) / length }
    const beside = ({ x, y }: PlanePoint): PlanePoint => ({
      x: x + out.x * leans * high,
      y: y + out.y * leans * high,
    })
    return [to, from, beside(from), beside(to)]
  })
}
