export {
  type Decomposition,
  type Rows,
  RANK_RELATIVE_TOLERANCE,
  decompose,
  invertSquare,
  symmetricEigenvalues2,
} from './small'
