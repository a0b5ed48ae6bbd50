import { capital, type Finding, finding } from '../../../ground/finding'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { halfAngle, type InVBlocks } from './layout'

/** The two blocks stand at least so many times the round's diameter apart (common practice, no source). */
const APART = 1

/** Whether the round lies on the walls, on both blocks, and what is cut under the straps. */
export function vBlockFindings(
  own: InVBlocks,
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const { axisZ, blockX, blocks, clamps, holding, round, work } = own
  const touchZ = axisZ - (round.diameterMm / 2) * Math.sin(halfAngle(blocks))
  const said: Finding[] = []
  if (round.diameterMm > blocks.most || touchZ > blocks.height)
    said.push(
      finding(
        'v-blocks.size',
        index,
        `A round of ${length(round.diameterMm)} does not lie on their walls.`,
        `They take ${length(blocks.most)} at most. Take larger ones, or a chuck.`,
      ),
    )
  if (blockX[1] - blockX[0] < APART * round.diameterMm)
    said.push(
      finding(
        'v-blocks.short',
        index,
        `Only ${length(blockX[1] - blockX[0])} lie between the middles of the two blocks.`,
        `A round of ${length(round.diameterMm)} tips on so little. Take shorter blocks, or a chuck.`,
      ),
    )
  const under = cutsUnder(own, work, clamps, ops).map(({ feature }) =>
    finding(
      'clamp.in-way',
      index,
      `A strap lies where ${name(feature)} is cut.`,
      'Put the strap elsewhere while it is cut, or cut it in a setup of its own.',
      { feature },
    ),
  )
  const held = ops.some(({ feature }) => feature === holding.round)
    ? [
        finding(
          'v-blocks.cut',
          index,
          `${capital(name(holding.round))} lies in the blocks and is cut here.`,
          'It is what locates. Cut it before, or hold the part by something else.',
          { feature: holding.round },
        ),
      ]
    : []
  return [...said, ...under, ...held]
}
