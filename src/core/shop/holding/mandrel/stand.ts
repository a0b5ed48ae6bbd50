import { type Axis, point } from '../../../ground/geometry'
import { round as bar } from '../../../ground/recipe'
import { drawPieces, heldError, hiddenBelow, storedStay } from '../common'
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
import { mandrelFindings } from './findings'
import { onMandrel, type OnMandrel } from './layout'
import { type MandrelHolding } from './parameters'
import { mandrelWords } from './words'

/** How closely the place of a pin on the table is known once it was found, ± mm (common practice, no source). */
const STORED_MM = 0.01

export function standOnMandrel(holding: MandrelHolding, work: Work): Standing {
  const own = onMandrel(holding, work)
  const { clamps, faceAt, high, instrument, low } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    stays: staysOf(own),
    mark: `mandrel ${holding.hole}`,
    overTableMm: holding.foot.mm,
    outOfLinePer100: (Math.SQRT2 * instrument.repeatMm * 100) / Math.max(20, high.x - low.x),
    comesBackMm: holding.true.mm,
    pivot: point(0, 0, 0),
    held: [],
    hidden: [hiddenBelow(faceAt.down)],
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: mandrelWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => mandrelFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: 'pin on the table', guide: '' }, view, paper),
  }
}

/** The part lies on the shoulder near its rim. */
const RIM = 0.45

function spotsOf(own: OnMandrel): readonly Spot[] {
  const { faceAt, high, hole, holding, low, setupFromPart } = own
  const [x, y] = setupFromPart.rows
  const out = holding.shoulder.mm * RIM
  const rest = (id: string, angle: number): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(out * Math.cos(angle), out * Math.sin(angle), low.z),
  })
  const middleZ = (low.z + high.z) / 2
  // Read as far from the pin as the face goes.
  const far = Math.abs(high.x) > Math.abs(low.x) ? high.x * 0.9 : low.x * 0.9
  return [
    ...[Math.PI / 2, (7 * Math.PI) / 6, (11 * Math.PI) / 6].map((angle, i) =>
      rest(`rest${i + 1}`, angle),
    ),
    { id: 'guide1', role: 'guide', surface: hole.id, at: point(0, 0, middleZ), normal: y },
    {
      id: 'guide2',
      role: 'guide',
      surface: faceAt.guide,
      at: point(far, high.y, middleZ),
      isSet: true,
    },
    { id: 'stop1', role: 'stop', surface: hole.id, at: point(0, 0, middleZ), normal: x },
  ]
}

const PINS = ['guide1', 'stop1'] as const

function staysOf({ faceAt, work }: OnMandrel): Readonly<Record<Axis, Stay>> {
  const gear = { key: 'mandrel', name: 'the pin' }
  const onPin = (axis: 'x' | 'y'): Stay =>
    storedStay(axis, gear, {
      by: 'pin',
      where: 'at the pin',
      at: 0,
      place: point(0, 0, 0),
      anchorAt: 0,
      mark: 'pin',
      plusMinus: STORED_MM,
      lights: PINS,
    })
  return {
    x: onPin('x'),
    y: onPin('y'),
    z: storedStay('z', gear, {
      by: 'shoulder',
      where: `on the shoulder, ${work.part.faces[faceAt.down].name}`,
      at: 0,
      place: point(0, 0, 0),
      anchorAt: 0,
      mark: 'shoulder',
      plusMinus: STORED_MM,
      lights: ['rest1', 'rest2', 'rest3'],
    }),
  }
}

function solidsOf({ high, hole, holding }: OnMandrel): readonly Solid[] {
  const pin = holding.pin === 'plain' ? holding.diameter.mm : hole.diameterMm
  return [
    {
      name: 'shoulder',
      ref: 'parallels',
      shape: bar<'setup'>(point(0, 0, -holding.foot.mm), point(0, 0, 0), holding.shoulder.mm / 2),
    },
    {
      name: 'pin',
      ref: 'guide1',
      tone: 'hatch',
      shape: bar<'setup'>(point(0, 0, 0), point(0, 0, high.z), pin / 2),
    },
  ]
}

/** How far a plain pin lets the part go to each side, mm; none where it is opened until it grips. */
export const playOf = ({ hole, holding }: OnMandrel): number =>
  holding.pin === 'plain' ? Math.max(0, hole.diameterMm - holding.diameter.mm) / 2 : 0

function errorsOf(
  own: OnMandrel,
  { id, role }: Pick<Locator, 'role' | 'id'>,
): readonly HeldError[] {
  const { holding } = own
  if (role === 'rest') return []
  if (id === 'guide2') return [turnedTrue(own, 'guide2', 2)]
  const along = role === 'guide' ? 'y' : 'x'
  return [
    heldError({
      key: `pin ${along}`,
      link: 'pin runs out',
      cause: 'the pin out of its place',
      plusMinus: holding.true.mm,
      remedy: 'Indicate the pin before the part goes on, and set zero by it.',
      lights: PINS,
    }),
    heldError({
      key: `play ${along}`,
      link: 'play on the pin',
      cause: 'play on the pin',
      plusMinus: playOf(own),
      distribution: 'uniform',
      remedy: 'Take a closer or an expanding pin, or push the part to one side each time.',
      lights: PINS,
    }),
  ]
}
