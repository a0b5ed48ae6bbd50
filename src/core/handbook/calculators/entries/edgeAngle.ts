import { succeed } from '../../../ground/issues'
import { overLength, slopeFromTouches } from '../../probing'
import { defineCalculator, degrees, mm } from '../calculator'
import { length } from '../field'

export const edgeAngle = defineCalculator({
  id: 'edge-angle',
  title: 'Angle of an edge',
  fields: {
    first: length('First reading', 'any', { example: '0' }),
    second: length('Second reading', 'any', { example: '0.05' }),
    apart: length('Along the edge, apart', 'positive', { example: '100' }),
    length: length('Length of the part', 'not negative', { fallback: '100' }),
  },
  source: 'atan of the difference over the way between; 0.01° over 14 in is 0.0024 in',
  compute: ({ apart, first, length: over, second }) => {
    const slope = slopeFromTouches([0, apart], [first, second], 0)
    return slope.ok
      ? succeed({
          angle: degrees(slope.value.angleRad),
          per100: mm(slope.value.per100),
          overLength: mm(overLength(slope.value.angleRad, over)),
        })
      : slope
  },
})
