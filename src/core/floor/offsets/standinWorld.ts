import { applyMotion, dot } from '../../ground/geometry'
import { refLabel } from '../../work/part'
import { isThere } from '../../work/stock'
import { type PlannedSetup } from '../../plan/planning'
import { boundsOf } from '../../ground/recipe'
import { type World } from '../standin'

/** A setup as it stands, for the simulated mill; the holding in the middle of the travels where nobody has found it. */
export function setupWorld(
  planned: PlannedSetup,
  at: {
    readonly x?: number | undefined
    readonly y?: number | undefined
    readonly z?: number | undefined
  } = {},
): World {
  const { part } = planned
  const { before, standing, machine } = planned
  const { high, low, overTableMm, solids, clamps, stays } = standing
  const up = standing.setupFromPart.rows[2]
  const holes = [...planned.surfaces.values()].flatMap((surface) => {
    if (surface.kind !== 'axis' || !isThere(part, before, surface.owner)) return []
    const along = {
      x: surface.to.x - surface.from.x,
      y: surface.to.y - surface.from.y,
      z: surface.to.z - surface.from.z,
    }
    const length = Math.hypot(along.x, along.y, along.z)
    if (Math.abs(Math.abs(dot(up, along)) - length) > 1e-6) return []
    const [a, b] = [surface.from, surface.to].map((p) => applyMotion(standing.setupFromPart, p))
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
      x: at.x === undefined ? -travel.x / 2 : at.x - stays.x.anchor.at,
      y: at.y === undefined ? -travel.y / 2 + (high.y - low.y) / 2 : at.y - stays.y.anchor.at,
      z:
        at.z === undefined
          ? -(machine.gaugeToTable ?? travel.z + 100) + overTableMm
          : at.z - stays.z.anchor.at,
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
      ...[...solids, ...clamps].map(({ name, shape }) => {
        const around = boundsOf(shape)
        return {
          name,
          low: { x: around.low.x, y: around.low.y },
          high: { x: around.high.x, y: around.high.y },
          bottom: around.low.z,
          top: around.high.z,
        }
      }),
    ],
    holes,
    ends: { x: [-travel.x, 0], y: [-travel.y, 0], z: [-travel.z, 0] },
    backlashMm: machine.backlashMm ?? 0,
    repeatMm: machine.repeatMm,
  }
}
