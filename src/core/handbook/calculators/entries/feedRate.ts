import { succeed } from '../../../ground/issues'
import { defineCalculator } from '../calculator'
import { CUTTING_CAUTION } from '../cautions'
import { count, length, quantity } from '../field'

export const feedRate = defineCalculator({
  id: 'feed-rate',
  title: 'Feed',
  fields: {
    speed: quantity('rotation', 'Spindle speed', 'positive', { example: '1200' }),
    teeth: count('Teeth', 1, 100, { example: '4' }),
    feedPerTooth: length('Feed per tooth', 'positive', { example: '0.05' }),
  },
  source: 'Speed × teeth × feed per tooth',
  caution: CUTTING_CAUTION,
  compute: ({ feedPerTooth, speed, teeth }) =>
    succeed({ feed: { value: speed * teeth * feedPerTooth, unit: 'mm/min' } }),
})
