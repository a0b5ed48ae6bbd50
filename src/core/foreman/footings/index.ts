export { footingsOf, tightestIn, type Footing } from './footings'
