export { drawPieces } from './common'
export {
  againstDowels,
  type AgainstDowels,
  EDGE_CLAMP,
  type EdgePlateHolding,
  type PlatePocket,
  type PlateSize,
  type SizedWork,
  sizedWork,
  wholeSteps,
} from './edgePlate'
export {
  type Anchorage,
  type BearingPlace,
  type Anchored,
  type Attached,
  type Clamp,
  type CoveredFace,
  type Drawn,
  type Paper,
  type HeldError,
  type HoldingField,
  type HoldingKind,
  type HoldingWords,
  type Inspected,
  type Locator,
  type MotionName,
  type Role,
  type Solid,
  type Standing,
  type Stay,
} from './kind'
export {
  bearingsOf,
  type LocatorEdit,
  locatorPlane,
  locatorsOf,
  topOfHolding,
  axesAlong,
  holesAlong,
  roundsAlong,
} from './locators'
export {
  AS_THE_FIRST,
  isTapped,
  type Lies,
  liesWords,
  sizeWords,
  makingOf,
  onPlate,
  type OnPlate,
  type PinPlateHolding,
  PLATE_BEYOND_MM,
  PAD_MM,
} from './plate'
export { anchoredOf, HOLDING_KINDS, kindOf, standIn } from './registry'
export { type Holding, HoldingSchema } from './schema'
export {
  footOf,
  headsReach,
  screwBackOf,
  seatOf,
  inSoftJaws,
  type InSoftJaws,
  MOUTH_MM,
  shiftsOf,
  type SoftJawsHolding,
  wallLeans,
} from './softJaws'
export { type Corners, outlineOf } from './outline'
export { type Prop, propped, type PropPlace, propPlaces } from './propped'
export { throughHoles } from './cuts'
export { viseAnchored, type ViseHolding } from './vise'
export {
  byId,
  type Facing,
  type Lead,
  type Placed,
  setupAxes,
  sideTowards,
  toSetup,
  uppermost,
  type Work,
} from './work'
export {
  BORE_MM,
  KEY,
  LEAST_PITCH_MM,
  ownPlaceWords,
  type ReturnsBy,
  returnsBy,
  TABLE_DOWEL_MM,
} from './ownPlace'
