export {
  LIKELY,
  combineIndependent,
  likelyRadius,
  likelyRange,
  radialQuantile,
  worstRadius,
  worstRange,
} from './combine'
export {
  type CompiledMeasure,
  type LinkShare,
  type Outcome,
  type Verdict,
  bonusAt,
  compileMeasure,
  evaluate,
} from './evaluate'
export { type Bonus, type Measure, type Reading, formOf } from './measure'
export { normalStream, sampler, seededUniform } from './random'
export {
  type SimulatedMeasure,
  type Simulation,
  type SimulationOptions,
  simulate,
} from './simulate'
export { type Distribution, type Moments, type Source, extremesOf, momentsOf } from './source'
export { FormBuilder, type Sparse, type SparseSix, sparseFrom, subtractForms } from './sparse'
export {
  type Column,
  type Deviation,
  type SharedDeviation,
  type StackContact,
  type StackCut,
  type StackModel,
  type StackPickup,
  type StackSetup,
  type Stacked,
  type Term,
  setupFrame,
  stack,
} from './stack'
