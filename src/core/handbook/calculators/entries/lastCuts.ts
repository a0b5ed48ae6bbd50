import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, mm } from '../calculator'
import { length } from '../field'

export const lastCuts = defineCalculator({
  id: 'last-cuts',
  title: 'Last cuts, to bring it to the middle',
  fields: {
    fromA: length('Reading with side A down', 'any', { example: '0' }),
    fromB: length('Reading with side B down', 'any', { example: '0.008in' }),
    left: length('Still left on each side', 'positive', { example: '0.012in' }),
  },
  source:
    'Turned over, the feature shows twice what it is off the middle: 0 and then 0.008 is 0.004 (common practice, no source)',
  compute: ({ fromA, fromB, left }) => {
    // Read higher with B down, the feature lies nearer to side A: less comes off A.
    const off = (fromB - fromA) / 2
    if (Math.abs(off) > left)
      return fail(
        'cuts.too-late',
        'It is further off the middle than what is left on a side: it can no longer be put right by these cuts.',
        'left',
      )
    return succeed({
      offMiddle: mm(Math.abs(off)),
      takeA: mm(left - off),
      takeB: mm(left + off),
      oneSideOnly: mm(2 * Math.abs(off)),
    })
  },
})
