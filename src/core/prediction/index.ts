export {
  type Analysis,
  type RequirementAnalysis,
  type Standing,
  analyse,
  wayVerdict,
} from './analyse'
export { type Model, type PlannedSetup, buildModel } from './buildModel'
export { measureOf } from './measures'
export { waviness } from './context'
export { surfacePoint, touchedPoint, zeroPoint } from './zero'
