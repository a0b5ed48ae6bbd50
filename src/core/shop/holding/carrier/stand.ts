import { box, type Recipe, round } from '../../../ground/recipe'
import { carriedSide, carriedSpots, carriedStanding, middleOf, turnedRad } from '../carried'
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
  const what = bodyName(holding)
  const body = {
    name: what,
    ref: 'carrier',
    tone: 'steel' as const,
    shape: bodyShape(own),
  }
  return {
    ...own,
    ...carriedStanding(own, holding, { owner: 'carrier', what, along: [body] }),
    spots: carriedSpots(own, holding, 'carrier', `the ${what}`),
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
    attached: attachedOf(own),
    words: carrierWords(own),
    findings: (inspected) => carrierFindings(own, inspected),
  }
}

function bodyShape({ jawed, ring }: OnCarrier): Recipe<'setup'> {
  const body = box(jawed.low, jawed.high)
  return ring.radiusMm > 0
    ? { kind: 'cut', from: body, by: [round(ring.from, ring.to, ring.radiusMm)] }
    : body
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
