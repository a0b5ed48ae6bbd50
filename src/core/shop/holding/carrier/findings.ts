import { type Finding, finding } from '../../../ground/finding'
import { cutBelow, gripFindings } from '../jawed'
import { type Inspected } from '../kind'
import { bodyName, type OnCarrier } from './layout'

/** What a joint is trusted with, N for each cm², and how many times the side force it must hold (common practice, no source). */
const HOLDS_N_PER_CM2 = { glue: 40, solder: 400 } as const
const SAFETY = 4

/** Whether the jaws come to the carrier, the joint holds, and the metal takes it. */
export function carrierFindings(own: OnCarrier, inspected: Inspected): readonly Finding[] {
  const { at, holding, jawed, vise } = own
  const { index, length } = inspected
  const said: Finding[] = []
  if (at !== 'down' && at !== 'left' && at !== 'right')
    said.push(
      finding(
        'carrier.way',
        index,
        'The jaws do not come to the carrier as the part is turned here.',
        'It must look down or to one end. Turn the part, or stick the carrier to another face.',
      ),
    )
  said.push(...jointFindings(own, inspected))
  if (vise.jawHeight > jawed.high.z && at === 'down')
    said.push(
      finding(
        'carrier.low',
        index,
        `The jaws stand higher than the ${bodyName(holding)}.`,
        `By ${length(vise.jawHeight - jawed.high.z)}: they meet the part, which is not squared. Take higher parallels, or a thicker carrier.`,
      ),
    )
  // At an end the part stands out past the jaws; below it, what is cut must stay over them.
  const below = at === 'down' ? cutBelow(vise, own, inspected) : []
  return [...said, ...gripFindings(vise, jawed, inspected), ...below]
}

/** Whether what joins it to the part holds, and there is metal for it. */
function jointFindings(
  { holding, stuckMm2, work }: OnCarrier,
  { index, length }: Inspected,
): readonly Finding[] {
  const said: Finding[] = []
  const material = work.part.material
  if (holding.by === 'solder' && /alu/i.test(material))
    said.push(
      finding(
        'carrier.solder',
        index,
        'Solder does not take on aluminium.',
        'Glue it, or screw it where metal is cut away later.',
      ),
    )
  else if (holding.by === 'solder' && /iron/i.test(material))
    said.push(
      finding(
        'carrier.solder',
        index,
        'Solder hardly takes on cast iron.',
        'Glue it, or clamp it.',
      ),
    )
  const pushN = work.workshop.conditions.sideForceN
  const trusted = holding.by === 'dovetail' ? undefined : HOLDS_N_PER_CM2[holding.by]
  const holdsN = trusted === undefined ? Infinity : (stuckMm2 / 100) * trusted
  const spareMm = work.part.faces[holding.on].stock.mm
  if (holding.by === 'dovetail' && spareMm < holding.thick.mm)
    said.push(
      finding(
        'carrier.spare',
        index,
        `Only ${length(spareMm)} of the stock are spare for a dovetail ${length(holding.thick.mm)} deep.`,
        'It would be cut into the part. Buy it so much thicker, cut it shallower (3 mm hold small work, common practice), or stick a carrier on.',
        { feature: holding.on },
      ),
    )
  if (holdsN < SAFETY * pushN)
    said.push(
      finding(
        'carrier.weak',
        index,
        `Too little is stuck to the carrier for a side force of ${pushN} N.`,
        `${(stuckMm2 / 100).toFixed(1)} cm² are trusted with ${Math.round(holdsN)} N, ${SAFETY} times ${pushN} N are wanted. Lighter cuts, a larger carrier, or another holding.`,
      ),
    )
  return said
}
