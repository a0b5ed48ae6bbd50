import { fail, succeed } from '../../../ground/issues'
import { gaugeBlockStack } from '../../standards'
import { defineCalculator, mm, plain } from '../calculator'
import { length } from '../field'

export const gaugeStack = defineCalculator({
  id: 'gauge-stack',
  title: 'Gauge blocks for a height',
  fields: { height: length('Height', 'positive', { example: '41.257' }) },
  source: 'The 87 block set of BS 888, from memory; lengths as in ISO 3650',
  compute: ({ height }) => {
    const blocks = gaugeBlockStack(height)
    return blocks
      ? succeed({
          blocks: { value: blocks, unit: 'mm' },
          height: mm(blocks.reduce((sum, block) => sum + block, 0)),
          count: plain(blocks.length),
        })
      : fail(
          'gauge.height',
          'The set does not make this height; it runs from 1 to about 200 mm in steps of 0.001.',
          'height',
        )
  },
})
