export { type BallTouches, cornerWithBall, type FoundCorner, type SpindleLean } from './ball'
export {
  edgeFromTouch,
  type Found,
  type FoundMiddle,
  middleFromTouches,
  signOfTowards,
  type Touch,
  type Towards,
} from './edge'
export { heightFromTouch } from './height'
export {
  centreFromSwing,
  closestCircle,
  type FoundRound,
  roundFromTouches,
  type SwungReadings,
} from './round'
export { type FoundSlope, overLength, slopeFromTouches } from './slope'
