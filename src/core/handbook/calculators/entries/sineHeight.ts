import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { angle, length } from '../field'

export const sineHeight = defineCalculator({
  id: 'sine-height',
  title: 'Sine bar',
  fields: {
    length: length('Length of the bar', 'positive', { example: '100' }),
    angle: angle('Angle'),
  },
  source: 'Length × sin angle',
  compute: ({ angle: tilt, length: bar }) =>
    tilt < 0 || tilt > Math.PI / 2
      ? fail(
          'sine.angle',
          'A sine bar is set from 0° to 90°; above 45° its error grows fast.',
          'angle',
        )
      : succeed({ height: mm(bar * Math.sin(tilt)) }),
})
