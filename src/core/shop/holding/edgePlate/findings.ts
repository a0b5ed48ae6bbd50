import { capital, type Finding, finding } from '../../../ground/finding'
import { pushedRound } from '../alongX'
import { lowestOpenCut } from '../cuts'
import { type Inspected } from '../kind'
import { drilledOverPlate } from '../pads'
import { EDGE_CLAMP, type AgainstDowels } from './layout'

/** A wall between two pockets is at least so thick where a clamp stands before it, and the work stands so far over the walls, mm (common practice, no source). */
const [WALL_MM, LEAST_OVER_MM] = [5, 4]

/** One clamp serves so many times the work's depth along X (common practice, no source). */
const SLENDER = 4

/** Whether clamps are enough for its length, and what is cut into what stands about it and under it. */
export function edgePlateFindings(own: AgainstDowels, inspected: Inspected): readonly Finding[] {
  const { back, clamps, high, holding, low, pocket, reachMm, work } = own
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
  const roomMm = (pocket ? WALL_MM : holding.dowel.mm) + EDGE_CLAMP.headMm
  const crossed =
    holding.rows > 1 && holding.gap.mm < roomMm
      ? [
          finding(
            'clamp.crowded',
            index,
            `${pocket ? 'Walls' : 'Dowels'} and clamps do not find room between the rows.`,
            `They want ${length(roomMm)}, there are ${length(holding.gap.mm)}.`,
          ),
        ]
      : []
  const sunk =
    pocket && high.z - pocket.wallMm < LEAST_OVER_MM
      ? [
          finding(
            'plate.pocket-deep',
            index,
            `The work stands only ${length(high.z - pocket.wallMm)} over the walls of its pocket.`,
            `Edge clamps stand on the plate and find nothing to push against under ${length(LEAST_OVER_MM)}. Let the walls stand lower, or hold it by screws.`,
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
  return [...few, ...round, ...crossed, ...sunk, ...cuts, ...drilledOverPlate(own, inspected)]
}
