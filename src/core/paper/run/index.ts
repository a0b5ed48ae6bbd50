export { type CheckLine, checkSheet, VERDICTS, withinOf } from './checkSheet'
export {
  isReadingOf,
  measuredPiece,
  measuredToTell,
  type PieceState,
  piecesBefore,
  pieceState,
  readAsked,
  silenceOf,
} from './entries'
export { type HoleTick, measuredHoles, tickKey, ticksOf, toTick, zerosOf } from './found'
export {
  type BodyOf,
  type EntryBody,
  EntryBodySchema,
  PHOTO_ID,
  type RunEntry,
  type RunLog,
  standing,
  type UnreadEntry,
} from './log'
export { leavesRoom, type MatedSize, matedSizes, matesMeasured, withMates } from './mates'
export { type Asked } from './asks'
export { type Question, questionsOf } from './questions'
export { moveWords } from './moveWords'
export { type StoryLine, storyOf } from './story'
export { type OtherWay, plannedMinutes, plannedTimes, savedBy } from './planned'
export { type PiecePaper, piecePaper } from './piecePaper'
export { type SetupTime, timeInAll, timesOf } from './times'
export { isFull, type RunStep, type StepKind, stepsOf } from './steps'
