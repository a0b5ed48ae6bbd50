import { point, type Point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  drawPieces,
  heldError,
  hiddenBelow,
  stopStay,
  stopXOf,
  storedStay,
  unkeptStay,
} from '../common'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { fenceHolds, readsMm, setTrueErrors, trueSolids, trueSpots } from '../setTrue'
import { type Work } from '../work'
import { stuckFindings } from './findings'
import { onBoard, type OnBoard, PLACED_MM, STOP_MM, STORED_MM } from './layout'
import { type StuckHolding } from './parameters'
import { stuckWords } from './words'

const GEAR = { key: 'board', name: 'the board' }

export function standStuck(holding: StuckHolding, work: Work): Standing {
  const own = onBoard(holding, work)
  const { adhesive, faceAt, high, low } = own
  const stopX = stopXOf(own, holding.stop)
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids,
    mark: 'board',
    stays: {
      x: stopStay(own, holding.stop, GEAR, STORED_MM),
      y: yStayOf(own),
      z: zStayOf(own),
    },
    overTableMm: 0,
    outOfLinePer100: (Math.SQRT2 * readsMm(own) * 100) / Math.max(20, high.x - low.x),
    comesBackMm: STOP_MM,
    pivot: point(0, 0, low.z),
    held: fenceHolds(holding, faceAt.guide),
    hidden: [hiddenBelow(faceAt.down)],
    guideY: holding.square === 'fence' ? 0 : undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: stuckWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => stuckFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps: [], solids },
        // What is over the work from above lies on the board: words there could not be read.
        { name: `board · ${adhesive.name}`, guide: '' },
        view,
        paper,
      ),
  }
}

const middleOf = ({ high, low }: OnBoard): Point<'setup'> =>
  point((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)

function yStayOf(own: OnBoard): Stay {
  const place = { ...middleOf(own), y: 0 }
  if (own.holding.square !== 'fence') return unkeptStay(0, place)
  return storedStay('y', GEAR, {
    by: 'fence',
    where: `at the fence, ${own.work.part.faces[own.faceAt.guide].name}`,
    at: 0,
    place,
    anchorAt: 0,
    mark: 'fence',
    plusMinus: STORED_MM,
    lights: ['fence'],
  })
}

function zStayOf(own: OnBoard): Stay {
  const { faceAt, holding, low, work } = own
  return storedStay('z', GEAR, {
    by: 'board',
    where: `on the board, ${work.part.faces[faceAt.down].name}`,
    at: low.z,
    place: { ...middleOf(own), z: low.z },
    anchorAt: holding.board.mm,
    mark: `board ${holding.board.mm}`,
    plusMinus: STORED_MM,
    lights: ['board'],
  })
}

/** Rests stand so far out from the middle, as a share of half its size. */
const OUT = 0.8

function spotsOf(own: OnBoard): readonly Spot[] {
  const { faceAt, high, low } = own
  const middle = middleOf(own)
  const [outX, outY] = [((high.x - low.x) / 2) * OUT, ((high.y - low.y) / 2) * OUT]
  const rest = (id: string, x: number, y: number): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, y, low.z),
  })
  return [
    rest('rest1', -outX, middle.y + outY),
    rest('rest2', -outX, middle.y - outY),
    rest('rest3', outX, middle.y),
    ...trueSpots(own),
  ]
}

/** How far the board stands out under the work, mm. */
const BEYOND_MM = 20

function solidsOf(own: OnBoard): readonly Solid[] {
  const { high, holding, low } = own
  const board = holding.board.mm
  const plate: Solid = {
    name: 'board',
    ref: 'board',
    tone: 'hatch',
    shape: box(
      point(low.x - BEYOND_MM, low.y - BEYOND_MM, 0),
      point(high.x + BEYOND_MM, high.y + BEYOND_MM, board),
    ),
  }
  return [plate, ...trueSolids(own, board)]
}

function errorsOf(
  own: OnBoard,
  locator: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const { adhesive } = own
  const { id, role } = locator
  if (role !== 'rest')
    return setTrueErrors(own, { on: 'the board', placedMm: PLACED_MM, stopMm: STOP_MM }, locator)
  return [
    heldError({
      key: `under ${id}`,
      link: 'stuck down',
      cause: `${adhesive.name} lies unevenly`,
      plusMinus: adhesive.unevenMm,
      remedy: 'Press it down all over with a flat block; read over the top before it is cut.',
      lights: [id, 'board'],
    }),
  ]
}
