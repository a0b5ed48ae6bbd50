import { capital, type Finding, finding } from '../../../ground/finding'
import { pushedRound } from '../alongX'
import { lowestOpenCut } from '../cuts'
import { type Inspected } from '../kind'
import { drilledOverPlate } from '../pads'
import { EDGE_CLAMP, type AgainstDowels } from './layout'
import { INSIDE_MM, wholeSteps } from './onGrid'

/** A wall between two pockets is at least so thick where a clamp stands before it, and the work stands so far over the walls, mm (common practice, no source). */
const [WALL_MM, LEAST_OVER_MM] = [5, 4]

/** One clamp serves so many times the work's depth along X (common practice, no source). */
const SLENDER = 4

/** Whether clamps are enough for its length, and what is cut into what stands about it and under it. */
export function edgePlateFindings(own: AgainstDowels, inspected: Inspected): readonly Finding[] {
  const { back, clamps, high, holding, low, onGrid, pocket, reachMm, stripMm, work } = own
  const { index, length, name, ops } = inspected
  const [long, deep] = [high.x - low.x, high.y - low.y]
  const few =
    long > SLENDER * deep * holding.clamps
      ? [
          finding(
            'toe.long',
            index,
            `${holding.clamps === 1 ? 'One clamp is' : `${holding.clamps} clamps are`} few for work so long and narrow.`,
            `It bows between the dowels, ${length(long)} by ${length(deep)}. Put one clamp across from each dowel, and a further one in the middle, touched only tight.`,
          ),
        ]
      : []
  const roomMm = (pocket ? WALL_MM : holding.dowel.mm) + EDGE_CLAMP.headMm + stripMm
  const betweenMm = onGrid
    ? wholeSteps(deep + holding.gap.mm + stripMm, onGrid) - deep
    : holding.gap.mm
  const crossed =
    holding.rows > 1 && betweenMm < roomMm - 1e-9
      ? [
          finding(
            'clamp.crowded',
            index,
            `${pocket ? 'Walls' : 'Dowels'} and clamps do not find room between the rows.`,
            `They want ${length(roomMm)}, there are ${length(betweenMm)}.`,
          ),
        ]
      : []
  const cuts = ops.flatMap((op): Finding[] => {
    const bottom = lowestOpenCut(own, work, op)
    if (bottom === undefined || bottom >= reachMm - 1e-9) return []
    return [
      finding(
        'toe.cut-below',
        index,
        `${capital(name(op.feature))} is cut below the top of clamps and ${pocket ? 'walls' : 'dowels'}.`,
        `By ${length(reachMm - bottom)}: the cutter meets them unless it stays clear of where they stand.`,
        { feature: op.feature },
      ),
    ]
  })
  // A wall bears all along: nothing turns about an end of it.
  const round = pocket ? [] : pushedRound(clamps, [back[0].x, back[1].x], 'dowel', inspected)
  return [
    ...few,
    ...round,
    ...crossed,
    ...sunkDeep(own, inspected),
    ...gridCoarse(own, inspected),
    ...cuts,
    ...drilledOverPlate(own, inspected),
  ]
}

/** Work that hardly stands over the walls of its pocket. */
function sunkDeep(
  { high, pocket }: AgainstDowels,
  { index, length }: Inspected,
): readonly Finding[] {
  return pocket && high.z - pocket.wallMm < LEAST_OVER_MM
    ? [
        finding(
          'plate.pocket-deep',
          index,
          `The work stands only ${length(high.z - pocket.wallMm)} over the walls of its pocket.`,
          `Edge clamps stand on the plate and find nothing to push against under ${length(LEAST_OVER_MM)}. Let the walls stand lower, or hold it by screws.`,
        ),
      ]
    : []
}

const isInside = (at: number, low: number, high: number): boolean =>
  at >= low + INSIDE_MM - 1e-6 && at <= high - INSIDE_MM + 1e-6

/** What finds no hole of a grid under or along the work. */
function gridCoarse(
  { back, end, high, holding, low, onGrid, rests, screws }: AgainstDowels,
  { index, length }: Inspected,
): readonly Finding[] {
  if (!onGrid) return []
  const isAlong = ({ x }: { readonly x: number }): boolean => isInside(x, low.x, high.x)
  const isDeep = ({ y }: { readonly y: number }): boolean => isInside(y, low.y, high.y)
  const outside = [
    ...(onGrid.hasDowels && !back.every(isAlong) ? ['both dowels behind it'] : []),
    ...(onGrid.hasDowels && !isDeep(end) ? ['the dowel at its end'] : []),
    ...(onGrid.hasDowels && !rests.every((at) => isAlong(at) && isDeep(at))
      ? ['three rests under it']
      : []),
    ...(screws.every(isAlong)
      ? []
      : [holding.clamps === 1 ? 'its clamp' : `${holding.clamps} clamps`]),
  ]
  return outside.length === 0
    ? []
    : [
        finding(
          'plate.grid-coarse',
          index,
          `The grid of ${length(onGrid.pitchMm)} has no holes for ${outside.join(' and ')}.`,
          `The work is ${length(high.x - low.x)} by ${length(high.y - low.y)}. Take a plate with a finer grid, fewer clamps, or let what is drilled keep clear of the grid.`,
        ),
      ]
}
