export { footingsOf, type Footing, type OtherFooting, otherFootings } from './footings'
