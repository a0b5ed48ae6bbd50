import { findingsOf } from '@/core/foreman/findings'
import { type FootholdFile } from '@/core/paper/formats'
import { zeroLedger } from '@/core/floor/offsets'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'

const PLACES = 1e9
const rounded = (value: number): number => Math.round(value * PLACES) / PLACES + 0

/** What the product says of a document, as plain figures: for comparing with what an earlier build said. */
export function figuresOf({ part, ways, workshop }: FootholdFile): object {
  return ways.map((way) => {
    const plan = planWay(workshop, part, way)
    const analysis = predictWay(plan)
    return {
      way: way.name,
      requirements: analysis.requirements.map(({ outcome, reason, requirement, standing }) => ({
        id: requirement.id,
        standing,
        ...(outcome
          ? {
              likely: rounded(outcome.likely.predicted),
              margin: rounded(outcome.likely.margin),
              failing: rounded(outcome.likely.failing),
              worst: rounded(outcome.worst.predicted),
            }
          : { reason }),
      })),
      contacts: plan.setups.map(({ contacts }) =>
        contacts.map(({ bears, inSetup, raw, role, surface }) => ({
          role,
          surface,
          at: [inSetup.x, inSetup.y, inSetup.z].map(rounded),
          raw,
          bears,
        })),
      ),
      zeros: zeroLedger(plan, {}).map(({ place }) => place),
      findings: findingsOf(analysis).map(({ code, feature, setup, what }) => ({
        code,
        setup,
        feature,
        what,
      })),
    }
  })
}
