export { faceWord, printFeature, printPart, printRequirement, printTyped } from './print'
export {
  type Completion,
  type ManySaid,
  type Said,
  type SayResult,
  after,
  completions,
  printSaid,
  readLine,
  readLines,
} from './say'
export { type Span } from './scanner'
