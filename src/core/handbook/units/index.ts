export { type Angle, DEGREE_RAD, parseAngle, printDegrees } from './angle'
export {
  type Length,
  type LengthUnit,
  parseLength,
  lengthWords,
  printLength,
  printNumber,
  printSpread,
  spreadWords,
  unitSign,
} from './length'
export { insideUnit, parseQuantity, type QuantityKind } from './quantity'
