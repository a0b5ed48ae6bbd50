import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { length } from '../field'

export const fixedFastener = defineCalculator({
  id: 'fixed-fastener',
  title: 'Fixed fastener: position tolerance',
  fields: {
    hole: length('Smallest hole', 'positive', { example: '6.6' }),
    screw: length('Largest screw', 'positive', { example: '6' }),
  },
  source: 'ASME Y14.5-2018, appendix B: T = (H − F) ÷ 2 for each of the two parts',
  compute: ({ hole, screw }) =>
    hole < screw
      ? fail(
          'fastener.tight',
          'The screw is larger than the hole; nothing is left for position.',
          'hole',
        )
      : succeed({ tolerance: mm((hole - screw) / 2) }),
})
