import { type PlannedCut } from '../../foreman/metal'
import { AXES, planeDistance } from '../../ground/geometry'
import { ringArea } from '../../ground/outline'
import {
  asBought,
  contourDepth,
  type Feature,
  holeLines,
  isSide,
  type Part,
  planeOf,
  removedBox,
  sizeAlong,
} from '../../work/part'
import { blockNow } from '../../work/stock'

/** About what a cut takes, by the sizes of what it cuts: no kernel is asked. */
export interface Taken {
  readonly mm3: number
  /** Holes that are made one by one. */
  readonly holes: number
}

/** What a cut of a way takes off the part, as it is before it. */
export function aboutTaken(part: Part, { after, before, op }: PlannedCut): Taken {
  if (isSide(op.feature)) {
    const side = op.feature
    const { high, low } = blockNow(part, before)
    const area = planeOf(side).reduce((product, axis) => product * (high[axis] - low[axis]), 1)
    return { mm3: area * Math.max(0, before.stockOn[side] - after.stockOn[side]), holes: 0 }
  }
  const feature = part.features.find(({ id }) => id === op.feature)
  // What was roughed has its volume counted there.
  if (!feature || before.cut.has(feature.id)) return { mm3: 0, holes: 0 }
  const bought = asBought(feature)
  const mm3 = volumeOf(part, feature) - (bought ? volumeOf(part, bought) : 0)
  const holes = feature.kind === 'hole' ? holeLines(part, feature).length : 0
  return { mm3: Math.max(0, mm3), holes }
}

/** The metal that a feature takes out of the finished block, mm³, about. */
function volumeOf(part: Part, feature: Feature): number {
  switch (feature.kind) {
    case 'hole':
      return holeLines(part, feature).reduce((sum, { from, to }) => {
        const deep = Math.hypot(planeDistance(from, to), to.z - from.z)
        return sum + (Math.PI / 4) * feature.diameter.mm ** 2 * deep
      }, 0)
    case 'contour': {
      const area = feature.rings.reduce((sum, ring) => sum + ringArea(ring), 0)
      return feature.takes === 'nothing' ? 0 : Math.abs(area) * contourDepth(part, feature)
    }
    case 'boss': {
      const face = planeOf(feature.on).reduce((product, axis) => product * sizeAlong(part, axis), 1)
      return (face - (Math.PI / 4) * feature.diameter.mm ** 2) * feature.height.mm
    }
    default: {
      const removed = removedBox(part, feature)
      return removed
        ? AXES.reduce(
            (product, axis) =>
              product *
              Math.max(
                0,
                Math.min(removed.high[axis], sizeAlong(part, axis)) -
                  Math.max(removed.low[axis], 0),
              ),
            1,
          )
        : 0
    }
  }
}
