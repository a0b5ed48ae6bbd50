import { succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { length } from '../field'

export const tiltOverLength = defineCalculator({
  id: 'tilt-over-length',
  title: 'Tilt carried over a length',
  fields: {
    error: length('Error', 'any', { example: '0.01' }),
    base: length('Over a base of', 'positive', { example: '6in' }),
    length: length('Length of the part', 'not negative', { example: '14in' }),
  },
  source: 'Proportion: error × length ÷ base',
  compute: ({ base, error, length: over }) => succeed({ error: mm((error * over) / base) }),
})
