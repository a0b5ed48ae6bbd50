import { applyMotion, point } from '../../../ground/geometry'
import { box, boundsOfPoints, cornersOfBox } from '../../../ground/recipe'
import { axisOf, planeOf, SIDES } from '../../../work/part'
import { carriedSide, carriedSpots, carriedStanding, middleOf, turnedRad } from '../carried'
import { type Attached, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { frameFindings } from './findings'
import { inFrame, type InFrame, isFacedWith } from './layout'
import { type FrameHolding } from './parameters'
import { frameWords } from './words'

/** How far sides that were cut are out, mm in 100; and so much the cutter runs into the frame, mm (common practice, no source). */
const [SQUARE_PER_100, OPEN_MM] = [0.01, 0.5]

export function standInFrame(holding: FrameHolding, work: Work): Standing {
  const own = inFrame(holding, work)
  return {
    ...own,
    ...carriedStanding(own, holding, { owner: 'frame', what: 'frame', along: barsOf(own) }),
    spots: spotsOf(own),
    held: [],
    attached: attachedOf(own),
    words: frameWords(own),
    findings: (inspected) => frameFindings(own, inspected),
  }
}

/** What is left of the stock all round: four bars about the opening. */
function barsOf({ jawed: { high, low }, opening, setupFromPart }: InFrame): readonly Solid[] {
  const inner = boundsOfPoints(cornersOfBox(opening).map((p) => applyMotion(setupFromPart, p)))
  const [left, right] = [inner.low.x - OPEN_MM, inner.high.x + OPEN_MM]
  const [front, back] = [inner.low.y - OPEN_MM, inner.high.y + OPEN_MM]
  return [
    box<'setup'>(low, point(left, high.y, high.z)),
    box<'setup'>(point(right, low.y, low.z), high),
    box<'setup'>(point(left, low.y, low.z), point(right, front, high.z)),
    box<'setup'>(point(left, back, low.z), point(right, high.y, high.z)),
  ].map((shape) => ({ name: 'frame', ref: 'frame', tone: 'steel', shape }))
}

/** On the frame's sides; where it was faced with the part, on the part's own face, no further out than that reaches. */
function spotsOf(own: InFrame): readonly Spot[] {
  const { high, holding, low } = own
  const within = (value: number, axis: 'x' | 'y'): number =>
    Math.min(high[axis] - 1, Math.max(low[axis] + 1, value))
  return carriedSpots(own, holding, 'frame', 'the frame', (side) => isFacedWith(own, side)).map(
    (spot) =>
      spot.on
        ? spot
        : { ...spot, at: point(within(spot.at.x, 'x'), within(spot.at.y, 'y'), spot.at.z) },
  )
}

function attachedOf({ block, holding, work: { part } }: InFrame): Attached {
  const isCut = holding.sides === 'cut'
  const spreadOf = (side: (typeof SIDES)[number]): number =>
    axisOf(side) === axisOf(holding.flat) || !isCut ? part.faces[side].spread.mm : 0
  const [u, v] = planeOf(holding.flat)
  const shorter = Math.min(block.high[u] - block.low[u], block.high[v] - block.low[v])
  return {
    mark: `frame ${axisOf(holding.flat)}`,
    name: 'the frame',
    faces: SIDES.map((side) => ({
      plane: carriedSide(block, 'frame', side),
      offMm: spreadOf(side),
    })),
    centre: middleOf(block),
    offMm: holding.known.mm,
    turnRad: turnedRad(block, holding.known.mm),
    squareRad: isCut ? SQUARE_PER_100 / 100 : Math.max(...SIDES.map(spreadOf)) / shorter,
    cause: 'the part in its frame',
    remedy: 'Cut everything that must agree in the frame.',
  }
}
