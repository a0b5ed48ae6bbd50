export { faceWord, printFeature, printPart, printRequirement, printTyped } from './print'
export {
  type Completion,
  type Said,
  type SayResult,
  after,
  completions,
  printSaid,
  readLine,
} from './say'
export { type Span } from './scanner'
