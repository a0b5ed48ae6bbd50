import * as Comlink from 'comlink'
import { startCures } from '@/core/foreman/cures'
import { footingsOf } from '@/core/foreman/footings'
import { planWay } from '@/core/plan/planning'
import { type CuresWorker } from './messages'

/** How long it is looked for what would help, ms: what is not found by then is not offered. */
const PATIENCE_MS = 8000

const worker: {
  [Task in keyof CuresWorker]: (
    ...args: Parameters<CuresWorker[Task]>
  ) => Awaited<ReturnType<CuresWorker[Task]>>
} = {
  footings: ({ part, way, workshop }, index) => footingsOf(workshop, part, way, index),
  cures({ part, way, workshop }, requirement, link) {
    const until = performance.now() + PATIENCE_MS
    const steps = startCures(planWay(workshop, part, way), requirement, link)
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) return step.value
      if (performance.now() > until) return undefined
    }
  },
}
Comlink.expose(worker)
