import { fail, succeed } from '../../../ground/issues'
import { clearanceHole as holeFor } from '../../standards'
import { defineCalculator, mm, plain } from '../calculator'
import { choice, thread } from '../field'

export const clearanceHole = defineCalculator({
  id: 'clearance-hole',
  title: 'Clearance hole',
  fields: { thread: thread('Screw'), fit: choice('Fit', ['close', 'normal', 'loose'], 'normal') },
  source: 'ISO 273:1979 (fine, medium, coarse) and ASME B18.2.8-1999 (close, normal, loose)',
  compute: ({ fit, thread: screw }) => {
    const found = holeFor(screw, fit)
    return found
      ? succeed({ diameter: mm(found.diameterMm), drillName: plain(found.drill.name) })
      : fail(
          'clearance.size',
          `The tables have no clearance hole for ${screw.designation}.`,
          'thread',
        )
  },
})
