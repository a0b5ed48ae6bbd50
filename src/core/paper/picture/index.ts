export {
  benchLooking,
  type BenchLooks,
  type BenchOptions,
  type BenchViews,
  benchViews,
  elevation,
  plan,
} from './bench'
export {
  drawing,
  DRAWING_LOOKS,
  type DrawingLooks,
  type DrawingOptions,
  hasRoomForDimensions,
} from './drawing'
export { fixturePlan } from './fixturePlan'
export { type Look, lookAt, type Looking } from './look'
export { needsLook } from './paintLook'
export { gatherLooks, setupLooking, type SetupLooks, sheetLooks } from './setupLooks'
export { isometric, type IsometricOptions } from './isometric'
export {
  asDrawn,
  castingLooking,
  type CastingFrom,
  type CastingMark,
  castingPicture,
} from './castingPicture'
export { jawsPlan, jawsSection } from './jaws'
export { platePlan } from './plate'
