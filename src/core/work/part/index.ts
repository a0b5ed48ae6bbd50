export { type OpenQuestion, openQuestions, partIssues, refsOf } from './checkPart'
export { linksOf, MOST_HOLES } from './checkPattern'
export { allRequirements, impliedRequirements } from './impliedRequirements'
export { BOUGHT_DEFAULTS, freeId, newPart } from './newPart'
export {
  type Target,
  featureLabel,
  findFace,
  firstSurface,
  placeOf,
  directionWords,
  refLabel,
  resolveRef,
} from './refs'
export { cornerPoint, markedCorner } from './corner'
export { type HolePlace, holesOf } from './holePlaces'
export { opposedCorners, remainingOutline } from './outline'
export { nominalOf, requirementFigures, requirementTitle } from './requirementWords'
export {
  AngleSchema,
  type Extent,
  type Face,
  type Feature,
  FeatureSchema,
  type Hole,
  IdSchema,
  LengthSchema,
  type Part,
  PartSchema,
  type Pattern,
  type Place,
  RefSchema,
  type Requirement,
  RequirementSchema,
  SideSchema,
} from './schema'
export {
  SIDES,
  type Side,
  axisOf,
  isSide,
  normalOf,
  oppositeOf,
  planeOf,
  sideAlong,
  signOf,
} from './side'
export {
  type AxisSurface,
  type Box,
  type PlaneSurface,
  type Surface,
  depthOf,
  directionOf,
  faceSurface,
  featureSurfaces,
  halfDiagonal,
  holeCount,
  exitOf,
  type HoleLine,
  holeLines,
  holePoints,
  outwardOf,
  throughMm,
  insideOf,
  levelOf,
  middleOf,
  partSurfaces,
  placeAlong,
  placePoint,
  reachableFrom,
  removedBox,
  sizeAlong,
} from './surfaces'
