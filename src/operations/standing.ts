import { findingsOf } from '@/core/foreman/findings'
import { type Part } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import { predictWay, wayVerdict } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'

/** How a way stands, for the list of jobs: requirements that are short or open, findings that forbid it. */
export interface WayStanding {
  readonly short: number
  readonly open: number
  readonly forbids: number
}

export function standingOfWay(workshop: Workshop, part: Part, way: Way): WayStanding {
  const analysis = predictWay(planWay(workshop, part, way))
  const { open, short } = wayVerdict(analysis)
  const forbids = findingsOf(analysis).filter((f) => f.severity === 'forbids').length
  return { short, open, forbids }
}
