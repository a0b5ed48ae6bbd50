export {
  type Decomposition,
  type Rows,
  RANK_RELATIVE_TOLERANCE,
  decompose,
  leastEigenvalue,
  invertSquare,
  lowerTriangle,
  nearestTurn,
  symmetricEigenvalues2,
} from './small'
export { backward, dot, forward } from './triangle'
