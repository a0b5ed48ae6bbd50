import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  drawPieces,
  hiddenBelow,
  parallelsDiffer,
  stopStay,
  stopXOf,
  storedStay,
  tableStay,
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
import { strapFindings } from './findings'
import { onTable, type OnTable } from './layout'
import { type StrapsHolding } from './parameters'
import { strapWords } from './words'

export function standOnTable(holding: StrapsHolding, work: Work): Standing {
  const own = onTable(holding, work)
  const { clamps, faceAt, high, low, parallels, strap } = own
  const fence = holding.square === 'fence'
  const gear = { key: `straps ${strap.id}`, name: strap.name }
  const stopX = stopXOf(own, holding.stop)
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    mark: `table, straps ${strap.id}`,
    stays: {
      x: stopStay(own, holding.stop, gear, strap.storedMm),
      y: yStayOf(own),
      z: tableStay(own, gear, strap.storedMm),
    },
    overTableMm: 0,
    outOfLinePer100: (Math.SQRT2 * readsMm(own) * 100) / Math.max(20, high.x - low.x),
    comesBackMm: strap.stopMm,
    pivot: point(0, 0, low.z),
    held: fenceHolds(holding, faceAt.guide),
    hidden: [hiddenBelow(faceAt.down)],
    guideY: fence ? 0 : undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: strapWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => strapFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        {
          name: `table · ${parallels.name.toLowerCase()}`,
          guide: fence ? 'fence' : 'set true along here',
        },
        view,
        paper,
      ),
  }
}

/** What keeps zero in Y: a fence, or nothing but the face that was set true. */
function yStayOf({ faceAt, high, holding, low, strap, work }: OnTable): Stay {
  const place = point<'setup'>((low.x + high.x) / 2, 0, (low.z + high.z) / 2)
  if (holding.square !== 'fence') return unkeptStay(0, place)
  return storedStay(
    'y',
    { key: `straps ${strap.id}`, name: strap.name },
    {
      by: 'fence',
      where: `at the fence, ${work.part.faces[faceAt.guide].name}`,
      at: 0,
      place,
      anchorAt: 0,
      mark: 'fence',
      plusMinus: strap.storedMm,
      lights: ['fence'],
    },
  )
}

function spotsOf(own: OnTable): readonly Spot[] {
  const { faceAt, high, low, parallels, parallelX } = own
  const half = (Math.min(high.y - low.y, parallels.length) / 2) * 0.8
  const middleY = (low.y + high.y) / 2
  const rest = (id: string, x: number, y: number, by: string): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, y, low.z),
    by,
  })
  return [
    rest('rest1', parallelX[0], middleY + half, 'left'),
    rest('rest2', parallelX[0], middleY - half, 'left'),
    rest('rest3', parallelX[1], middleY, 'right'),
    ...trueSpots(own),
  ]
}

function solidsOf(own: OnTable): readonly Solid[] {
  const { high, low, parallels, parallelX } = own
  const [middleY, halfLength] = [(low.y + high.y) / 2, parallels.length / 2]
  const under = parallelX.map((x): Solid => ({
    name: 'parallel',
    ref: 'parallels',
    shape: box(
      point(x - parallels.thickness / 2, middleY - halfLength, 0),
      point(x + parallels.thickness / 2, middleY + halfLength, low.z),
    ),
  }))
  return [...under, ...trueSolids(own, 0)]
}

function errorsOf(
  own: OnTable,
  locator: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>,
): readonly HeldError[] {
  const { parallels, strap } = own
  if (locator.role === 'rest')
    return locator.by === 'right' ? [parallelsDiffer(parallels, ['rest1', 'rest2', 'rest3'])] : []
  return setTrueErrors(own, { on: 'the table', ...strap }, locator)
}
