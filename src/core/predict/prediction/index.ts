export {
  type Prediction,
  type RequirementAnalysis,
  type Standing,
  predictOne,
  predictWay,
  wayVerdict,
} from './predictWay'
export { type WayChain, chainOf } from './chain'
export { isHeld, slidesAlong } from './held'
export { measureOf, refusalOf } from './measures'
