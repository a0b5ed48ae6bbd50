export { coach, type Progress } from './coach'
export {
  type Claim,
  EXERCISE_IDS,
  EXERCISES,
  type ExerciseId,
  type ExerciseSetup,
  type ExerciseWords,
  type Fault,
  FAULT_WORDS,
  FAULTS,
  scoreExercise,
  type Score,
  setUpExercise,
  trueMiddle,
} from './exercises'
export { hideTruth, type Looseness } from './hidden'
export {
  EDGE_FINDER_RPM,
  FEELER_MM,
  Mill,
  type MillAction,
  MillActionSchema,
  overTheWork,
  SETTER_MM,
  TOOL_FIGURES,
} from './mill'
export { MOST_WORK_FIGURES, type WorkMesh } from './metal'
export { type SeenWorld, seenWorld } from './seen'
export {
  hear,
  listen,
  type MillTool,
  newMonitor,
  refusal,
  type Sense,
  type StreamMessage,
  StreamMessageSchema,
  type StreamMonitor,
  type StreamState,
  TOOLS,
} from './stream'
export {
  holeAround,
  inMachine,
  inVise,
  toNearestWall,
  topUnder,
  WORK,
  type World,
  type WorldBox,
  type WorldHole,
} from './world'
