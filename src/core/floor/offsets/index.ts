export { moveZero, type ZeroPlace, zeroPlaceOf } from './convert'
export { agreement, type Doubt, DOUBT_CODES, type DoubtCode, doubtsOf, tipOf } from './doubts'
export {
  type Envelope,
  envelopeOf,
  type QuillReach,
  type ReachAcross,
  type ReachDown,
} from './envelope'
export {
  crossedAxis,
  type FoundZero,
  foundZero,
  readoutAtTouch,
  refsOfReadings,
  touchedAt,
  touchRepeatMm,
} from './found'
export {
  OFFSET_NAMES,
  type OffsetName,
  offsetsFrom,
  printOffsetName,
  readOffsetName,
} from './names'
export {
  type Anchor,
  type AnchorAxis,
  anchorOf,
  type MeasuredSizes,
  type Predicted,
  predictZero,
  zeroFromTouched,
  zeroPlaceWords,
} from './predict'
export {
  type Readings,
  ReadingsSchema,
  standingMark,
  type ZeroRecord,
  ZeroRecordSchema,
} from './record'
export { plateOffsets, type PlateOffsets } from './onPlate'
export { fitsMill, setupWorld } from './standinWorld'
export { touchedPoint } from './touchedPoint'
export { type SanityPlace, sanityPlace } from './sanity'
export { splitAtStop, type SplitInput, type SplitPlan } from './split'
export {
  anchorFor,
  foundOfSetup,
  leaningBefore,
  type KeptRecord,
  type OffsetRow,
  zeroLedger,
  type RecordsBySetup,
} from './ledger'
