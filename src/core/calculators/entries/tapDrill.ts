import { fail, succeed } from '../../issues'
import { minorDiameterMm, tapDrill as drillForTap } from '../../standards'
import { defineCalculator, mm, plain } from '../calculator'
import { choice, optional, quantity, thread } from '../field'

export const tapDrill = defineCalculator({
  id: 'tap-drill',
  title: 'Tapping drill',
  fields: {
    thread: thread('Thread'),
    kind: choice('Kind of tap', ['cut', 'form'], 'cut'),
    engagement: optional(quantity('share', 'Engagement', 'positive', { example: '75%' })),
  },
  source:
    'ISO 2306 and handbook tapping drills; basic profile ISO 68-1 and ASME B1.1; engagement as a share of the external thread’s height, 1.299 P',
  compute: ({ engagement, kind, thread: screw }) => {
    if (engagement !== undefined && engagement > 1)
      return fail(
        'engagement.range',
        'An engagement is at most 100 % of a full thread.',
        'engagement',
      )
    const found = drillForTap(screw, kind, engagement)
    return succeed({
      drill: mm(found.drill.diameterMm),
      drillName: plain(found.drill.name),
      engagement: { value: 100 * found.engagement, unit: '%' },
      minorDiameter: mm(minorDiameterMm(screw)),
      pitch: mm(screw.pitchMm),
    })
  },
})
