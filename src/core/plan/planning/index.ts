export { axesInPart, axisName, driven, leansOver, spindleLean, type Swung, swungIn } from './axes'
export { type Misfit, misfitsOf } from './cutterFit'
export { indexWords, rotaryCentre, turnerOf, turnOf } from './indexed'
export { cornerOf, headWords, leanFor, leansAbout, leanSet, leanWords } from './leaning'
export {
  jackPlaces,
  type Movable,
  type MovableClamp,
  clampMovesAlong,
  movableClamps,
  movables,
  moveClamp,
  moveContact,
  movesAlong,
  type MovedClamp,
  type MovedContact,
  putClampBack,
} from './moveContact'
export { levelled, planHeldAnew, planWay } from './plan'
export {
  type IndexedFrom,
  isParting,
  type LeaningFrom,
  type Plan,
  type PlannedSetup,
  workOf,
} from './planned'
export { isReached, isSideCut, processOf, upDirectionsFor } from './process'
export { cutsInReach, usualCutter, wantedCuts } from './reach'
export { statesOf } from './states'
export { guidedBy, turnFor, turnWords } from './turns'
export { surfacePoint, touchedPoint, zeroPoint } from './zero'
