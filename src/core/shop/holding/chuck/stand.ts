import { type Axis, point, type Point } from '../../../ground/geometry'
import { round as bar } from '../../../ground/recipe'
import { drawPieces, heldError, stopError, storedStay } from '../common'
import { axisError, ownTurner } from '../dividing'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { turnedTrue } from '../setTrue'
import { figurePath } from '../../workshop'
import { type Work } from '../work'
import { chuckFindings } from './findings'
import { inChuck, type InChuck } from './layout'
import { type ChuckHolding } from './parameters'
import { chuckWords } from './words'

export function standInChuck(holding: ChuckHolding, work: Work): Standing {
  const own = inChuck(holding, work)
  const { chuck, faceAt } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids,
    stays: staysOf(own),
    mark: `chuck ${chuck.id}`,
    overTableMm: chuck.centreHeight,
    outOfLinePer100: chuck.alongPer100,
    comesBackMm: chuck.stopMm,
    pivot: point(0, 0, 0),
    held: [],
    hidden: [{ face: faceAt[holding.end], rest: 'It is in the chuck. Touch another face.' }],
    partsAt: {
      face: faceAt[holding.end],
      roomMm: work.before.stockOn[faceAt[holding.end]] - holding.grip.mm,
    },
    ...ownTurner(chuck, `chuck ${chuck.id}`),
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: chuckWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => chuckFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps: [], solids }, { name: chuck.name, guide: '' }, view, paper),
  }
}

/** Shares of the grip, from the front of the jaws, at which it is centred. */
const [FRONT, BACK] = [0.1, 0.9]
/** How high over the axis and under it the turn about it is settled, as a share of half the height. */
const UP = 0.6

function spotsOf(own: InChuck): readonly Spot[] {
  const { across, chuck, faceAt, high, holding, low, out, round } = own
  const x = (share: number): number => -out * share * holding.grip.mm
  const [middleY, middleZ] = [0, 0]
  const [halfY, halfZ] = [across[0] / 2, across[1] / 2]
  const onAxis = (id: string, role: 'guide' | 'rest', share: number): Spot => ({
    id,
    role,
    surface: round?.id ?? '',
    at: point(x(share), 0, 0),
    normal: own.setupFromPart.rows[role === 'guide' ? 1 : 2],
  })
  const between = (id: string, role: 'guide' | 'rest', share: number, z = middleZ): Spot => {
    const [near, far] = role === 'guide' ? (['guide', 'away'] as const) : (['down', 'up'] as const)
    const sign = role === 'guide' ? 1 : -1
    const at = (s: number): Point<'setup'> =>
      role === 'guide' ? point(x(share), s * halfY, z) : point(x(share), middleY, s * halfZ)
    return {
      id,
      role,
      surface: faceAt[near],
      at: at(sign),
      against: { surface: faceAt[far], at: at(-sign) },
    }
  }
  const centred = round ? onAxis : between
  const flats = chuck.grips === 'square'
  const z = halfZ * UP
  return [
    ...[FRONT, BACK].map((share, i) =>
      flats
        ? between(`guide${i + 1}`, 'guide', share, z)
        : centred(`guide${i + 1}`, 'guide', share),
    ),
    flats
      ? between('guide3', 'guide', (FRONT + BACK) / 2, -z)
      : {
          id: 'guide3',
          role: 'guide' as const,
          surface: faceAt.guide,
          at: point<'setup'>((low.x + high.x) / 2, high.y, low.z + (high.z - low.z) * 0.85),
          isSet: true as const,
          ...(own.lies === 'free' && { isFitted: true as const }),
        },
    ...[FRONT, BACK].map((share, i) => centred(`rest${i + 1}`, 'rest', share)),
    {
      id: 'stop1',
      role: 'stop',
      surface: faceAt[holding.end],
      at: point(-out * holding.grip.mm, 0, 0),
    },
  ]
}

function staysOf(own: InChuck): Readonly<Record<Axis, Stay>> {
  const { chuck, faceAt, holding, out, work } = own
  const gear = { key: `chuck ${chuck.id}`, name: chuck.name }
  const axis = (name: 'y' | 'z'): Stay =>
    storedStay(name, gear, {
      by: 'axis of the chuck',
      where: 'on the axis of the chuck',
      at: 0,
      place: point(0, 0, 0),
      anchorAt: 0,
      mark: 'axis',
      plusMinus: chuck.storedMm,
      lights: ['guide1', 'guide2', 'rest1', 'rest2'],
    })
  const x = -out * holding.grip.mm
  return {
    x: storedStay('x', gear, {
      by: 'stop in the chuck',
      where: `at the stop in the chuck, ${work.part.faces[faceAt[holding.end]].name}`,
      at: x,
      place: point(x, 0, 0),
      anchorAt: x,
      mark: `stop ${holding.grip.mm}`,
      plusMinus: chuck.storedMm,
      lights: ['stop1'],
    }),
    y: axis('y'),
    z: axis('z'),
  }
}

/** What of a chuck's length is jaws, and how far they stand about what they grip, mm. */
const [JAWS_SHARE, JAW_MM] = [0.35, 12]

function solidsOf({ across, chuck, high, holding, low, out }: InChuck): readonly Solid[] {
  const [front, back] = [-out * chuck.length * JAWS_SHARE, -out * chuck.length]
  const about = Math.min(chuck.body / 2, Math.hypot(...across) / 2 + JAW_MM)
  const end = out > 0 ? high.x : low.x
  const centre: Solid = {
    name: 'centre',
    ref: 'centre',
    shape: bar<'setup'>(
      point(end, 0, 0),
      point(end + out * CENTRE_LONG_MM, 0, 0),
      Math.min(CENTRE_MM, Math.min(...across) / 3),
    ),
  }
  return [
    ...(holding.far === 'centre' ? [centre] : []),
    {
      name: 'chuck',
      shape: bar<'setup'>(point(back, 0, 0), point(front, 0, 0), chuck.body / 2),
    },
    {
      name: 'jaws',
      ref: 'jaw',
      tone: 'hatch',
      shape: bar<'setup'>(point(front, 0, 0), point(0, 0, 0), about),
    },
  ]
}

/** A centre, half across and how far its quill stands out, mm (common practice, no source). */
const [CENTRE_MM, CENTRE_LONG_MM] = [6, 40]

const LIGHTS = ['guide1', 'guide2', 'guide3', 'rest1', 'rest2'] as const

function errorsOf(
  own: InChuck,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const { chuck } = own
  if (role === 'stop') return [stopError(chuck.stopMm, figurePath('chucks', chuck.id, 'stopMm'))]
  if (id === 'guide3' && own.lies === 'free') return []
  if (id === 'guide3' && chuck.grips === 'round') return [turnedTrue(own, 'guide3', 1)]
  const axis = role === 'guide' ? 'y' : 'z'
  return [
    heldError({
      key: `centre ${axis}`,
      link: 'chuck centres',
      cause: 'the chuck holds off its axis',
      plusMinus: chuck.centreMm,
      remedy:
        'Indicate the work in the chuck and shim it, cut what must agree in one clamping, or take a collet.',
      lights: LIGHTS,
    }),
    ...swing(own, axis, inSetup),
  ]
}

/** Out of line it swings about the middle of what it grips; on a centre the far end is where that is. */
function swing(
  { chuck, high, holding, low, out }: InChuck,
  axis: 'y' | 'z',
  { x }: Point<'setup'>,
): readonly HeldError[] {
  const away = x + (out * holding.grip.mm) / 2
  if (holding.far === 'centre')
    return [
      heldError({
        key: `chuck ${chuck.id}, tail ${axis}`,
        link: `chuck ${chuck.id}, tail`,
        cause: 'centre of the tailstock off the axis',
        gear: chuck.name,
        plusMinus: chuck.tailMm ?? 0,
        remedy:
          'Indicate a bar between chuck and centre from the side and from above; shift the tailstock.',
        lights: LIGHTS,
        coefficient: away / (high.x - low.x - holding.grip.mm / 2),
      }),
    ]
  return [axisError('chuck', chuck, axis, LIGHTS, away)]
}
