export { isShared, piecesOf, type PieceObserved, type Pieces } from './joined'
export { type Knob, movesOf, type Steerable, steerable } from './knobs'
export { coveredIn, type InProcess, type Otherwise, otherwiseIn } from './inProcess'
export { isMade, isSurfaceMade, lastCuts, type Progress, roughCutOf } from './lastCuts'
export { type Taken, type TakenAll, takenOf } from './observed'
export { isTouch } from './forms'
export { isShownWhole, type Readable, readablesOf, readOn } from './readable'
export {
  type Measured,
  type MeasuredPiece,
  MeasuredPieceSchema,
  MeasuredSchema,
  MovedSchema,
  type PointValue,
  PointValueSchema,
  type ReadValue,
  ReadValueSchema,
} from './schema'
