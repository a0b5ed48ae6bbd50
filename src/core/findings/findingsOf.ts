import { type Part } from '../part'
import { type Analysis } from '../prediction'
import { type Way } from '../way'
import { type Workshop } from '../workshop'
import { ruleContext, type RuleContext } from './context'
import { cutRules } from './cutRules'
import { bySeverity, type Finding } from './finding'
import { footingRules } from './footingRules'
import { drillingRulesOf } from './drillingRules'
import { holeRules } from './holeRules'
import { marginRules } from './marginRules'
import { reachRules } from './reachRules'

/** Everything that the rules have to say of a way, worst first. */
export function findingsOf(
  workshop: Workshop,
  part: Part,
  way: Way,
  analysis: Analysis,
): readonly Finding[] {
  const context = ruleContext(workshop, part, way, analysis)
  return [
    ...footingRules(context),
    ...cutRules(context),
    ...holeFindings(context),
    ...reachRules(context),
    ...marginRules(context),
  ].sort(bySeverity)
}

/** What the rules have to say of the holes alone. */
export const holeChecks = (
  workshop: Workshop,
  part: Part,
  way: Way,
  analysis: Analysis,
): readonly Finding[] => holeFindings(ruleContext(workshop, part, way, analysis))

const holeFindings = (context: RuleContext): readonly Finding[] => [
  ...holeRules(context),
  ...drillingRulesOf(context),
]
