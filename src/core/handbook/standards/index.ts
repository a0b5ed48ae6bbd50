export { cantileverDeflection } from './beam'
export { DOWEL_DIAMETERS_MM, type DowelKind, dowelLimits } from './dowels'
export {
  type Drill,
  type DrillSeries,
  DRILLS,
  drillNamed,
  INCH_DRILLS,
  jobberFluteMm,
  LETTER_DRILLS_INCH,
  nearestDrill,
  NUMBER_DRILLS_INCH,
  pointLengthMm,
  TWIST_POINT_RAD,
} from './drills'
export { GENERAL_CLASSES, generalAngle, type GeneralClass, generalLength } from './general'
export { GAUGE_BLOCKS_MICROMETRES, gaugeBlockStack } from './gaugeBlocks'
export { INCH_MM } from './inch'
export {
  holeLimits,
  KNOWN_HOLE_FITS,
  type Limits,
  SHAFT_LETTERS,
  shaftLimits,
  toleranceGradeMm,
} from './limits'
export {
  type ClearanceFit,
  clearanceHole,
  type Counterbore,
  counterboreFor,
  counterboreForScrew,
  countersinkForScrew,
  hexFlatsMm,
  keyForScrew,
  screwInCounterbore,
} from './screws'
export {
  minorDiameterMm,
  parseThread,
  pitchDiameterMm,
  STANDARD_THREADS,
  type TapDrill,
  tapDrill,
  type TapKind,
  tappingDrillMm,
  type Thread,
  type ThreadForm,
  threadEngagement,
} from './threads'
export { EXPANSION, expansionOf } from './expansion'
