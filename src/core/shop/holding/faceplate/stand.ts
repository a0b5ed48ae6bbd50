import { type Axis, point } from '../../../ground/geometry'
import { round as bar } from '../../../ground/recipe'
import { drawPieces, heldError, storedStay } from '../common'
import { axisError, ownTurner } from '../dividing'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { readsMm, turnedTrue } from '../setTrue'
import { type Work } from '../work'
import { faceplateFindings } from './findings'
import { onFaceplate, type OnFaceplate } from './layout'
import { type FaceplateHolding } from './parameters'
import { faceplateWords } from './words'

export function standOnFaceplate(holding: FaceplateHolding, work: Work): Standing {
  const own = onFaceplate(holding, work)
  const { clamps, faceAt, plate } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    stays: staysOf(own),
    mark: `faceplate ${plate.id}`,
    overTableMm: plate.centreHeight,
    outOfLinePer100: plate.alongPer100,
    comesBackMm: readsMm(own),
    pivot: point(0, 0, 0),
    held: [],
    hidden: [{ face: faceAt[holding.end], rest: 'It lies against the plate. Touch another face.' }],
    ...ownTurner(plate, `faceplate ${plate.id}`),
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    stopIsWall: true,
    words: faceplateWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => faceplateFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: plate.name, guide: '' }, view, paper),
  }
}

/** It lies against the plate at such a share of what both have, from the middle of that. */
const RIM = 0.8

function spotsOf(own: OnFaceplate): readonly Spot[] {
  const { faceAt, high, holding, low, plate, round, setupFromPart } = own
  const within = (mm: number): number =>
    Math.max(-plate.diameter / 2, Math.min(plate.diameter / 2, mm))
  const [y0, y1, z0, z1] = [low.y, high.y, low.z, high.z].map(within) as [
    number,
    number,
    number,
    number,
  ]
  const [middleY, middleZ] = [(y0 + y1) / 2, (z0 + z1) / 2]
  const [halfY, halfZ] = [((y1 - y0) / 2) * RIM, ((z1 - z0) / 2) * RIM]
  const against = (i: number, y: number, z: number): Spot => ({
    id: `stop${i}`,
    role: 'stop',
    surface: faceAt[holding.end],
    at: point(0, middleY + y, middleZ + z),
  })
  const x = (low.x + high.x) / 2
  const isSet = holding.on === 'indicator' || !round ? ({ isSet: true } as const) : {}
  const centred = (id: string, role: 'guide' | 'rest'): Spot =>
    round
      ? {
          id,
          role,
          surface: round.id,
          at: point(x, 0, 0),
          normal: setupFromPart.rows[role === 'guide' ? 1 : 2],
          ...isSet,
        }
      : {
          id,
          role,
          surface: role === 'guide' ? faceAt.guide : faceAt.down,
          at: role === 'guide' ? point(x, high.y, 0) : point(x, 0, low.z),
          ...isSet,
        }
  return [
    against(1, 0, halfZ),
    against(2, -halfY, -halfZ),
    against(3, halfY, -halfZ),
    centred('guide1', 'guide'),
    {
      id: 'guide2',
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, high.y, farOf(low.z, high.z)),
      isSet: true,
    },
    centred('rest1', 'rest'),
  ]
}

/** What turns it true is read as far from the axis as the face goes. */
const farOf = (low: number, high: number): number => (high > -low ? high : low) * 0.9

function staysOf(own: OnFaceplate): Readonly<Record<Axis, Stay>> {
  const { faceAt, holding, plate, work } = own
  const gear = { key: `faceplate ${plate.id}`, name: plate.name }
  const kept = (axis: Axis, by: string, where: string, lights: readonly string[]): Stay =>
    storedStay(axis, gear, {
      by,
      where,
      at: 0,
      place: point(0, 0, 0),
      anchorAt: 0,
      mark: axis === 'x' ? 'face' : 'axis',
      plusMinus: plate.storedMm,
      lights,
    })
  const onAxis = (axis: 'y' | 'z'): Stay =>
    kept(axis, 'axis of the plate', 'on the axis of the plate', ['guide1', 'rest1'])
  return {
    x: kept(
      'x',
      'face of the plate',
      `at the face of the plate, ${work.part.faces[faceAt[holding.end]].name}`,
      ['stop1', 'stop2', 'stop3'],
    ),
    y: onAxis('y'),
    z: onAxis('z'),
  }
}

function solidsOf({ high, holding, low, out, plate, round }: OnFaceplate): readonly Solid[] {
  const pin: Solid = {
    name: 'pin',
    ref: 'guide1',
    tone: 'hatch',
    shape: bar<'setup'>(
      point(0, 0, 0),
      point(out * Math.min(plate.thickness, (high.x - low.x) / 2), 0, 0),
      holding.pin.mm / 2,
    ),
  }
  return [
    {
      name: 'faceplate',
      shape: bar<'setup'>(point(-out * plate.thickness, 0, 0), point(0, 0, 0), plate.diameter / 2),
    },
    ...(holding.on === 'pin' && round && !round.isOutside ? [pin] : []),
  ]
}

const [CENTRED, AGAINST] = [
  ['guide1', 'rest1'],
  ['stop1', 'stop2', 'stop3'],
] as const

/** How far the work can go to each side on the pin, mm. */
export const playOf = ({ holding, round }: Pick<OnFaceplate, 'holding' | 'round'>): number =>
  round ? Math.max(0, round.diameterMm - holding.pin.mm) / 2 : 0

function errorsOf(
  own: OnFaceplate,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const { holding, instrument, plate, round } = own
  if (role === 'stop')
    return (['y', 'z'] as const).flatMap((axis) => faceErrors(own, axis, inSetup[axis]))
  if (id === 'guide2') return [turnedTrue(own, 'guide2', 2)]
  const axis = role === 'guide' ? 'y' : 'z'
  if (holding.on === 'indicator' || !round)
    return [
      heldError({
        key: `set on the axis ${axis}`,
        link: 'set on the axis',
        cause: `set on the axis with the ${instrument.name.toLowerCase()}`,
        plusMinus: readsMm(own),
        remedy: 'Turn it by halves and read again, with a better instrument, on a cut surface.',
        lights: CENTRED,
      }),
    ]
  return [
    heldError({
      key: `pin ${axis}`,
      link: 'pin runs out',
      cause: 'pin in the plate off its axis',
      gear: plate.name,
      plusMinus: plate.centreMm,
      remedy: 'Indicate the pin while the plate turns, or set the part by its own bore.',
      lights: CENTRED,
    }),
    heldError({
      key: `play ${axis}`,
      link: 'play on the pin',
      cause: 'play on the pin',
      plusMinus: playOf(own),
      distribution: 'uniform',
      remedy: 'Take a closer pin, or push the part to one side each time.',
      lights: CENTRED,
    }),
  ]
}

/** The face stands out of square to its axis, and the axis out of line with the travel. */
const faceErrors = (
  { plate }: OnFaceplate,
  axis: 'y' | 'z',
  away: number,
): readonly HeldError[] => [
  heldError({
    key: `faceplate ${plate.id}, face ${axis}`,
    link: 'face of the plate',
    cause: 'face of the plate runs out',
    gear: plate.name,
    unit: 'mm/mm',
    plusMinus: plate.facePer100 / 100,
    remedy: 'Skim the face of the plate where it is, or shim it until an indicator on it stays.',
    lights: AGAINST,
    coefficient: away,
  }),
  axisError('faceplate', plate, axis, AGAINST, away),
]
