export { type ContactRole, type FootingContact, contactPlane, footingContacts } from './footing'
export {
  type ViseLayout,
  byId,
  lengthAlong,
  setupAxes,
  sideTowards,
  toSetup,
  viseLayout,
} from './layout'
export { isSideCut, processOf, upSidesFor } from './process'
export {
  type PartState,
  afterOp,
  envelope,
  hasMetal,
  isRaw,
  levelNow,
  stateAsBought,
  statesOf,
} from './state'
