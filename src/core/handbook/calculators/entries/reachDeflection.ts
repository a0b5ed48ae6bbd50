import { succeed } from '../../../ground/issues'
import { cantileverDeflection } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { CUTTING_CAUTION } from '../cautions'
import { choice, length, quantity } from '../field'

/** Young’s modulus, N/mm²; usual figures, from memory. */
const STIFFNESS = {
  carbide: 600_000,
  'high-speed steel': 210_000,
  steel: 205_000,
  aluminium: 70_000,
} as const

export const reachDeflection = defineCalculator({
  id: 'reach-deflection',
  title: 'How far a long cutter bends',
  fields: {
    diameter: length('Diameter'),
    reach: length('Reach out of the holder', 'positive', { example: '60' }),
    force: quantity('force', 'Force at the tip', 'not negative', { example: '100 N' }),
    material: choice('Material', Object.keys(STIFFNESS) as (keyof typeof STIFFNESS)[], 'carbide'),
  },
  source: 'Round cantilever: F L³ ÷ (3 E I), I = π d⁴ ÷ 64; flutes make a cutter softer than this',
  caution: CUTTING_CAUTION,
  compute: ({ diameter, force, material, reach }) =>
    succeed({
      deflection: mm(cantileverDeflection(force, reach, diameter, STIFFNESS[material])),
    }),
})
