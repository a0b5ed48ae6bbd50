export { type Exact, loadExact } from './load'
export { type Progress, type ReadFile, readStep } from './readStep'
export { bodyOf, stepOf, type WrittenStep } from './writeStep'
