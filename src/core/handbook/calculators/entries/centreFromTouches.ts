import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { choice, length } from '../field'

export const centreFromTouches = defineCalculator({
  id: 'centre-from-touches',
  title: 'Both sides and halve',
  fields: {
    a: length('First reading', 'any'),
    b: length('Second reading', 'any', { example: '87.5' }),
    tip: length('Tip diameter', 'not negative', { fallback: '0' }),
    from: choice('Touched from', ['outside', 'inside'], 'outside'),
  },
  source: 'The mean of two touches does not depend on the tip; the width does',
  compute: ({ a, b, from, tip }) => {
    const width = Math.abs(b - a) + (from === 'outside' ? -tip : tip)
    return width <= 0
      ? fail(
          'touches.width',
          'The two readings lie closer together than the tip is wide; one was not taken on the part.',
          'b',
        )
      : succeed({ centre: mm((a + b) / 2), width: mm(width) })
  },
})
