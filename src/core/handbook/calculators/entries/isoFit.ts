import { fail, succeed } from '../../../ground/issues'
import { holeLimits, shaftLimits } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { length, toleranceClass } from '../field'

export const isoFit = defineCalculator({
  id: 'iso-fit',
  title: 'Fit of hole and shaft',
  fields: {
    size: length('Nominal size', 'positive', { example: '22' }),
    hole: toleranceClass('Hole', 'H7'),
    shaft: toleranceClass('Shaft', 'g6'),
  },
  source: 'ISO 286-1:2010, tables 1 to 5',
  compute: ({ hole, shaft, size }) => {
    const [inside, outside] = [holeLimits(hole, size), shaftLimits(shaft, size)]
    const range = 'grades 01 to 14, sizes over 0 to 500 mm'
    if (!inside)
      return fail(
        'fit.hole',
        `The hole ${hole} at ${size} mm is not in the tables: D E F G H JS K M N P R S, ${range}.`,
        'hole',
      )
    if (!outside)
      return fail(
        'fit.shaft',
        `The shaft ${shaft} at ${size} mm is not in the tables: d e f g h js k m n p r s, ${range}.`,
        'shaft',
      )
    return succeed({
      holeMax: mm(size + inside.upperMm),
      holeMin: mm(size + inside.lowerMm),
      shaftMax: mm(size + outside.upperMm),
      shaftMin: mm(size + outside.lowerMm),
      clearanceMax: mm(inside.upperMm - outside.lowerMm),
      clearanceMin: mm(inside.lowerMm - outside.upperMm),
    })
  },
})
