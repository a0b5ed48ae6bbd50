import { succeed } from '../../../ground/issues'
import { EXPANSION } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { choice, length, quantity } from '../field'

export const thermalGrowth = defineCalculator({
  id: 'thermal-growth',
  title: 'Growth by heat',
  fields: {
    length: length('Length', 'positive', { example: '200' }),
    material: choice('Material', Object.keys(EXPANSION) as (keyof typeof EXPANSION)[], 'aluminium'),
    temperatureChange: quantity('temperature change', 'Change of temperature', 'any', {
      example: '5',
    }),
  },
  source:
    'Length × coefficient × change; coefficients are usual figures from memory; sizes hold at 20 °C (ISO 1)',
  compute: ({ length: long, material, temperatureChange }) =>
    succeed({ growth: mm(long * EXPANSION[material] * 1e-6 * temperatureChange) }),
})
