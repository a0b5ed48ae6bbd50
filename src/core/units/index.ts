export { type Angle, DEGREE_RAD, parseAngle, printDegrees } from './angle'
export {
  INCH_MM,
  type Length,
  type LengthUnit,
  parseLength,
  printLength,
  printNumber,
  printSpread,
} from './length'
