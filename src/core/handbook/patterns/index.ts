export {
  type Circle,
  leastSquaresFit,
  type MeasuredPlace,
  type PatternFit,
  smallestCircle,
  smallestZoneFit,
  throughThree,
} from './bestFit'
export {
  type BoltCircle,
  boltCircleChordMm,
  boltCirclePoints,
  boltCircleStepRad,
} from './boltCircle'
export { type Grid, gridPoints } from './grid'
export { pathLengthMm, shortPath } from './shortPath'
