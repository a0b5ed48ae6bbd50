import { type PlanePoint } from '../../../ground/geometry'
import { succeed } from '../../../ground/issues'
import { roundFromTouches } from '../../probing'
import { defineCalculator, mm } from '../calculator'
import { choice, length } from '../field'

/** A bore or boss from four touches; the fourth is what tells when one is wrong. */
export const boreFromTouches = defineCalculator({
  id: 'bore-from-touches',
  title: 'Bore from four touches',
  fields: {
    x1: length('X, first', 'any', { example: '10' }),
    y1: length('Y, first', 'any', { example: '0' }),
    x2: length('X, second', 'any', { example: '0' }),
    y2: length('Y, second', 'any', { example: '10' }),
    x3: length('X, third', 'any', { example: '-10' }),
    y3: length('Y, third', 'any', { example: '0' }),
    x4: length('X, fourth', 'any', { example: '0' }),
    y4: length('Y, fourth', 'any', { example: '-10' }),
    tip: length('Tip diameter', 'positive', { example: '4' }),
    kind: choice('It is a', ['bore', 'boss'], 'bore'),
  },
  source:
    'Circle of least squares, after Gander, Golub and Strebel, BIT 34 (1994), 558–578; half the tip beyond',
  compute: ({ kind, tip, x1, x2, x3, x4, y1, y2, y3, y4 }) => {
    const touches: readonly PlanePoint[] = [
      { x: x1, y: y1 },
      { x: x2, y: y2 },
      { x: x3, y: y3 },
      { x: x4, y: y4 },
    ]
    const round = roundFromTouches(touches, kind === 'boss' ? 'boss' : 'bore', tip, 0)
    return round.ok
      ? succeed({
          centreX: mm(round.value.centre.x),
          centreY: mm(round.value.centre.y),
          diameter: mm(round.value.diameter),
          worstTouch: mm(round.value.worstMm),
        })
      : round
  },
})
