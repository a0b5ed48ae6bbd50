import { type Part } from '../part'
import { type Analysis } from '../prediction'
import { type Way } from '../way'
import { type Workshop } from '../workshop'
import { ruleContext } from './context'
import { cutRules } from './cutRules'
import { bySeverity, type Finding } from './finding'
import { footingRules } from './footingRules'
import { drillingRulesOf } from './drillingRules'
import { holeRules } from './holeRules'
import { marginRules } from './marginRules'

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
    ...holeRules(context),
    ...drillingRulesOf(context),
    ...marginRules(context),
  ].sort(bySeverity)
}
