export {
  type Decomposition,
  type Rows,
  RANK_RELATIVE_TOLERANCE,
  decompose,
  eigenvalues,
  invertSquare,
  nearestTurn,
  symmetricEigenvalues2,
} from './small'
