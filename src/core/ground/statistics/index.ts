export {
  chiSquaredAt,
  chiSquaredBelow,
  normalAt,
  shareRange,
  studentAt,
  studentBeyond,
} from './distributions'
export { deviationOf, meanOf } from './moments'
