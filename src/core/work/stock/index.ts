export { hasMetal } from './metal'
export { draftMm, leaningSide } from './draft'
export { isOutline } from './brokenEdges'
export { boughtSolid, nominalSolid, solidNow, stateFinished, takenBy, takenSoFar } from './solid'
export {
  afterCut,
  blockNow,
  featureNow,
  isThere,
  type Cut,
  isRaw,
  levelNow,
  planeNow,
  type PartState,
  stateAsBought,
  waviness,
  WAVINESS,
} from './state'
export { edgesOfSkin, type SkinEdge } from './edges'
export { type Skin, skinOf } from './skin'
