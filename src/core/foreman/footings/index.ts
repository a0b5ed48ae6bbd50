export { firstFootings, type Footing, type OtherFooting, otherFootings } from './firstFootings'
