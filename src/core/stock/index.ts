export {
  afterCut,
  blockNow,
  type Cut,
  hasMetal,
  isRaw,
  levelNow,
  type PartState,
  stateAsBought,
  waviness,
  WAVINESS,
} from './state'
