import { figurePath } from '../../workshop'
import { norm, point, type Point, subtract } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { drawPieces, stopError, stopStay, storedStay } from '../common'
import { jawSolids, jawStop, parallelRests, USUAL_BED_MM } from '../jawed'
import { bedErrors, fixedJawErrors } from '../jawedErrors'
import { type Attached, type HeldError, type Locator, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { carrierFindings } from './findings'
import { bodyName, carrierSide, freeSides, onCarrier, type OnCarrier } from './layout'
import { type CarrierHolding } from './parameters'
import { carrierWords } from './words'

/** How far a carrier that was squared is out, mm in 100 (common practice, no source). */
const SQUARE_PER_100 = 0.01

export function standOnCarrier(holding: CarrierHolding, work: Work): Standing {
  const own = onCarrier(holding, work)
  const { jawed, vise } = own
  const solids = [
    {
      name: bodyName(holding),
      ref: 'carrier',
      tone: 'steel' as const,
      shape: box(jawed.low, jawed.high),
    },
    ...jawSolids(vise, jawed, holding.stop, ['fixed jaw', 'moving jaw']),
  ]
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids,
    stays: staysOf(own),
    mark: `vise ${vise.id}, carrier`,
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: vise.tramPer100,
    comesBackMm: vise.stopMm,
    pivot: point(0, 0, jawed.low.z),
    held: [
      {
        face: holding.on,
        ...(holding.by === 'dovetail'
          ? {
              what: 'has the dovetail.',
              rest: 'It is milled off last: hold the part by what is cut by then.',
            }
          : {
              what: 'is stuck to the carrier.',
              rest: 'It is cut when the carrier is off again: hold the part by what is cut by then.',
            }),
      },
    ],
    hidden: [],
    attached: attachedOf(own),
    guideY: 0,
    stopX: jawed.stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: carrierWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => carrierFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps: [], solids }, { name: vise.name, guide: '' }, view, paper),
  }
}

/** As in a vise, on the carrier's own sides. */
function spotsOf(own: OnCarrier): readonly Spot[] {
  const { holding, jawed } = own
  const inset = (jawed.jawSpan[1] - jawed.jawSpan[0]) * 0.1
  const z = jawed.low.z + Math.max(1, jawed.gripMm) * 0.6
  const guides = [jawed.jawSpan[0] + inset, jawed.jawSpan[1] - inset].map((x, i): Spot => ({
    id: `guide${i + 1}`,
    role: 'guide',
    surface: jawed.faceAt.guide,
    at: point(x, 0, z),
  }))
  return [...parallelRests(jawed), ...guides, ...jawStop(jawed, holding.stop)].map((spot) => {
    const side =
      jawed.faceAt[spot.role === 'rest' ? 'down' : spot.role === 'guide' ? 'guide' : stopSide(own)]
    const plane = carrierSide(own, side)
    return {
      ...spot,
      surface: plane.id,
      on: { plane, name: `the ${bodyName(own.holding)}` },
    }
  })
}

const stopSide = ({ holding }: OnCarrier): 'left' | 'right' =>
  holding.stop === 'right' ? 'right' : 'left'

function attachedOf(own: OnCarrier): Attached {
  const { block, holding } = own
  const centre: Point<'part'> = point(
    (block.low.x + block.high.x) / 2,
    (block.low.y + block.high.y) / 2,
    (block.low.z + block.high.z) / 2,
  )
  const reach = norm(subtract(block.high, block.low)) / 2
  return {
    mark: `carrier ${holding.on}`,
    faces: freeSides(holding).map((side) => carrierSide(own, side)),
    centre,
    offMm: holding.known.mm,
    turnRad: holding.known.mm / Math.max(10, reach),
    squareRad: SQUARE_PER_100 / 100,
    cause:
      holding.by === 'dovetail'
        ? 'the dovetail as it was cut'
        : `as it was ${holding.by === 'glue' ? 'glued' : 'soldered'} to the carrier`,
    remedy:
      'Read the marked points once it has set; put the rest right by the offsets, or cut what must agree while it is on.',
  }
}

function staysOf(own: OnCarrier): Standing['stays'] {
  const { holding, jawed, vise } = own
  const what = bodyName(holding)
  const gear = { key: `vise ${vise.id}`, name: vise.name }
  const middle: Point<'setup'> = point(
    (jawed.low.x + jawed.high.x) / 2,
    (jawed.low.y + jawed.high.y) / 2,
    jawed.low.z,
  )
  const x = stopStay(jawed, holding.stop, gear, vise.storedMm)
  return {
    x: holding.stop === 'none' ? x : { ...x, where: `at the stop, the ${what}’s end` },
    y: storedStay('y', gear, {
      by: 'fixed jaw',
      where: `at the fixed jaw, the ${what}’s side`,
      at: 0,
      place: { ...middle, y: 0 },
      anchorAt: 0,
      mark: 'jaw',
      plusMinus: vise.storedMm,
      lights: ['jaw'],
    }),
    z: storedStay('z', gear, {
      by: 'parallels',
      where: `on the parallels, under the ${what}`,
      at: jawed.low.z,
      place: middle,
      anchorAt: 0,
      mark: 'bed',
      plusMinus: vise.storedMm,
      lights: ['parallels'],
      more: { name: 'the bed' },
    }),
  }
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function errorsOf(
  { jawed, vise }: OnCarrier,
  { inSetup, role }: Pick<Locator, 'role' | 'inSetup'>,
): readonly HeldError[] {
  if (role === 'stop') return [stopError(vise.stopMm, figurePath('vises', vise.id, 'stopMm'))]
  const middle = (jawed.parallelY[0] + jawed.parallelY[1]) / 2
  if (role === 'rest') return bedErrors(vise, RESTS, { x: inSetup.x, y: inSetup.y - middle })
  return fixedJawErrors(vise, jawed, inSetup)
}
