import { applyMotion, dot } from '../../ground/geometry'
import { refLabel } from '../../work/part'
import { isThere } from '../../work/stock'
import { type PlannedSetup } from '../../plan/planning'
import { boundsOf } from '../../ground/recipe'
import { MOST_WORK_FIGURES, WORK, type WorkMesh, type World } from '../standin'
import { cornerOf, type Mesh } from '../../ground/mesh'

/**
 * A setup as it stands, for the simulated mill; the holding in the middle of the travels where nobody has found it.
 *
 * @param work - the part as it is then, in its own frame; the block that it stands within where it is left out.
 */
export function setupWorld(
  planned: PlannedSetup,
  at: {
    readonly x?: number | undefined
    readonly y?: number | undefined
    readonly z?: number | undefined
  } = {},
  work?: Mesh,
): World {
  const { machine, standing } = planned
  const { high, low, overTableMm, solids, clamps, stays } = standing
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
        name: WORK,
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
    holes: holesOf(planned, work !== undefined),
    ...(work && { work: workMesh(planned, work) }),
    ends: { x: [-travel.x, 0], y: [-travel.y, 0], z: [-travel.z, 0] },
    backlashMm: machine.backlashMm ?? 0,
    repeatMm: machine.repeatMm,
  }
}

/** Upright holes; with the work as it is those that were cut, since what came with it is as its metal has it. */
function holesOf(
  { before, part, standing, surfaces }: PlannedSetup,
  isMetal: boolean,
): World['holes'] {
  const up = standing.setupFromPart.rows[2]
  return [...surfaces.values()].flatMap((surface) => {
    if (surface.kind !== 'axis' || !isThere(part, before, surface.owner)) return []
    if (isMetal && !before.cut.has(surface.owner)) return []
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
        top: standing.high.z,
      },
    ]
  })
}

/** Whether a mill takes work of so many facets. */
export const fitsMill = ({ positions, triangles }: Mesh): boolean =>
  positions.length <= MOST_WORK_FIGURES && triangles.length <= MOST_WORK_FIGURES

/** Figures as a mill is told them: no finer than anything can be felt, mm. */
const rounded = (mm: number): number => Math.round(mm * 1e4) / 1e4 + 0

function workMesh({ standing }: PlannedSetup, mesh: Mesh): WorkMesh {
  const positions = Array.from({ length: mesh.positions.length / 3 }, (_, vertex) => {
    const { x, y, z } = applyMotion(standing.setupFromPart, cornerOf<'part'>(mesh, vertex))
    return [rounded(x), rounded(y), rounded(z)]
  }).flat()
  return { positions, triangles: [...mesh.triangles] }
}
