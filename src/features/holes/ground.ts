import { applyMotion, type PlanePoint } from '@/core/ground/geometry'
import {
  type CountedFrom,
  countingPoint,
  markedCornerSeen,
  outlineInSetup,
} from '@/core/plan/drilling'
import { type Look } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { uppermost } from '@/core/shop/holding'
import { axisOf, insideOf, markedCorner, planeOf, removedBox } from '@/core/work/part'
import { type MapGround } from './MapGround'

/** The block, jaw, stop, marked corner and pockets in the coordinates of the holes. */
export function groundOf(planned: PlannedSetup, from: CountedFrom, look?: Look): MapGround {
  const origin = countingPoint(planned, from)
  const { standing, part } = planned
  const move = (p: Parameters<typeof applyMotion<'setup', 'part'>>[1]): PlanePoint => {
    const at = applyMotion(standing.setupFromPart, p)
    return { x: at.x - origin.x, y: at.y - origin.y }
  }
  const corner = markedCorner(part)
  const up = uppermost(standing)
  const axes = planeOf(up)
  const names = axes.map((axis) => part.faces[corner[axis]].datum ?? part.faces[corner[axis]].name)
  const level = insideOf(part, up, 0)
  const pockets = part.features.flatMap((feature) => {
    const box = feature.on === up ? removedBox(part, feature) : undefined
    if (!box) return []
    const [u, v] = axes
    const base = { ...box.low, [axisOf(up)]: level }
    return [
      [
        move(base),
        move({ ...base, [u]: box.high[u] }),
        move({ ...base, [u]: box.high[u], [v]: box.high[v] }),
        move({ ...base, [v]: box.high[v] }),
      ],
    ]
  })
  // The look is from the part's own origin.
  const nought = move({ x: 0, y: 0, z: 0 })
  const edges = (look?.edges ?? [])
    .filter(({ isHidden }) => !isHidden)
    .map(({ from: a, to: b }) =>
      [a, b].map(([u, v]): PlanePoint => ({ x: u + nought.x, y: v + nought.y })),
    ) as [PlanePoint, PlanePoint][]
  return {
    outline: outlineInSetup(planned, from),
    guide:
      standing.guideY === undefined
        ? undefined
        : { y: standing.guideY - origin.y, name: standing.words.guided.replace(/^the /, '') },
    stopX: standing.stopX === undefined ? undefined : standing.stopX - origin.x,
    corner: move(markedCornerSeen(planned)),
    cornerName: `marked corner ${names.join(' ')}`,
    pockets,
    edges,
  }
}
