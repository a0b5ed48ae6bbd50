import { type Plan } from '../../plan/planning'
import { type Prediction } from '../../predict/prediction'
import { castRules } from './castRules'
import { cutRules, tieRules } from './cutRules'
import { drillingRulesOf } from './drillingRules'
import { bySeverity, type Finding } from '../../ground/finding'
import { faultsOf } from '../../work/faults'
import { footingRules } from './footingRules'
import { inspect, type Inspection } from './inspection'
import { marginRules } from './marginRules'
import { travelRules } from './travelRules'

/**
 * Everything that the rules have to say of a way, worst first.
 *
 * @param only - the setup that alone is looked at, by its place in the way; what concerns the way as a whole is said all the same.
 */
export function findingsOf(prediction: Prediction, only?: number): readonly Finding[] {
  const inspection = inspect(prediction.plan, only)
  return [
    ...footingRules(inspection),
    ...cutRules(inspection),
    ...castRules(inspection),
    ...tieRules(inspection, prediction),
    ...holeFindings(inspection),
    ...travelRules(inspection),
    ...marginRules(inspection, prediction),
  ].sort(bySeverity)
}

/** What the rules have to say of the holes alone; nothing is predicted for it. */
export const holeChecks = (plan: Plan): readonly Finding[] => holeFindings(inspect(plan))

const holeFindings = (inspection: Inspection): readonly Finding[] => [
  ...faultsOf(inspection.part),
  ...drillingRulesOf(inspection),
]
