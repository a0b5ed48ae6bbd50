export { type CheckLine, checkSheet, withinOf } from './checkSheet'
export {
  type EntryBody,
  EntryBodySchema,
  measuredPiece,
  type PieceState,
  pieceState,
  type RunEntry,
  standing,
} from './entries'
export { type Asked, isFull, type RunStep, type StepKind, stepsOf } from './steps'
