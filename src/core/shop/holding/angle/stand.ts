import { figurePath } from '../../workshop'
import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  drawPieces,
  heldError,
  hiddenBelow,
  parallelsDiffer,
  stopError,
  stopStay,
  stopXOf,
  storedStay,
  tableStay,
  unkeptStay,
} from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { readsMm, turnedTrue } from '../setTrue'
import { toSetup, type Work } from '../work'
import { angleFindings } from './findings'
import { atAngle, type AtAngle } from './layout'
import { type AngleHolding } from './parameters'
import { angleWords } from './words'

const THICK_MM = 20

export function standAtAngle(holding: AngleHolding, work: Work): Standing {
  const own = atAngle(holding, work)
  const { clamps, faceAt, high, low, parallels, plate } = own
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const gear = { key: `angle plate ${plate.id}`, name: plate.name }
  const middle = point<'setup'>((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)
  const stopX = stopXOf(own, holding.stop)
  const solids = solidsOf(own, stopX)
  return {
    ...own,
    spots: spotsOf(own, stopX),
    solids,
    mark: `angle plate ${plate.id}`,
    stays: {
      x: isSetAlong(own, 'x')
        ? unkeptStay(middle.x, middle)
        : stopStay(own, holding.stop, gear, plate.storedMm),
      y: storedStay('y', gear, {
        by: 'angle plate',
        where: `at the angle plate, ${face('guide')}`,
        at: 0,
        place: { ...middle, y: 0 },
        anchorAt: 0,
        mark: 'face',
        plusMinus: plate.storedMm,
        lights: ['jaw'],
      }),
      z: isSetAlong(own, 'z')
        ? unkeptStay(low.z, { ...middle, z: low.z })
        : tableStay(own, gear, plate.storedMm),
    },
    overTableMm: 0,
    outOfLinePer100: plate.tramPer100,
    comesBackMm: plate.stopMm,
    pivot: point(0, 0, low.z),
    held: [
      {
        face: faceAt.guide,
        what: 'lies against the angle plate here.',
        rest: 'It cannot be cut there. Turn the part.',
      },
    ],
    hidden: [hiddenBelow(faceAt.down), hiddenBelow(faceAt.guide)],
    guideY: 0,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: angleWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => angleFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: `${plate.name} · ${parallels.name.toLowerCase()}`, guide: 'angle plate' },
        view,
        paper,
      ),
  }
}

/** Set true by its end or by two holes it is put down by hand along what those are read across. */
const isSetAlong = ({ squared }: AtAngle, axis: 'x' | 'z'): boolean =>
  squared.by === (axis === 'x' ? 'end' : 'holes')

function spotsOf(own: AtAngle, stopX: number | undefined): readonly Spot[] {
  const { faceAt, high, low, meetsTo, plate } = own
  const faceX = Math.min(high.x, plate.width / 2) * 0.8
  const guide = (id: string, x: number, up: number): Spot => ({
    id,
    role: 'guide',
    surface: faceAt.guide,
    at: point(x, 0, low.z + (meetsTo - low.z) * up),
  })
  return [
    ...restsOf(own),
    guide('guide1', -faceX, 0.9),
    guide('guide2', faceX, 0.9),
    guide('guide3', 0, 0.15),
    ...stopsOf(own, stopX),
  ]
}

/** On two parallels, on one where its end is read, or by two holes that are made level. */
function restsOf(own: AtAngle): readonly Spot[] {
  const { faceAt, high, low, setupFromPart, squared } = own
  const [, , z] = setupFromPart.rows
  if (squared.by === 'holes')
    return squared.holes.map((hole, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: hole.id,
      at: toSetup(own, hole.from),
      normal: z,
      isSet: true,
    }))
  const restX = ((high.x - low.x) / 2) * 0.8
  return (squared.by === 'end' ? [0] : [-restX, restX]).map((x, i): Spot => ({
    id: `rest${i + 1}`,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, (low.y + high.y) / 2, low.z),
    by: i === 0 ? 'left' : 'right',
  }))
}

/** The stop, or the two places at which its end is read upright. */
function stopsOf(
  { faceAt, high, holding, low, meetsTo, squared }: AtAngle,
  stopX: number | undefined,
): readonly Spot[] {
  const surface = holding.stop === 'right' ? faceAt.right : faceAt.left
  const x = stopX ?? low.x
  const y = (low.y + high.y) / 2
  if (squared.by === 'end')
    return [0.15, 0.85].map((up, i): Spot => ({
      id: `stop${i + 1}`,
      role: 'stop',
      surface,
      at: point(x, y, low.z + (high.z - low.z) * up),
      isSet: true,
    }))
  return [
    {
      id: 'stop1',
      role: 'stop',
      surface,
      at: point(x, y, low.z + (meetsTo - low.z) * 0.5),
      ...(stopX === undefined && { isSet: true as const }),
    },
  ]
}

function solidsOf(own: AtAngle, stopX: number | undefined): readonly Solid[] {
  const { high, holding, low, meetsTo, parallels, plate } = own
  const half = plate.width / 2
  const under = restsOf(own)
    .filter(({ isSet }) => !isSet)
    .map(({ at: { x } }): Solid => ({
      name: 'parallel',
      ref: 'parallels',
      shape: box(
        point(x - parallels.thickness / 2, low.y, 0),
        point(x + parallels.thickness / 2, high.y, low.z),
      ),
    }))
  const stop = (x: number): Solid => ({
    name: 'stop',
    ref: 'stop1',
    shape: box(
      point(holding.stop === 'left' ? x - 12 : x, low.y / 2 - 6, low.z),
      point(holding.stop === 'left' ? x : x + 12, low.y / 2 + 6, (low.z + meetsTo) / 2),
    ),
  })
  return [
    {
      name: 'angle plate',
      ref: 'jaw',
      tone: 'hatch',
      shape: box(point(-half, 0, 0), point(half, THICK_MM, plate.height)),
    },
    ...under,
    ...(stopX === undefined || isSetAlong(own, 'x') ? [] : [stop(stopX)]),
  ]
}

const GUIDES = ['jaw', 'guide1', 'guide2', 'guide3'] as const

function errorsOf(
  own: AtAngle,
  { by, id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>,
): readonly HeldError[] {
  const { holding, low, meetsTo, parallels, plate } = own
  const gear = plate.name
  switch (role) {
    case 'rest':
      if (isSetAlong(own, 'z')) return setErrors(own, id, 'z')
      return by === 'right' ? [parallelsDiffer(parallels, ['rest1', 'rest2'])] : []
    case 'guide':
      return [
        heldError({
          key: `angle plate ${plate.id}, lean`,
          cause: 'angle plate out of square',
          gear,
          unit: 'mm/mm',
          plusMinus: plate.leanPer100 / 100,
          remedy: 'Indicate the upright face and shim the angle plate.',
          lights: GUIDES,
          coefficient: inSetup.z - (low.z + meetsTo) / 2,
        }),
        { ...tramError(own), coefficient: inSetup.x },
      ]
    case 'stop':
      if (isSetAlong(own, 'x')) return setErrors(own, id, 'x')
      return holding.stop === 'none'
        ? [placedError('x', ['stop1'])]
        : [stopError(plate.stopMm, figurePath('anglePlates', plate.id, 'stopMm'))]
  }
}

/** How the face lies along the travel: as it was left, the same in every setup; or as it is read for this one. */
const tramError = (own: AtAngle): HeldError =>
  own.holding.trued === 'indicated'
    ? heldError({
        key: 'angle plate trued',
        cause: `angle plate set true with the ${own.instrument.name.toLowerCase()}`,
        unit: 'mm/mm',
        plusMinus: (Math.SQRT2 * readsMm(own)) / own.plate.width,
        remedy: 'Read along all of its face, with a better instrument.',
        lights: GUIDES,
      })
    : heldError({
        key: `angle plate ${own.plate.id}, tram`,
        cause: 'angle plate out of line',
        gear: own.plate.name,
        unit: 'mm/mm',
        plusMinus: own.plate.tramPer100 / 100,
        remedy: 'Indicate the face along the travel before this setup.',
        lights: GUIDES,
      })

/** Where the work was put along an axis by hand, the same at both places; and what is read at each. */
const setErrors = (own: AtAngle, id: string, axis: 'x' | 'z'): readonly HeldError[] => [
  placedError(axis, axis === 'x' ? ['stop1', 'stop2'] : ['rest1', 'rest2']),
  turnedTrue(own, id, 1, id),
]

const placedError = (axis: 'x' | 'z', lights: readonly string[]): HeldError =>
  heldError({
    key: `put down ${axis}`,
    cause: 'put down by hand',
    plusMinus: USUAL_PLACED_MM,
    distribution: 'uniform',
    remedy:
      axis === 'x'
        ? 'Touch zero on the part itself, or set a stop.'
        : 'Touch zero on the part itself, or stand it on parallels.',
    lights,
  })

/** How closely work is put down by hand, ± mm (common practice, no source). */
const USUAL_PLACED_MM = 0.5
