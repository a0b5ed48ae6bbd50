export { PositiveLength, ZeroOrMore } from './fields'
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
  restLabel,
  resolveRef,
} from './refs'
export {
  contourDepth,
  contourHeight,
  contourLines,
  contourMiddle,
  contourPlane,
  contourShape,
  tidyDirection,
} from './contour'
export { CAST_PROCESSES } from './castingSchema'
export { asBought, boughtOf, hasWalls, isToCut, staysAsBought } from './bought'
export { cornerPoint, markedCorner } from './corner'
export { MOST_FOOT_EDGES, opensTo, takenOffEdge } from './checkEdges'
export { brokenEdges, isEdgeBreak } from './brokenEdges'
export { type HolePlace, holesOf } from './holePlaces'
export { opposedCorners, remainingOutline } from './outline'
export { looseWords, nominalOf, requirementFigures, requirementTitle } from './requirementWords'
export { looseWith, mateLimits } from './mate'
export {
  AngleSchema,
  type Bought,
  type Mate,
  type CastingSpec,
  type Contour,
  type EdgeBreak,
  type Extent,
  type Face,
  type Feature,
  FeatureSchema,
  type Hole,
  IdSchema,
  LengthSchema,
  type Model,
  type Stock,
  ModelSchema,
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
export { type Between, betweenSurfaces } from './between'
export { type AxisSurface, directionOf, type PlaneSurface, type Surface } from './surface'
export {
  type Box,
  depthOf,
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
