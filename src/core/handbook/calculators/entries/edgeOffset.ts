import { succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { choice, length } from '../field'

export const edgeOffset = defineCalculator({
  id: 'edge-offset',
  title: 'Edge finder',
  fields: {
    tip: length('Tip diameter', 'positive', { example: '0.200in' }),
    reading: length('Reading at the touch', 'any', { example: '0' }),
    side: choice('The edge lies towards', ['+', '-'], '+'),
  },
  source:
    'Half the tip beyond the spindle’s middle: 0.200 in tip, 0.100 in (common practice, no source)',
  compute: ({ reading, side, tip }) =>
    succeed({ position: mm(reading + ((side === '+' ? 1 : -1) * tip) / 2) }),
})
