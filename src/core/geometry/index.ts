export {
  type Screw,
  type Six,
  ZERO_SIX,
  addSix,
  contactRow,
  displacementAt,
  dotSix,
  rotationAbout,
  rotationRow,
  scaleSix,
  screwOf,
  translation,
} from './displacement'
export { type Motion, adjoint, applyMotion, invertMotion, turnDirection } from './motion'
export {
  AXES,
  type Axis,
  type Frame,
  type Point,
  add,
  cross,
  dot,
  norm,
  point,
  scale,
  subtract,
  withAxis,
} from './point'
