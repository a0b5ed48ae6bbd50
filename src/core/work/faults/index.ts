export { faultsOf } from './faultsOf'
export { segmentsApart } from './holeGap'
