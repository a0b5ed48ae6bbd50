export { type Plan, type PlannedSetup, planWay } from './plan'
export { isSideCut, processOf, upSidesFor } from './process'
export { statesOf } from './states'
export { surfacePoint, touchedPoint, zeroPoint } from './zero'
