import { capital, type Finding, finding } from '../../../ground/finding'
import { boundsOf } from '../../../ground/recipe'
import { throughHoles } from '../cuts'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { reachAlong } from '../strapRow'
import { type OnTable } from './layout'

/** What a strap is in the way of, and what is drilled into under the part. */
export function strapFindings(own: OnTable, inspected: Inspected): readonly Finding[] {
  const { index: i, length, name, ops } = inspected
  const { high, low, parallels, parallelX, strap, work } = own
  const inTheWay = cutsUnder(own, work, own.clamps, ops).map(({ feature }) =>
    finding(
      'clamp.in-way',
      i,
      `A strap lies where ${name(feature)} is cut.`,
      'Cut it in a setup of its own, with the straps elsewhere; or hold the part another way.',
      { feature },
    ),
  )
  const drilled = ops.flatMap((op) => {
    const into = throughHoles(own, work, op)
    if (into.length === 0) return []
    const isOver = into.some(({ at, radius }) =>
      parallelX.some((x) => Math.abs(at.x - x) < parallels.thickness / 2 + radius),
    )
    return isOver
      ? [
          finding(
            'parallels.drilled',
            i,
            `${capital(name(op.feature))} breaks through into a parallel.`,
            'Move that parallel aside, but leave something under each strap.',
            { feature: op.feature },
          ),
        ]
      : []
  })
  const short =
    high.x - low.x < 4 * strap.reach
      ? [
          finding(
            'clamp.crowded',
            i,
            'The straps leave little of the top free.',
            `They lie on ${length(reachAlong(strap, high.x - low.x))} at each end of ${length(high.x - low.x)}. Straps with less reach, or another holding.`,
          ),
        ]
      : []
  return [...inTheWay, ...drilled, ...short, ...unpropped(own, inspected)]
}

/** A jack or rest counts that stands so near to the middle of a strap's foot, mm (common practice, no source). */
const NEAR_MM = 8

/** Straps under whose foot nothing bears: they bend the work, and lift it elsewhere. */
function unpropped(
  own: OnTable,
  { index, length, locators, props }: Inspected,
): readonly Finding[] {
  const { clamps, high, low, parallels, parallelX, strap } = own
  const middleY = (low.y + high.y) / 2
  const under = [
    ...props,
    ...locators.flatMap(({ inSetup, role }) => (role === 'rest' ? [inSetup] : [])),
  ]
  return clamps.flatMap(({ foot, shape }) => {
    if (!foot) return []
    const { high: to, low: from } = boundsOf(shape)
    const isOnParallel =
      parallelX.some(
        (x) => x > from.x - parallels.thickness / 2 && x < to.x + parallels.thickness / 2,
      ) && Math.abs(foot.y - middleY) < (parallels.length + strap.width) / 2
    const near = strap.width / 2 + NEAR_MM
    const isOnJack = under.some(
      (p) => Math.abs(p.x - foot.x) < near && Math.abs(p.y - foot.y) < near,
    )
    if (isOnParallel || isOnJack) return []
    return [
      finding(
        'clamp.unpropped',
        index,
        'Nothing lies under a strap.',
        `At X ${length(foot.x)}, Y ${length(foot.y)} of the holding it bends the work down and lifts it elsewhere. Put a jack under it, or move it over a parallel.`,
      ),
    ]
  })
}
