export {
  type Decomposition,
  type Rows,
  RANK_RELATIVE_TOLERANCE,
  decompose,
  leastEigenvalue,
  invertSquare,
  nearestTurn,
  symmetricEigenvalues2,
} from './small'
