export { type Belief, believe, believedMeasure } from './belief'
export { type Observed } from './observed'
export { type Candidate, explain, type Explained, type Explanation } from './explain'
export { type KnobRange, type Limit, steer } from './steer'
