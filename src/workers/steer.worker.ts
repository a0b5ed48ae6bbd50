import * as Comlink from 'comlink'
import { diagnose, steerPieces } from '@/core/floor/steering'
import { planWay } from '@/core/plan/planning'
import { loadSolver } from '@/kernel/lp'
import { type SteerWorker } from './messages'

const worker: SteerWorker = {
  steer: async (workshop, part, way, pieces) => {
    const plan = planWay(workshop, part, way)
    const steered = steerPieces(plan, { pieces: [...pieces] }, await loadSolver())
    const found = diagnose(plan, { pieces: [...pieces] })
    if (!steered.ok || !found.ok) return undefined
    return {
      diagnosis: found.value,
      pieces: steered.value.map(({ advice, id, next, requirements, values }) => ({
        id,
        advice,
        next,
        requirements: requirements.map(({ after, before, isSettled, standing, title }) => ({
          title,
          isSettled,
          standing,
          before,
          after,
        })),
        doubts: values.flatMap(({ doubt }) => doubt?.words ?? []),
      })),
    }
  },
}

Comlink.expose(worker)
