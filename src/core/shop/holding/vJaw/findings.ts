import { capital, type Finding, finding } from '../../../ground/finding'
import { cutBelow, gripFindings } from '../jawed'
import { type Inspected } from '../kind'
import { halfAngle } from '../vBlock'
import { type InVJaw } from './layout'

/** Whether the round lies on the walls of the V, what the jaws grip, and what is cut of it. */
export function vJawFindings(own: InVJaw, inspected: Inspected): readonly Finding[] {
  const { blocks, holding, jaws, round } = own
  const { index, length, name, ops } = inspected
  const touch =
    blocks.vertex +
    (round.diameterMm / 2) * (1 / Math.sin(halfAngle(blocks)) - Math.sin(halfAngle(blocks)))
  const large =
    round.diameterMm > blocks.most || touch > blocks.height
      ? [
          finding(
            'v-blocks.size',
            index,
            `A round of ${length(round.diameterMm)} does not lie on the walls of the V.`,
            `It takes ${length(blocks.most)} at most. Take a larger one, or bored soft jaws.`,
          ),
        ]
      : []
  const cut = ops.some(({ feature }) => feature === holding.round)
    ? [
        finding(
          'v-blocks.cut',
          index,
          `${capital(name(holding.round))} lies in the V and is cut here.`,
          'It is what locates. Cut it before, or hold the part by something else.',
          { feature: holding.round },
        ),
      ]
    : []
  return [
    ...large,
    ...cut,
    ...gripFindings(jaws, own, inspected),
    ...cutBelow(jaws, own, inspected),
  ]
}
