import { type Part } from '../../work/part'
import { afterCut, type PartState, stateAsBought } from '../../work/stock'
import { type Way } from '../way'

/** The state before each setup, and at last the state after all of them: one more than there are setups. */
export function statesOf(part: Part, way: Way): readonly PartState[] {
  const states = [stateAsBought(part)]
  way.setups.forEach((setup, i) => {
    let state = states[i] ?? stateAsBought(part)
    for (const op of setup.ops) state = afterCut(state, op, i)
    states.push(state)
  })
  return states
}
