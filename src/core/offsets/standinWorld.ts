import { applyMotion, dot } from '../geometry'
import { partSurfaces, refLabel, type Part } from '../part'
import { type PlannedSetup } from '../prediction'
import { type World } from '../standin'

const JAW_DEEP_MM = 25
const STOP_MM = 12

/** The stop beside the end of the work, up to the middle of what is gripped. */
function stop({ layout, setup }: PlannedSetup): World['boxes'] {
  if (layout.stopX === undefined) return []
  const [x0, x1] =
    setup.holding.stop === 'left'
      ? [layout.stopX - STOP_MM, layout.stopX]
      : [layout.stopX, layout.stopX + STOP_MM]
  const middle = layout.low.y / 2
  return [
    {
      name: 'stop',
      low: { x: x0, y: middle - STOP_MM / 2 },
      high: { x: x1, y: middle + STOP_MM / 2 },
      bottom: layout.low.z,
      top: layout.low.z + layout.gripMm / 2,
    },
  ]
}

/** A setup as it stands, for the simulated mill; the vise in the middle of the travels where nobody has found it. */
export function setupWorld(
  part: Part,
  planned: PlannedSetup,
  at: {
    readonly x?: number | undefined
    readonly y?: number | undefined
    readonly z?: number | undefined
  } = {},
): World {
  const { before, layout } = planned
  const { high, low, machine, stopX, vise } = layout
  const half = vise.jawWidth / 2
  const jaw = (name: string, y0: number, y1: number): World['boxes'][number] => ({
    name,
    low: { x: -half, y: y0 },
    high: { x: half, y: y1 },
    bottom: 0,
    top: vise.jawHeight,
  })
  const up = layout.setupFromPart.rows[2]
  const holes = [...partSurfaces(part).values()].flatMap((surface) => {
    if (surface.kind !== 'axis' || !before.cut.has(surface.owner)) return []
    const along = {
      x: surface.to.x - surface.from.x,
      y: surface.to.y - surface.from.y,
      z: surface.to.z - surface.from.z,
    }
    const length = Math.hypot(along.x, along.y, along.z)
    if (Math.abs(Math.abs(dot(up, along)) - length) > 1e-6) return []
    const [a, b] = [surface.from, surface.to].map((p) => applyMotion(layout.setupFromPart, p))
    if (!a || !b) return []
    return [
      {
        name: refLabel(part, surface.id),
        at: { x: a.x, y: a.y },
        diameter: surface.diameterMm,
        bottom: Math.min(a.z, b.z),
        top: high.z,
      },
    ]
  })
  const travel = machine.travel
  return {
    vise: {
      // The anchor is the stop in X where there is one.
      x: at.x === undefined ? -travel.x / 2 : at.x - (stopX ?? 0),
      y: at.y ?? -travel.y / 2 + (high.y - low.y) / 2,
      z: at.z ?? -(machine.gaugeToTable ?? travel.z + 100) + (vise.bedHeight ?? 65),
      turnRad: 0,
    },
    boxes: [
      {
        name: 'work',
        low: { x: low.x, y: low.y },
        high: { x: high.x, y: high.y },
        bottom: low.z,
        top: high.z,
      },
      jaw('fixed jaw', 0, JAW_DEEP_MM),
      jaw('moving jaw', low.y - JAW_DEEP_MM, low.y),
      ...stop(planned),
    ],
    holes,
    ends: { x: [-travel.x, 0], y: [-travel.y, 0], z: [-travel.z, 0] },
    backlashMm: machine.backlashMm ?? 0,
    repeatMm: machine.repeatMm,
  }
}
