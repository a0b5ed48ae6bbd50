import { expect, it } from 'vitest'
import { turnDirection } from '../../ground/geometry'
import { planWay } from '../../plan/planning'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { normalOf } from '../../work/part'
import { CLUTCH_HUB, CLUTCH_HUB_WAY } from '../demo'
import { elevation } from '.'

const plan = planWay(STANDARD_WORKSHOP, CLUTCH_HUB, CLUTCH_HUB_WAY)
const turned = plan.setups.filter(({ indexed }) => indexed)

it.each(turned.map((planned) => [planned.setup.name, planned] as const))(
  '%s: the arrow comes from where the side that is up now was before, and says what A is told',
  (_, planned) => {
    const { marks } = elevation(planned, { width: 420, height: 300 })
    const arc = marks.find((m) => m.kind === 'path' && m.stroke === 'ochre' && !m.closed)
    if (arc?.kind !== 'path' || !planned.indexed) throw new Error('no arrow')
    const [[x0, y0] = [0, 0]] = arc.points
    const [x1, y1] = arc.points.at(-1) ?? [0, 0]
    // The chuck's axis is the middle of the picture's round outlines.
    const round = marks.find((m) => m.kind === 'path' && m.closed && m.points.length > 12)
    if (round?.kind !== 'path') throw new Error('no chuck')
    const middle = [0, 1].map((k) => {
      const values = round.points.map((p) => p[k] ?? 0)
      return (Math.max(...values) + Math.min(...values)) / 2
    }) as [number, number]
    const side = planned.standing.faceAt.up
    const base = planned.indexed.base.standing
    if (!side) throw new Error('leans')
    const was = turnDirection(base.setupFromPart, normalOf(side))
    // Seen from the left: + Y to the left, Z up; on paper down is more.
    const expected = [-was.y, -was.z] as const
    const length = Math.hypot(x0 - middle[0], y0 - middle[1])
    expect((x0 - middle[0]) / length).toBeCloseTo(expected[0], 1)
    expect((y0 - middle[1]) / length).toBeCloseTo(expected[1], 1)
    expect(x1).toBeCloseTo(middle[0], 0)
    expect(y1).toBeLessThan(middle[1])
    expect(marks.some((m) => m.kind === 'words' && m.text.startsWith('A −'))).toBe(true)
  },
)
