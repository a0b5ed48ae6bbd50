export { anewOf, isDrawnAnew, isJoined, joinable } from './anew'
export { isShared, piecesOf, type PieceObserved, type Pieces } from './joined'
export { type Knob, movesOf, seatedAnew, type Steerable, steerable } from './knobs'
export { coveredIn, type InProcess, type Otherwise, otherwiseIn } from './inProcess'
export { isMade, isSurfaceMade, lastCuts, type Progress, roughCutOf } from './lastCuts'
export { type TakenAll, takenOf } from './observed'
export { type Taken } from './seen'
export { isTouch } from './forms'
export { limitsOf, NO_LIMITS, type ReadingLimits } from './limits'
export { isShownWhole, type Readable, readablesOf, readOn } from './readable'
export {
  type Anew,
  AnewSchema,
  type Measured,
  type MeasuredPiece,
  MeasuredPieceSchema,
  MeasuredSchema,
  type Moved,
  movedOf,
  MovedSchema,
  type PointValue,
  PointValueSchema,
  type ReadValue,
  ReadValueSchema,
} from './schema'
