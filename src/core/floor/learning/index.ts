export {
  capabilityFrom,
  type Capability,
  capabilityOf,
  CAPABLE_FROM,
  type Index,
} from './capability'
export { type Drift, driftOf } from './drift'
export {
  type GearSeen,
  type Honesty,
  learnFrom,
  type Learned,
  type LearntFigure,
  type MadeByPlan,
} from './learn'
export { type Series, type SeriesPoint } from './series'
