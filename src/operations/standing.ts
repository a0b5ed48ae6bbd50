import { findingsOf } from '@/core/findings'
import { type Part } from '@/core/part'
import { planWay } from '@/core/planning'
import { predictWay, wayVerdict } from '@/core/prediction'
import { type Way } from '@/core/way'
import { type Workshop } from '@/core/workshop'

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
