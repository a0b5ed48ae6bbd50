export {
  LIKELY,
  combineIndependent,
  likelyRadius,
  likelyRange,
  radialQuantile,
  worstRadius,
  worstRange,
} from './combine'
export { type CompiledMeasure, compileMeasure } from './compile'
export {
  type LikelyVerdict,
  type LinkShare,
  type Outcome,
  type Verdict,
  evaluate,
  evaluateLikely,
  leastLikelyMargin,
} from './evaluate'
export { type Reach, reachesOf, tightestOf } from './eventForm'
export { excessReader } from './excess'
export { type Fit, type FitProblem, fitLeastWorst, leastSquares, leastSquaresRows } from './fit'
export { type LikelyExcess, likelyExcess } from './likely'
export {
  type Bonus,
  type Check,
  type Gauge,
  type Measure,
  type Moved,
  type Reading,
  type Step,
  type StepUse,
  bonusAt,
  formOf,
} from './measure'
export { normalAbove, normalPointAbove } from './normal'
export { type Prepared, prepare } from './prepare'
export { normalStream, seededUniform } from './random'
export {
  type SimulatedCurve,
  type SimulatedMeasure,
  type Simulation,
  type SimulationOptions,
  simulate,
} from './simulate'
export {
  type Distribution,
  type Moments,
  type NamedSource,
  extremesOf,
  figuresOf,
  momentsOf,
} from './source'
export { FormBuilder, plusForm, ROUNDING, type Sparse, type SparseSix, sparseFrom } from './sparse'
export { worstBearing } from './bearing'
export {
  type Bearing,
  type Column,
  type Deviation,
  type SharedDeviation,
  type StackBearing,
  type StackContact,
  type StackCut,
  type StackModel,
  type StackPickup,
  seatingsOf,
  type StackAgain,
  type StackSetup,
  type StackSwing,
  type Stacked,
  type Term,
  knownPart,
  stack,
} from './stack'
export { partsAbove } from './tail'
export { worstExcess } from './worst'
