export { type Binding } from './binding'
export { type Closest, closestTo } from './closest'
export { freeOf, type Held } from './fit'
export {
  AS_IT_LIES,
  cleansUp,
  type Fit,
  fitCasting,
  lookAtFit,
  type PointSlack,
} from './fitCasting'
export { lazily } from './lazily'
export {
  type FitKind,
  type FitPoint,
  type FitSurface,
  outsideWith,
  type PartInCasting,
} from './model'
export { type Program, type Row, type Solve, type Solved } from './program'
export { turnOf } from './turning'
