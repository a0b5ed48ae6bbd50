import { fail, succeed } from '../../../ground/issues'
import { counterboreForScrew } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { thread } from '../field'

export const counterbore = defineCalculator({
  id: 'counterbore',
  title: 'Counterbore for a socket head cap screw',
  fields: { thread: thread('Screw') },
  source:
    'Heads ISO 4762 and ASME B18.3; counterbores DIN 974-1 series 1 and the appendix of ASME B18.3',
  compute: ({ thread: screw }) => {
    const found = counterboreForScrew(screw)
    return found
      ? succeed({ diameter: mm(found.diameterMm), depth: mm(found.depthMm) })
      : fail(
          'counterbore.size',
          `The tables have no socket head cap screw ${screw.designation}.`,
          'thread',
        )
  },
})
