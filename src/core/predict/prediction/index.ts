export {
  type CompiledRequirement,
  compiledFor,
  type Prediction,
  type RequirementAnalysis,
  type Standing,
  predictOne,
  predictWay,
  readWay,
  standingOf,
  wayVerdict,
} from './predictWay'
export { type WayChain, chainOf } from './chain'
export { type Matched, matchedIn, matchedWords } from './matched'
export { cutLink } from './ownError'
export { isHeld, slidesAlong } from './held'
export { measureOf, refusalOf } from './measures'
