import { fail, succeed } from '../../../ground/issues'
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
    const isTaper = screw.form === 'NPT'
    if (isTaper && engagement !== undefined)
      return fail(
        'engagement.taper',
        'A taper pipe thread has no engagement in per cent: it is cut until the gauge says so. Leave it out.',
        'engagement',
      )
    const found = drillForTap(screw, kind, engagement)
    const { diameterMm } = found.drill
    if (
      !(diameterMm < screw.majorMm) ||
      (!isTaper && !(found.engagement > 0 && found.engagement <= 1))
    )
      return fail(
        'tap.no-drill',
        `There is no drill for ${screw.designation} that leaves between nothing and a full thread; the nearest is ${found.drill.name}.`,
        'thread',
      )
    return succeed({
      drill: mm(diameterMm),
      drillName: plain(found.drill.name),
      ...(isTaper ? {} : { engagement: { value: 100 * found.engagement, unit: '%' as const } }),
      minorDiameter: mm(minorDiameterMm(screw)),
      pitch: mm(screw.pitchMm),
    })
  },
})
