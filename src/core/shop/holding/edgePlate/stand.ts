import { type Axis, type PlanePoint, point } from '../../../ground/geometry'
import { box, round } from '../../../ground/recipe'
import { drawPieces, heldError, hiddenBelow, storedStay } from '../common'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { padHeightError } from '../pads'
import { PLATE_BEYOND_MM } from '../plate'
import { type Work } from '../work'
import { edgePlateFindings } from './findings'
import { againstDowels, type AgainstDowels, EDGE_CLAMP, type PlatePocket } from './layout'
import { type EdgePlateHolding } from './parameters'
import { edgePlateWords } from './words'

export function standAgainstDowels(holding: EdgePlateHolding, work: Work): Standing {
  const own = againstDowels(holding, work)
  const { clamps, faceAt, plate } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    mark: `plate ${plate.id}, stops`,
    stays: staysOf(own),
    overTableMm: plate.height,
    outOfLinePer100: plate.linePer100,
    comesBackMm: 0,
    pivot: point(0, 0, 0),
    held: [faceAt.guide, faceAt.away, faceAt[holding.stop]].map((face) => ({
      face,
      what: `is held by ${own.pocket ? 'walls' : 'dowels'} or clamps here.`,
      rest: 'It cannot be cut where they stand. Turn the part so that it is up, or at the free end.',
    })),
    hidden: [hiddenBelow(faceAt.down)],
    guideY: 0,
    stopX: 0,
    stopIsWall: true,
    stopEnd: holding.stop,
    words: edgePlateWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => edgePlateFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: plate.name, guide: '' }, view, paper),
  }
}

/** Dowels bear at half of their reach, walls at half of their height. */
function spotsOf(own: AgainstDowels): readonly Spot[] {
  const { back, end, faceAt, holding, reachMm, rests } = own
  const up = (own.pocket?.wallMm ?? reachMm) / 2
  return [
    ...rests.map((at, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: faceAt.down,
      at,
    })),
    ...back.map(({ x }, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, 0, up),
    })),
    { id: 'stop1', role: 'stop', surface: faceAt[holding.stop], at: point(0, end.y, up) },
  ]
}

function staysOf({
  end,
  faceAt,
  high,
  holding,
  low,
  plate,
  pocket,
  work,
}: AgainstDowels): Standing['stays'] {
  const gear = { key: `plate ${plate.id}, stops`, name: plate.name }
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const middle = (low.x + high.x) / 2
  const kept = (
    axis: Axis,
    kept: Pick<Parameters<typeof storedStay>[2], 'by' | 'where' | 'place' | 'mark' | 'lights'>,
  ): Stay => storedStay(axis, gear, { ...kept, at: 0, anchorAt: 0, plusMinus: plate.storedMm })
  return {
    x: kept('x', {
      by: pocket ? 'end wall' : 'dowel at the end',
      where: `at the ${pocket ? 'end wall' : 'dowel'}, ${face(holding.stop)}`,
      place: point(0, end.y, 0),
      mark: `dowel ${holding.stop}`,
      lights: ['stop1'],
    }),
    y: kept('y', {
      by: pocket ? 'back wall' : 'dowels at the back',
      where: `at the ${pocket ? 'back wall' : 'dowels'}, ${face('guide')}`,
      place: point(middle, 0, 0),
      mark: 'dowels',
      lights: ['guide1', 'guide2'],
    }),
    z: kept('z', {
      by: 'rests',
      where: `on the rests, ${face('down')}`,
      place: point(middle, end.y, 0),
      mark: 'rests',
      lights: ['rest1', 'rest2', 'rest3'],
    }),
  }
}

function solidsOf(own: AgainstDowels): readonly Solid[] {
  const { back, end, high, holding, low, plate, pocket, reachMm, screws, stripMm } = own
  const dowel = (ref: string, { x, y }: { readonly x: number; readonly y: number }): Solid => ({
    name: 'dowel',
    ref,
    tone: 'hatch',
    shape: round(point(x, y, -plate.padHeight), point(x, y, reachMm), holding.dowel.mm / 2),
  })
  const rests = spotsOf(own)
    .filter(({ role }) => role === 'rest')
    .map(({ at, id }): Solid => ({
      name: 'rest',
      ref: id,
      shape: box(point(at.x - 7, at.y - 7, -plate.padHeight), point(at.x + 7, at.y + 7, 0)),
    }))
  const around = {
    low: { x: low.x - PLATE_BEYOND_MM, y: low.y - PLATE_BEYOND_MM - stripMm },
    high: { x: high.x + PLATE_BEYOND_MM, y: high.y + PLATE_BEYOND_MM },
  }
  return [
    slab('plate', around.low, around.high, [-plate.height, -plate.padHeight]),
    ...(pocket ? wallsOf(around, pocket, -plate.padHeight) : []),
    ...rests,
    ...(pocket ? [] : [...back.map((at, i) => dowel(`guide${i + 1}`, at)), dowel('stop1', end)]),
    ...(stripMm > 0
      ? screws.map(({ x }) =>
          slab(
            'strip',
            { x: x - EDGE_CLAMP.headMm / 2, y: low.y - stripMm },
            { x: x + EDGE_CLAMP.headMm / 2, y: low.y },
            [-plate.padHeight, reachMm],
          ),
        )
      : []),
  ]
}

const slab = (
  name: string,
  low: PlanePoint,
  high: PlanePoint,
  [bottom, top]: readonly [number, number],
): Solid => ({
  name,
  shape: box<'setup'>(point(low.x, low.y, bottom), point(high.x, high.y, top)),
})

/** What stands of the plate about a pocket: in front and behind over all of its length, and at both ends. */
function wallsOf(
  { high, low }: Record<'low' | 'high', PlanePoint>,
  pocket: PlatePocket,
  floor: number,
): readonly Solid[] {
  const levels = [floor, pocket.wallMm] as const
  return [
    slab('plate', low, { x: high.x, y: pocket.low.y }, levels),
    slab('plate', { x: low.x, y: pocket.high.y }, high, levels),
    slab('plate', { x: low.x, y: pocket.low.y }, { x: pocket.low.x, y: pocket.high.y }, levels),
    slab('plate', { x: pocket.high.x, y: pocket.low.y }, { x: high.x, y: pocket.high.y }, levels),
  ]
}

function errorsOf(
  { plate, pocket }: AgainstDowels,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  if (role === 'rest') return [padHeightError(plate, id)]
  const what = pocket ? 'walls' : 'dowels'
  const placed = heldError({
    key: `plate ${plate.id}, ${pocket ? 'wall' : 'dowel'} ${id}`,
    link: `plate ${plate.id}, ${what}`,
    cause: `${what} off their places`,
    gear: plate.name,
    plusMinus: plate.pinMm,
    remedy: `Measure the ${what} where they stand and enter what they differ by.`,
    lights: [id],
  })
  return role === 'stop'
    ? [placed]
    : [
        placed,
        heldError({
          key: `plate ${plate.id}, line`,
          cause: `line of the ${what} out of the travel`,
          gear: plate.name,
          unit: 'mm/mm',
          plusMinus: plate.linePer100 / 100,
          remedy: `Set the plate true along its ${what}.`,
          lights: ['guide1', 'guide2'],
          coefficient: inSetup.x,
        }),
      ]
}
