export { footingsOf, tightestIn, type Footing, type OtherFooting, otherFootings } from './footings'
