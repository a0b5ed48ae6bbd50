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

/** Everything that the rules have to say of a way, worst first. */
export function findingsOf(prediction: Prediction): readonly Finding[] {
  const inspection = inspect(prediction.plan)
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
