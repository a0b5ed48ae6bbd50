import { capital, type Finding, finding } from '../../../ground/finding'
import { lowestOpenCut, throughHoles } from '../cuts'
import { type Inspected } from '../kind'
import { printDegrees } from '../../../handbook/units'
import { footOf, headsReach, isOverScrews } from './blank'
import { depthInto, type InSoftJaws, MOUTH_MM, shiftsOf, wallLeans } from './layout'

/** What is left behind the pocket, beside an end wall, and over the screws' heads, mm (common practice, no source). */
export const [LEAST_WALL_MM, LEAST_OVER_SCREW_MM] = [6, 2]
/** What is left of the top of two-piece jaws under the floor, mm (common practice, no source). */
export const LEAST_OVER_BASE_MM = 5

/** Grip, the blanks, their screws, what is cut below their top or drilled into their floor. */
export function softJawsFindings(own: InSoftJaws, inspected: Inspected): readonly Finding[] {
  return [
    ...gripFindings(own, inspected),
    ...blankFindings(own, inspected),
    ...cutFindings(own, inspected),
    ...pinFindings(own, inspected),
    ...rowFindings(own, inspected),
    ...draftFindings(own, inspected),
  ]
}

const NO_ROUND = [
  'The round that the jaws are bored for does not lie within the step.',
  'Cut it before, turn the part so that it is down, or make the step deeper.',
] as const
const noFlat = (wall: string): readonly [what: string, rest: string] => [
  `Nothing flat of the part lies against the ${wall}.`,
  'Within the step it has no upright flat face there to bear on. Turn the part, make the step deeper, or hold it another way.',
]

function gripFindings(own: InSoftJaws, { index: i, length }: Inspected): readonly Finding[] {
  const { fixed, high, holding, low, moving } = own
  const tall = high.z - low.z
  const grip = Math.min(tall, holding.step.mm) - MOUTH_MM
  const wanted = Math.max(2, tall / 6)
  const shallow =
    grip < wanted
      ? [
          finding(
            'grip.shallow',
            i,
            `Only ${length(Math.max(0, grip))} is gripped.`,
            `The work stands ${length(tall)} tall; grip at least a sixth of that, ${length(wanted)} (common practice), and reckon ${length(MOUTH_MM)} off for the mouth. A deeper step grips more. An estimate: the machine’s and holder’s own limits decide.`,
          ),
        ]
      : []
  const flat = [
    { bearing: fixed, wall: 'fixed half' },
    { bearing: moving, wall: 'moving half' },
  ].flatMap(({ bearing, wall }) =>
    bearing.isThere
      ? []
      : [finding('soft-jaws.no-flat', i, ...(own.bored ? NO_ROUND : noFlat(wall)))],
  )
  return [...shallow, ...flat]
}

function blankFindings(own: InSoftJaws, { index: i, length }: Inspected): readonly Finding[] {
  const { blank, end, holding, vise } = own
  const found: Finding[] = []
  const open = 2 * blank.thickness + holding.gap.mm
  if (open > vise.opening)
    found.push(
      finding(
        'grip.too-wide',
        i,
        'The vise does not open as wide as the blanks and their gap.',
        `${length(open)} against ${length(vise.opening)}. Thinner blanks, or another vise.`,
      ),
    )
  const [intoFixed, intoMoving] = depthInto(own)
  const least = Math.min(intoFixed, intoMoving)
  const wall = blank.thickness - Math.max(intoFixed, intoMoving)
  if (wall < LEAST_WALL_MM)
    found.push(
      finding(
        'soft-jaws.thin',
        i,
        wall > 0
          ? `Only ${length(wall)} of the blank is left behind the pocket.`
          : 'The pocket goes through the back of the blank.',
        `Leave ${length(LEAST_WALL_MM)} (common practice). A gap wider by ${length(2 * (LEAST_WALL_MM - wall))}, or thicker blanks.`,
      ),
    )
  if (least < 3)
    found.push(
      finding(
        'soft-jaws.no-floor',
        i,
        'There is hardly a floor under the work.',
        `The step reaches ${length(Math.max(0, least))} under it; a gap of ${length(Math.max(1, holding.gap.mm - 2 * (4 - least)))} leaves enough, or parallels in the gap.`,
      ),
    )
  found.push(...screwFindings(own, { index: i, length }))
  const left = end && blank.width / 2 - Math.abs(end.at)
  if (left !== undefined && (left < LEAST_WALL_MM || endIsOutside(own)))
    found.push(
      finding(
        'soft-jaws.end-wall',
        i,
        'The blank is too short for an end wall.',
        `${length(Math.max(0, endIsOutside(own) ? 0 : left))} would stand beside the work, ${length(LEAST_WALL_MM)} are wanted. Move the work, take a wider blank, or stop it otherwise.`,
      ),
    )
  return found
}

/** The floor stays over the heads of the screws, and in the top of two-piece jaws. */
function screwFindings(
  own: InSoftJaws,
  { index: i, length }: Pick<Inspected, 'index' | 'length'>,
): readonly Finding[] {
  const { blank, floorZ } = own
  const found: Finding[] = []
  const head = headsReach(blank)
  if (floorZ < footOf(blank) + LEAST_OVER_BASE_MM)
    found.push(
      finding(
        'soft-jaws.base',
        i,
        'The step goes through the top of two-piece jaws.',
        `The top begins ${length(footOf(blank))} over the bed, its floor would stand at ${length(floorZ)}. A step no deeper than ${length(blank.height - footOf(blank) - LEAST_OVER_BASE_MM)}, or a higher top.`,
      ),
    )
  if (floorZ < head + LEAST_OVER_SCREW_MM && isOverScrews(own))
    found.push(
      finding(
        'soft-jaws.screws',
        i,
        'The pocket goes into the heads of the jaws’ screws.',
        `Its floor stands ${length(floorZ)} over the bed, the heads reach ${length(head)}. A step no deeper than ${length(blank.height - head - LEAST_OVER_SCREW_MM)}, higher blanks, or the part moved off the screws.`,
      ),
    )
  return found
}

/** Walls that lean squeeze the work out; a side that comes out towards the floor is none that a wall can follow. */
function draftFindings(own: InSoftJaws, { index, name }: Inspected): readonly Finding[] {
  const { end, fixed, holding, moving } = own
  if (holding.walls !== 'draft') return []
  const bearings = [fixed, moving, ...(end ? [end] : [])]
  const under = bearings.find(({ leans }) => leans < 0)
  const push = wallLeans(own, fixed) + wallLeans(own, moving)
  return [
    ...(under
      ? [
          finding(
            'soft-jaws.undercut',
            index,
            `The wall at ${name(under.surface)} cannot follow its draft.`,
            'It comes out towards the floor: a cutter from above does not get there, so that wall stands upright and bears at its foot alone. Stand the part with its narrow end down, or hold it by what is cut.',
            { feature: under.surface },
          ),
        ]
      : []),
    ...(push > 0
      ? [
          finding(
            'soft-jaws.draft',
            index,
            'Walls that lean squeeze the work up and out.',
            `They lean by ${printDegrees(Math.atan(Math.max(wallLeans(own, fixed), wallLeans(own, moving))))}: of each 1000 N that close the vise ${Math.round(1000 * push)} N push it up, less what friction keeps. Knock it down while the vise closes, feel that it sits on the floor, and let nothing pull it up in the cut. An estimate; the vise’s own limits and a qualified person decide.`,
          ),
        ]
      : []),
  ]
}

/** Several side by side must all lie on the blank. */
function rowFindings(own: InSoftJaws, { index, length }: Inspected): readonly Finding[] {
  const { blank, high } = own
  const last = shiftsOf(own).at(-1) ?? 0
  const over = high.x + last - blank.width / 2
  if (last === 0 || over <= 0) return []
  return [
    finding(
      'soft-jaws.row',
      index,
      'The blank is too short for all that are to lie side by side.',
      `The last one stands out by ${length(over)}. Shift them to the left, leave less between them, or take a wider blank.`,
    ),
  ]
}

const endIsOutside = ({ blank, end }: InSoftJaws): boolean =>
  end !== undefined && Math.abs(end.at) >= blank.width / 2

function cutFindings(
  own: InSoftJaws,
  { index: i, length, name, ops }: Inspected,
): readonly Finding[] {
  const { gapY, topZ, work } = own
  const found: Finding[] = []
  for (const op of ops) {
    const bottom = lowestOpenCut(own, work, op)
    const again = found.some((f) => f.code === 'jaw.cut-below' && f.feature === op.feature)
    if (!again && bottom !== undefined && bottom < topZ - 1e-9)
      found.push(
        finding(
          'jaw.cut-below',
          i,
          `${capital(name(op.feature))} is cut below the top of the jaws.`,
          `By ${length(topZ - bottom)}: the cutter meets the jaw. Make the step less deep by as much, or hold it another way.`,
          { feature: op.feature },
        ),
      )
    if (
      throughHoles(own, work, op).some(
        ({ at, radius }) => at.y + radius > gapY[0] || at.y - radius < gapY[1],
      )
    )
      found.push(
        finding(
          'soft-jaws.drilled',
          i,
          `${capital(name(op.feature))} comes through over the floor of the jaws.`,
          'The jaws are designed with a relief under it: let the drill go through, and blow the chips out before the next part.',
          { feature: op.feature },
        ),
      )
  }
  return found
}

/** A pin wants so much of the floor about it, mm (common practice, no source). */
const ABOUT_PIN_MM = 3

/** A pin stands in the floor of the fixed half, or nowhere. */
function pinFindings(
  { blank, gapY, holding, pin }: InSoftJaws,
  { index, name }: Inspected,
): readonly Finding[] {
  const reach = pin && pin.headMm / 2 + ABOUT_PIN_MM
  const isIn =
    pin &&
    reach !== undefined &&
    pin.at.y - reach > gapY[0] &&
    pin.at.y + reach < gapY[0] + blank.thickness &&
    Math.abs(pin.at.x) + reach < blank.width / 2
  if (holding.pin === undefined || isIn) return []
  return [
    finding(
      'soft-jaws.pin',
      index,
      pin
        ? `${capital(name(holding.pin))} does not lie over the fixed half.`
        : `${capital(name(holding.pin))} does not look down here: no pin goes into it.`,
      'The pin stands in the floor of the fixed half alone, clear of the gap. Take another hole, a narrower gap, or an end wall.',
      { feature: holding.pin },
    ),
  ]
}
