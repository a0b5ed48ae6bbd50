export {
  type Decomposition,
  type Rows,
  RANK_RELATIVE_TOLERANCE,
  decompose,
  symmetricEigenvalues2,
} from './small'
