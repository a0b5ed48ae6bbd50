import { nearestDrill } from '../../standards'
import { succeed } from '../../../ground/issues'
import { defineCalculator, mm, plain } from '../calculator'
import { length } from '../field'

export const drillSize = defineCalculator({
  id: 'drill-size',
  title: 'Drill size',
  fields: { size: length('Size', 'positive', { example: '#7' }) },
  source:
    'Number, letter and fractional sizes as in ASME B94.11M; metric as in ISO 235 and DIN 338',
  compute: ({ size }) => succeed({ diameter: mm(size), nearest: plain(nearestDrill(size).name) }),
})
