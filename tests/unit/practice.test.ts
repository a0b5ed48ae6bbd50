import { describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { planWay } from '@/core/plan/planning'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { loadSolver } from '@/kernel'
import { hideFault } from '@/operations/practice'
import { playThrough } from '@/operations/practicePlay'
import { roughBoreIn } from '../support/roughBore'

describe('an exercise of the stand-in shop', () => {
  const way = roughBoreIn(WORM_BLOCK_WAY_A)
  const plan = planWay(STANDARD_WORKSHOP, WORM_BLOCK, way)

  it('hides a fault that what the way measures finds, and that the last cut puts right; the same number hides the same', async () => {
    const solve = await loadSolver()
    for (const exercise of [2]) {
      const hidden = await hideFault(STANDARD_WORKSHOP, WORM_BLOCK, way, exercise)
      const again = await hideFault(STANDARD_WORKSHOP, WORM_BLOCK, way, exercise)
      if (!hidden.ok) throw new Error('nothing was hidden')
      expect(again).toEqual(hidden)
      expect(Object.keys(hidden.value.faults)).toHaveLength(1)
      expect(playThrough(plan, hidden.value, solve)).toEqual({ isNamed: true, isSaved: true })
    }
  })

  it('a sound shop spoils nothing: there is nothing to name', async () => {
    const solve = await loadSolver()
    const played = playThrough(plan, { seed: 3, faults: {} }, solve)
    expect(played).toEqual({ isNamed: false, isSaved: false })
  })
})
