export { danglingWayCodes, wayIssues } from './checkWay'
export { ORIENTATIONS, freeSetupId, newSetup, turnWords } from './newSetup'
export {
  type ContactEdit,
  type Drilling,
  type Op,
  type Pickup,
  type Setup,
  type TurnPickup,
  type Way,
  WaySchema,
} from './schema'
export { refsOfPickup } from './pickup'
export {
  changeOp,
  changeSetup,
  editContact,
  moveOp,
  moveSetup,
  removeSetup,
  resetContact,
  roughBefore,
  setupNumber,
  tickCut,
} from './edit'
