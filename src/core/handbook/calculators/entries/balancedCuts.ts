import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { length } from '../field'

export const balancedCuts = defineCalculator({
  id: 'balanced-cuts',
  title: 'The same from both sides',
  fields: {
    start: length('Thickness now', 'positive', { example: '1.000in' }),
    finish: length('Thickness wanted', 'positive', { example: '0.540in' }),
    offset: length('Feature off the middle, towards side A', 'any', { fallback: '0' }),
  },
  source:
    'Half the difference each, less the offset on its side: 1.000 to 0.540 in is 0.230 a side (common practice, no source)',
  compute: ({ finish, offset, start }) => {
    const half = (start - finish) / 2
    if (half < 0) return fail('cuts.grow', 'The thickness wanted is more than there is.', 'finish')
    return Math.abs(offset) > half
      ? fail(
          'cuts.offset',
          'The feature lies too far off the middle: one side would need metal put on.',
          'offset',
        )
      : succeed({ sideA: mm(half - offset), sideB: mm(half + offset) })
  },
})
