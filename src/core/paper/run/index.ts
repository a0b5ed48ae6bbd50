export { type CheckLine, checkSheet, withinOf } from './checkSheet'
export {
  type EntryBody,
  EntryBodySchema,
  isReadingOf,
  measuredPiece,
  type PieceState,
  pieceState,
  readAsked,
  type RunEntry,
  standing,
} from './entries'
export { type Asked } from './asks'
export { isFull, type RunStep, type StepKind, stepsOf } from './steps'
