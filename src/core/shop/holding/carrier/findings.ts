import { type Finding, finding } from '../../../ground/finding'
import { cutBelow, gripFindings } from '../jawed'
import { type Inspected } from '../kind'
import { type OnCarrier } from './layout'

/** What a joint is trusted with, N for each cm², and how many times the side force it must hold (common practice, no source). */
const HOLDS_N_PER_CM2 = { glue: 40, solder: 400 } as const
const SAFETY = 4

/** Whether the jaws come to the carrier, the joint holds, and the metal takes it. */
export function carrierFindings(own: OnCarrier, inspected: Inspected): readonly Finding[] {
  const { at, holding, jawed, stuckMm2, vise, work } = own
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
  const holdsN = (stuckMm2 / 100) * HOLDS_N_PER_CM2[holding.by]
  if (holdsN < SAFETY * pushN)
    said.push(
      finding(
        'carrier.weak',
        index,
        `Too little is stuck to the carrier for a side force of ${pushN} N.`,
        `${(stuckMm2 / 100).toFixed(1)} cm² are trusted with ${Math.round(holdsN)} N, ${SAFETY} times ${pushN} N are wanted. Lighter cuts, a larger carrier, or another holding.`,
      ),
    )
  if (vise.jawHeight > jawed.high.z && at === 'down')
    said.push(
      finding(
        'carrier.low',
        index,
        'The jaws stand higher than the carrier.',
        `By ${length(vise.jawHeight - jawed.high.z)}: they meet the part, which is not squared. Take higher parallels, or a thicker carrier.`,
      ),
    )
  // At an end the part stands out past the jaws; below it, what is cut must stay over them.
  const below = at === 'down' ? cutBelow(vise, own, inspected) : []
  return [...said, ...gripFindings(vise, jawed, inspected), ...below]
}
