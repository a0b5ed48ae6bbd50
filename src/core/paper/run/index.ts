export { type CheckLine, checkSheet, VERDICTS, withinOf } from './checkSheet'
export {
  type EntryBody,
  EntryBodySchema,
  isReadingOf,
  measuredPiece,
  type PieceState,
  piecesBefore,
  pieceState,
  readAsked,
  type RunEntry,
  silenceOf,
  standing,
} from './entries'
export { type Asked } from './asks'
export { moveWords } from './moveWords'
export { type StoryLine, storyOf } from './story'
export { isFull, type RunStep, type StepKind, stepsOf } from './steps'
