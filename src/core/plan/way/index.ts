export { danglingWayCodes, wayIssues } from './checkWay'
export { ORIENTATIONS, freeSetupId, indexedSetup, newSetup } from './newSetup'
export {
  type Clamping,
  type ContactEdit,
  type Drilling,
  type Lean,
  type Op,
  type OwnClamping,
  type Pickup,
  type Setup,
  type TurnPickup,
  type Way,
  WaySchema,
} from './schema'
export { refsOfPickup } from './pickup'
export { type StopShort, stopShort } from './stopShort'
export {
  changeClamping,
  holdIn,
  changeOp,
  changeSetup,
  editContact,
  moveOp,
  moveSetup,
  putProp,
  removeSetup,
  resetContact,
  roughBefore,
  setupNumber,
  takeProp,
  tickCut,
} from './edit'
