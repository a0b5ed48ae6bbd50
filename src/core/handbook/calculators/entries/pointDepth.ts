import { fail, succeed } from '../../../ground/issues'
import { pointLengthMm } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { angle, length } from '../field'

export const pointDepth = defineCalculator({
  id: 'point-depth',
  title: 'Drill point',
  fields: {
    diameter: length('Drill diameter'),
    angle: angle('Point angle', { fallback: '118deg' }),
  },
  source:
    'Geometry of a cone: d ÷ (2 tan ½ angle). Rule of thumb 0.3 d for 118°: common practice, no source',
  compute: ({ diameter, angle: point }) =>
    point <= 0 || point > Math.PI
      ? fail('point.angle', 'A drill point has an angle over 0° and up to 180°.', 'angle')
      : succeed({
          pointLength: mm(pointLengthMm(diameter, point)),
          ruleOfThumb: mm(0.3 * diameter),
        }),
})
