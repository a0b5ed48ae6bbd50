import { capital, type Finding, finding } from '../../../ground/finding'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { type OnMandrel } from './layout'

/** Whether the pin goes in, what lies on the shoulder, and what is cut under the nut. */
export function mandrelFindings(
  own: OnMandrel,
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const { clamps, hole, holding, work } = own
  const said: Finding[] = []
  if (holding.pin === 'plain' && holding.diameter.mm > hole.diameterMm)
    said.push(
      finding(
        'mandrel.thick',
        index,
        `A pin of ${length(holding.diameter.mm)} does not go into ${name(holding.hole)}.`,
        `The bore is ${length(hole.diameterMm)}. Some 0.02 mm of play comes on and off by hand (common practice).`,
      ),
    )
  if (holding.shoulder.mm < hole.diameterMm + 4)
    said.push(
      finding(
        'mandrel.shoulder',
        index,
        'There is hardly a shoulder to lie on.',
        `It is ${length(holding.shoulder.mm)} about a bore of ${length(hole.diameterMm)}. Make it wider, or put a ring under the part.`,
      ),
    )
  const under = cutsUnder(own, work, clamps, ops).map(({ feature }) =>
    finding(
      'clamp.in-way',
      index,
      `The nut lies where ${name(feature)} is cut.`,
      'Cut it in a setup of its own; an expanding pin that grips inside needs no nut.',
      { feature },
    ),
  )
  const cut = ops.some(({ feature }) => feature === holding.hole.split('.')[0])
    ? [
        finding(
          'mandrel.cut',
          index,
          `${capital(name(holding.hole))} is on the pin and is cut here.`,
          'It is what locates. Cut it before, or hold the part by something else.',
          { feature: holding.hole },
        ),
      ]
    : []
  return [...said, ...under, ...cut]
}
