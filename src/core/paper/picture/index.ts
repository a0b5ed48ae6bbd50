export { type BenchViews, benchViews, elevation, plan } from './bench'
export { drawing, type DrawingOptions, hasRoomForDimensions } from './drawing'
export { fixturePlan } from './fixturePlan'
export { isometric, type IsometricOptions } from './isometric'
