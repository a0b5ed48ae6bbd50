import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, degrees, type Figure, plain } from '../calculator'
import { CUTTING_CAUTION } from '../cautions'
import { length, optional, quantity } from '../field'

export const engagement = defineCalculator({
  id: 'engagement',
  title: 'Engagement of a side cut',
  fields: {
    diameter: length('Cutter diameter'),
    width: length('Width of cut'),
    depth: length('Depth of cut'),
    feed: optional(quantity('feed', 'Feed', 'positive', { example: '300' })),
  },
  source:
    'Geometry of the cut: angle acos(1 − 2 width ÷ diameter); chip thinning 1 ÷ sin of it under half the diameter',
  caution: CUTTING_CAUTION,
  compute: ({ depth, diameter, feed, width }) => {
    if (width > diameter)
      return fail(
        'engagement.width',
        'The cut is wider than the cutter; no pass is wider than its diameter.',
        'width',
      )
    const angle = Math.acos(1 - (2 * width) / diameter)
    const thinning = width < diameter / 2 ? 1 / Math.sin(angle) : 1
    const removal: Record<string, Figure> =
      feed === undefined
        ? {}
        : { removalRate: { value: (width * depth * feed) / 1000, unit: 'cm3/min' } }
    return succeed({ angle: degrees(angle), chipThinningFactor: plain(thinning), ...removal })
  },
})
