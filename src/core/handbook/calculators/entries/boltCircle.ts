import { fail, succeed } from '../../../ground/issues'
import { boltCircleChordMm, boltCirclePoints } from '../../patterns'
import { defineCalculator, mm } from '../calculator'
import { angle, count, length } from '../field'

export const boltCircle = defineCalculator({
  id: 'bolt-circle',
  title: 'Bolt circle',
  fields: {
    diameter: length('Diameter of the circle', 'positive', { example: '80' }),
    count: count('Holes', 1, 10_000),
    start: angle('First hole at', { fallback: '0deg' }),
    centreX: length('Centre X', 'any', { fallback: '0' }),
    centreY: length('Centre Y', 'any', { fallback: '0' }),
    sweep: angle('Over an angle of', { fallback: '360deg' }),
  },
  source: 'x = r cos φ, y = r sin φ; less than a full turn has a hole at each end',
  compute: ({ centreX, centreY, count: holes, diameter, start, sweep }) => {
    if (sweep === 0 && holes > 1)
      return fail('bolt-circle.sweep', 'Over an angle of 0° all the holes would be one.', 'sweep')
    const circle = { count: holes, radiusMm: diameter / 2, firstRad: start, sweepRad: sweep }
    const points = boltCirclePoints(circle).map((p) => ({ x: p.x + centreX, y: p.y + centreY }))
    return succeed({ points: { value: points, unit: 'mm' }, chord: mm(boltCircleChordMm(circle)) })
  },
})
