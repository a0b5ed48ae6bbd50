export {
  type Analysis,
  type RequirementAnalysis,
  type Standing,
  analyse,
  wayVerdict,
} from './analyse'
export { type Model, buildModel } from './buildModel'
export { type PlannedSetup } from './planned'
export { isHeld, slidesAlong } from './held'
export { measureOf } from './measures'
export { waviness } from './context'
export { surfacePoint, touchedPoint, zeroPoint } from './zero'
