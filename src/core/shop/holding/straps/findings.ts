import { capital, type Finding, finding } from '../../../ground/finding'
import { throughHoles } from '../cuts'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
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
            `They lie on ${length(Math.min(strap.reach, (high.x - low.x) / 4))} at each end of ${length(high.x - low.x)}. Straps with less reach, or another holding.`,
          ),
        ]
      : []
  return [...inTheWay, ...drilled, ...short]
}
