export { type Batch, type LearningPiece } from './layout'
export { type LearntSpread, learnSpreads, type Learning } from './learn'
