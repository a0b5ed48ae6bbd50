import { figurePath } from '../../workshop'
import { add, type Axis, point, type Point, scale } from '../../../ground/geometry'
import { type Ring } from '../../../ground/outline'
import { box, prism } from '../../../ground/recipe'
import {
  drawPieces,
  heldError,
  hiddenBelow,
  stopError,
  stopStay,
  stopXOf,
  storedStay,
} from '../common'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { turnedTrue } from '../setTrue'
import { type Work } from '../work'
import { vBlockFindings } from './findings'
import { halfAngle, inVBlocks, type InVBlocks } from './layout'
import { type VBlockHolding } from './parameters'
import { vBlockWords } from './words'

export function standInVBlocks(holding: VBlockHolding, work: Work): Standing {
  const own = inVBlocks(holding, work)
  const { blocks, clamps, faceAt, high, instrument, low } = own
  const stopX = stopXOf(own, holding.stop)
  const gear = { key: `V-blocks ${blocks.id}`, name: blocks.name }
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own, stopX),
    solids,
    stays: { x: stopStay(own, holding.stop, gear, blocks.storedMm), ...staysOf(own, gear) },
    mark: `V-blocks ${blocks.id}`,
    overTableMm: 0,
    outOfLinePer100: (Math.SQRT2 * instrument.repeatMm * 100) / Math.max(20, high.x - low.x),
    comesBackMm: blocks.stopMm,
    pivot: point(0, 0, 0),
    held: [],
    hidden: [hiddenBelow(faceAt.down)],
    guideY: undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: vBlockWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => vBlockFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: blocks.name, guide: '' }, view, paper),
  }
}

/** The turn about the axis is read so far up the work, as a share of its height. */
const READ_AT = 0.85

/** A wall to each side under the round in each block; what is read for the turn; the stop. */
function spotsOf(own: InVBlocks, stopX: number | undefined): readonly Spot[] {
  const { axisZ, blockX, blocks, faceAt, high, holding, low, round, setupFromPart } = own
  const [, y, z] = setupFromPart.rows
  const half = halfAngle(blocks)
  // Out of the round towards the wall at the back, and at the front.
  const towards = (side: 1 | -1): Point<'part'> =>
    add(scale(y, side * Math.cos(half)), scale(z, -Math.sin(half)))
  const wall = (id: string, role: 'rest' | 'guide', x: number, side: 1 | -1): Spot => ({
    id,
    role,
    surface: round.id,
    at: point(x, 0, axisZ),
    normal: towards(side),
    // A round that is larger by one stands off each wall by half of that.
    perDiameter: -1 / 2,
  })
  return [
    ...blockX.map((x, i) => wall(`rest${i + 1}`, 'rest', x, -1)),
    ...blockX.map((x, i) => wall(`guide${i + 1}`, 'guide', x, 1)),
    {
      id: 'guide3',
      role: 'guide',
      surface: faceAt.guide,
      at: point((low.x + high.x) / 2, high.y, low.z + (high.z - low.z) * READ_AT),
      isSet: true,
    },
    {
      id: 'stop1',
      role: 'stop',
      surface: faceAt[holding.stop === 'right' ? 'right' : 'left'],
      at: point(stopX ?? low.x, 0, axisZ),
      ...(stopX === undefined && { isSet: true as const }),
    },
  ]
}

function staysOf(
  { axisZ, blocks }: InVBlocks,
  gear: { readonly key: string; readonly name: string },
): Pick<Readonly<Record<Axis, Stay>>, 'y' | 'z'> {
  const kept = (axis: 'y' | 'z', by: string, at: number): Stay =>
    storedStay(axis, gear, {
      by,
      where: axis === 'y' ? 'over the foot of the V' : 'on the axis of the round, by its size',
      at,
      place: point(0, 0, axisZ),
      anchorAt: axis === 'y' ? 0 : blocks.vertex,
      mark: 'V',
      plusMinus: blocks.storedMm,
      lights: ['guide1', 'guide2', 'rest1', 'rest2'],
    })
  return { y: kept('y', 'V', 0), z: kept('z', 'V', axisZ) }
}

function solidsOf({ blocks, blockX, carriedMm }: InVBlocks): readonly Solid[] {
  const half = blocks.width / 2
  const rise = blocks.height - blocks.vertex
  const open = Math.min(half - 2, rise * Math.tan(halfAngle(blocks)))
  const wall = (side: 1 | -1): Ring => {
    const corners = [
      { x: 0, y: blocks.vertex },
      { x: side * half, y: blocks.vertex },
      { x: side * half, y: blocks.height },
      { x: side * open, y: blocks.height },
    ]
    return side > 0 ? corners : corners.reverse()
  }
  return blockX.flatMap((x) => {
    const [x0, x1] = [x - carriedMm / 2, x + carriedMm / 2]
    const plane = {
      at: point<'setup'>(x0, 0, 0),
      across: point<'setup'>(0, 1, 0),
      out: point<'setup'>(1, 0, 0),
    }
    const piece = { name: 'V-block', ref: 'parallels', tone: 'hatch' as const }
    return [
      { ...piece, shape: box(point<'setup'>(x0, -half, 0), point(x1, half, blocks.vertex)) },
      ...([1, -1] as const).map((side): Solid => ({
        ...piece,
        shape: prism(plane, [wall(side)], x1 - x0),
      })),
    ]
  })
}

const LIGHTS = ['parallels', 'rest1', 'rest2', 'guide1', 'guide2'] as const

function errorsOf(
  own: InVBlocks,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const { blocks } = own
  if (role === 'stop') return [stopError(blocks.stopMm, figurePath('vBlocks', blocks.id, 'stopMm'))]
  if (id === 'guide3') return [turnedTrue(own, 'guide3', 1)]
  // One of the pair lies higher or further back than the other.
  return inSetup.x > 0
    ? [
        heldError({
          key: `pair ${role}`,
          link: 'V-blocks differ',
          cause: 'the two V-blocks differ',
          plusMinus: blocks.matchMm,
          remedy: 'Take a matched pair, and keep it one.',
          lights: LIGHTS,
        }),
      ]
    : []
}
