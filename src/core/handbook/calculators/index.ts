export { type Calculator, type Figure } from './calculator'
export { CALCULATORS } from './registry'
export { type CalculatorAnswer, findCalculator, runCalculator } from './run'
