import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  carriedErrors,
  carriedSide,
  carriedSpots,
  carriedStays,
  middleOf,
  turnedRad,
} from '../carried'
import { drawPieces } from '../common'
import { jawSolids, USUAL_BED_MM } from '../jawed'
import { type Attached, type Standing } from '../kind'
import { type Work } from '../work'
import { carrierFindings } from './findings'
import { bodyName, freeSides, onCarrier, type OnCarrier } from './layout'
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
    spots: carriedSpots(own, holding, 'carrier', `the ${bodyName(holding)}`),
    clamps: [],
    solids,
    stays: carriedStays(own, holding, bodyName(holding)),
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
    errors: (locator) => carriedErrors(own, locator),
    findings: (inspected) => carrierFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps: [], solids }, { name: vise.name, guide: '' }, view, paper),
  }
}

function attachedOf({ block, holding }: OnCarrier): Attached {
  return {
    mark: `carrier ${holding.on}`,
    name: `the ${bodyName(holding)}`,
    faces: freeSides(holding).map((side) => ({
      plane: carriedSide(block, 'carrier', side),
      offMm: 0,
    })),
    centre: middleOf(block),
    offMm: holding.known.mm,
    turnRad: turnedRad(block, holding.known.mm),
    squareRad: SQUARE_PER_100 / 100,
    cause:
      holding.by === 'dovetail'
        ? 'the dovetail as it was cut'
        : `as it was ${holding.by === 'glue' ? 'glued' : 'soldered'} to the carrier`,
    remedy:
      'Read the marked points once it has set; put the rest right by the offsets, or cut what must agree while it is on.',
  }
}
