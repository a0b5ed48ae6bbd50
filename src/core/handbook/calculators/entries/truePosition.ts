import { succeed } from '../../../ground/issues'
import { defineCalculator, type Figure, mm, plain } from '../calculator'
import { length, optional } from '../field'

export const truePosition = defineCalculator({
  id: 'true-position',
  title: 'True position',
  fields: {
    dx: length('Off in X', 'any', { example: '0.03' }),
    dy: length('Off in Y', 'any', { example: '-0.02' }),
    departure: length('Hole over its smallest size', 'not negative', { fallback: '0mm' }),
    tolerance: optional(length('Tolerance', 'positive', { example: '0.1' })),
  },
  source:
    'ASME Y14.5-2018, 10.2, and ISO 2692: diameter 2·√(dx² + dy²); the departure from most material adds to the tolerance',
  compute: ({ departure, dx, dy, tolerance }) => {
    const position = 2 * Math.hypot(dx, dy)
    const judged: Record<string, Figure> =
      tolerance === undefined
        ? {}
        : {
            allowed: mm(tolerance + departure),
            accepted: plain(position <= tolerance + departure + 1e-12),
          }
    return succeed({ position: mm(position), ...judged })
  },
})
