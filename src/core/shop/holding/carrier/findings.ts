import { capital, type Finding, finding } from '../../../ground/finding'
import { type Point } from '../../../ground/geometry'
import { throughHoles } from '../cuts'
import { cutBelow, gripFindings } from '../jawed'
import { type Inspected } from '../kind'
import { bodyName, type OnCarrier } from './layout'

/** What a joint is trusted with, N for each cm², and how many times the side force it must hold (common practice, no source). */
const HOLDS_N_PER_CM2 = { glue: 40, solder: 400 } as const
const SAFETY = 4
/** A ring is left at least so thick (common practice, no source), mm. */
const RING_WALL_MM = 4

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
  said.push(...jointFindings(own, inspected), ...ringFindings(own, inspected))
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

/** Whether a ring is left about its hole, and what is drilled into the carrier. */
function ringFindings(own: OnCarrier, inspected: Inspected): readonly Finding[] {
  const { at, holding, ring, work } = own
  const { index, length, name, ops } = inspected
  const wallMm = Math.min(holding.along.mm, holding.across.mm) / 2 - ring.radiusMm
  const thin =
    wallMm < RING_WALL_MM
      ? [
          finding(
            'carrier.ring',
            index,
            `The ${bodyName(holding)} is open nearly to its edge.`,
            `${length(Math.max(0, wallMm))} are left at the thinnest, at least ${length(RING_WALL_MM)} are wanted: the jaws would bend it. Make it larger, or its hole smaller.`,
          ),
        ]
      : []
  const into = ops.filter(
    (op) =>
      at === 'down' &&
      throughHoles(own, work, op).some(
        (hole) => fromMiddle(own, hole.at) + hole.radius > ring.radiusMm && isOver(own, hole.at),
      ),
  )
  return [
    ...thin,
    ...into.map(({ feature }) =>
      finding(
        'carrier.drilled',
        index,
        `${capital(name(feature))} comes through into the ${bodyName(holding)}.`,
        'It stays a hole in that, and what holds there is less. Where the carrier is used again take a ring that is open there, or drill it when it is off.',
        { feature },
      ),
    ),
  ]
}

const fromMiddle = ({ ring: { from, to } }: OnCarrier, at: Point<'setup'>): number =>
  Math.hypot(at.x - (from.x + to.x) / 2, at.y - (from.y + to.y) / 2)

const isOver = ({ jawed: { high, low } }: OnCarrier, { x, y }: Point<'setup'>): boolean =>
  x > low.x && x < high.x && y > low.y && y < high.y

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
