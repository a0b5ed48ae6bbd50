import { add, type Axis, point, type Point, scale } from '../../../ground/geometry'
import { type Ring } from '../../../ground/outline'
import { box, prism } from '../../../ground/recipe'
import { figurePath, figureRef } from '../../workshop'
import { drawPieces, heldError, parallelsDiffer, storedStay } from '../common'
import { coveredByJaws, USUAL_BED_MM } from '../jawed'
import { bedErrors } from '../jawedErrors'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { turnedTrue } from '../setTrue'
import { halfAngle } from '../vBlock'
import { type Work } from '../work'
import { vJawFindings } from './findings'
import { inVJaw, type InVJaw } from './layout'
import { type VJawHolding } from './parameters'
import { vJawWords } from './words'

export function standInVJaw(holding: VJawHolding, work: Work): Standing {
  const own = inVJaw(holding, work)
  const { blocks, parallels, vise } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids,
    stays: staysOf(own),
    mark: `vise ${vise.id}, V-block ${blocks.id}`,
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: vise.tramPer100,
    comesBackMm: 0,
    pivot: point(own.axis.x, own.axis.y, own.low.z),
    ...coveredByJaws(own),
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: vJawWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => vJawFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps: [], solids },
        {
          name: `${vise.name} · ${blocks.name.toLowerCase()} · ${parallels.name.toLowerCase()}`,
          guide: '',
        },
        view,
        paper,
      ),
  }
}

/** Rests so far out from the axis, as a share of the radius; the V bears at so much of the grip; the turn is read so far up. */
const [RESTS_OUT, BEARS_UP, READ_UP] = [0.6, 0.6, 0.85]

function spotsOf(own: InVJaw): readonly Spot[] {
  const { axis, blocks, faceAt, gripMm, high, low, round, setupFromPart } = own
  const [x, y] = setupFromPart.rows
  const half = halfAngle(blocks)
  const out = (round.diameterMm / 2) * RESTS_OUT
  const rest = (id: string, dx: number, dy: number, by: 'fixed' | 'moving'): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(axis.x + dx, axis.y + dy, low.z),
    by,
  })
  const wall = (id: string, side: 1 | -1): Spot => ({
    id,
    role: 'guide',
    surface: round.id,
    at: point(axis.x, axis.y, low.z + Math.max(1, gripMm) * BEARS_UP),
    normal: towards(x, y, half, side),
    // A round that is larger by one stands off each wall by half of that.
    perDiameter: -1 / 2,
    by: side > 0 ? 'right' : 'left',
  })
  const readX = high.x - axis.x > axis.x - low.x ? high.x : low.x
  return [
    rest('rest1', -out, out, 'fixed'),
    rest('rest2', out, out, 'fixed'),
    rest('rest3', 0, -out, 'moving'),
    wall('guide1', 1),
    wall('guide2', -1),
    {
      id: 'guide3',
      role: 'guide',
      surface: faceAt.guide,
      at: point(readX, high.y, low.z + (high.z - low.z) * READ_UP),
      isSet: true,
    },
  ]
}

/** Out of the round into a wall of the V, to the right or to the left. */
const towards = (x: Point<'part'>, y: Point<'part'>, half: number, side: 1 | -1): Point<'part'> =>
  add(scale(x, side * Math.cos(half)), scale(y, Math.sin(half)))

function staysOf(own: InVJaw): Readonly<Record<Axis, Stay>> {
  const { axis, blocks, faceAt, low, vise, work } = own
  const gear = { key: `vise ${vise.id}, V-block ${blocks.id}`, name: vise.name }
  const place = point<'setup'>(axis.x, axis.y, low.z)
  const kept = (
    name: Axis,
    by: string,
    where: string,
    at: number,
    anchorAt: number,
    mark: string,
  ) =>
    storedStay(name, gear, {
      by,
      where,
      at,
      place,
      anchorAt,
      mark,
      plusMinus: Math.hypot(vise.storedMm, blocks.storedMm),
      lights: name === 'z' ? ['parallels'] : ['guide1', 'guide2'],
    })
  return {
    x: kept('x', 'V', 'over the foot of the V', axis.x, axis.x, 'V'),
    y: kept('y', 'V', 'on the axis of the round, by its size', axis.y, -blocks.vertex, 'V'),
    z: kept(
      'z',
      'parallels',
      `on the parallels, ${work.part.faces[faceAt.down].name}`,
      low.z,
      0,
      'bed',
    ),
  }
}

const JAW_DEEP_MM = 25
const BED_MM = 6

function solidsOf(own: InVJaw): readonly Solid[] {
  const { axis, blocks, jaws, low, parallelY, parallels, round } = own
  const half = jaws.jawWidth / 2
  const frontY = axis.y - round.diameterMm / 2
  const jaw = (name: string, y0: number, y1: number): Solid => ({
    name,
    ref: 'jaw',
    tone: 'hatch',
    shape: box(point(-half, y0, 0), point(half, y1, jaws.jawHeight)),
  })
  const t = parallels.thickness / 2
  const long = Math.min(parallels.length, 2 * round.diameterMm) / 2
  return [
    {
      name: 'bed',
      shape: box(point<'setup'>(-half, frontY - JAW_DEEP_MM, -BED_MM), point(half, JAW_DEEP_MM, 0)),
    },
    jaw('fixed jaw', 0, JAW_DEEP_MM),
    jaw('moving jaw', frontY - JAW_DEEP_MM, frontY),
    {
      name: 'V-block',
      ref: 'guide1',
      tone: 'hatch',
      shape: prism(
        {
          at: point<'setup'>(axis.x, 0, 0),
          across: point<'setup'>(1, 0, 0),
          out: point<'setup'>(0, 0, 1),
        },
        [vRing(blocks)],
        Math.min(blocks.length, jaws.jawHeight),
      ),
    },
    ...parallelY.map((y): Solid => ({
      name: 'parallel',
      ref: 'parallels',
      shape: box(point(axis.x - long, y - t, 0), point(axis.x + long, y + t, low.z)),
    })),
  ]
}

/** The block from above: its back at the jaw, the V open to the front. */
function vRing(blocks: Parameters<typeof halfAngle>[0]): Ring {
  const half = blocks.width / 2
  const rise = blocks.height - blocks.vertex
  const open = Math.min(half - 2, rise * Math.tan(halfAngle(blocks)))
  return [
    { x: -half, y: 0 },
    { x: -half, y: -blocks.height },
    { x: -open, y: -blocks.height },
    { x: 0, y: -blocks.vertex },
    { x: open, y: -blocks.height },
    { x: half, y: -blocks.height },
    { x: half, y: 0 },
  ]
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const
const WALLS = ['jaw', 'guide1', 'guide2'] as const

function errorsOf(
  own: InVJaw,
  { by, id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id' | 'by'>,
): readonly HeldError[] {
  if (role === 'rest') return restErrors(own, inSetup, by)
  if (id === 'guide3') return [turnedTrue(own, id, 1)]
  const { axis, blocks, gripMm, low, vise } = own
  const half = halfAngle(blocks)
  const jaw = (what: string, cause: string, per100: number, coefficient: number): HeldError =>
    heldError({
      key: `vise ${vise.id}, ${what}`,
      cause,
      gear: vise.name,
      unit: 'mm/mm',
      plusMinus: per100 / 100,
      remedy: 'Indicate the V itself, upright and along the travel, before this setup.',
      lights: WALLS,
      coefficient,
    })
  return [
    jaw(
      'lean',
      'fixed jaw out of square',
      vise.leanPer100,
      Math.sin(half) * (inSetup.z - (low.z + gripMm / 2)),
    ),
    // The jaw turned takes the V along: what stands off from it goes sideways.
    jaw(
      'tram',
      'fixed jaw out of line',
      vise.tramPer100,
      (by === 'right' ? -1 : 1) * Math.cos(half) * axis.y,
    ),
  ]
}

function restErrors(
  { axis, parallels, vise }: InVJaw,
  inSetup: Point<'setup'>,
  by: string | undefined,
): readonly HeldError[] {
  return [
    ...bedErrors(vise, RESTS, { x: inSetup.x - axis.x, y: inSetup.y - axis.y }),
    ...(by === 'moving'
      ? [
          parallelsDiffer(parallels, ['rest1', 'rest2', 'rest3']),
          heldError({
            key: 'lift',
            cause: 'moving jaw lifts the work',
            plusMinus: vise.liftMm,
            figure: figureRef(figurePath('vises', vise.id, 'liftMm'), vise.liftMm),
            distribution: 'one-sided',
            remedy: 'Hammer it down until the parallels do not move.',
            lights: RESTS,
            coefficient: -1,
          }),
        ]
      : []),
  ]
}
