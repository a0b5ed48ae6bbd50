import { isSide } from '../../work/part'
import { type PlannedSetup, processOf } from '../../plan/planning'
import { type Prediction, type RequirementAnalysis } from '../../predict/prediction'
import { printDegrees, spreadWords } from '../../handbook/units'
import { type LinkShare } from '../../chain/variation'
import { type Op, setupNumber } from '../../plan/way'
import { type Inspection } from './inspection'
import { type Finding, finding, capital, listWords } from '../../ground/finding'

/** Requirements that do not hold or only just, with the link worth improving; and hold points that are missing. */
export function marginRules(
  inspection: Inspection,
  { requirements }: Prediction,
): readonly Finding[] {
  return [
    ...requirements.flatMap((r) => marginFindings(inspection, r)),
    ...holdPoints(inspection, requirements),
  ]
}

/** The link that gives most to the spread. */
export const weakestLink = (links: readonly LinkShare[]): LinkShare | undefined =>
  [...links].sort((a, b) => b.share - a.share)[0]

function marginFindings(
  { part, length, way }: Inspection,
  { requirement, outcome, standing, setups, title }: RequirementAnalysis,
): Finding[] {
  if (!outcome || (standing !== 'short' && standing !== 'near')) return []
  const worst = weakestLink(outcome.links)
  const isAngle = requirement.kind === 'angle'
  const figure = (value: number): string =>
    isAngle ? printDegrees(value) : spreadWords(value, part.unit)
  const at = worst?.setup === undefined ? undefined : setupNumber(way.setups, worst.setup)
  const where =
    at === undefined
      ? worst?.gear === undefined
        ? ''
        : ` of the ${worst.gear}`
      : ` of setup ${at}`
  const better = worst ? improved(outcome.likely.predicted, worst.share) : 0
  const gain = worst
    ? ` Most of it (${Math.round(worst.share * 100)} %, ±${figure(worst.likely).trim()}) is “${worst.causes[0] ?? ''}”${where}. ${worst.remedy} At a third of that the spread would be ${figure(better)}.`
    : ''
  const place = at === undefined ? setups[setups.length - 1] : at - 1
  if (standing === 'short') {
    return [
      finding(
        'margin.short',
        place,
        `${capital(title)} is short by ${figure(-outcome.likely.margin)}.`,
        `Predicted ${figure(outcome.likely.predicted)}, allowed ${figure(outcome.likely.allowed)}.${gain}`,
        { requirement: requirement.id },
      ),
    ]
  }
  return [
    finding(
      'margin.near',
      place,
      `${capital(title)} holds by ${length(outcome.likely.margin)} only.`,
      `Predicted ${figure(outcome.likely.predicted)}, allowed ${figure(outcome.likely.allowed)}.${gain}`,
      { requirement: requirement.id },
    ),
  ]
}

/** Predicted spread when one link is brought to a third of what it is. */
const improved = (predicted: number, share: number): number =>
  predicted * Math.sqrt(1 - share + share / 9)

/** A hole that cannot be moved once it is cut wants a measurement before, when something tight hangs on it. */
function holdPoints(
  { name, plan, way }: Inspection,
  requirements: Prediction['requirements'],
): Finding[] {
  const waiting = new Map<string, { setup: number; feature: string; titles: string[] }>()
  for (const { requirement, setups, standing, title } of requirements) {
    if (standing === 'open' || !(requirement.critical || standing !== 'holds')) continue
    const last = setups[setups.length - 1]
    const planned = last === undefined ? undefined : plan.setups[last]
    const op = planned?.setup.ops.find((o) => o.feature === requirement.of.split('.')[0])
    if (last === undefined || !planned || !op || !cannotBeUndone(planned, op)) continue
    if (
      way.setups
        .slice(0, last + 1)
        .some((s) => s.ops.some((o) => o.hold?.check.includes(requirement.id)))
    )
      continue
    const entry = waiting.get(`${last} ${op.feature}`) ?? {
      setup: last,
      feature: op.feature,
      titles: [],
    }
    entry.titles.push(title.charAt(0).toLowerCase() + title.slice(1))
    waiting.set(`${last} ${op.feature}`, entry)
  }
  return [...waiting.values()].map(({ feature, setup, titles }) =>
    finding(
      'hold.missing',
      setup,
      `No hold point before ${name(feature)}.`,
      `Once cut it cannot be moved, and ${listWords(titles)} hangs on it. Put a hold point on the cut before, and measure there.`,
      { feature },
    ),
  )
}

const cannotBeUndone = (planned: PlannedSetup, op: Op): boolean =>
  !isSide(op.feature) &&
  op.pass === 'finish' &&
  ['bore', 'ream', 'tap', 'drill'].includes(processOf(planned, op))
