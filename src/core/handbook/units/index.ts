export { type Angle, DEGREE_RAD, parseAngle, printDegrees } from './angle'
export {
  type Length,
  type LengthUnit,
  parseLength,
  printLength,
  printNumber,
  printSpread,
} from './length'
export { insideUnit, parseQuantity, type QuantityKind } from './quantity'
