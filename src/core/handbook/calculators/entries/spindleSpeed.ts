import { succeed } from '../../../ground/issues'
import { INCH_MM } from '../../standards'
import { defineCalculator } from '../calculator'
import { CUTTING_CAUTION } from '../cautions'
import { length, optional, quantity } from '../field'

export const spindleSpeed = defineCalculator({
  id: 'spindle-speed',
  title: 'Spindle speed',
  fields: {
    surfaceSpeed: quantity('surface speed', 'Surface speed', 'positive', { example: '90 m/min' }),
    diameter: length('Diameter'),
    maximum: optional(
      quantity('rotation', 'Fastest of the machine', 'positive', { example: '6000' }),
    ),
  },
  source: 'v ÷ (π d); rule of four: 4 × ft/min ÷ inches, common practice, no source',
  caution: CUTTING_CAUTION,
  compute: ({ diameter, maximum = Infinity, surfaceSpeed }) => {
    const speed = (1000 * surfaceSpeed) / (Math.PI * diameter)
    const ruleOfFour = (4 * (surfaceSpeed / 0.3048)) / (diameter / INCH_MM)
    return succeed({
      speed: { value: Math.min(speed, maximum), unit: 'rev/min' },
      ruleOfFour: { value: Math.min(ruleOfFour, maximum), unit: 'rev/min' },
    })
  },
})
