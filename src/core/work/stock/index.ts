export { hasMetal } from './metal'
export { boughtSolid, solidNow, stateFinished, takenBy, takenSoFar } from './solid'
export {
  afterCut,
  blockNow,
  type Cut,
  isRaw,
  levelNow,
  planeNow,
  type PartState,
  stateAsBought,
  waviness,
  WAVINESS,
} from './state'
export { type Skin, skinOf } from './skin'
