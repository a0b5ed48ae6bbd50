import { type Manifold } from 'manifold-3d'
import { type CutLeft, type Left, plannedCuts } from '@/core/foreman/metal'
import { type Plan } from '@/core/plan/planning'
import { type Part } from '@/core/work/part'
import {
  boughtSolid,
  nominalSolid,
  solidNow,
  stateAsBought,
  stateFinished,
} from '@/core/work/stock'
import { bringModels } from './models'
import { type Kitchen, meshFrom, withKitchen } from './mesh'
import { touchesOf } from './touches'

/** What is left of the part of a way, cut by cut; each state is cooked from the one before it. */
export async function leftOf(plan: Plan): Promise<Left> {
  const { part } = plan
  await bringModels(boughtSolid(part))
  return withKitchen((kitchen) => {
    const cuts = plannedCuts(plan)
    const bodies = [
      kitchen.cook(solidNow(part, cuts[0]?.before ?? stateAsBought(part))),
      ...cuts.map(({ after }) => kitchen.cook(solidNow(part, after))),
    ]
    const volumes = bodies.map((body) => body.volume())
    const finished = kitchen.cook(solidNow(part, stateFinished(part)))
    return {
      boughtMm3: volumes[0] ?? 0,
      outsideMm3: outsideOf(kitchen, part),
      finishedMm3: finished.volume(),
      cuts: cuts.map((cut, i): CutLeft => {
        const [before, after] = [bodies[i] as Manifold, bodies[i + 1] as Manifold]
        return {
          setup: cut.planned.index,
          feature: cut.op.feature,
          removedMm3: Math.max(0, (volumes[i] ?? 0) - (volumes[i + 1] ?? 0)),
          leftMm3: volumes[i + 1] ?? 0,
          pieces: piecesOf(kitchen, after),
          touches: touchesOf(kitchen, cut, before, after),
        }
      }),
      meshes: bodies.map(meshFrom),
      finished: meshFrom(finished),
    }
  })
}

/** What of the finished part does not lie in a stock that is a solid of its own, mm³. */
function outsideOf(kitchen: Kitchen, part: Part): number {
  if (part.stock?.form !== 'solid') return 0
  const bought = kitchen.cook(solidNow(part, stateAsBought(part)))
  return kitchen.keep(kitchen.cook(nominalSolid(part)).subtract(bought)).volume()
}

/** Pieces smaller than this are dust of the booleans, mm³. */
const DUST_MM3 = 0.5

const piecesOf = (kitchen: Kitchen, body: Manifold): number =>
  body.decompose().filter((piece) => kitchen.keep(piece).volume() > DUST_MM3).length
